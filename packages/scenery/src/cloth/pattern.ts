import Delaunator from 'delaunator';

/** Points of an outline on the pattern, inches: right of the middle, down from the high point of the shoulder. */
export type Point = readonly [x: number, y: number];

/** A part of a garment's outline. An open one is an edge of the cloth; any other is sewn to the other panel. */
export interface Run {
  points: readonly Point[];
  open: boolean;
}

/** Cloth cut and sewn, lying flat: vertices, what joins them, and where each is on its panel. */
export interface Sewn {
  /** x right, y up, z towards the viewer: the front panel before the back one. */
  at: Float32Array;
  triangles: { front: Uint32Array; back: Uint32Array };
  /** Right of the middle and down from the high point of the shoulder. */
  pattern: Float32Array;
  /** Distance to the nearest open edge. */
  edge: Float32Array;
  /** Vertices of front and back that lie over one another, in pairs. */
  pairs: Uint32Array;
  /** Neighbours along seams, in pairs. */
  seams: Uint32Array;
}

const within = (outline: readonly Point[], x: number, y: number): boolean => {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = [outline[i], outline[j]];
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  }
  return inside;
};

const toSegment = (p: Point, a: Point, b: Point): number => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
};

/** A polyline with a point at least every `h`. */
function spaced(points: readonly Point[], h: number): Point[] {
  const out: Point[] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    const n = Math.max(1, Math.round(Math.hypot(b[0] - a[0], b[1] - a[1]) / h));
    for (let k = 0; k < n; k++) out.push([a[0] + ((b[0] - a[0]) * k) / n, a[1] + ((b[1] - a[1]) * k) / n]);
  }
  return out;
}

/** A smooth line from one point to another by way of a third (a quadratic curve). */
export function curve(a: Point, by: Point, b: Point, steps = 24): Point[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const t = i / steps;
    const [p, q, r] = [(1 - t) ** 2, 2 * t * (1 - t), t * t];
    return [p * a[0] + q * by[0] + r * b[0], p * a[1] + q * by[1] + r * b[1]] as const;
  });
}

/**
 * Two panels sewn along the runs that are not open: those must be the same in both. `h` is about the distance of
 * vertices, inches. `random` gives numbers from 0 up to 1.
 */
export function sew(front: readonly Run[], back: readonly Run[], h: number, random: () => number): Sewn {
  const at: number[] = [];
  const pattern: number[] = [];
  const edge: number[] = [];
  const shared = new Map<string, number>();
  const seams: number[] = [];
  const panels = [front, back].map((runs, side) => {
    const outline: Point[] = [];
    const open: [Point, Point][] = [];
    const ids: number[] = [];
    for (const run of runs) {
      const points = spaced(run.points, h);
      for (let i = 0; i < points.length; i++) {
        const p = points[i];
        outline.push(p);
        // The first point of an open run is the last of a sewn one.
        const key = run.open && i > 0 ? null : `${p[0].toFixed(4)} ${p[1].toFixed(4)}`;
        const known = key !== null ? shared.get(key) : undefined;
        const before = ids[ids.length - 1];
        if (known !== undefined) ids.push(known);
        else {
          if (key !== null) shared.set(key, at.length / 3);
          ids.push(at.length / 3);
          at.push(p[0], -p[1], 0);
          pattern.push(p[0], p[1]);
        }
        if (side === 0 && !run.open && i > 0) seams.push(before, ids[ids.length - 1]);
      }
      if (run.open) for (let i = 1; i < run.points.length; i++) open.push([run.points[i - 1], run.points[i]]);
    }
    return { side, outline, open, ids };
  });
  const all = panels.flatMap((p) => p.outline);
  const [left, right] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[0]))];
  const [top, bottom] = [Math.min(...all.map((p) => p[1])), Math.max(...all.map((p) => p[1]))];
  const pairs: number[] = [];
  const near = (outline: readonly Point[], p: Point): boolean => {
    for (let i = 0; i < outline.length; i++)
      if (toSegment(p, outline[i], outline[(i + 1) % outline.length]) < 0.6 * h) return true;
    return false;
  };
  let row = 0;
  for (let y = top; y < bottom; y += h * 0.866, row++)
    for (let x = left + (row % 2 ? h / 2 : 0); x < right; x += h) {
      const p: Point = [x + (random() - 0.5) * 0.3 * h, y + (random() - 0.5) * 0.3 * h];
      const made = panels.map(({ outline, ids, side }) => {
        if (!within(outline, p[0], p[1]) || near(outline, p)) return -1;
        ids.push(at.length / 3);
        at.push(p[0], -p[1], side ? -0.02 : 0.02);
        pattern.push(p[0], p[1]);
        return ids[ids.length - 1];
      });
      if (made[0] >= 0 && made[1] >= 0) pairs.push(made[0], made[1]);
    }
  const [frontTriangles, backTriangles] = panels.map(({ outline, ids, side }) => {
    const { triangles } = Delaunator.from(
      ids.map((i) => [pattern[2 * i], pattern[2 * i + 1]] as [number, number]),
    );
    const kept: number[] = [];
    for (let t = 0; t < triangles.length; t += 3) {
      const [a, b, c] = [ids[triangles[t]], ids[triangles[t + 1]], ids[triangles[t + 2]]];
      const [x, y] = [0, 1].map((k) => (pattern[2 * a + k] + pattern[2 * b + k] + pattern[2 * c + k]) / 3);
      if (!within(outline, x, y)) continue;
      const turn =
        (pattern[2 * b] - pattern[2 * a]) * (pattern[2 * c + 1] - pattern[2 * a + 1]) -
        (pattern[2 * c] - pattern[2 * a]) * (pattern[2 * b + 1] - pattern[2 * a + 1]);
      if (Math.abs(turn) < 1e-6) continue;
      // The front looks at the viewer, the back away; the pattern's y runs down.
      if (turn < 0 !== Boolean(side)) kept.push(a, b, c);
      else kept.push(a, c, b);
    }
    return Uint32Array.from(kept);
  });
  const openOf = panels.map((p) => p.open);
  const inFront = new Set(frontTriangles);
  for (let i = 0; i < pattern.length / 2; i++) {
    const p: Point = [pattern[2 * i], pattern[2 * i + 1]];
    let d = 99;
    for (const [a, b] of openOf[inFront.has(i) ? 0 : 1]) d = Math.min(d, toSegment(p, a, b));
    edge.push(d);
  }
  return {
    at: Float32Array.from(at),
    triangles: { front: frontTriangles, back: backTriangles },
    pattern: Float32Array.from(pattern),
    edge: Float32Array.from(edge),
    pairs: Uint32Array.from(pairs),
    seams: Uint32Array.from(seams),
  };
}
