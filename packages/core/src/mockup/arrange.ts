import { hexToRgb, type Hex } from '../colour';
import { createImage, type RasterImage } from '../raster';
import type { Ground } from './ground';
import type { MockupWords } from './wish';
import { wordsOn, type WordsBox } from './words';

const { abs, ceil, floor, log, max, min, round } = Math;

/** Shares of a picture's width: between pictures beside one another, a caption below, the mark in the corner. */
const [GAP, CAPTION, MARK_WIDE, MARK_TALL] = [0.015, 0.1, 0.3, 0.05];
/** A label below a picture beside others, share of that picture's width. */
const LABEL = 0.13;
/** Width over height that several pictures together come nearest to. */
const TOGETHER = 0.9;
/** How much of the mark's ink covers. */
const MARK_COVER = 0.75;

/** Where pictures beside one another lie, px. */
export interface Grid {
  columns: number;
  rows: number;
  tile: { width: number; height: number };
  gap: number;
  label: number;
}

/** A grid of `count` pictures `ratio` times as high as wide, within a width. One alone fills it, without a label. */
export function gridOf(count: number, width: number, ratio: number, labelled: boolean): Grid {
  if (count <= 1)
    return { columns: 1, rows: 1, tile: { width, height: max(1, round(width * ratio)) }, gap: 0, label: 0 };
  const gap = max(1, round(width * GAP));
  const at = (columns: number): Grid => {
    const across = max(1, floor((width - gap * (columns + 1)) / columns));
    const label = labelled ? round(across * LABEL) : 0;
    const tile = { width: across, height: max(1, round(across * ratio)) };
    return { columns, rows: ceil(count / columns), tile, gap, label };
  };
  const shape = ({ rows, tile, label }: Grid) => width / (rows * (tile.height + label + gap) + gap);
  const all = Array.from({ length: count }, (_, i) => at(i + 1));
  // Where two are as near, the one with fewer empty places.
  const far = (g: Grid) => abs(log(shape(g) / TOGETHER)) + 0.3 * ((g.columns * g.rows - count) / count);
  return all.reduce((best, g) => (far(g) < far(best) ? g : best));
}

/** Sets words within a box; null where they cannot be set. */
export type SetWords = (box: WordsBox) => Promise<RasterImage | null>;

/** Lays a picture over another, at a place, with so much of its alpha. */
function over(to: RasterImage, image: RasterImage, left: number, top: number, cover = 1): void {
  for (let y = max(0, -top); y < image.height && y + top < to.height; y++)
    for (let x = max(0, -left); x < image.width && x + left < to.width; x++) {
      const p = (y * image.width + x) * 4;
      const a = (image.data[p + 3] / 255) * cover;
      if (a === 0) continue;
      const o = ((y + top) * to.width + x + left) * 4;
      const below = to.data[o + 3] / 255;
      const all = a + below * (1 - a);
      for (let c = 0; c < 3; c++)
        to.data[o + c] = round((image.data[p + c] * a + to.data[o + c] * below * (1 - a)) / all);
      to.data[o + 3] = round(255 * all);
    }
}

function fill(image: RasterImage, colour: Hex): void {
  const [r, g, b] = hexToRgb(colour);
  for (let o = 0; o < image.data.length; o += 4) {
    image.data[o] = r;
    image.data[o + 1] = g;
    image.data[o + 2] = b;
    image.data[o + 3] = 255;
  }
}

/**
 * The whole of a wished picture: the pictures beside one another with their labels, the caption below, the mark in the
 * corner. Pictures are as large as the grid says. On no ground what lies between is clear.
 */
export async function arrangeMockup(
  pictures: readonly { image: RasterImage; label: string }[],
  grid: Grid,
  { width, ground, words }: { width: number; ground: Ground; words?: MockupWords },
  set: SetWords,
): Promise<RasterImage> {
  const caption = words?.caption.trim() ?? '';
  const mark = words?.mark.trim() ?? '';
  const { columns, rows, tile, gap, label } = grid;
  const band = caption ? round(width * CAPTION) : 0;
  if (pictures.length === 1 && !band && !mark) return pictures[0].image;
  const height = rows * (tile.height + label + gap) + gap + band;
  const out = createImage(width, height);
  if (ground.kind !== 'none') fill(out, ground.colour);
  const face = words?.face ?? 'archivo-black';
  const colour = ground.kind === 'none' ? '#20262a' : wordsOn(ground.colour);
  for (const [i, { image, label: name }] of pictures.entries()) {
    const row = floor(i / columns);
    // A last row that is not full stands in the middle.
    const inRow = min(columns, pictures.length - row * columns);
    const left = round((width - inRow * (tile.width + gap) + gap) / 2) + (i % columns) * (tile.width + gap);
    const top = gap + row * (tile.height + label + gap);
    over(out, image, left, top);
    if (!label || !name) continue;
    const said = await set({ text: name, face, width: tile.width, height: label, colour });
    if (said) over(out, said, left, top + tile.height);
  }
  if (band) {
    const said = await set({ text: caption, face, width, height: band, colour });
    if (said) over(out, said, 0, height - band);
  }
  if (mark) {
    const [w, h] = [round(width * MARK_WIDE), max(8, round(width * MARK_TALL))];
    const [left, top] = [width - w - round(width * 0.02), height - band - h - round(width * 0.02)];
    const under = meanOf(out, left, top, w, h);
    const said = await set({ text: mark, face, width: w, height: h, colour: wordsOn(under) });
    if (said) over(out, said, left, top, MARK_COVER);
  }
  return out;
}

/** The mean colour of a part of a picture; white where it is clear. */
function meanOf({ width, height, data }: RasterImage, left: number, top: number, w: number, h: number): Hex {
  const sum = [0, 0, 0];
  let n = 0;
  for (let y = max(0, top); y < min(height, top + h); y += 2)
    for (let x = max(0, left); x < min(width, left + w); x += 2) {
      const o = (y * width + x) * 4;
      const a = data[o + 3] / 255;
      for (let c = 0; c < 3; c++) sum[c] += data[o + c] * a + 255 * (1 - a);
      n++;
    }
  const hex = (v: number) =>
    round(n ? v / n : 255)
      .toString(16)
      .padStart(2, '0');
  return `#${sum.map(hex).join('')}`;
}
