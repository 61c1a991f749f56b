import { groupBounds, imagesOf, printed, type PartGroup } from '../../drawing';
import { rgbToHex } from '../../colour';
import { rimOf } from '../../raster';
import { told } from '../../sentences';
import { type AnalysisLayer, onceFor, samplePicture, regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Plain parts that together cover more than this share of the board print as a box. */
const BOARD_SHARE = 0.95;
/** A part is plain where it goes on evenly over more than this share of what it covers: one colour, or a gradient. */
const PLAIN_SHARE = 0.95;
/** How much two neighbouring pixels of a gradient differ at the most, in the component that differs most, 0–255. */
const GRADUAL = 6;
/** A slab of a box covers at least this share of the board: words that fill what little is left are none. */
const SLAB_SHARE = 0.1;
/** A picture whose rim is opaque over more than this share has straight edges that will print. */
const RIM_SHARE = 0.9;
/** Long side of the sample of a picture whose rim is looked at, px. */
export const BOX_SAMPLE = 320;

/** What a part covers of the board, as far as it could be one of the slabs of a box. */
interface Slab {
  part: string;
  title: string;
  layer: AnalysisLayer;
  /** Pixels that it covers. */
  area: number;
}

const covers = (data: Uint8ClampedArray, i: number): boolean => data[4 * i + 3] >= 128;

/** Whether a pixel and another that is covered, too, differ by more than a gradient does. */
const breaks = (data: Uint8ClampedArray, i: number, n: number): boolean =>
  covers(data, n) &&
  (Math.abs(data[4 * i] - data[4 * n]) > GRADUAL ||
    Math.abs(data[4 * i + 1] - data[4 * n + 1]) > GRADUAL ||
    Math.abs(data[4 * i + 2] - data[4 * n + 2]) > GRADUAL);

/** Pixels that a layer covers, and the share of them from which it goes on evenly to the right and below. */
function coverOf({ data, width }: AnalysisLayer): { area: number; even: number } {
  const count = data.length / 4;
  let area = 0;
  let broken = 0;
  for (let i = 0; i < count; i++) {
    if (!covers(data, i)) continue;
    area++;
    const isLast = (i + 1) % width === 0;
    if ((!isLast && breaks(data, i, i + 1)) || (i + width < count && breaks(data, i, i + width))) broken++;
  }
  return { area, even: area ? 1 - broken / area : 0 };
}

/** The fewest plain parts, largest first, that together are a box, and the share of the board that they cover. */
function slabsOf({ analysis, drawing }: Judged): { slabs: Slab[]; cover: number } | null {
  const pixels = analysis.width * analysis.height;
  const slabs = printed(drawing)
    .flatMap((group): Slab[] => {
      const layer = analysis.layers.find((l) => l.part === group.part);
      // What is in too small a box is no slab, and is not looked at.
      if (!layer || layer.width * layer.height < SLAB_SHARE * pixels) return [];
      const { area, even } = coverOf(layer);
      return area >= SLAB_SHARE * pixels && even > PLAIN_SHARE
        ? [{ part: group.part, title: group.about.title, layer, area }]
        : [];
    })
    .sort((a, b) => b.area - a.area);
  if (slabs.reduce((sum, s) => sum + s.area, 0) <= BOARD_SHARE * pixels) return null;
  const board = new Uint8Array(pixels);
  let covered = 0;
  for (const [i, { layer }] of slabs.entries()) {
    for (let y = 0; y < layer.height; y++)
      for (let x = 0; x < layer.width; x++) {
        if (!covers(layer.data, y * layer.width + x)) continue;
        const at = (layer.y + y) * analysis.width + layer.x + x;
        covered += 1 - board[at];
        board[at] = 1;
      }
    if (covered > BOARD_SHARE * pixels) return { slabs: slabs.slice(0, i + 1), cover: covered / pixels };
  }
  return null;
}

const rimIn = onceFor(rimOf);

/** A picture whose own ground is opaque to its straight edges. */
function pictureBox(group: PartGroup, input: Judged): Finding[] {
  const { title } = group.about;
  // Of what is cut the edge is the window's, not the picture's own.
  const whole = !group.clips && !group.mask;
  const [image] = group.about.kind === 'picture' && whole ? imagesOf(group) : [];
  const sample = image && samplePicture(image, input, BOX_SAMPLE);
  if (!sample) return [];
  const rim = rimIn(sample);
  if (rim.opaque < RIM_SHARE) return [];
  const plain = rim.uniform > RIM_SHARE;
  return [
    {
      check: 'box',
      severity: plain ? 'stop' : 'watch',
      part: group.part,
      ...(plain
        ? told('box.ground', { title, ground: rgbToHex(rim.colour!) })
        : told('box.rectangle', { title })),
      figure: rim.opaque,
      threshold: RIM_SHARE,
      unit: 'share',
      region: regionOf(groupBounds(group)),
      mends: [],
    },
  ];
}

/**
 * A box that will print: plain parts that cover the board, alone or together, or a picture whose own ground
 * is opaque to its straight edges. Nothing to find where the spec asks for an opaque file.
 */
export function boxFindings(input: Judged): Finding[] {
  if (input.spec.background === 'opaque') return [];
  const groups = printed(input.drawing);
  const pictures = groups.flatMap((group) => pictureBox(group, input));
  const box = slabsOf(input);
  if (!box) return pictures;
  const { slabs, cover } = box;
  const found = slabs
    .filter(({ part }) => pictures.every((f) => f.part !== part))
    .map(({ part, title }): Finding => {
      const percent = Math.round(cover * 100);
      const others = slabs.filter((s) => s.part !== part).map((s) => s.title);
      return {
        check: 'box',
        severity: 'stop',
        part,
        ...(others.length
          ? told('box.together', { title, others: others.map((o) => `“${o}”`).join(', '), percent })
          : told('box.cover', { title, percent })),
        figure: cover,
        threshold: BOARD_SHARE,
        unit: 'share',
        region: regionOf(groupBounds(groups.find((g) => g.part === part)!)),
        mends: [],
      };
    });
  return [...pictures, ...found];
}
