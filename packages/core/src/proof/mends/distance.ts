import type { Part } from '../../parts';
import { groupBounds } from '../../drawing';
import { boxCentre, boxHeight, boxWidth } from '../../geometry';
import { safeBox } from '../../spec';
import type { Finding, Mend, MendInput } from '../types';
import { moveAll } from './move';

/** Enlarges the smallest lettering until it reads well, where there is room for that in the safe area. */
export function distanceMends(
  { figure, threshold, severity }: Finding,
  part: Part,
  input: MendInput,
): Mend[] {
  if (severity === 'note') return [];
  const k = (threshold / figure) * 1.005;
  const box = groupBounds(input.drawing.groups.find((g) => g.part === part.id)!);
  const [cx, cy] = boxCentre(box);
  const [halfW, halfH] = [(boxWidth(box) / 2) * k, (boxHeight(box) / 2) * k];
  const safe = safeBox(input.side);
  if (cx - halfW < safe.left || cx + halfW > safe.right || cy - halfH < safe.top || cy + halfH > safe.bottom)
    return [];
  return [
    {
      id: 'enlarge',
      title: `Enlarge it until it reads well from ${threshold} m`,
      edits: moveAll([part], k, cx, cy, cx, cy),
    },
  ];
}
