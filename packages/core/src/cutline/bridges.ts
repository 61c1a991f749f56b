import type { Field } from './field';
import type { Loop } from './contour';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, floor, hypot, max, min } = Math;

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

/** The shortest bridges that make one piece of several (Prim 1957 over the pieces' outer lines). */
export function bridgesBetween(loops: readonly Loop[]): Bridge[] {
  const outer = loops.filter((l) => l.area > 0).sort((a, b) => b.area - a.area);
  if (outer.length < 2) return [];
  const left = new Set(outer.keys());
  left.delete(0);
  const nearest = new Map([...left].map((i) => [i, nearestPoints(outer[0].points, outer[i].points)]));
  const found: Bridge[] = [];
  while (left.size) {
    const next = [...left].reduce((a, b) => (nearest.get(b)!.d < nearest.get(a)!.d ? b : a));
    left.delete(next);
    found.push(nearest.get(next)!.bridge);
    for (const i of left) {
      const other = nearestPoints(outer[next].points, outer[i].points);
      if (other.d < nearest.get(i)!.d) nearest.set(i, other);
    }
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
