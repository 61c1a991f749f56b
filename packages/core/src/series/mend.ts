import { allParts, applyEdits, mapAllParts, openSide, sidesOf, type Design, type Edit } from '../design';
import { hypot, boxCentre, isEmptyBox } from '../geometry';
import type { Part } from '../parts';
import { onBoard } from './around';
import { withByHand } from './by-hand';
import type { Measuring } from './fit-words';
import { keyOfByHand, type ByHand } from './types';

/** What a table fills in a part: a mend that says it would undo the table. */
const FILLED: readonly string[] = ['lines', 'outlines', 'material', 'text', 'crop'];

/** How a part is moved and sized by hand so that it lies where another lies. Null where more than that was done to it. */
function placedByHand(before: Part, after: Part, was: Design, now: Design, by: Measuring): ByHand[] | null {
  const k = after.place.scaleX / before.place.scaleX;
  const even = Math.abs(after.place.scaleY / before.place.scaleY - k) < 1e-6;
  if (!even || !(k > 0) || after.place.turn !== before.place.turn) return null;
  const boxes = [onBoard(before, was, by), onBoard(after, now, by)];
  if (boxes.some(isEmptyBox)) return null;
  const [[x0, y0], [x1, y1]] = boxes.map(boxCentre);
  const { id: part } = before;
  return [
    ...(Math.abs(k - 1) > 1e-6 ? [{ kind: 'sized', part, by: k } as const] : []),
    ...(hypot(x1 - x0, y1 - y0) > 0.01 ? [{ kind: 'moved', part, dx: x1 - x0, dy: y1 - y0 } as const] : []),
  ];
}

const partNamed = (design: Design, id: string): Part | undefined => allParts(design).find((p) => p.id === id);

/** A design with the side open that a part is on. */
const openAt = (design: Design, part: string): Design =>
  openSide(design, sidesOf(design).find((s) => s.parts.some((p) => p.id === part))?.id ?? design.side.id);

/**
 * A mend of a row's design as what is set by hand in that row, relative to where the layout puts things, so that it holds
 * when layout and table change. Null where by hand does not say it.
 */
export function mendByHand(design: Design, edits: readonly Edit[], measuring: Measuring): ByHand[] | null {
  const mended = applyEdits(design, [...edits]);
  const out: ByHand[] = [];
  const base = design.colourways[0]?.id;
  const placed = new Set(edits.flatMap((e) => (e.op === 'place' ? [e.part] : [])));
  for (const edit of edits) {
    switch (edit.op) {
      case 'place': {
        const [before, after] = [partNamed(design, edit.part), partNamed(mended, edit.part)];
        const by =
          before &&
          after &&
          placedByHand(before, after, openAt(design, edit.part), openAt(mended, edit.part), measuring);
        if (!by) return null;
        out.push(...by);
        break;
      }
      case 'updatePart':
        // What is scaled along with a part that is sized is what sizing it does, too.
        if (!placed.has(edit.part)) return null;
        break;
      case 'overridePart':
        if (!placed.has(edit.part)) return null;
        break;
      case 'setInk':
        if (edit.colourway !== undefined && edit.colourway !== base) return null;
        out.push({ kind: 'inked', ink: edit.ink, value: edit.value });
        break;
      case 'addInk':
        break;
      case 'addKeyline': {
        const { ink, width, join, ...more } = edit.keyline;
        const found = mended.inks.find((i) => i.id === ink);
        if (!found || join !== 'round' || Object.values(more).some((v) => v !== undefined)) return null;
        out.push({ kind: 'outlined', part: edit.part, value: found.value, name: found.name, width });
        break;
      }
      case 'removeParts':
        out.push(...edit.parts.map((part): ByHand => ({ kind: 'hidden', part, hidden: true })));
        break;
      default:
        return null;
    }
  }
  return out.length ? out : null;
}

/** What is set by hand in a row with more of it: moves add up, sizes multiply, all else takes the place of the same. */
export function withMoreByHand(had: readonly ByHand[], more: readonly ByHand[]): ByHand[] {
  const all = new Map(had.map((b) => [keyOfByHand(b), b]));
  for (const b of more) {
    const key = keyOfByHand(b);
    const was = all.get(key);
    if (b.kind === 'moved' && was?.kind === 'moved')
      all.set(key, { ...b, dx: was.dx + b.dx, dy: was.dy + b.dy });
    else if (b.kind === 'sized' && was?.kind === 'sized') all.set(key, { ...b, by: was.by * b.by });
    else all.set(key, b);
  }
  return [...all.values()];
}

/** Whether a change names something by its id, wherever in it. */
const speaksOf = (value: unknown, ids: ReadonlySet<string>): boolean =>
  typeof value === 'string'
    ? ids.has(value)
    : typeof value === 'object' && value !== null && Object.values(value).some((v) => speaksOf(v, ids));

/**
 * The layout with what mends one of its rows, so that it mends all of them: what is moved or sized is so by as much as in
 * the row, all else is as the mend says. Null where the mend is about what the row alone has: its words, its figure.
 */
export function mendedLayout(
  layout: Design,
  rowDesign: Design,
  edits: readonly Edit[],
  measuring: Measuring,
): Design | null {
  const placed = new Set(edits.flatMap((e) => (e.op === 'place' ? [e.part] : [])));
  const moves: Edit[] = [];
  let made = layout;
  const has = (id: string) => partNamed(layout, id) !== undefined;
  // Inks that came with the row's own figure are none of the layout's.
  const added = new Set(edits.flatMap((e) => (e.op === 'addInk' ? [e.ink.id] : [])));
  const alien = new Set(
    rowDesign.inks.map((i) => i.id).filter((id) => !added.has(id) && !layout.inks.some((i) => i.id === id)),
  );
  const inked = (id: string) => made.inks.some((i) => i.id === id);
  for (const edit of edits) {
    switch (edit.op) {
      case 'place':
        if (!has(edit.part)) return null;
        moves.push(edit);
        break;
      case 'updatePart':
      case 'overridePart': {
        if (!has(edit.part)) return null;
        if (placed.has(edit.part)) break;
        if (
          Object.keys(edit.change ?? {}).some((key) => FILLED.includes(key)) ||
          speaksOf(edit.change, alien)
        )
          return null;
        made = applyEdits(made, [edit]);
        break;
      }
      case 'setInk':
        if (!inked(edit.ink)) return null;
        made = applyEdits(made, [edit]);
        break;
      case 'addInk':
        made = applyEdits(made, [edit]);
        break;
      case 'addKeyline':
        if (!has(edit.part) || !inked(edit.keyline.ink)) return null;
        made = applyEdits(made, [edit]);
        break;
      case 'removeParts':
        // Its places stay good: it is only not seen.
        if (!edit.parts.every(has)) return null;
        made = mapAllParts(made, (p) => (edit.parts.includes(p.id) ? { ...p, hidden: true } : p));
        break;
      default:
        return null;
    }
  }
  if (moves.length === 0) return made;
  // Sizes of what a part is dressed with go along with it: the row's edits are measured whole.
  const alone = edits.filter(
    (e) => (e.op === 'place' || e.op === 'updatePart' || e.op === 'overridePart') && placed.has(e.part),
  );
  const byHand = mendByHand(rowDesign, alone, measuring);
  return byHand && withByHand(made, byHand, measuring);
}
