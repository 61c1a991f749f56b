import {
  hypot,
  CLOSE,
  flatten,
  islandsOf,
  LINE,
  MOVE,
  pathBounds,
  type OutlineOps,
  type PathData,
} from '../geometry';
import { widthOf } from './width';

/** The farthest that a piece may lie from another to be joined with it, in narrowest pieces. */
const FARTHEST = 4;
/** How far a bridge reaches into what it joins, in its own widths. */
const INTO = 0.5;

/** The nearest two points of two outlines, by the corners of both as polygons and what lies across from them. */
function nearest(a: PathData, b: PathData): { from: [number, number]; to: [number, number]; far: number } {
  let best = { from: [0, 0] as [number, number], to: [0, 0] as [number, number], far: Infinity };
  const across = (points: number[][], lines: number[][], turned: boolean) => {
    for (const p of points)
      for (let i = 0; i + 1 < p.length; i += 2)
        for (const q of lines)
          for (let k = 0; k + 1 < q.length; k += 2) {
            const j = (k + 2) % q.length;
            const [dx, dy] = [q[j] - q[k], q[j + 1] - q[k + 1]];
            const [x, y] = [p[i] - q[k], p[i + 1] - q[k + 1]];
            const t = Math.max(0, Math.min(1, (x * dx + y * dy) / (dx * dx + dy * dy || 1)));
            const far = hypot(x - t * dx, y - t * dy);
            if (far >= best.far) continue;
            const [own, other]: [number, number][] = [
              [p[i], p[i + 1]],
              [q[k] + t * dx, q[k + 1] + t * dy],
            ];
            best = turned ? { from: other, to: own, far } : { from: own, to: other, far };
          }
  };
  const [pa, pb] = [a, b].map((path) => flatten(path, 0.2).map((l) => l.points));
  across(pa, pb, false);
  across(pb, pa, true);
  return best;
}

/** A straight strip from one place to another, reaching on at both ends. */
function strip(
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  width: number,
): PathData {
  const length = hypot(x1 - x0, y1 - y0) || 1;
  const [ux, uy] = [(x1 - x0) / length, (y1 - y0) / length];
  const [nx, ny] = [(-uy * width) / 2, (ux * width) / 2];
  const [ax, ay] = [x0 - ux * INTO * width, y0 - uy * INTO * width];
  const [bx, by] = [x1 + ux * INTO * width, y1 + uy * INTO * width];
  return [
    ...[MOVE, ax - nx, ay - ny, LINE, bx - nx, by - ny],
    ...[LINE, bx + nx, by + ny, LINE, ax + nx, ay + ny, CLOSE],
  ];
}

/**
 * A film whose pieces that are narrower than `least` are joined to the nearest piece that holds by a bridge `width` wide,
 * where one lies within four times `least`; those farther off stay as they are. px.
 */
export function bridged(path: PathData, least: number, width: number, ops: OutlineOps): PathData {
  const islands = islandsOf(path).map((island) => ({
    island,
    box: pathBounds(island),
    small: widthOf(island) < least,
  }));
  const large = islands.filter((i) => !i.small);
  const far = FARTHEST * least;
  let out = path;
  for (const { island, box } of islands.filter((i) => i.small)) {
    const near = large.filter(
      ({ box: b }) =>
        b.left - far <= box.right &&
        box.left - far <= b.right &&
        b.top - far <= box.bottom &&
        box.top - far <= b.bottom,
    );
    const found = near.map((n) => nearest(island, n.island)).sort((p, q) => p.far - q.far)[0];
    if (found && found.far <= far) out = ops.unite(out, strip(found.from, found.to, width));
  }
  return out;
}
