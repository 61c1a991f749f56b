import {
  applyMatrix,
  convexHull,
  cornersOf,
  flatten,
  transformPath,
  type Box,
  type PathData,
  type Point,
} from '../geometry';
import { drawingBounds, printed } from './bounds';
import { reachOfStroke } from './node';
import type { Drawing, DrawingNode, Group } from './types';

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

/** Of points that each hold all that is drawn within their hulls, those of the smallest hull. */
function smallestOf(hulls: readonly Point[][]): Point[] {
  if (hulls.length === 1) return hulls[0];
  const area = (points: readonly Point[]) => {
    const xs = points.map((p) => p[0]);
    const ys = points.map((p) => p[1]);
    const span = (v: readonly number[]) =>
      v.reduce((a, b) => Math.max(a, b), -Infinity) - v.reduce((a, b) => Math.min(a, b), Infinity);
    return points.length ? span(xs) * span(ys) : 0;
  };
  return hulls.reduce((best, hull) => (area(hull) < area(best) ? hull : best));
}

function nodePoints(item: DrawingNode): Point[] {
  if (item.kind === 'group') {
    if (item.opacity <= 0) return [];
    // What a clip or a mask leaves is within the clip's own outline, and within what is cut.
    const clips = (item.clips ?? []).map((clip) => outlinePoints(transformPath(clip.path, clip.matrix), 0));
    const mask = item.mask?.shows === 'covered' ? [item.mask.nodes.flatMap(nodePoints)] : [];
    return smallestOf([item.items.flatMap(nodePoints), ...clips, ...mask]);
  }
  if (item.kind === 'image') {
    return cornersOf(item.shown).map(([x, y]) => applyMatrix(item.matrix, x, y));
  }
  if (item.clips?.length) return outlinePoints(transformPath(item.clips[0].path, item.matrix), 0);
  return outlinePoints(transformPath(item.path, item.matrix), reachOfStroke(item) + 3 * (item.blur ?? 0));
}

const groupHulls = new WeakMap<Group, Point[]>();

/** The hull of what a group draws, px, strokes and blurs included; no points where it draws nothing. */
export function groupHull(group: Group): Point[] {
  let hull = groupHulls.get(group);
  if (!hull) groupHulls.set(group, (hull = convexHull(nodePoints(group))));
  return hull;
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
    hull = convexHull(printed(drawing).flatMap(groupHull));
    hulls.set(drawing, hull);
  }
  return hull;
}

/** The box of a drawing's ink, board px; null where it draws nothing. */
export function inkBox(drawing: Drawing): Box | null {
  const box = drawingBounds(drawing);
  return box.right - box.left > 0.01 && box.bottom - box.top > 0.01 ? box : null;
}
