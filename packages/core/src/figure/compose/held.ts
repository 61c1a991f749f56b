import { boxCentre, boxHeight, boxWidth, type Box } from '../../geometry';
import { HELD } from '../book';
import type { Held } from '../types';
import type { Desk } from './desk';
import { fillsBox, moved, pinned } from './geometry';
import type { Laid, Sitter } from './sitter';

const BY_ID = new Map(HELD.map((h) => [h.id, h]));

/** What nobody set a grip for is held by its middle. */
const plainHeld = (id: string, box: Box): Held => ({
  ...{ id, words: [], facing: 0, size: 0.42, behind: false, way: 'held' },
  grip: { x: boxCentre(box)[0], y: boxCentre(box)[1] },
});

/**
 * The scale of a thing in a hand or mouth, near `k`; null where it cannot be held so: a stick is to reach the ground, and
 * what hangs from a mouth is to clear it.
 */
function scaleHeld({ subject }: Sitter, { way, grip }: Held, box: Box, k: number): number | null {
  const { by, y } = subject.hold;
  const below = box.bottom - grip.y;
  const room = subject.ground - y;
  if (by === 'none') return null;
  if (way === 'stands')
    return by === 'hand' && room > 4 ? Math.min(1.35 * k, Math.max(0.7 * k, room / below)) : null;
  if (by === 'hand' || below * k <= room + 0.5) return k;
  return room / below > 0.55 * k ? room / below : null;
}

/** What is held: by its grip where there is a hand or a mouth for it, else on the ground before the figure, one after the other. */
export function heldBy(sitter: Sitter, desk: Desk): Laid[] {
  const { subject, box, width, ahead } = sitter;
  /** Where the next thing on the ground comes to stand. */
  let before = ahead < 0 ? box.left : box.right;
  let first = true;
  return desk.request.held.flatMap((asked): Laid[] => {
    const thing = desk.choose(asked);
    if (!thing) return [];
    const own = fillsBox(thing.fills);
    const held = BY_ID.get(thing.id) ?? plainHeld(thing.id, own);
    const grip = [held.grip.x, held.grip.y] as const;
    const depth = held.behind ? 'behind' : 'front';
    const mirror = held.facing !== 0 && held.facing !== ahead ? -1 : 1;
    const usual = (asked.scale * held.size * width) / Math.max(boxWidth(own), boxHeight(own));
    const k = usual * (1 + 0.14 * desk.some());
    if (held.way === 'over') {
      const over = [subject.head.x, subject.head.y + 0.1 * width] as const;
      return [{ depth: 'behind', piece: moved(thing, pinned(grip, over, 5 * desk.some(), k)) }];
    }
    const inHand = first ? scaleHeld(sitter, held, own, k) : null;
    const face = first && subject.hold.by === 'none' && !held.behind && held.way !== 'stands';
    first = false;
    if (inHand !== null) {
      const lean = held.way === 'hangs' ? 0 : 6 * desk.some();
      const m = pinned(grip, [subject.hold.x, subject.hold.y], lean, mirror * inHand, inHand);
      return [{ depth, piece: moved(thing, m) }];
    }
    // A face alone has it before its chin; others find it on the ground before them.
    const w = k * boxWidth(own);
    const x = face ? subject.hold.x : before + ahead * (w / 2 + 0.4);
    if (!face) before += ahead * (w + 0.8);
    const m = pinned([boxCentre(own)[0], own.bottom], [x, subject.ground], 0, mirror * k, k);
    return [{ depth, piece: moved(thing, m) }];
  });
}
