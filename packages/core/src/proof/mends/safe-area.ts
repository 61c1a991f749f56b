import type { Part } from '../../parts';
import { boxCentre, boxOfPoints } from '../../geometry';
import { moveInto, roomOf } from '../../spec';
import { titled } from '../../sentences';
import { inkPoints } from '../checks/safe-area';
import type { Mend, MendInput } from '../types';
import { belongingTo, hullOf, moveAll, overlapsAnew } from './move';

/**
 * Brings a part into the safe area, clear of what is to be kept clear, together with all that belongs to it; shrinks it
 * where there is no room. None where it would then lie over another.
 */
export function safeAreaMends(part: Part, input: MendInput): Mend[] {
  const { design, drawing, side } = input;
  const parts = belongingTo(design, part.id);
  if (parts.some((p) => p.locked)) return [];
  const group = drawing.groups.find((g) => g.part === part.id)!;
  // Of a picture by itself its ink counts, not its frame.
  const hull = parts.length === 1 ? inkPoints(group, input) : hullOf(drawing, parts);
  const fit = moveInto(roomOf(side, side.dpi), hull);
  const [cx, cy] = boxCentre(boxOfPoints(hull));
  if (!fit || overlapsAnew(drawing, parts, [cx, cy], fit)) return [];
  const edits = moveAll(design, parts, fit.scale, cx, cy, fit.x, fit.y);
  if (!edits) return [];
  const whole = { whole: parts.length === 1 ? 'no' : 'yes' };
  const said = titled(fit.scale < 1 ? 'mend.shrink-inside' : 'mend.move-inside', whole);
  return [{ id: 'move-inside', ...said, edits }];
}
