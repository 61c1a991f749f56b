import { boxCentre, boxWidth, isEmptyBox, type Box } from '../geometry';
import { refit, type RefitFrames } from './refit';
import { NO_AIDS, type Board, type Design } from './types';
import type { LetteringPart, Part } from '../parts';

/** The colourway of a starter that is made for pale garments, by its id; its base is made for dark ones. */
export const DAY = 'day';

/** Parts of a starter that are made for the seller's own words: lettering with a slot, front first. */
export const wordSlots = (starter: Design): LetteringPart[] =>
  starter.parts.filter((p): p is LetteringPart => p.kind === 'lettering' && p.slot !== null);

/** Its places for words in the order in which they are read: from the top down, side by side from the left. */
export const wordsAsRead = (starter: Design): LetteringPart[] => {
  // What overlaps in height by more than this share of the board is on one line, as far as a reader sees.
  const row = starter.board.height / 20;
  return [...wordSlots(starter)].sort((a, b) => {
    const down = Math.round(a.place.y / row) - Math.round(b.place.y / row);
    return down || a.place.x - b.place.x;
  });
};

/** What a lettering part says, its lines one below the other. */
export const wordsOf = (part: LetteringPart): string => part.lines.map((l) => l.text).join('\n');

/**
 * A lettering part that says something else, line by line as its lines are dressed (further ones as the
 * last). It stays about its middle, and is made smaller where it would be wider than it was. `boxOf`
 * measures a part's ink in its own units.
 */
export function reworded(part: LetteringPart, words: string, boxOf: (part: Part) => Box): LetteringPart {
  if (words === wordsOf(part)) return part;
  const lines = words.split('\n').map((text, i) => {
    const like = part.lines[Math.min(i, part.lines.length - 1)];
    // The looks of single letters belong to the words that were there.
    return { ...like, text, spans: like.text === text ? like.spans : [] };
  });
  const said = { ...part, lines };
  if (part.baseline.kind !== 'straight') return fitted(part, said, boxOf);
  const [before, after] = [boxOf(part), boxOf(said)];
  if (isEmptyBox(before) || isEmptyBox(after)) return said;
  const k = Math.min(1, boxWidth(before) / Math.max(1e-9, boxWidth(after)));
  const { x, y, turn, scaleX, scaleY } = part.place;
  const [bx, by] = boxCentre(before);
  const [ax, ay] = boxCentre(after);
  // From the part's own units to the board, about its origin.
  const [dx, dy] = [(bx - ax * k) * scaleX, (by - ay * k) * scaleY];
  const r = (turn * Math.PI) / 180;
  return {
    ...said,
    place: {
      ...part.place,
      x: x + dx * Math.cos(r) - dy * Math.sin(r),
      y: y + dx * Math.sin(r) + dy * Math.cos(r),
      scaleX: scaleX * k,
      scaleY: scaleY * k,
    },
  };
}

/** Lettering that runs along something keeps its place, and gets smaller letters where the words are longer. */
function fitted(part: LetteringPart, said: LetteringPart, boxOf: (part: Part) => Box): LetteringPart {
  const straight = (p: LetteringPart) => boxOf({ ...p, baseline: { kind: 'straight' }, envelope: null });
  const [before, after] = [straight(part), straight(said)];
  if (isEmptyBox(before) || isEmptyBox(after)) return said;
  const k = Math.min(1, boxWidth(before) / Math.max(1e-9, boxWidth(after)));
  return { ...said, lines: said.lines.map((l) => ({ ...l, size: l.size * k })) };
}

/** A design whose inks have a colourway's values, which then is its base; other colourways are dropped. */
export function baseFrom(design: Design, id: string): Design {
  const wanted = design.colourways.find((c) => c.id === id) ?? design.colourways[0];
  return {
    ...design,
    inks: design.inks.map((ink) => ({ ...ink, value: wanted?.inks[ink.id] ?? ink.value })),
    parts: design.parts.map((p) => ({ ...p, ...wanted?.parts?.[p.id] }) as Part),
    colourways: [{ id: 'base', name: 'Base', inks: {}, garments: [] }],
  };
}

export interface FromStarter {
  name: string;
  board: Board;
  /** What of the starter's board is to fit into what of the new one; the whole boards when left out. */
  frames?: RefitFrames;
  backdrop: string;
  garments: string[];
  /** The garment is pale: the starter's `day` is taken. */
  pale: boolean;
  /** By part id, what its slot says. */
  words: Record<string, string>;
  boxOf: (part: Part) => Box;
}

/** A new design made from a starter, which itself stays as it is. Its slots are filled and gone. */
export function fromStarter(starter: Design, made: FromStarter): Design {
  const { name, board, frames, backdrop, garments, pale, words, boxOf } = made;
  const worded: Design = {
    ...starter,
    parts: starter.parts.map((part) => {
      const said = words[part.id];
      const filled = part.kind === 'lettering' && said?.trim() ? reworded(part, said, boxOf) : part;
      return { ...filled, slot: null };
    }),
  };
  const there = refit(baseFrom(worded, pale ? DAY : 'base'), board, 'scale', frames);
  return { ...there, name, backdrop, garments, accepted: [], aids: NO_AIDS };
}
