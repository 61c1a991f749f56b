import { groupBounds, imagesOf, printed } from '../../drawing';
import { rgbToHex } from '../../colour';
import { rimOf } from '../../raster';
import { told } from '../../sentences';
import { type AnalysisLayer, onceFor, samplePicture, regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** A rectangle of one colour over more than this share of the board prints as a box. */
const BOARD_SHARE = 0.95;
/** A picture whose rim is opaque over more than this share has straight edges that will print. */
const RIM_SHARE = 0.9;
/** Long side of the sample of a picture whose rim is looked at, px. */
export const BOX_SAMPLE = 320;

/** Share of the board that a layer covers, and share of that in its most common colour. */
function coverOf(layer: AnalysisLayer, boardPixels: number): { cover: number; uniform: number } {
  const bins = new Map<number, number>();
  let covered = 0;
  for (let i = 0; i < layer.data.length; i += 4) {
    if (layer.data[i + 3] < 128) continue;
    covered++;
    const key = ((layer.data[i] >> 3) << 10) | ((layer.data[i + 1] >> 3) << 5) | (layer.data[i + 2] >> 3);
    bins.set(key, (bins.get(key) ?? 0) + 1);
  }
  return {
    cover: covered / boardPixels,
    uniform: covered ? Math.max(...bins.values()) / covered : 0,
  };
}

const rimIn = onceFor(rimOf);

/**
 * A box that will print: a part of one colour that covers the board, or a picture whose own ground
 * is opaque to its straight edges. Nothing to find where the spec asks for an opaque file.
 */
export function boxFindings(input: Judged): Finding[] {
  if (input.spec.background === 'opaque') return [];
  const findings: Finding[] = [];
  const { analysis, drawing } = input;
  for (const group of printed(drawing)) {
    const { title } = group.about;
    const region = regionOf(groupBounds(group));
    // Of what is cut the edge is the window's, not the picture's own.
    const whole = !group.clips && !group.mask;
    const [image] = group.about.kind === 'picture' && whole ? imagesOf(group) : [];
    if (image) {
      const sample = samplePicture(image, input, BOX_SAMPLE);
      if (!sample) continue;
      const rim = rimIn(sample);
      if (rim.opaque < RIM_SHARE) continue;
      const plain = rim.uniform > RIM_SHARE;
      findings.push({
        check: 'box',
        severity: plain ? 'stop' : 'watch',
        part: group.part,
        ...(plain
          ? told('box.ground', { title, ground: rgbToHex(rim.colour!) })
          : told('box.rectangle', { title })),
        figure: rim.opaque,
        threshold: RIM_SHARE,
        unit: 'share',
        region,
        mends: [],
      });
      continue;
    }
    const layer = analysis.layers.find((l) => l.part === group.part);
    if (!layer) continue;
    const { cover, uniform } = coverOf(layer, analysis.width * analysis.height);
    if (cover <= BOARD_SHARE || uniform <= BOARD_SHARE) continue;
    findings.push({
      check: 'box',
      severity: 'stop',
      part: group.part,
      ...told('box.colour', { title, percent: Math.round(cover * 100) }),
      figure: cover,
      threshold: BOARD_SHARE,
      unit: 'share',
      region,
      mends: [],
    });
  }
  return findings;
}
