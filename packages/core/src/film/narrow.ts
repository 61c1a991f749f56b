import { hypot, flatten, unite, type Box, type PathData } from '../geometry';

/** A straight stretch of an outline; its normal points into the ink. */
interface Edge {
  x: number;
  y: number;
  dx: number;
  dy: number;
  length: number;
  nx: number;
  ny: number;
}

/** How far apart two sides may look away from one another and still enclose a line or a gap: about 25°. */
const OPPOSITE = 0.9;
/** Places along an outline that are looked at for each narrowest width. */
const PER_WIDTH = 3;
/** A stretch shorter than this many narrowest widths is none: corners are always narrow. */
const LEAST_LONG = 0.75;

function edgesOf(path: PathData): Edge[][] {
  return flatten(path, 0.1).map(({ points: p }) => {
    const edges: Edge[] = [];
    for (let i = 0; i + 1 < p.length; i += 2) {
      const [x, y] = [p[i], p[i + 1]];
      const j = (i + 2) % p.length;
      const [dx, dy] = [p[j] - x, p[j + 1] - y];
      const length = hypot(dx, dy);
      // Outer lines turn clockwise (y down), holes the other way: the ink lies to the right.
      if (length > 1e-9) edges.push({ x, y, dx, dy, length, nx: -dy / length, ny: dx / length });
    }
    return edges;
  });
}

/** Edges by the cells of a grid that they pass. */
function gridOf(edges: readonly Edge[], cell: number): (box: Box) => Set<Edge> {
  const cells = new Map<string, Edge[]>();
  const each = (box: Box, put: (key: string) => void) => {
    const [l, t, r, b] = [box.left, box.top, box.right, box.bottom].map((v) => Math.floor(v / cell));
    for (let i = l; i <= r; i++) for (let j = t; j <= b; j++) put(`${i} ${j}`);
  };
  for (const edge of edges) {
    // A long edge is put into the cells along it, not into all of its box.
    const pieces = Math.max(1, Math.ceil(edge.length / cell));
    for (let k = 0; k < pieces; k++) {
      const at = (t: number): [number, number] => [edge.x + edge.dx * t, edge.y + edge.dy * t];
      const [[x0, y0], [x1, y1]] = [at(k / pieces), at((k + 1) / pieces)];
      each(
        { left: Math.min(x0, x1), top: Math.min(y0, y1), right: Math.max(x0, x1), bottom: Math.max(y0, y1) },
        (key) => {
          const list = cells.get(key);
          if (list) {
            if (list.at(-1) !== edge) list.push(edge);
          } else cells.set(key, [edge]);
        },
      );
    }
  }
  return (box) => {
    const found = new Set<Edge>();
    each(box, (key) => cells.get(key)?.forEach((edge) => found.add(edge)));
    return found;
  };
}

/** A stretch that is too narrow: around it, and how wide it is where it is narrowest. */
export interface NarrowPlace {
  box: Box;
  width: number;
}

/**
 * Where an outline is narrower than `least` (path units): its ink (`line`), or what lies between its edges (`gap`). Along
 * every edge it is looked straight across to the nearest one, which must face it; stretches that are long enough to be
 * more than a corner are joined into places. The time grows with the length of the outline.
 */
export function narrowPlaces(path: PathData, least: number, of: 'line' | 'gap'): NarrowPlace[] {
  const lines = edgesOf(path);
  const near = gridOf(lines.flat(), Math.max(least, 1));
  const sign = of === 'line' ? 1 : -1;
  const runs: (NarrowPlace & { long: number })[] = [];
  for (const edges of lines) {
    let run: (NarrowPlace & { long: number }) | null = null;
    const end = () => {
      if (run && run.long >= LEAST_LONG * least) runs.push(run);
      run = null;
    };
    for (const edge of edges) {
      const samples = Math.max(1, Math.ceil((edge.length * PER_WIDTH) / least));
      for (let k = 0; k < samples; k++) {
        const t = (k + 0.5) / samples;
        const [x, y] = [edge.x + edge.dx * t, edge.y + edge.dy * t];
        const [rx, ry] = [sign * edge.nx * least, sign * edge.ny * least];
        const across = distanceAcross(near, edge, x, y, rx, ry);
        if (across === null) end();
        else {
          const [ex, ey] = [x + rx * across, y + ry * across];
          const box = {
            left: Math.min(x, ex),
            top: Math.min(y, ey),
            right: Math.max(x, ex),
            bottom: Math.max(y, ey),
          };
          const long = edge.length / samples;
          const width = across * least;
          run = run
            ? { box: unite(run.box, box), long: run.long + long, width: Math.min(run.width, width) }
            : { box, long, width };
        }
      }
    }
    end();
  }
  return joined(runs);
}

/** How far it is across to the nearest edge that faces this one, as a share of the way looked along; null where none is near. */
function distanceAcross(
  near: (box: Box) => Set<Edge>,
  own: Edge,
  x: number,
  y: number,
  rx: number,
  ry: number,
): number | null {
  let [nearest, facing] = [1, false];
  const box = {
    left: Math.min(x, x + rx),
    top: Math.min(y, y + ry),
    right: Math.max(x, x + rx),
    bottom: Math.max(y, y + ry),
  };
  for (const edge of near(box)) {
    if (edge === own) continue;
    const cross = rx * edge.dy - ry * edge.dx;
    if (Math.abs(cross) < 1e-12) continue;
    const [ox, oy] = [edge.x - x, edge.y - y];
    const t = (ox * edge.dy - oy * edge.dx) / cross;
    const u = (ox * ry - oy * rx) / cross;
    if (t <= 1e-6 || t >= nearest || u < 0 || u > 1) continue;
    nearest = t;
    facing = edge.nx * own.nx + edge.ny * own.ny < -OPPOSITE;
  }
  return facing ? nearest : null;
}

/** Places whose boxes overlap made one. */
function joined(places: readonly NarrowPlace[]): NarrowPlace[] {
  let out = [...places];
  for (let again = true; again;) {
    again = false;
    const next: NarrowPlace[] = [];
    for (const { box, width } of out) {
      const at = next.findIndex(
        ({ box: b }) =>
          b.left <= box.right && box.left <= b.right && b.top <= box.bottom && box.top <= b.bottom,
      );
      if (at < 0) next.push({ box, width });
      else {
        next[at] = { box: unite(next[at].box, box), width: Math.min(next[at].width, width) };
        again = true;
      }
    }
    out = next;
  }
  return out;
}
