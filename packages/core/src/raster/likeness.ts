import { boxHeight, boxWidth, isEmptyBox } from '../geometry';
import { alphaBox } from './alpha-box';
import type { RasterImage } from './image';
import { toOklab } from './oklab';

/** Cells a side in which a look is kept. */
const GRID = 16;
const CELLS = GRID * GRID;
/** Of lightness (OKLab, 0–1): what varies less is of one tone. */
const FLAT = 0.02;
/** How much of a likeness is where the ink is; the rest is how light and dark lie in it. */
const OF_COVER = 0.65;

/** What artwork looks like from far away, whatever its size, place and hues: for `likenessOf`. */
export interface Look {
  /** Width by height of its ink. */
  ratio: number;
  /** Of each of 16 × 16 cells of the ink's box, row by row: how much of it is ink, 0–1, and how light that is (OKLab L, 0–1). */
  cover: Float32Array;
  light: Float32Array;
}

/** The look of a picture with straight alpha; null where it has no ink. A perceptual hash without the rounding to bits. */
export function lookOf(image: RasterImage): Look | null {
  const box = alphaBox(image, 8);
  if (isEmptyBox(box)) return null;
  const [width, height] = [boxWidth(box), boxHeight(box)];
  const cover = new Float32Array(CELLS);
  const light = new Float32Array(CELLS);
  const count = new Float32Array(CELLS);
  const lab = new Float64Array(3);
  // Each cell has a pixel at least, also of a picture that has fewer than cells.
  const [across, down] = [Math.max(GRID, width), Math.max(GRID, height)];
  for (let y = 0; y < down; y++) {
    const row = (box.top + Math.floor((y * height) / down)) * image.width;
    for (let x = 0; x < across; x++) {
      const i = 4 * (row + box.left + Math.floor((x * width) / across));
      const cell = Math.floor((y * GRID) / down) * GRID + Math.floor((x * GRID) / across);
      const alpha = image.data[i + 3] / 255;
      count[cell]++;
      if (alpha === 0) continue;
      toOklab(image.data[i], image.data[i + 1], image.data[i + 2], lab);
      cover[cell] += alpha;
      light[cell] += alpha * lab[0];
    }
  }
  for (let c = 0; c < CELLS; c++) {
    if (cover[c] > 0) light[c] /= cover[c];
    cover[c] /= count[c];
  }
  return { ratio: width / height, cover, light };
}

/**
 * A look as bytes, to be kept: its ratio (float32, little-endian), then cover and light of each cell, 0–255; none for a
 * picture without ink. What is read back is within 1/510 of it in each cell.
 */
export function packedLook(look: Look | null): Uint8Array {
  if (!look) return new Uint8Array(0);
  const bytes = new Uint8Array(4 + 2 * CELLS);
  new DataView(bytes.buffer).setFloat32(0, look.ratio, true);
  for (let c = 0; c < CELLS; c++) {
    bytes[4 + c] = Math.round(255 * look.cover[c]);
    bytes[4 + CELLS + c] = Math.round(255 * look.light[c]);
  }
  return bytes;
}

/** Reads what {@link packedLook} has written. */
export function lookFrom(bytes: Uint8Array): Look | null {
  if (bytes.length !== 4 + 2 * CELLS) return null;
  const share = (from: number) => Float32Array.from(bytes.subarray(from, from + CELLS), (b) => b / 255);
  const ratio = new DataView(bytes.buffer, bytes.byteOffset).getFloat32(0, true);
  return { ratio, cover: share(4), light: share(4 + CELLS) };
}

/**
 * How much one look is like another, 0 to 1: what both cover of what either covers, and how far light and dark go together
 * there (a correlation, so that another colourway of the same is still like it), less where one is wider than the other.
 * The same either way round; 1 for a look and itself.
 */
export function likenessOf(a: Look, b: Look): number {
  let [both, either] = [0, 0];
  let [sumA, sumB] = [0, 0];
  for (let c = 0; c < CELLS; c++) {
    const shared = Math.min(a.cover[c], b.cover[c]);
    both += shared;
    either += Math.max(a.cover[c], b.cover[c]);
    sumA += shared * a.light[c];
    sumB += shared * b.light[c];
  }
  if (both === 0) return 0;
  let [varA, varB, together] = [0, 0, 0];
  for (let c = 0; c < CELLS; c++) {
    const shared = Math.min(a.cover[c], b.cover[c]);
    const [da, db] = [a.light[c] - sumA / both, b.light[c] - sumB / both];
    varA += shared * da * da;
    varB += shared * db * db;
    together += shared * da * db;
  }
  const flat = (variance: number) => Math.sqrt(variance / both) < FLAT;
  // Dark on light and light on dark are the same drawing in two colourways.
  const tone =
    flat(varA) || flat(varB)
      ? Number(flat(varA) === flat(varB))
      : Math.abs(together) / Math.sqrt(varA * varB);
  const shape = Math.min(a.ratio / b.ratio, b.ratio / a.ratio);
  return shape * (OF_COVER * (both / either) + (1 - OF_COVER) * Math.min(1, tone));
}
