import { blurPlane, type Plane } from './blur';
import type { RasterImage } from './image';
import { reducedImage } from './reduce';

/** Means over squares of 2 r + 1 px; cut off at the rim. */
function means({ width, height, data }: Plane, r: number): Float32Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x];
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + row;
    }
  }
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    const top = Math.max(0, y - r) * (width + 1);
    const bottom = Math.min(height, y + r + 1) * (width + 1);
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - r);
      const right = Math.min(width, x + r + 1);
      const n = ((bottom - top) / (width + 1)) * (right - left);
      out[y * width + x] =
        (sums[bottom + right] - sums[bottom + left] - sums[top + right] + sums[top + left]) / n;
    }
  }
  return out;
}

/** An alpha as a line of a picture's colours at each pixel: red, green and blue times these, and one more. */
export type GuidedLines = [Plane, Plane, Plane, Plane];

/**
 * How an alpha (0–1) follows the edges of a picture's colours: guided filter (He, Sun & Tang 2010, colour guide) with
 * squares of 2 `r` + 1 px; `eps` is the variance, of components 0–1, that counts as no edge.
 */
export function guidedLines(alpha: Plane, guide: RasterImage, r: number, eps: number): GuidedLines {
  const { width, height } = alpha;
  const n = width * height;
  const { data } = guide;
  const p = alpha.data;
  const mean = (d: Float32Array) => means({ width, height, data: d }, r);
  const colours = [0, 1, 2].map((k) => {
    const d = new Float32Array(n);
    for (let i = 0; i < n; i++) d[i] = data[4 * i + k] / 255;
    return d;
  });
  const product = (d: Float32Array, e: Float32Array) => {
    const made = new Float32Array(n);
    for (let i = 0; i < n; i++) made[i] = d[i] * e[i];
    return mean(made);
  };
  const [R, G, B] = colours;
  const [mr, mg, mb] = colours.map(mean);
  const mp = mean(p);
  const pairs = [product(R, R), product(R, G), product(R, B), product(G, G), product(G, B), product(B, B)];
  const [rp, gp, bp] = colours.map((d) => product(d, p));
  const [ar, ag, ab, b] = [0, 1, 2, 3].map(() => new Float32Array(n));
  for (let i = 0; i < n; i++) {
    const rr = pairs[0][i] - mr[i] * mr[i] + eps;
    const rg = pairs[1][i] - mr[i] * mg[i];
    const rb = pairs[2][i] - mr[i] * mb[i];
    const gg = pairs[3][i] - mg[i] * mg[i] + eps;
    const gb = pairs[4][i] - mg[i] * mb[i];
    const bb = pairs[5][i] - mb[i] * mb[i] + eps;
    const cr = rp[i] - mr[i] * mp[i];
    const cg = gp[i] - mg[i] * mp[i];
    const cb = bp[i] - mb[i] * mp[i];
    // The inverse of the symmetric matrix of variances, by its adjugate.
    const irr = gg * bb - gb * gb;
    const irg = gb * rb - rg * bb;
    const irb = rg * gb - gg * rb;
    const igg = rr * bb - rb * rb;
    const igb = rb * rg - rr * gb;
    const ibb = rr * gg - rg * rg;
    const det = rr * irr + rg * irg + rb * irb || 1e-12;
    ar[i] = (irr * cr + irg * cg + irb * cb) / det;
    ag[i] = (irg * cr + igg * cg + igb * cb) / det;
    ab[i] = (irb * cr + igb * cg + ibb * cb) / det;
    b[i] = mp[i] - ar[i] * mr[i] - ag[i] * mg[i] - ab[i] * mb[i];
  }
  return [ar, ag, ab, b].map((d) => ({
    width,
    height,
    data: means({ width, height, data: d }, r),
  })) as GuidedLines;
}

/**
 * The alpha (0–1) that lines make of a picture, which may be larger than the copy that they were found on (fast guided
 * filter; He & Sun 2015): they are then taken between their pixels.
 */
export function alphaOfLines(lines: GuidedLines, image: RasterImage): Plane {
  const { width, height, data } = image;
  const out = new Float32Array(width * height);
  const { width: w, height: h } = lines[0];
  const [kx, ky] = [w / width, h / height];
  const [r, g, b, s] = lines.map((l) => l.data);
  for (let y = 0; y < height; y++) {
    const v = Math.max(0, Math.min(h - 1, (y + 0.5) * ky - 0.5));
    const top = Math.floor(v);
    const fy = v - top;
    const below = top < h - 1 ? w : 0;
    for (let x = 0; x < width; x++) {
      const u = Math.max(0, Math.min(w - 1, (x + 0.5) * kx - 0.5));
      const left = Math.floor(u);
      const fx = u - left;
      const i = top * w + left;
      const j = left < w - 1 ? i + 1 : i;
      const [w00, w10, w01, w11] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
      const at = (p: Float32Array) => p[i] * w00 + p[j] * w10 + p[i + below] * w01 + p[j + below] * w11;
      const p = 4 * (y * width + x);
      const q = (at(r) * data[p] + at(g) * data[p + 1] + at(b) * data[p + 2]) / 255 + at(s);
      out[y * width + x] = q < 0 ? 0 : q > 1 ? 1 : q;
    }
  }
  return { width, height, data: out };
}

