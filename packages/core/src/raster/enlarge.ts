import { hypot } from '../geometry';
import { createImage, type RasterImage } from './image';

/**
 * Enlarging by two along the edges. Each px of the picture becomes four, each a mean of its neighbours weighed by a Gaussian
 * that is long along the edge there and narrow across it (steering kernels: Takeda, Farsiu & Milanfar, IEEE TIP 16, 2007;
 * edges by the structure tensor of all channels: Di Zenzo 1986). What is then missing until four px average to the one that
 * they came from is put back (iterative back-projection: Irani & Peleg, CVGIP 53, 1991), never beyond what the neighbours
 * have, so that no edge rings. Colours are weighed by their alpha.
 */

/** Reach of the kernel, px. */
const REACH = 2;
const TAPS = 2 * REACH + 1;
/** Standard deviation where there is no edge, along an edge and across it, px. */
const ROUND = 0.55;
const ALONG = 1.3;
const ACROSS = 0.42;
/** Directions and strengths of edges that kernels are made for. */
const ANGLES = 32;
const STRENGTHS = 12;
/** Squared difference from px to px (levels²) under which an edge is noise. */
const NOISE = 30;
/** Rounds of putting back, and how much of what is missing in each. */
const ROUNDS = 3;
const BACK = 2;
/** Px around a tile that have a say in it. */
const MARGIN = 8;
/** Px a side that are enlarged at a time: what is held besides the two pictures. */
const TILE = 128;

/** The kernels: for each direction and strength those of the four px, weights row by row. */
const KERNELS = ((): Float32Array => {
  const all = new Float32Array(ANGLES * STRENGTHS * 4 * TAPS * TAPS);
  let at = 0;
  for (let a = 0; a < ANGLES; a++)
    for (let s = 0; s < STRENGTHS; s++) {
      const strength = s / (STRENGTHS - 1);
      const along = ROUND + (ALONG - ROUND) * strength;
      const across = ROUND + (ACROSS - ROUND) * strength;
      const [cos, sin] = [Math.cos((Math.PI * a) / ANGLES), Math.sin((Math.PI * a) / ANGLES)];
      for (let q = 0; q < 4; q++) {
        const from = at;
        let sum = 0;
        for (let j = -REACH; j <= REACH; j++)
          for (let i = -REACH; i <= REACH; i++) {
            const [dx, dy] = [i - (q & 1 ? 0.25 : -0.25), j - (q & 2 ? 0.25 : -0.25)];
            const [v, u] = [dx * cos + dy * sin, dy * cos - dx * sin];
            const weight = Math.exp(-0.5 * ((u / along) ** 2 + (v / across) ** 2));
            all[at++] = weight;
            sum += weight;
          }
        for (let k = from; k < at; k++) all[k] /= sum;
      }
    }
  return all;
})();

/** A part of a picture as floats, its colours times their alpha, 0–255: four channels a px. What is beyond the picture repeats its rim. */
interface Patch {
  width: number;
  height: number;
  data: Float32Array;
}

function patchOf(
  { width, height, data }: RasterImage,
  left: number,
  top: number,
  w: number,
  h: number,
): Patch {
  const out = new Float32Array(w * h * 4);
  for (let y = 0, q = 0; y < h; y++) {
    const row = Math.min(height - 1, Math.max(0, top + y)) * width;
    for (let x = 0; x < w; x++, q += 4) {
      const p = 4 * (row + Math.min(width - 1, Math.max(0, left + x)));
      const a = data[p + 3];
      out[q] = (data[p] * a) / 255;
      out[q + 1] = (data[p + 1] * a) / 255;
      out[q + 2] = (data[p + 2] * a) / 255;
      out[q + 3] = a;
    }
  }
  return { width: w, height: h, data: out };
}

/** For each px which kernels it is enlarged with: where they begin in the table. */
function kernelsFor({ width: w, height: h, data }: Patch): Int32Array {
  const [xx, xy, yy] = [0, 1, 2].map(() => new Float32Array(w * h));
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x;
      let [a, b, c] = [0, 0, 0];
      for (let k = 4 * i; k < 4 * i + 4; k++) {
        const [up, down] = [k - 4 * w, k + 4 * w];
        // Sobel's.
        const gx =
          (2 * (data[k + 4] - data[k - 4]) + data[up + 4] - data[up - 4] + data[down + 4] - data[down - 4]) /
          8;
        const gy =
          (2 * (data[down] - data[up]) + data[down - 4] - data[up - 4] + data[down + 4] - data[up + 4]) / 8;
        a += gx * gx;
        b += gx * gy;
        c += gy * gy;
      }
      xx[i] = a;
      xy[i] = b;
      yy[i] = c;
    }
  const out = new Int32Array(w * h);
  const around = (of: Float32Array, i: number) =>
    4 * of[i] +
    2 * (of[i - 1] + of[i + 1] + of[i - w] + of[i + w]) +
    of[i - w - 1] +
    of[i - w + 1] +
    of[i + w - 1] +
    of[i + w + 1];
  for (let y = 2; y < h - 2; y++)
    for (let x = 2; x < w - 2; x++) {
      const i = y * w + x;
      const [a, b, c] = [around(xx, i) / 16, around(xy, i) / 16, around(yy, i) / 16];
      if (a + c === 0) continue;
      const strength = hypot(a - c, 2 * b) / (a + c + NOISE);
      const angle = 0.5 * Math.atan2(2 * b, a - c);
      const turn = Math.round((angle / Math.PI) * ANGLES + ANGLES) % ANGLES;
      out[i] = (turn * STRENGTHS + Math.round(strength * (STRENGTHS - 1))) * 4 * TAPS * TAPS;
    }
  return out;
}

