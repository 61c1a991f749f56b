import type { Field } from './field';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil } = Math;

const NONE = -1;

/**
 * For each pixel outside the set, as far as `reach` px: the index of a nearest pixel inside, NONE farther away. Columns
 * first, then each row's lower envelope of parabolas (Felzenszwalb & Huttenlocher 2012), which knows whose it is.
 */
export function nearest({ width, height, data }: Field, reach: number): Int32Array {
  const most = ceil(reach) + 1;
  const total = width * height;
  // The row of the nearest pixel inside in the same column, as far as it may matter.
  const near = new Int32Array(total).fill(NONE);
  const last = new Int32Array(width).fill(NONE);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (data[i] > 0) last[x] = y;
      if (last[x] !== NONE && y - last[x] <= most) near[i] = last[x];
    }
  last.fill(NONE);
  for (let y = height - 1; y >= 0; y--)
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (data[i] > 0) last[x] = y;
      const below = last[x];
      if (below === NONE || below - y > most) continue;
      if (near[i] === NONE || below - y < y - near[i]) near[i] = below;
    }
  const site = new Int32Array(width);
  const square = new Float64Array(width);
  const first = new Float64Array(width + 1);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let count = 0;
    for (let x = 0; x < width; x++) {
      const n = near[row + x];
      if (n === NONE) continue;
      const g = (n - y) * (n - y);
      let from = -Infinity;
      while (count > 0) {
        const u = site[count - 1];
        from = (x * x + g - u * u - square[count - 1]) / (2 * (x - u));
        if (from > first[count - 1]) break;
        count--;
        from = -Infinity;
      }
      site[count] = x;
      square[count] = g;
      first[count++] = from;
    }
    if (count === 0) continue;
    let k = 0;
    // Written over the columns' answer: what is still to be read lies in `rows`.
    const rows = near.slice(row, row + width);
    for (let x = 0; x < width; x++) {
      while (k + 1 < count && first[k + 1] < x) k++;
      const u = site[k];
      near[row + x] = (x - u) * (x - u) + square[k] > most * most ? NONE : rows[u] * width + u;
    }
  }
  return near;
}