/** Px of the copy on which colours are looked for far around. */
const FAR_COPY = 60_000;
/** Half the window in which they are looked for once more, px. */
const NEAR = 3;

/** Colours of what surely is in front and behind, all around, on a small copy: means over some px, by what they cover. */
function farColours(image: RasterImage, colours: RasterImage, far: number) {
  const k = Math.min(1, Math.sqrt(FAR_COPY / (image.width * image.height)));
  const seen = { ...colours, data: new Uint8ClampedArray(colours.data) };
  for (let p = 3; p < seen.data.length; p += 4) seen.data[p] = image.data[p];
  const { width, height, data } = reducedImage(seen, k);
  const n = width * height;
  const plane = () => new Float32Array(n);
  const cover = plane();
  for (let i = 0; i < n; i++) cover[i] = data[4 * i + 3] / 255;
  const blurred = (d: Float32Array) => blurPlane({ width, height, data: d }, Math.max(1, far * k)).data;
  const rest = cover.map((a) => 1 - a);
  // Mixed pixels of the small copy say little of either side.
  const weights = [cover.map((a) => a ** 4), rest.map((a) => a ** 4)];
  const sides = weights.map((w) => {
    const sum = blurred(w);
    return [0, 1, 2].map((c) => {
      const d = plane();
      for (let i = 0; i < n; i++) d[i] = data[4 * i + c] * w[i];
      const mean = blurred(d);
      for (let i = 0; i < n; i++) mean[i] = sum[i] > 1e-5 ? mean[i] / sum[i] : data[4 * i + c];
      return mean;
    });
  });
  return { width, height, front: sides[0], back: sides[1] };
}

/**
 * The colours of what is in front, where a picture mixes it with what was behind: estimated from what surely is in front
 * and surely behind nearby, first far around and then close by (after Forte 2021, blur fusion), so that
 * α·F + (1 − α)·B gives the picture back. Colours alone are changed, of pixels that are neither full nor clear.
 * `colours`: the picture as it was before it was cut out; `far`: how far around is looked, px.
 */
export function foregroundColours(image: RasterImage, colours: RasterImage, far: number): RasterImage {
  const { width, height } = image;
  const data = new Uint8ClampedArray(image.data);
  const alpha = image.data;
  const around = farColours(image, colours, far);
  const rim: number[] = [];
  for (let i = 0; i < width * height; i++) if (alpha[4 * i + 3] > 0 && alpha[4 * i + 3] < 255) rim.push(i);
  // What is known of mixed pixels, by their place in the rim; all others are what they are.
  const slot = new Int32Array(width * height).fill(-1);
  const front = new Float32Array(rim.length * 3);
  const back = new Float32Array(rim.length * 3);
  rim.forEach((i, k) => {
    slot[i] = k;
    const a = alpha[4 * i + 3] / 255;
    const x = i % width;
    const y = (i - x) / width;
    const at =
      Math.floor((y * around.height) / height) * around.width + Math.floor((x * around.width) / width);
    for (let c = 0; c < 3; c++) {
      const f = around.front[c][at];
      const b = around.back[c][at];
      front[3 * k + c] = clamped(f + a * (colours.data[4 * i + c] - a * f - (1 - a) * b));
      back[3 * k + c] = b;
    }
  });
  for (const i of rim) {
    const a = alpha[4 * i + 3] / 255;
    const x = i % width;
    const y = (i - x) / width;
    let [wf, wb] = [1e-6, 1e-6];
    const [f, b] = [NEAREST_FRONT, NEAREST_BACK];
    for (let c = 0; c < 3; c++) {
      f[c] = 1e-6 * front[3 * slot[i] + c];
      b[c] = 1e-6 * back[3 * slot[i] + c];
    }
    for (let v = Math.max(0, y - NEAR); v <= Math.min(height - 1, y + NEAR); v++)
      for (let u = Math.max(0, x - NEAR); u <= Math.min(width - 1, x + NEAR); u++) {
        const j = v * width + u;
        const near = 1 / (1 + (u - x) * (u - x) + (v - y) * (v - y));
        const o = alpha[4 * j + 3] / 255;
        const p = o * o * near;
        const q = (1 - o) * (1 - o) * near;
        wf += p;
        wb += q;
        const k = slot[j];
        for (let c = 0; c < 3; c++) {
          f[c] += p * (k < 0 ? colours.data[4 * j + c] : front[3 * k + c]);
          b[c] += q * (k < 0 ? colours.data[4 * j + c] : back[3 * k + c]);
        }
      }
    for (let c = 0; c < 3; c++) {
      const fh = f[c] / wf;
      data[4 * i + c] = clamped(fh + a * (colours.data[4 * i + c] - a * fh - (1 - a) * (b[c] / wb)));
    }
  }
  return { width, height, data };
}
const NEAREST_FRONT = new Float64Array(3);
const NEAREST_BACK = new Float64Array(3);
const clamped = (v: number) => (v < 0 ? 0 : v > 255 ? 255 : v);
