import { fitted, mapAllParts, openSide, sidesOf, type Design } from '../design';
import { boxHeight, boxWidth, EMPTY_BOX, isEmptyBox, transformBox, unite, type Box } from '../geometry';
import type { Part } from '../parts';
import { partMatrix } from '../resolve';
import type { Measuring } from './fit-words';

/** Words of a place that became higher or lower. */
export interface Shift {
  side: string;
  part: string;
  /** How much higher the words became, board px. */
  by: number;
}

/** A part's ink on the board. */
export const onBoard = (part: Part, design: Design, { boxOf }: Measuring): Box => {
  const box = boxOf(part, design);
  return isEmptyBox(box) ? EMPTY_BOX : transformBox(box, partMatrix(part));
};

/** What lies wholly above words that became higher moves up by half of it, what lies below down; backdrops stay. */
export function pushed(
  design: Design,
  layout: Design,
  { side, part, by }: Shift,
  measuring: Measuring,
): Design {
  const before = openSide(layout, side);
  const words = before.parts.find((p) => p.id === part)!;
  const at = onBoard(words, before, measuring);
  if (isEmptyBox(at)) return design;
  // Ink that reaches a little into the words' line is above or below it all the same.
  const slack = boxHeight(at) * 0.25;
  const way = new Map<string, number>();
  for (const p of before.parts) {
    if (p.id === part) continue;
    const box = onBoard(p, before, measuring);
    if (isEmptyBox(box)) continue;
    if (box.top >= at.bottom - slack) way.set(p.id, by / 2);
    else if (box.bottom <= at.top + slack) way.set(p.id, -by / 2);
  }
  return mapAllParts(design, (p) =>
    way.has(p.id) ? { ...p, place: { ...p.place, y: p.place.y + way.get(p.id)! } } : p,
  );
}

/** All that shows on the open side, board px. */
const artworkBox = (design: Design, measuring: Measuring): Box =>
  design.parts
    .filter((p) => !p.hidden)
    .reduce((sum, p) => {
      const box = onBoard(p, design, measuring);
      return isEmptyBox(box) ? sum : unite(sum, box);
    }, EMPTY_BOX);

/** How much of the layout's width and height artwork may be more, before it is scaled. */
const SLACK = 1.005;

/** Each side's artwork scaled back into the room of the layout's, where it has grown out of it. */
export function wholeAgain(design: Design, layout: Design, measuring: Measuring): Design {
  const open = design.side.id;
  let whole = design;
  for (const { id } of sidesOf(layout)) {
    const [was, now] = [openSide(layout, id), openSide(whole, id)];
    const [room, box] = [artworkBox(was, measuring), artworkBox(now, measuring)];
    if (isEmptyBox(room) || isEmptyBox(box)) continue;
    const out = Math.max(
      boxWidth(box) / Math.max(1, boxWidth(room)),
      boxHeight(box) / Math.max(1, boxHeight(room)),
    );
    if (out > SLACK) whole = openSide(fitted(now, box, room), open);
    else whole = openSide(now, open);
  }
  return whole;
}
