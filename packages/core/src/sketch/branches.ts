import { AROUND } from './skeleton';
import type { Mask } from '../raster';

/** A place where lines of a skeleton end or meet. */
export interface Knot {
  x: number;
  y: number;
  /** Half the width of what lies there, px. */
  radius: number;
}

/** A line of a skeleton between two knots; both null where it runs back into itself. */
export interface Branch {
  from: number | null;
  to: number | null;
  /** Pixels on the way, without the knots' own: x, y and half the width. */
  points: [x: number, y: number, radius: number][];
}

export interface Branches {
  knots: Knot[];
  branches: Branch[];
}

/** The lines of a skeleton (with its frame, see skeletonOf); `radius` of its pixels by their places. */
export function branchesOf(skeleton: Mask, radius: (i: number) => number): Branches {
  const { width, data } = skeleton;
  const by = AROUND.map(([dx, dy]) => dy * width + dx);
  const near = (i: number) => by.map((d) => i + d).filter((n) => data[n]);
  const all: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i]) all.push(i);
  const place = (i: number): [number, number, number] => {
    const x = i % width;
    return [x, (i - x) / width, radius(i)];
  };
  const degree = new Map(all.map((i) => [i, near(i).length]));
  const knots: Knot[] = [];
  const knotAt = new Map<number, number>();
  const members: number[][] = [];
  for (const i of all) {
    if (degree.get(i) === 2 || knotAt.has(i)) continue;
    // Pixels beside one another where lines meet are one knot; an end is one by itself.
    const meets = degree.get(i)! > 2;
    const own = [i];
    knotAt.set(i, knots.length);
    for (let k = 0; meets && k < own.length; k++)
      for (const n of near(own[k]))
        if (degree.get(n)! > 2 && !knotAt.has(n)) {
          knotAt.set(n, knots.length);
          own.push(n);
        }
    const places = own.map(place);
    const mean = (c: 0 | 1) => places.reduce((s, p) => s + p[c], 0) / places.length;
    knots.push({ x: mean(0), y: mean(1), radius: Math.max(...places.map((p) => p[2])) });
    members.push(own);
  }
  const used = new Set<number>();
  const branches: Branch[] = [];
  const walk = (start: number, before: number, from: number | null): Branch => {
    const points: Branch['points'] = [];
    for (let [i, last] = [start, before]; ;) {
      used.add(i);
      points.push(place(i));
      const next = near(i).filter((n) => n !== last && !(used.has(n) && !knotAt.has(n)));
      // Back to where it began only where there is nowhere else to go.
      const on = next.find((n) => knotAt.get(n) !== from || from === null) ?? next[0];
      if (on === undefined) return { from, to: null, points };
      if (knotAt.has(on)) return { from, to: knotAt.get(on)!, points };
      [last, i] = [i, on];
    }
  };
  members.forEach((own, knot) => {
    for (const i of own)
      for (const n of near(i)) {
        const other = knotAt.get(n);
        if (other !== undefined) {
          // Two knots with nothing in between.
          if (other > knot) branches.push({ from: knot, to: other, points: [] });
        } else if (!used.has(n)) branches.push(walk(n, i, knot));
      }
  });
  for (const i of all) if (!used.has(i) && !knotAt.has(i)) branches.push(walk(i, -1, null));
  return { knots, branches };
}
