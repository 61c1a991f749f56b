import { drawingBounds, printed, reachOfStroke, type Drawing, type DrawingNode } from '../drawing';
import {
  applyMatrix,
  convexHull,
  flatten,
  transformPath,
  type Box,
  type PathData,
  type Point,
} from '../geometry';

/** The points of an outline's polylines, each grown to eight about it by `reach`. */
function outlinePoints(path: PathData, reach: number): Point[] {
  const out: Point[] = [];
  for (const { points } of flatten(path, 1))
    for (let i = 0; i < points.length; i += 2) {
      const [x, y] = [points[i], points[i + 1]];
      if (reach <= 0) out.push([x, y]);
      else
        for (let k = 0; k < 8; k++)
          out.push([x + reach * Math.cos((k * Math.PI) / 4), y + reach * Math.sin((k * Math.PI) / 4)]);
    }
  return out;
}

function nodePoints(item: DrawingNode): Point[] {
  if (item.kind === 'group') {
    if (item.opacity <= 0) return [];
    const [clip] = item.clips ?? [];
    // What a clip leaves is within the clip's own outline.
    return clip ? outlinePoints(transformPath(clip.path, clip.matrix), 0) : item.items.flatMap(nodePoints);
  }
  if (item.kind === 'image') {
    const { left, top, right, bottom } = item.shown;
    const corners = [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ];
    return corners.map(([x, y]) => applyMatrix(item.matrix, x, y));
  }
  if (item.clips?.length) return outlinePoints(transformPath(item.clips[0].path, item.matrix), 0);
  return outlinePoints(transformPath(item.path, item.matrix), reachOfStroke(item) + 3 * (item.blur ?? 0));
}

const hulls = new WeakMap<Drawing, Point[]>();

/**
 * The hull of what a drawing draws, px, strokes and blurs included; no points where it draws nothing.
 * Drawings never change, so each is walked once, however many products it is placed on.
 */
export function inkHull(drawing: Drawing): Point[] {
  let hull = hulls.get(drawing);
  if (!hull) {
    // A hull for each group first, so that a design of many outlines does not sort them all at once.
    hull = convexHull(printed(drawing).flatMap((g) => convexHull(nodePoints(g))));
    hulls.set(drawing, hull);
  }
  return hull;
}

/** The box of a drawing's ink, board px; null where it draws nothing. */
export function inkBox(drawing: Drawing): Box | null {
  const box = drawingBounds(drawing);
  return box.right - box.left > 0.01 && box.bottom - box.top > 0.01 ? box : null;
}

/** An outline as polygons. */
export const polygonsOf = (path: PathData, tolerance: number): number[][] =>
  flatten(path, tolerance).map((l) => [...l.points]);

/** True when two convex polygons overlap (separating axes). */
export function convexOverlap(a: readonly Point[], b: readonly Point[]): boolean {
  for (const polygon of [a, b])
    for (let i = 0; i < polygon.length; i++) {
      const [p, q] = [polygon[i], polygon[(i + 1) % polygon.length]];
      const [nx, ny] = [q[1] - p[1], p[0] - q[0]];
      const span = (list: readonly Point[]) => {
        const along = list.map(([x, y]) => x * nx + y * ny);
        return [Math.min(...along), Math.max(...along)];
      };
      const [a0, a1] = span(a);
      const [b0, b1] = span(b);
      if (a1 <= b0 || b1 <= a0) return false;
    }
  return true;
}
