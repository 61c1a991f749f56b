import { hexToRgb, OTHER_EYES, rgbToHex, seenByOthers, type Garment, type OtherEyes } from '../../colour';
import { groupBounds } from '../../drawing';
import { told } from '../../sentences';
import { analyse, judgeGarment, regionOf, samplesFor, sampleEdges, type PartContrast } from '../measure';
import type { Artwork, Finding } from '../types';

/** Long side at which it is looked at, px: less than the proof does, since a note is enough. */
const SIZE = 450;
/** What others see as at this ratio or under it, they read with trouble. */
const TROUBLE = 2.5;
const READS = 3;

const garmentFor = (garment: Garment, eyes: OtherEyes): Garment => {
  const seen = (hex: string) => rgbToHex(seenByOthers(hexToRgb(hex), eyes));
  return {
    ...garment,
    value: seen(garment.value),
    ...(garment.second ? { second: seen(garment.second) } : {}),
  };
};

/** What must be read, reads on a garment, and does not for those who see colours otherwise: a note a part, of the worst garment. */
export function eyesFindings({ drawing, pictures, surfaces, garments }: Artwork): Finding[] {
  const must = new Map(
    drawing.groups.filter((g) => g.about.mustRead && g.about.kind !== 'code').map((g) => [g.part, g]),
  );
  if (must.size === 0 || garments.length === 0) return [];
  const analysis = analyse(drawing, pictures, surfaces, SIZE);
  const samples = sampleEdges(analysis);
  const ids = new Set(must.keys());
  const others = OTHER_EYES.map((eyes) => ({
    eyes,
    samples: samplesFor(samples, (rgb) => seenByOthers(rgb, eyes)),
  }));
  const worst = new Map<string, { garment: Garment; ratio: number; eyes: OtherEyes[] }>();
  for (const garment of garments) {
    const reads = (p: PartContrast) => ids.has(p.id) && p.verdict === 'reads';
    const reading = judgeGarment(analysis, samples, garment, ids).parts.filter(reads);
    if (reading.length === 0) continue;
    const seen = others.map(({ eyes, samples: theirs }) => ({
      eyes,
      parts: judgeGarment(analysis, theirs, garmentFor(garment, eyes), ids).parts,
    }));
    for (const { id } of reading) {
      const troubled = seen.flatMap(({ eyes, parts }) => {
        const ratio = parts.find((p) => p.id === id)!.p20Ratio;
        return ratio <= TROUBLE ? [{ eyes, ratio }] : [];
      });
      const ratio = Math.min(...troubled.map((t) => t.ratio));
      if (troubled.length && ratio < (worst.get(id)?.ratio ?? Infinity))
        worst.set(id, { garment, ratio, eyes: troubled.map((t) => t.eyes) });
    }
  }
  return [...worst].map(([part, { garment, ratio, eyes }]): Finding => {
    const group = must.get(part)!;
    const blue = eyes.includes('tritan');
    const which = blue && eyes.length > 1 ? 'any' : blue ? 'blue' : 'red';
    return {
      check: 'eyes',
      severity: 'note',
      part,
      garment: garment.id,
      ...told('eyes.hardly', { title: group.about.title, garment: garment.name, which }),
      figure: ratio,
      threshold: READS,
      unit: 'ratio',
      region: regionOf(groupBounds(group)),
      mends: [],
    };
  });
}
