import type { Edit } from '../../design';
import type { Part } from '../../parts';
import { boxCentre, boxHeight, boxWidth, type Box } from '../../geometry';
import { safeBox } from '../../spec';
import { inkBox } from '../checks/safe-area';
import type { Mend, MendInput } from '../types';
import { moveAll } from './move';

/** Moves, and where need be shrinks, a part so that its box lies in `safe`. */
function moveInside(part: Part, box: Box, safe: Box): Edit[] {
  const shrink = Math.min(1, boxWidth(safe) / boxWidth(box), boxHeight(safe) / boxHeight(box));
  const k = shrink < 1 ? shrink * 0.995 : 1;
  const [cx, cy] = boxCentre(box);
  const halfW = (boxWidth(box) * k) / 2;
  const halfH = (boxHeight(box) * k) / 2;
  const clamp = (v: number, low: number, high: number) => Math.max(low, Math.min(high, v));
  const nx = clamp(cx, safe.left + halfW, safe.right - halfW);
  const ny = clamp(cy, safe.top + halfH, safe.bottom - halfH);
  return moveAll([part], k, cx, cy, nx, ny);
}

/** Brings a part into the safe area. */
export function safeAreaMends(part: Part, input: MendInput): Mend[] {
  const box = inkBox(
    input.drawing.groups.find((g) => g.part === part.id)!,
    input,
  );
  const safe = safeBox(input.side);
  const shrinks = boxWidth(box) > boxWidth(safe) || boxHeight(box) > boxHeight(safe);
  return [
    {
      id: 'move-inside',
      title: shrinks ? 'Shrink it to fit the safe area' : 'Move it inside the safe area',
      edits: moveInside(part, box, safe),
    },
  ];
}
