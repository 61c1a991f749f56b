import { converter, formatHex } from 'culori';
import type { Hex } from './srgb';

const toOklab = converter('oklab');

/** A colour of a palette taken from a picture, and the share of the picture that it stands for. */
export interface PaletteColour {
  value: Hex;
  /** 0–1. */
  share: number;
}

/** Colours are first gathered in cells of this many steps a component, then clustered. */
const STEP = 8;
const MOST_ROUNDS = 40;

/**
 * The `count` colours that stand best for a picture (RGBA, straight alpha; clear pixels are passed
 * over), most of it first: k-means in OKLab (Ottosson 2020), begun with the colours that are farthest
 * apart (Gonzalez 1985), so that the same picture always gives the same palette. Fewer when the
 * picture has fewer.
 */
export function paletteOf(data: Uint8ClampedArray | Uint8Array, count: number): PaletteColour[] {
  const cells = new Map<number, { n: number; r: number; g: number; b: number }>();
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] < 128) continue;
    const key =
      (Math.floor(data[i] / STEP) << 12) |
      (Math.floor(data[i + 1] / STEP) << 6) |
      Math.floor(data[i + 2] / STEP);
    const cell = cells.get(key);
    if (cell) {
      cell.n++;
      cell.r += data[i];
      cell.g += data[i + 1];
      cell.b += data[i + 2];
    } else cells.set(key, { n: 1, r: data[i], g: data[i + 1], b: data[i + 2] });
  }
  const points = [...cells.values()]
    .sort((p, q) => q.n - p.n)
    .map(({ n, r, g, b }) => {
      const lab = toOklab({ mode: 'rgb', r: r / n / 255, g: g / n / 255, b: b / n / 255 });
      return { n, at: [lab.l, lab.a, lab.b] };
    });
  const total = points.reduce((sum, p) => sum + p.n, 0);
  if (total === 0 || count < 1) return [];
  const distance = (p: number[], q: number[]) => (p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2 + (p[2] - q[2]) ** 2;

  // A cell that hardly anything is in may lie far out without standing for anything.
  const weight = (n: number) => Math.min(1, n / total / 0.002);
  const centres = [[...points[0].at]];
  while (centres.length < Math.min(count, points.length)) {
    let best = points[0];
    let most = -1;
    for (const p of points) {
      const d = Math.min(...centres.map((c) => distance(p.at, c))) * weight(p.n);
      if (d > most) {
        most = d;
        best = p;
      }
    }
    if (most <= 0) break;
    centres.push([...best.at]);
  }
  const owner = new Int32Array(points.length).fill(-1);
  const sums = () => centres.map(() => [0, 0, 0, 0]);
  let held = sums();
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let moved = false;
    held = sums();
    points.forEach((p, i) => {
      let nearest = 0;
      for (let c = 1; c < centres.length; c++)
        if (distance(p.at, centres[c]) < distance(p.at, centres[nearest])) nearest = c;
      if (owner[i] !== nearest) moved = true;
      owner[i] = nearest;
      for (let k = 0; k < 3; k++) held[nearest][k] += p.at[k] * p.n;
      held[nearest][3] += p.n;
    });
    held.forEach((h, c) => {
      if (h[3] > 0) centres[c] = [h[0] / h[3], h[1] / h[3], h[2] / h[3]];
    });
    if (!moved) break;
  }
  return centres
    .map((c, i) => ({
      value: formatHex({ mode: 'oklab', l: c[0], a: c[1], b: c[2] }),
      share: held[i][3] / total,
    }))
    .filter((c) => c.share > 0)
    .sort((p, q) => q.share - p.share);
}
