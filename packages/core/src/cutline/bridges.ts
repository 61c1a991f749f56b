import { hypot } from '../geometry';
import type { Field } from './field';
import type { Loop } from './contour';
import { boxOfLoop, encloses, type Piece } from './pieces';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, floor, max, min } = Math;

/** A joint between two pieces, in px: where it begins and ends. */
export interface Bridge {
  from: readonly [number, number];
  to: readonly [number, number];
}

/** Points of a line that are looked at; what is found among them is made better by all of them. */
const COARSE = 400;

/** The nearest points of two lines. */
function nearestPoints(a: Float64Array, b: Float64Array): { bridge: Bridge; d: number } {
  const step = (p: Float64Array) => 2 * max(1, ceil(p.length / 2 / COARSE));
  let best = { i: 0, j: 0, d: Infinity };
  const look = (i0: number, i1: number, si: number, j0: number, j1: number, sj: number) => {
    for (let i = i0; i < i1; i += si)
      for (let j = j0; j < j1; j += sj) {
        const [dx, dy] = [a[i] - b[j], a[i + 1] - b[j + 1]];
        const d = dx * dx + dy * dy;
        if (d < best.d) best = { i, j, d };
      }
  };
  const [sa, sb] = [step(a), step(b)];
  look(0, a.length, sa, 0, b.length, sb);
  const { i, j } = best;
  look(
    ...[max(0, i - 2 * sa), min(a.length, i + 2 * sa + 2), 2, max(0, j - 2 * sb)],
    ...([min(b.length, j + 2 * sb + 2), 2] as const),
  );
  return {
    bridge: { from: [a[best.i], a[best.i + 1]], to: [b[best.j], b[best.j + 1]] },
    d: best.d,
  };
}

/** Pieces that are joined at the most: with more, as of worn artwork, it is the smallest that stay apart. */
const MOST_JOINED = 64;

/** All points of a piece's lines. */
function rimOf({ outer, holes }: Piece): Float64Array {
  if (holes.length === 0) return outer.points;
  const all = new Float64Array(outer.points.length + holes.reduce((n, h) => n + h.points.length, 0));
  let at = 0;
  for (const { points } of [outer, ...holes]) {
    all.set(points, at);
    at += points.length;
  }
  return all;
}

/** The shortest bridges that make one piece of several (Prim 1957 over the pieces' lines). */
export function bridgesBetween(pieces: readonly Piece[]): Bridge[] {
  const rims = pieces.slice(0, MOST_JOINED).map(rimOf);
  if (rims.length < 2) return [];
  const left = new Set(rims.keys());
  left.delete(0);
  const nearest = new Map([...left].map((i) => [i, nearestPoints(rims[0], rims[i])]));
  const found: Bridge[] = [];
  while (left.size) {
    const next = [...left].reduce((a, b) => (nearest.get(b)!.d < nearest.get(a)!.d ? b : a));
    left.delete(next);
    found.push(nearest.get(next)!.bridge);
    for (const i of left) {
      const other = nearestPoints(rims[next], rims[i]);
      if (other.d < nearest.get(i)!.d) nearest.set(i, other);
    }
  }
  return found;
}

/** Where closed lines cross the upright through x. */
function crossings(loops: readonly Loop[], x: number): number[] {
  const found: number[] = [];
  for (const { points } of loops)
    for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2)
      if (points[i] > x !== points[j] > x)
        found.push(
          points[i + 1] + ((x - points[i]) / (points[j] - points[i])) * (points[j + 1] - points[i + 1]),
        );
  return found;
}

/**
 * The bridges of a stencil: what lies within a hole of another piece, such as the inside of an O, is held by an upright
 * one above and one below, through its middle.
 */
export function stencilBridges(pieces: readonly Piece[]): Bridge[] {
  const found: Bridge[] = [];
  for (const { outer } of pieces.slice(1, MOST_JOINED)) {
    const [px, py] = outer.points;
    const around = pieces.filter((p) => p.holes.some((h) => encloses(h, px, py)));
    if (around.length === 0) continue;
    const { left, right } = boxOfLoop(outer);
    const x = (left + right) / 2;
    const own = crossings([outer], x);
    const others = crossings(
      pieces.flatMap((p) => (p.outer === outer ? [] : [p.outer, ...p.holes])),
      x,
    );
    const [top, bottom] = [min(...own), max(...own)];
    const [above, below] = [max(...others.filter((y) => y < top)), min(...others.filter((y) => y > bottom))];
    if (own.length === 0 || !Number.isFinite(above) || !Number.isFinite(below)) continue;
    found.push({ from: [x, top], to: [x, above] }, { from: [x, bottom], to: [x, below] });
  }
  return found;
}

/** Adds bridges of a width in px to a set. Points are those of contours: pixel centres at halves. */
export function withBridges(set: Field, bridges: readonly Bridge[], width: number): Field {
  const data = set.data.slice();
  for (const { from, to } of bridges) {
    const [ax, ay, bx, by] = [from[0] - 0.5, from[1] - 0.5, to[0] - 0.5, to[1] - 0.5];
    const reach = width / 2 + 2;
    const [dx, dy] = [bx - ax, by - ay];
    const length = dx * dx + dy * dy || 1;
    for (let y = max(0, floor(min(ay, by) - reach)); y <= max(ay, by) + reach; y++) {
      if (y >= set.height) break;
      for (let x = max(0, floor(min(ax, bx) - reach)); x <= max(ax, bx) + reach; x++) {
        if (x >= set.width) break;
        const t = max(0, min(1, ((x - ax) * dx + (y - ay) * dy) / length));
        const v = width / 2 - hypot(x - ax - t * dx, y - ay - t * dy);
        const i = y * set.width + x;
        if (v > data[i]) data[i] = v;
      }
    }
  }
  return { ...set, data };
}
