import type { Mask } from '../raster';

/** The eight neighbours of a pixel, clockwise from the one above: across and down. */
export const AROUND: readonly (readonly [number, number])[] = [
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
];

/** How often a ring of eight neighbours (a bit each) goes from nothing to something. */
const rises = (ring: number): number => {
  let n = 0;
  for (let k = 0; k < 8; k++) if (!((ring >> k) & 1) && (ring >> ((k + 1) & 7)) & 1) n++;
  return n;
};
const bits = (ring: number): number => {
  let n = 0;
  for (let k = 0; k < 8; k++) n += (ring >> k) & 1;
  return n;
};

/**
 * By ring: whether Zhang and Suen's first (1) and second (2) pass take a pixel away. One that has two neighbours stays (Lü &
 * Wang 1986): a line two pixels wide that lies aslant would be eaten from its ends.
 */
const GOES = Uint8Array.from({ length: 256 }, (_, ring) => {
  const has = (k: number) => Boolean((ring >> k) & 1);
  const n = bits(ring);
  if (n < 3 || n > 6 || rises(ring) !== 1) return 0;
  const [up, right, down, left] = [has(0), has(2), has(4), has(6)];
  const first = !(up && right && down) && !(right && down && left);
  const second = !(up && right && left) && !(up && down && left);
  return (first ? 1 : 0) | (second ? 2 : 0);
});

/**
 * By ring: whether a pixel is the corner of a step, which can go without anything coming apart: it has neighbours on two sides
 * that meet, nothing opposite, and what is around it hangs together by edges and corners (Yokoi's number is 1). An end of
 * a line two pixels wide is none, or the line would go with it.
 */
const SPARE = Uint8Array.from({ length: 256 }, (_, ring) => {
  const has = (k: number) => (ring >> (k & 7)) & 1;
  let number = 0;
  for (let k = 0; k < 8; k += 2) number += (1 - has(k)) * (1 - (1 - has(k + 1)) * (1 - has(k + 2)));
  const corner = [0, 2, 4, 6].some((k) => has(k) && has(k + 2) && !has(k + 4) && !has(k + 5) && !has(k + 6));
  return number === 1 && corner ? 1 : 0;
});

/**
 * Lines one pixel wide along the middle of what a mask has, connected as that is (Zhang & Suen 1984, then without the corners
 * of steps). A frame of nothing is around the result: it is two pixels wider and higher, the
 * mask's pixel (x, y) lying at (x + 1, y + 1).
 */
export function skeletonOf({ width, height, data }: Mask): Mask {
  const w = width + 2;
  const out = new Uint8Array(w * (height + 2));
  for (let y = 0; y < height; y++) out.set(data.subarray(y * width, (y + 1) * width), (y + 1) * w + 1);
  const by = AROUND.map(([dx, dy]) => dy * w + dx);
  const ringOf = (i: number) => {
    let ring = 0;
    for (let k = 0; k < 8; k++) if (out[i + by[k]]) ring |= 1 << k;
    return ring;
  };
  let left: number[] = [];
  for (let i = 0; i < out.length; i++) if (out[i]) left.push(i);
  for (let gone = true; gone;) {
    gone = false;
    for (const pass of [1, 2]) {
      const goes = left.filter((i) => GOES[ringOf(i)] & pass);
      // Of a square of four, all would go: the last one stays.
      for (const i of goes) if (ringOf(i)) out[i] = 0;
      if (goes.length === 0) continue;
      gone = true;
      left = left.filter((i) => out[i]);
    }
  }
  for (const i of left) if (SPARE[ringOf(i)]) out[i] = 0;
  return { width: w, height: height + 2, data: out };
}
