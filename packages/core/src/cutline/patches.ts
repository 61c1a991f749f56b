import { hypot, signedArea } from '../geometry';
import type { Loop } from './contour';

const { abs, max, min } = Math;

/** A stretch of a line that goes elsewhere: from its point nearest to one place to that nearest to another, through others; px. */
export interface Patch {
  from: readonly [number, number];
  to: readonly [number, number];
  via: readonly (readonly [number, number])[];
}

/** Samples of a curve through a pair of points. */
const STEPS = 24;

interface OnLine {
  loop: number;
  /** The number of a point of it. */
  at: number;
  d: number;
}

function nearestOn(loops: readonly Loop[], [x, y]: readonly [number, number], only?: number): OnLine {
  let best: OnLine = { loop: -1, at: 0, d: Infinity };
  loops.forEach(({ points }, loop) => {
    if (only !== undefined && loop !== only) return;
    for (let i = 0; i < points.length; i += 2) {
      const d = hypot(points[i] - x, points[i + 1] - y);
      if (d < best.d) best = { loop, at: i / 2, d };
    }
  });
  return best;
}

type Point = readonly [number, number];

/** Points along a smooth curve through some: a centripetal Catmull–Rom spline (Barry & Goldman 1988), first and last known. */
function through(points: readonly Point[], before: Point, after: Point): number[] {
  const all = [before, ...points, after];
  const out: number[] = [];
  for (let i = 1; i + 2 < all.length; i++) {
    const p = all.slice(i - 1, i + 3);
    const t = [0];
    for (let k = 1; k < 4; k++)
      t.push(t[k - 1] + max(1e-6, Math.sqrt(hypot(p[k][0] - p[k - 1][0], p[k][1] - p[k - 1][1]))));
    for (let s = 0; s < STEPS; s++) {
      const at = t[1] + ((t[2] - t[1]) * s) / STEPS;
      const mix = (a: Point, b: Point, ta: number, tb: number): Point => [
        (a[0] * (tb - at) + b[0] * (at - ta)) / (tb - ta),
        (a[1] * (tb - at) + b[1] * (at - ta)) / (tb - ta),
      ];
      const a = [0, 1, 2].map((k) => mix(p[k], p[k + 1], t[k], t[k + 1]));
      const b = [mix(a[0], a[1], t[0], t[2]), mix(a[1], a[2], t[1], t[3])];
      out.push(...mix(b[0], b[1], t[1], t[2]));
    }
  }
  return out;
}

/** How far along a line the direction is taken in which a stretch joins it, points. */
const RUN = 12;

function patched(loop: Loop, from: number, to: number, via: readonly Point[]): Loop {
  const { points } = loop;
  const n = points.length / 2;
  const at = (k: number): Point => {
    const i = (((k % n) + n) % n) * 2;
    return [points[i], points[i + 1]];
  };
  const kept: number[] = [];
  // On from the end of the stretch round to its beginning.
  for (let k = to; ; k = (k + 1) % n) {
    kept.push(...at(k));
    if (k === from) break;
  }
  const stretch = through([at(from), ...via, at(to)], at(from - RUN), at(to + RUN));
  const made = Float64Array.from([...kept, ...stretch.slice(2)]);
  return { points: made, area: signedArea(made) / 2 };
}

/**
 * Lines with stretches that were put elsewhere by hand, one after the other, each on the line as those before have left it.
 * A stretch whose ends are farther than `reach` px from every line, or on two, no longer fits: it is left out, and its
 * number told. So is one that would turn its line inside out.
 */
export function withPatches(
  given: readonly Loop[],
  patches: readonly Patch[],
  reach: number,
): { loops: Loop[]; lost: number[] } {
  const loops = [...given];
  const lost: number[] = [];
  patches.forEach((patch, i) => {
    const from = nearestOn(loops, patch.from);
    const to = nearestOn(loops, patch.to, from.loop < 0 ? undefined : from.loop);
    if (from.loop < 0 || max(from.d, to.d) > reach || from.at === to.at) {
      lost.push(i);
      return;
    }
    const loop = loops[from.loop];
    const made = patched(loop, from.at, to.at, patch.via);
    if (made.area * loop.area <= 0 || abs(made.area) < min(1, abs(loop.area))) lost.push(i);
    else loops[from.loop] = made;
  });
  return { loops, lost };
}
