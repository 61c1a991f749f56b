import { applyEdits, mapAllParts, openSide, sidesOf, type Design } from '../design';
import { boxCentre, isEmptyBox } from '../geometry';
import type { Part } from '../parts';
import { onBoard } from './around';
import type { Measuring } from './fit-words';
import type { ByHand } from './types';

/** A design with what was set by hand. */
export function withByHand(design: Design, byHand: readonly ByHand[], measuring: Measuring): Design {
  let made = design;
  for (const b of byHand) {
    if (b.kind === 'inked') {
      made = applyEdits(made, [{ op: 'setInk', ink: b.ink, value: b.value }]);
      continue;
    }
    // Words were taken where they were fitted.
    if (b.kind === 'worded') continue;
    const side = sidesOf(made).find((s) => s.parts.some((p) => p.id === b.part));
    if (!side) continue;
    const opened = openSide(made, side.id);
    made = mapAllParts(made, (p) => (p.id === b.part ? changedByHand(p, b, opened, measuring) : p));
  }
  return made;
}

function changedByHand(
  part: Part,
  by: Exclude<ByHand, { kind: 'inked' | 'worded' }>,
  design: Design,
  measuring: Measuring,
): Part {
  const { place } = part;
  switch (by.kind) {
    case 'moved':
      return { ...part, place: { ...place, x: place.x + by.dx, y: place.y + by.dy } };
    case 'hidden':
      return { ...part, hidden: by.hidden };
    case 'spaced':
      return part.kind === 'lettering'
        ? { ...part, lines: part.lines.map((l) => ({ ...l, tracking: l.tracking + by.by })) }
        : part;
    case 'sized':
    case 'turned': {
      const changed: Part =
        by.kind === 'sized'
          ? { ...part, place: { ...place, scaleX: place.scaleX * by.by, scaleY: place.scaleY * by.by } }
          : { ...part, place: { ...place, turn: place.turn + by.by } };
      // About the middle of its ink.
      const middle = (p: Part): [number, number] => {
        const box = onBoard(p, design, measuring);
        return isEmptyBox(box) ? [p.place.x, p.place.y] : boxCentre(box);
      };
      const [[x0, y0], [x1, y1]] = [middle(part), middle(changed)];
      return {
        ...changed,
        place: { ...changed.place, x: changed.place.x + x0 - x1, y: changed.place.y + y0 - y1 },
      };
    }
  }
}
