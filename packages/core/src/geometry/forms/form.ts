import { hypot } from '../hypot';
import { CLOSE, CUBIC, LINE, MOVE, type PathData } from '../path';

/** What a setting of a form counts: path units, a whole number, a share 0–1 (or −1–1), degrees, or a seed. */
export type SettingKind = 'length' | 'count' | 'share' | 'angle' | 'seed';

/** One setting of a form. */
export interface Setting {
  name: string;
  label: string;
  kind: SettingKind;
  min: number;
  max: number;
  /** Where it begins; of a length, as a share of the form's size. */
  start: number;
}

/** A family of shapes with settings: the same settings always give the same outline. */
export interface Form {
  id: string;
  label: string;
  settings: readonly Setting[];
  /** The outline about (0, 0), y down; `v` has a value for every setting. */
  path(v: Readonly<Record<string, number>>): PathData;
  /** Filled with the even-odd rule instead of non-zero. */
  evenOdd?: boolean;
  /** Its pieces are bands that lie apart, in order: each may have an ink of its own. */
  banded?: boolean;
  /** A line has nothing to fill: it is only stroked. */
  open?: boolean;
}

export const length = (name: string, label: string, start: number, min = 1): Setting => ({
  name,
  label,
  kind: 'length',
  min,
  max: 20000,
  start,
});
export const count = (name: string, label: string, start: number, min: number, max: number): Setting => ({
  name,
  label,
  kind: 'count',
  min,
  max,
  start,
});
export const share = (name: string, label: string, start: number, min = 0, max = 1): Setting => ({
  name,
  label,
  kind: 'share',
  min,
  max,
  start,
});
export const angle = (name: string, label: string, start: number, min = 0, max = 360): Setting => ({
  name,
  label,
  kind: 'angle',
  min,
  max,
  start,
});
export const SEED: Setting = { name: 'seed', label: 'Number', kind: 'seed', min: 1, max: 999999, start: 1 };

export type Point = readonly [number, number];

/** A point at an angle in degrees, clockwise from the top. */
export const polar = (radius: number, degrees: number): Point => {
  const r = (degrees * Math.PI) / 180;
  return [radius * Math.sin(r), -radius * Math.cos(r)];
};

/** A closed polygon. */
export function polygonPath(points: readonly Point[]): number[] {
  const out: number[] = [];
  points.forEach(([x, y], i) => out.push(i === 0 ? MOVE : LINE, x, y));
  out.push(CLOSE);
  return out;
}

/** Length of a cubic's handles for a quarter circle of radius 1. */
export const KAPPA = 0.5522847498;

export function ellipsePath(cx: number, cy: number, rx: number, ry: number): number[] {
  const [kx, ky] = [rx * KAPPA, ry * KAPPA];
  return [
    ...[MOVE, cx, cy - ry],
    ...[CUBIC, cx + kx, cy - ry, cx + rx, cy - ky, cx + rx, cy],
    ...[CUBIC, cx + rx, cy + ky, cx + kx, cy + ry, cx, cy + ry],
    ...[CUBIC, cx - kx, cy + ry, cx - rx, cy + ky, cx - rx, cy],
    ...[CUBIC, cx - rx, cy - ky, cx - kx, cy - ry, cx, cy - ry],
    CLOSE,
  ];
}

/** A rectangle about (0, 0) whose corners have a radius, no more than half its shorter side. */
export function roundedRectPath(width: number, height: number, radius: number): number[] {
  const [x, y] = [width / 2, height / 2];
  const r = Math.max(0, Math.min(radius, x, y));
  if (r === 0)
    return polygonPath([
      [-x, -y],
      [x, -y],
      [x, y],
      [-x, y],
    ]);
  const k = r * (1 - KAPPA);
  return [
    ...[MOVE, -x + r, -y, LINE, x - r, -y, CUBIC, x - k, -y, x, -y + k, x, -y + r],
    ...[LINE, x, y - r, CUBIC, x, y - k, x - k, y, x - r, y],
    ...[LINE, -x + r, y, CUBIC, -x + k, y, -x, y - k, -x, y - r],
    ...[LINE, -x, -y + r, CUBIC, -x, -y + k, -x + k, -y, -x + r, -y, CLOSE],
  ];
}

/** The same closed polygon with its corners rounded, each by at most half its shorter side. */
export function roundedPolygonPath(points: readonly Point[], radius: number): number[] {
  if (radius <= 0) return polygonPath(points);
  const out: number[] = [];
  const n = points.length;
  for (let i = 0; i < n; i++) {
    const [x, y] = points[i];
    const [px, py] = points[(i + n - 1) % n];
    const [qx, qy] = points[(i + 1) % n];
    const before = hypot(px - x, py - y);
    const after = hypot(qx - x, qy - y);
    const cut = Math.min(radius, before / 2, after / 2);
    const a: Point = [x + ((px - x) / (before || 1)) * cut, y + ((py - y) / (before || 1)) * cut];
    const b: Point = [x + ((qx - x) / (after || 1)) * cut, y + ((qy - y) / (after || 1)) * cut];
    out.push(i === 0 ? MOVE : LINE, ...a);
    out.push(
      CUBIC,
      a[0] + (x - a[0]) * KAPPA,
      a[1] + (y - a[1]) * KAPPA,
      b[0] + (x - b[0]) * KAPPA,
      b[1] + (y - b[1]) * KAPPA,
      ...b,
    );
  }
  out.push(CLOSE);
  return out;
}

/** An arc as cubics, from one angle to another (degrees clockwise from the top); begins with `first`. */
export function arcSegments(radius: number, from: number, to: number, first: number): number[] {
  const start = polar(radius, from);
  const out: number[] = [first, ...start];
  const steps = Math.max(1, Math.ceil(Math.abs(to - from) / 60));
  for (let i = 0; i < steps; i++) {
    const a0 = from + ((to - from) * i) / steps;
    const a1 = from + ((to - from) * (i + 1)) / steps;
    const k = (4 / 3) * Math.tan((((a1 - a0) / 4) * Math.PI) / 180);
    const [p, q] = [polar(radius, a0), polar(radius, a1)];
    out.push(CUBIC, p[0] - k * p[1], p[1] + k * p[0], q[0] + k * q[1], q[1] - k * q[0], ...q);
  }
  return out;
}

/** A closed, smooth curve through points (Catmull–Rom, as cubics). */
export function smoothPath(points: readonly Point[], tension = 1): number[] {
  const n = points.length;
  const out: number[] = [MOVE, ...points[0]];
  for (let i = 0; i < n; i++) {
    const [p0, p1, p2, p3] = [-1, 0, 1, 2].map((d) => points[(i + d + n) % n]);
    const k = tension / 6;
    out.push(
      CUBIC,
      p1[0] + (p2[0] - p0[0]) * k,
      p1[1] + (p2[1] - p0[1]) * k,
      p2[0] - (p3[0] - p1[0]) * k,
      p2[1] - (p3[1] - p1[1]) * k,
      ...p2,
    );
  }
  out.push(CLOSE);
  return out;
}

/** Repeatable numbers from 0 up to 1 (mulberry32). */
export function randomOf(seed: number): () => number {
  let state = Math.round(seed) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
