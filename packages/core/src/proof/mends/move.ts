import type { Edit } from '../../design';
import type { Part } from '../../parts';

/** Maps parts with their live copies: scaled by `k` about (cx, cy), then that point moved to (tx, ty). */
export const moveAll = (
  parts: readonly Part[],
  k: number,
  cx: number,
  cy: number,
  tx: number,
  ty: number,
): Edit[] =>
  parts.flatMap(({ id, place, repeat }): Edit[] => [
    {
      op: 'place',
      part: id,
      place: {
        x: tx + (place.x - cx) * k,
        y: ty + (place.y - cy) * k,
        scaleX: place.scaleX * k,
        scaleY: place.scaleY * k,
      },
    },
    ...(repeat && k !== 1
      ? [
          {
            op: 'updatePart' as const,
            part: id,
            change: { repeat: { ...repeat, dx: repeat.dx * k, dy: repeat.dy * k } },
          },
        ]
      : []),
  ]);
