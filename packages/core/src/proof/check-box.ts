import { partTitle, type PicturePart } from '../design';
import { groupBounds } from '../drawing';
import { rgbToHex } from '../colour';
import { removeGround, rimOf, type RasterImage } from '../raster';
import type { AnalysisLayer } from './analysis';
import { onceFor, samplePicture } from './picture-sample';
import { regionOf } from './region';
import type { CheckInput, Finding, Mend } from './types';

/** A rectangle of one colour over more than this share of the board prints as a box. */
const BOARD_SHARE = 0.95;
/** A picture whose rim is opaque over more than this share has straight edges that will print. */
const RIM_SHARE = 0.9;
/** ΔE 76 tolerances that are tried for taking the ground away. */
const TOLERANCES = [6, 10, 16, 24];
const SAMPLE_SIZE = 320;

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

function groundMend(part: PicturePart, small: RasterImage): Mend | null {
  const tolerance = TOLERANCES.find((t) => rimOf(removeGround(small, t)).opaque < 0.02);
  if (tolerance === undefined) return null;
  return {
    id: 'remove-box',
    title: 'Take the ground away, as far as it is joined to the rim',
    edits: [{ op: 'updatePart', part: part.id, change: { ground: { tolerance } } }],
  };
}

/**
 * A box that will print: a part of one colour that covers the board, or a picture whose own ground
 * is opaque to its straight edges. Nothing to find where the spec asks for an opaque file.
 */
export function boxFindings(input: CheckInput): Finding[] {
  if (input.spec.background === 'opaque') return [];
  const findings: Finding[] = [];
  const { analysis, design, drawing } = input;
  for (const group of drawing.groups) {
    const part = design.parts.find((p) => p.id === group.part)!;
    const region = regionOf(groupBounds(group));
    const title = partTitle(part);
    if (part.kind === 'picture') {
      const sample = samplePicture(part, input, SAMPLE_SIZE);
      if (!sample) continue;
      const rim = rimIn(sample);
      if (rim.opaque < RIM_SHARE) continue;
      const plain = rim.uniform > RIM_SHARE;
      const mend = plain ? groundMend(part, sample.image) : null;
      findings.push({
        check: 'box',
        severity: plain ? 'stop' : 'watch',
        part: part.id,
        message: plain
          ? `A box will print behind “${title}”: its ground is ${rgbToHex(rim.colour!)}, not transparent`
          : `“${title}” will print as a rectangle: it is opaque to its edges`,
        figure: rim.opaque,
        threshold: RIM_SHARE,
        unit: 'share',
        region,
        mends: mend ? [mend] : [],
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
      part: part.id,
      message: `A box will print: “${title}” covers ${Math.round(cover * 100)} % of the board in one colour`,
      figure: cover,
      threshold: BOARD_SHARE,
      unit: 'share',
      region,
      mends: [
        {
          id: 'remove-part',
          title: `Remove “${title}”`,
          edits: [{ op: 'removeParts', parts: [part.id] }],
        },
      ],
    });
  }
  return findings;
}
