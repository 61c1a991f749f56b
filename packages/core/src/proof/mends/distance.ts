import type { Part } from '../../parts';
import { groupHull } from '../../drawing';
import { boxCentre, boxOfPoints, type Point } from '../../geometry';
import { fitsIn, roomOf } from '../../spec';
import { titled } from '../../sentences';
import type { Finding, Mend, MendInput } from '../types';
import { moveAll, overlapsAnew } from './move';

/**
 * Enlarges the smallest lettering until it reads well, where there is room for that: in the safe area, and beside what
 * lies around it.
 */
export function distanceMends(
  { figure, threshold, severity }: Finding,
  part: Part,
  { design, drawing, side }: MendInput,
): Mend[] {
  if (severity === 'note' || part.locked) return [];
  const k = (threshold / figure) * 1.005;
  const hull = groupHull(drawing.groups.find((g) => g.part === part.id)!);
  const [cx, cy] = boxCentre(boxOfPoints(hull));
  const larger = hull.map(([x, y]): Point => [cx + (x - cx) * k, cy + (y - cy) * k]);
  if (!fitsIn(roomOf(side, side.dpi), larger)) return [];
  if (overlapsAnew(drawing, [part], [cx, cy], { scale: k, x: cx, y: cy })) return [];
  const edits = moveAll(design, [part], k, cx, cy, cx, cy);
  if (!edits) return [];
  return [{ id: 'enlarge', ...titled('mend.enlarge-to-read', { m: threshold }), edits }];
}
