import { linearLight } from '../colour';
import type { RasterImage } from '../raster';

const { floor } = Math;

/** Linear light of each 8-bit value. */
export const LINEAR = Float32Array.from({ length: 256 }, (_, v) => linearLight(v));

/** A print as linear light under its own alpha, 16 bits, ready to be looked up. */
export interface Sampler {
  width: number;
  height: number;
  data: Uint16Array;
}

export function samplerOf({ width, height, data: from }: RasterImage): Sampler {
  const data = new Uint16Array(width * height * 4);
  for (let i = 0; i < data.length; i += 4) {
    const a = from[i + 3];
    if (!a) continue;
    const k = (65535 * a) / 255;
    data[i] = LINEAR[from[i]] * k;
    data[i + 1] = LINEAR[from[i + 1]] * k;
    data[i + 2] = LINEAR[from[i + 2]] * k;
    data[i + 3] = k;
  }
  return { width, height, data };
}

/** Red, green, blue (linear, under alpha) and alpha at a place, px of the print, into `out`; adds `weight` of it. */
export function look(s: Sampler, x: number, y: number, weight: number, out: Float64Array): void {
  const { width, height, data } = s;
  const px = x - 0.5;
  const py = y - 0.5;
  const x0 = floor(px);
  const y0 = floor(py);
  if (x0 < -1 || y0 < -1 || x0 >= width || y0 >= height) return;
  const fx = px - x0;
  const fy = py - y0;
  if (x0 >= 0 && y0 >= 0 && x0 + 1 < width && y0 + 1 < height) {
    const a = (y0 * width + x0) * 4;
    const c = a + width * 4;
    const alpha = data[a + 3] + data[a + 7] + data[c + 3] + data[c + 7];
    if (alpha === 0) return;
    const low = weight * fy;
    const top = weight - low;
    const wa = top * (1 - fx);
    const wb = top * fx;
    const wc = low * (1 - fx);
    const wd = low * fx;
    out[0] += wa * data[a] + wb * data[a + 4] + wc * data[c] + wd * data[c + 4];
    out[1] += wa * data[a + 1] + wb * data[a + 5] + wc * data[c + 1] + wd * data[c + 5];
    out[2] += wa * data[a + 2] + wb * data[a + 6] + wc * data[c + 2] + wd * data[c + 6];
    out[3] += wa * data[a + 3] + wb * data[a + 7] + wc * data[c + 3] + wd * data[c + 7];
    return;
  }
  for (let j = 0; j < 2; j++) {
    const yy = y0 + j;
    if (yy < 0 || yy >= height) continue;
    const wy = weight * (j ? fy : 1 - fy);
    for (let i = 0; i < 2; i++) {
      const xx = x0 + i;
      if (xx < 0 || xx >= width) continue;
      const w = wy * (i ? fx : 1 - fx);
      const o = (yy * width + xx) * 4;
      out[0] += w * data[o];
      out[1] += w * data[o + 1];
      out[2] += w * data[o + 2];
      out[3] += w * data[o + 3];
    }
  }
}
