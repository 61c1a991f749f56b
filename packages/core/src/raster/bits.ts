import type { Mask } from './distance';

/**
 * A mask of one bit a pixel, 32 pixels a word, the leftmost in the lowest bit: what is done to one pixel is done to
 * 32 at once. Bits beyond `width` in the last word of a row are of no account.
 */
export interface Bits {
  width: number;
  height: number;
  /** Words of a row. */
  words: number;
  data: Int32Array;
}

/** New bits, none set. */
export const createBits = (width: number, height: number): Bits => {
  const words = (width + 31) >> 5;
  return { width, height, words, data: new Int32Array(words * height) };
};

/** The bits of a mask. */
export function bitsOf(mask: Mask): Bits {
  const bits = createBits(mask.width, mask.height);
  for (let y = 0, i = 0; y < mask.height; y++)
    for (let x = 0; x < mask.width; x++, i++)
      if (mask.data[i] !== 0) bits.data[y * bits.words + (x >> 5)] |= 1 << (x & 31);
  return bits;
}

/** The bits of pixels whose alpha (0–255, straight RGBA) is at least `least` (1–255). */
export function bitsOfAlpha(
  image: { width: number; height: number; data: Uint8Array | Uint8ClampedArray },
  least: number,
): Bits {
  const bits = createBits(image.width, image.height);
  const { width, height, words, data } = bits;
  const pixels = wholePixels(image.data, width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let w = 0, x = 0; w < words; w++, x += 32) {
      let word = 0;
      const count = Math.min(32, width - x);
      for (let bit = 0; bit < count; bit += 8, i += 8) {
        if (bit + 8 <= count) {
          // Most of an artwork is empty or solid: eight pixels that all are, are told at once.
          const a = pixels[i] | pixels[i + 1] | pixels[i + 2] | pixels[i + 3];
          const b = pixels[i + 4] | pixels[i + 5] | pixels[i + 6] | pixels[i + 7];
          if ((a | b) >>> 24 < least) continue;
          const c = pixels[i] & pixels[i + 1] & pixels[i + 2] & pixels[i + 3];
          const d = pixels[i + 4] & pixels[i + 5] & pixels[i + 6] & pixels[i + 7];
          if ((c & d) >>> 24 >= least) {
            word |= 0xff << bit;
            continue;
          }
        }
        const end = Math.min(8, count - bit);
        for (let k = 0; k < end; k++) if (pixels[i + k] >>> 24 >= least) word |= 1 << (bit + k);
        if (end < 8) i -= 8 - end;
      }
      data[y * words + w] = word;
    }
  return bits;
}

/** Pixels as whole numbers, alpha in the highest byte (processors of our time all read them so). */
function wholePixels(data: Uint8Array | Uint8ClampedArray, count: number): Int32Array {
  const bytes = data.byteOffset % 4 === 0 ? data : data.slice();
  return new Int32Array(bytes.buffer, bytes.byteOffset, count);
}

/** The same bits as a mask of a byte a pixel. */
export function maskOfBits(bits: Bits): Mask {
  const { width, height, words } = bits;
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let w = 0; w < words; w++) {
      // What is looked for is mostly empty.
      let word = bits.data[y * words + w];
      while (word !== 0) {
        const x = w * 32 + (31 - Math.clz32(word & -word));
        if (x < width) data[y * width + x] = 1;
        word &= word - 1;
      }
    }
  return { width, height, data };
}

/** Whether a pixel within the bits is set. */
export const hasBit = (bits: Bits, x: number, y: number): boolean =>
  ((bits.data[y * bits.words + (x >> 5)] >>> (x & 31)) & 1) === 1;

/** What is not set. */
export function invertBits(bits: Bits): Bits {
  const out = createBits(bits.width, bits.height);
  for (let i = 0; i < out.data.length; i++) out.data[i] = ~bits.data[i];
  return out;
}

/** How far a disc reaches to either side in each of its rows, from its middle outwards: dx² + dy² ≤ `squared`. */
const rowsOfDisc = (squared: number): number[] =>
  Array.from({ length: Math.floor(Math.sqrt(squared)) + 1 }, (_, dy) =>
    Math.floor(Math.sqrt(squared - dy * dy)),
  );

/** A row in which a pixel is set where it and both its neighbours are in `rows`. What lies beyond the row is set. */
function narrowRow(rows: Int32Array, out: Int32Array, from: number, to: number): void {
  let before = 1;
  let here = rows[from];
  for (let i = from; i < to; i++) {
    const after = i + 1 < to ? rows[i + 1] : -1;
    out[i] = here & ((here << 1) | before) & ((here >>> 1) | (after << 31));
    before = here >>> 31;
    here = after;
  }
}

/**
 * Erosion by discs: pixels for which all pixels within a distance, whose square is at most each of `squares`, px², are
 * set. What lies outside counts as set. One pass over the rows serves all discs.
 */
export function erodeByDiscs(bits: Bits, squares: readonly number[]): Bits[] {
  const { width, height, words } = bits;
  const discs = squares.map(rowsOfDisc);
  const most = Math.max(0, ...discs.map((rows) => rows[0]));
  const beyond = width & 31 ? -1 << (width & 31) : 0;
  // narrowed[h]: set where all of 2 h + 1 pixels of the row are.
  const narrowed: Int32Array[] = [bits.data.slice()];
  for (let y = 0; y < height; y++) narrowed[0][(y + 1) * words - 1] |= beyond;
  for (let h = 1; h <= most; h++) {
    const out = new Int32Array(words * height);
    for (let at = 0; at < out.length; at += words) narrowRow(narrowed[h - 1], out, at, at + words);
    narrowed.push(out);
  }
  return discs.map((rows) => {
    const out: Bits = { width, height, words, data: narrowed[rows[0]].slice() };
    const { data } = out;
    const count = data.length;
    for (let dy = 1; dy < rows.length; dy++) {
      const from = narrowed[rows[dy]];
      const step = dy * words;
      for (let i = step; i < count; i++) data[i] &= from[i - step];
      for (let i = step; i < count; i++) data[i - step] &= from[i];
    }
    return out;
  });
}

/** Dilation by a disc: pixels with a set one within a distance whose square is at most `squared`, px². */
export const dilateByDisc = (bits: Bits, squared: number): Bits =>
  invertBits(erodeByDiscs(invertBits(bits), [squared])[0]);
