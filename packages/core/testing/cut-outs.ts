import type { RasterImage } from '@brelm/core/raster';
import { cloud, hash, unit } from '@brelm/core/wear';

/** What a figure stands before. */
export const GROUNDS = ['plain', 'graded', 'shadowed', 'green', 'noisy', 'crowded'] as const;
export type GroundKind = (typeof GROUNDS)[number];
/** What its edge is like. */
export const EDGES = ['sharp', 'hair', 'glass'] as const;
export type EdgeKind = (typeof EDGES)[number];

/** A picture whose true cut-out is known: composed of a figure over a ground, as α·F + (1 − α)·B. */
export interface CutOutCase {
  picture: RasterImage;
  /** 0–1 of each pixel, and the figure's own colours. */
  alpha: Float32Array;
  front: RasterImage;
}

type Rgb = [number, number, number];
const clamp = (v: number) => Math.max(0, Math.min(1, v));

function groundAt(kind: GroundKind, u: number, v: number): Rgb {
  if (kind === 'plain') return [232, 228, 220];
  if (kind === 'graded') return [150 + 90 * v, 170 + 60 * v, 205 + 30 * u];
  if (kind === 'green') return [40 + 12 * u, 165 + 14 * v, 70];
  if (kind === 'shadowed') {
    const dark = 1 - 0.4 * clamp(1 - Math.hypot((u - 0.62) / 0.42, (v - 0.84) / 0.12));
    return [226 * dark, 222 * dark, 214 * dark];
  }
  const n = (s: number) => 2 * unit(hash(Math.round(u * 4096), Math.round(v * 4096), s)) - 1;
  if (kind === 'noisy') return [190 + 26 * n(1), 186 + 26 * n(2), 178 + 26 * n(3)];
  const c = (s: number) => cloud(u * 7, v * 7, s, 4);
  return [120 + 150 * c(11), 128 + 130 * c(12), 96 + 140 * c(13)];
}

/** How far a place is outside of a rounded, uneven figure, in shares of the picture; less than 0 inside. */
function outside(u: number, v: number): number {
  const a = Math.atan2(v - 0.5, u - 0.5);
  const r = 0.29 + 0.045 * Math.sin(3 * a + 0.7) + 0.025 * Math.sin(5 * a) + 0.012 * Math.sin(11 * a + 2);
  return Math.hypot(u - 0.5, v - 0.5) - r;
}

/** Fine hairs that stand off the figure, 0–1. */
function hairAt(u: number, v: number): number {
  const a = Math.atan2(v - 0.5, u - 0.5);
  const d = outside(u, v);
  if (d < -0.02 || d > 0.075) return 0;
  const bent = a + 1.6 * d;
  const k = Math.floor((bent / (2 * Math.PI)) * 150);
  const length = 0.03 + 0.045 * unit(hash(k, 3, 5));
  const off = Math.abs((bent / (2 * Math.PI)) * 150 - k - 0.5) / 150;
  const wide = 0.0011 * (1 - clamp(d / length));
  return clamp((wide - off * 2 * Math.PI * 0.32) * 600 + 0.5) * (d < length ? 1 : 0);
}

/** A figure over a ground at so many px a side; the same every time. */
export function cutOutCase(ground: GroundKind, edge: EdgeKind, side = 480): CutOutCase {
  const n = side * side;
  const alpha = new Float32Array(n);
  const front = { width: side, height: side, data: new Uint8ClampedArray(4 * n) };
  const picture = { width: side, height: side, data: new Uint8ClampedArray(4 * n) };
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [u, v] = [(x + 0.5) / side, (y + 0.5) / side];
      const d = outside(u, v) * side;
      let a = clamp(0.5 - d);
      if (edge === 'hair') a = Math.max(a, hairAt(u, v));
      // A rim that lets a third of the ground through, and fades.
      if (edge === 'glass') a = clamp(0.5 - d / 3) * (d > -0.06 * side ? 0.62 : 1);
      const shade = 0.75 + 0.5 * cloud(u * 5, v * 5, 77, 3);
      const stripe = Math.sin((u + v) * 40) > 0.3 ? 1 : 0;
      const own: Rgb = [(150 - 70 * stripe) * shade, (64 + 30 * stripe) * shade, (38 + 70 * stripe) * shade];
      const back = groundAt(ground, u, v);
      const i = y * side + x;
      alpha[i] = a;
      front.data.set([...own, 255], 4 * i);
      picture.data.set([...own.map((f, c) => a * f + (1 - a) * back[c]), 255], 4 * i);
    }
  return { picture, alpha, front };
}

/** How far a cut-out is from the true one. */
export interface CutOutError {
  /** Mean absolute error of alpha over pixels that are not far from the true edge. */
  edge: number;
  /** Shared over united area, at half cover. */
  iou: number;
  /** Share of half-covered pixels whose colour is more than 24 (of 255, mean of three) off the figure's own. */
  fringe: number;
}

/** Measures a cut-out against the truth. */
export function cutOutError({ alpha, front }: CutOutCase, made: RasterImage): CutOutError {
  const side = made.width;
  let [sum, near, both, either, fringe, rim] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < alpha.length; i++) {
    const [u, v] = [((i % side) + 0.5) / side, (Math.floor(i / side) + 0.5) / side];
    const a = made.data[4 * i + 3] / 255;
    const d = outside(u, v);
    if (d > -0.03 && d < 0.08) {
      sum += Math.abs(a - alpha[i]);
      near++;
    }
    if (a >= 0.5 && alpha[i] >= 0.5) both++;
    if (a >= 0.5 || alpha[i] >= 0.5) either++;
    // Seen in print: what covers little shows little of its colour.
    if (a > 0.25 && alpha[i] > 0.02 && alpha[i] < 0.98) {
      rim++;
      const off =
        [0, 1, 2].reduce((s, c) => s + Math.abs(made.data[4 * i + c] - front.data[4 * i + c]), 0) / 3;
      if (off > 24) fringe++;
    }
  }
  return { edge: sum / near, iou: both / either, fringe: rim ? fringe / rim : 0 };
}
