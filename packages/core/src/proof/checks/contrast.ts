import { edgeRatios, groupingOf, NEEDED_RATIO, regionOf, sampleEdges, walkOf, weakBox } from '../measure';
import { BORDER } from '../../cutline';
import { groupBounds } from '../../drawing';
import { told } from '../../sentences';
import type { Finding, Judged } from '../types';

/** Must-read parts of which nothing shows, since others lie over all of them: whatever the garment. */
function coveredFindings({ analysis, drawing }: Judged, byLayer: readonly number[][]): Finding[] {
  return analysis.layers.flatMap((layer, i): Finding[] => {
    const group = drawing.groups.find((g) => g.part === layer.part)!;
    const { about } = group;
    if (!about.mustRead || about.kind === 'code' || byLayer[i].length > 0) return [];
    // What is clear all over covers nothing and is covered by nothing; other checks tell that.
    if (!layer.data.some((v, at) => at % 4 === 3 && v > 8)) return [];
    return [
      {
        check: 'contrast',
        severity: 'stop',
        part: layer.part,
        ...told('contrast.covered', { title: about.title }),
        figure: 0,
        threshold: 1,
        unit: 'share',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}

/** Of a part's edge so much lies on other artwork before that is what it is said to vanish on. */
const MOSTLY = 0.6;

/** Of each layer the title of the part on which most of its edge lies; null where that is not one, or the garment. */
function partsUnder({ analysis, drawing, walks }: Judged): (string | null)[] {
  const walk = walkOf(analysis, walks);
  const lengths = analysis.layers.map(() => new Map<number, number>());
  for (let n = 0; n < walk.count; n++) {
    const own = lengths[walk.layer[n]];
    own.set(walk.outLabel[n], (own.get(walk.outLabel[n]) ?? 0) + walk.length[n]);
  }
  return lengths.map((own) => {
    const all = [...own.values()].reduce((sum, length) => sum + length, 0);
    const [label] = [...own].find(([, length]) => length > MOSTLY * all) ?? [0];
    const part = label > 0 ? analysis.layers[label - 1].part : BORDER;
    return part === BORDER ? null : (drawing.groups.find((g) => g.part === part)?.about.title ?? null);
  });
}

/**
 * Parts that vanish or are weak on a garment, by the contrast along their visible edge. A stop
 * where a must-read part vanishes, a watch where it is weak. A figure may be weak where its colours
 * meet its surroundings without being lost, so other parts are only named when they vanish, or when most of what
 * they show is lost.
 */
export function contrastFindings(input: Judged): Finding[] {
  const samples = sampleEdges(input.analysis, false, input.walks);
  const { byLayer } = groupingOf(samples, input.analysis.layers.length);
  const findings = coveredFindings(input, byLayer);
  const layerOf = new Map(input.analysis.layers.map((l, i) => [l.part, i]));
  // Looked for once something is to be told, and then of all at once.
  let under: (string | null)[] | undefined;
  const liesOn = (layer: number): string | null => (under ??= partsUnder(input))[layer];
  const groupOf = new Map(input.drawing.groups.map((g) => [g.part, g]));
  input.contrast.forEach((judged, g) => {
    const garment = input.garments[g];
    const ratios = edgeRatios(samples, garment);
    for (const result of judged.parts) {
      const missed = judged.missed.find((m) => m.id === result.id);
      if (result.verdict === 'reads' && !missed) continue;
      const { part, about } = groupOf.get(result.id)!;
      const edge = byLayer[layerOf.get(part)!];
      // A border is what the artwork is seen on.
      if (edge.length === 0 || about.kind === 'code' || part === BORDER) continue;
      if (!about.mustRead && result.verdict === 'weak' && !missed) continue;
      const { scale } = input.analysis;
      const box = weakBox(samples, ratios, edge);
      const vanishes = result.verdict === 'vanishes';
      const other = missed ? null : liesOn(layerOf.get(part)!);
      const of = { title: about.title, garment: garment.name, least: NEEDED_RATIO };
      const within = { title: about.title, other: other ?? '', least: NEEDED_RATIO };
      findings.push({
        check: 'contrast',
        severity: vanishes && about.mustRead ? 'stop' : 'watch',
        part,
        garment: garment.id,
        ...(missed
          ? told('contrast.lost', { ...of, percent: Math.round(missed.lost * 100) })
          : vanishes
            ? other === null
              ? told('contrast.vanishes', { ...of, ratio: result.medianRatio })
              : told('contrast.vanishes-on', { ...within, ratio: result.medianRatio })
            : other === null
              ? told('contrast.weak', { ...of, percent: Math.round(result.shareBelow3 * 100) })
              : told('contrast.weak-on', { ...within, percent: Math.round(result.shareBelow3 * 100) })),
        figure: missed ? missed.lost : vanishes ? result.medianRatio : result.shareBelow3,
        threshold: missed ? 0.5 : vanishes ? NEEDED_RATIO : 0.2,
        unit: !missed && vanishes ? 'ratio' : 'share',
        region: regionOf({
          left: box.left / scale,
          top: box.top / scale,
          right: box.right / scale,
          bottom: box.bottom / scale,
        }),
        mends: [],
      });
    }
  });
  return findings;
}
