import {
  allParts,
  applyEdits,
  freshId,
  mapAllParts,
  openSide,
  scaledPart,
  sidesOf,
  type Design,
} from '../design';
import { boxCentre, isEmptyBox } from '../geometry';
import { isDressed, type Part } from '../parts';
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
    if (b.kind === 'outlined') {
      made = outlined(made, b);
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

/** A design with a keyline around a part, in an ink of that value: one that it has, or a new one. */
function outlined(design: Design, by: Extract<ByHand, { kind: 'outlined' }>): Design {
  const { part, value, name, width } = by;
  // The layout may have another part there since, which takes none.
  if (!allParts(design).some((p) => p.id === part && isDressed(p))) return design;
  const known = design.inks.find((i) => i.value === value);
  const id =
    known?.id ??
    freshId(
      'keyline',
      design.inks.map((i) => i.id),
    );
  return applyEdits(design, [
    ...(known ? [] : [{ op: 'addInk', ink: { id, name, value } } as const]),
    { op: 'addKeyline', part, keyline: { ink: id, width, join: 'round' } },
  ]);
}

function changedByHand(
  part: Part,
  by: Exclude<ByHand, { kind: 'inked' | 'worded' | 'outlined' }>,
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
          ? // With its keylines and shades, as the board sizes it.
            scaledPart(part, by.by, 0, 0)
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