/** The least and the most that any of nine px has, channel by channel; `alike` where they are the same in all. */
function rangesOf({ width: w, height: h, data }: Patch) {
  const [least, most] = [new Float32Array(data.length), new Float32Array(data.length)];
  const alike = new Uint8Array(w * h);
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      let same = 1;
      for (let c = 0; c < 4; c++) {
        const k = 4 * (y * w + x) + c;
        let [lo, hi] = [data[k], data[k]];
        for (let row = k - 4 * w; row <= k + 4 * w; row += 4 * w)
          for (let p = row - 4; p <= row + 4; p += 4) {
            if (data[p] < lo) lo = data[p];
            else if (data[p] > hi) hi = data[p];
          }
        least[k] = lo;
        most[k] = hi;
        if (lo !== hi) same = 0;
      }
      alike[y * w + x] = same;
    }
  return { least, most, alike };
}

/** A patch enlarged by two; what is nearer to its rim than the margin is not to be used. */
function enlargedPatch(patch: Patch): Float32Array {
  const { width: w, height: h, data } = patch;
  const kernels = kernelsFor(patch);
  const { least, most, alike } = rangesOf(patch);
  const out = new Float32Array(data.length * 4);
  const wide = 8 * w;
  /** Of px x, y: where the first of its four is in `out`. */
  const first = (x: number, y: number) => 2 * y * wide + 8 * x;
  for (let y = REACH; y < h - REACH; y++)
    for (let x = REACH; x < w - REACH; x++) {
      const i = y * w + x;
      for (let q = 0; q < 4; q++) {
        const to = first(x, y) + (q >> 1) * wide + 4 * (q & 1);
        if (alike[i]) {
          for (let c = 0; c < 4; c++) out[to + c] = data[4 * i + c];
          continue;
        }
        let k = kernels[i] + q * TAPS * TAPS;
        let [r, g, b, a] = [0, 0, 0, 0];
        for (let row = 4 * (i - REACH * w - REACH), j = 0; j < TAPS; j++, row += 4 * w)
          for (let p = row; p < row + 4 * TAPS; p += 4) {
            const weight = KERNELS[k++];
            r += weight * data[p];
            g += weight * data[p + 1];
            b += weight * data[p + 2];
            a += weight * data[p + 3];
          }
        out[to] = r;
        out[to + 1] = g;
        out[to + 2] = b;
        out[to + 3] = a;
      }
    }
  const missing = new Float32Array(data.length);
  for (let round = 0; round < ROUNDS; round++) {
    for (let y = REACH; y < h - REACH; y++)
      for (let x = REACH; x < w - REACH; x++) {
        const i = 4 * (y * w + x);
        if (alike[i >> 2]) continue;
        const p = first(x, y);
        for (let c = 0; c < 4; c++)
          missing[i + c] =
            data[i + c] - (out[p + c] + out[p + 4 + c] + out[p + wide + c] + out[p + wide + 4 + c]) / 4;
      }
    for (let y = REACH + 1; y < h - REACH - 1; y++)
      for (let x = REACH + 1; x < w - REACH - 1; x++) {
        const i = y * w + x;
        if (alike[i]) continue;
        for (let q = 0; q < 4; q++) {
          const to = first(x, y) + (q >> 1) * wide + 4 * (q & 1);
          // Of four px the nearest three quarters in each direction.
          const beside = q & 1 ? 4 : -4;
          const over = q & 2 ? 4 * w : -4 * w;
          for (let c = 0; c < 4; c++) {
            const k = 4 * i + c;
            const back =
              (9 * missing[k] + 3 * (missing[k + beside] + missing[k + over]) + missing[k + beside + over]) /
              16;
            const value = out[to + c] + BACK * back;
            out[to + c] = value < least[k] ? least[k] : value > most[k] ? most[k] : value;
          }
        }
      }
  }
  return out;
}

/** Told how much is done, 0–1, after each tile; throws to stop. */
export type Told = (done: number) => void;

function doubled(image: RasterImage, told: Told): RasterImage {
  const { width, height } = image;
  const out = createImage(2 * width, 2 * height);
  const tiles = Math.ceil(width / TILE) * Math.ceil(height / TILE);
  let made = 0;
  for (let top = 0; top < height; top += TILE)
    for (let left = 0; left < width; left += TILE) {
      const [w, h] = [Math.min(TILE, width - left), Math.min(TILE, height - top)];
      const patch = patchOf(image, left - MARGIN, top - MARGIN, w + 2 * MARGIN, h + 2 * MARGIN);
      const large = enlargedPatch(patch);
      for (let y = 0; y < 2 * h; y++) {
        let p = 4 * ((y + 2 * MARGIN) * 2 * patch.width + 2 * MARGIN);
        let q = 4 * ((2 * top + y) * out.width + 2 * left);
        for (let x = 0; x < 2 * w; x++, p += 4, q += 4) {
          const alpha = large[p + 3];
          out.data[q + 3] = alpha;
          if (out.data[q + 3] === 0) continue;
          const k = 255 / alpha;
          for (let c = 0; c < 3; c++) out.data[q + c] = large[p + c] * k;
        }
      }
      told(++made / tiles);
    }
  return out;
}

/**
 * A picture of twice or four times as many px a side, its edges as sharp as they can be guessed: a new image with straight
 * alpha, px of the old one's middle at the middle of theirs. What is flat stays exactly as it is. Works a tile at a time
 * (some 3 MB beside the two pictures); `told` hears how far it is.
 */
export function enlarge(image: RasterImage, by: 2 | 4, told: Told = () => undefined): RasterImage {
  if (by === 2) return doubled(image, told);
  // Of the work of both rounds the second is four fifths.
  return doubled(
    doubled(image, (done) => told(done / 5)),
    (done) => told((1 + 4 * done) / 5),
  );
}
