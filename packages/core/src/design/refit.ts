import { boxCentre, boxHeight, boxWidth, type Box } from '../geometry';
import { mapField } from '../fields';
import { mapPart, type Part } from '../parts';
import { OVERRIDE_FIELD } from './fields';
import type { Board, Design, PartOverride } from './types';

/** True when two boards have the same pixels and resolution. */
export const sameBoard = (a: Board, b: Board): boolean =>
  a.width === b.width && a.height === b.height && a.dpi === b.dpi;

/** A part `k` times as large about the board's origin, with all that counts board px; then moved by (dx, dy). */
export const scaledPart = (part: Part, k: number, dx = 0, dy = 0): Part => ({
  ...mapPart(part, { board: (px) => px * k }),
  place: {
    ...part.place,
    x: part.place.x * k + dx,
    y: part.place.y * k + dy,
    scaleX: part.place.scaleX * k,
    scaleY: part.place.scaleY * k,
  },
});

/** What a colourway says of a part, at another scale. */
export const scaledOverride = (override: PartOverride, k: number): PartOverride =>
  mapField(OVERRIDE_FIELD, override, { board: (px) => px * k });

/**
 * How the artwork goes onto another board: `scale` grows or shrinks it so that one frame (the safe
 * area, say) just fits into the other; `size` keeps its size in inches, about the boards' middles;
 * `position` keeps its size and its distance from the top left corner.
 */
export type RefitHow = 'scale' | 'size' | 'position';

/** A frame on the old board and the one on the new board that answers to it, board px. */
export interface RefitFrames {
  from: Box;
  to: Box;
}

const whole = (board: Board): Box => ({ left: 0, top: 0, right: board.width, bottom: board.height });

/**
 * The design on another board. Sizes that count board px (keylines, strokes, shades, guides) go with
 * the artwork. `frames` are the whole boards when left out; they matter for `scale` alone.
 */
export function refit(
  design: Design,
  board: Board,
  how: RefitHow = 'scale',
  frames: RefitFrames = { from: whole(design.board), to: whole(board) },
): Design {
  if (how === 'scale' ? sameFrames(design.board, board, frames) : sameBoard(design.board, board))
    return { ...design, board };
  const inches = board.dpi / design.board.dpi;
  const { from, to } = how === 'scale' ? frames : { from: whole(design.board), to: whole(board) };
  const k =
    how === 'scale' ? Math.min(boxWidth(to) / boxWidth(from), boxHeight(to) / boxHeight(from)) : inches;
  const [fx, fy] = how === 'position' ? [0, 0] : boxCentre(from);
  const [tx, ty] = how === 'position' ? [0, 0] : boxCentre(to);
  const [dx, dy] = [tx - fx * k, ty - fy * k];
  const parts = design.parts.map((part) => scaledPart(part, k, dx, dy));
  const own = new Set(parts.map((p) => p.id));
  const colourways = design.colourways.map((c) =>
    c.parts
      ? {
          ...c,
          parts: Object.fromEntries(
            Object.entries(c.parts).map(([id, o]) => [id, own.has(id) ? scaledOverride(o, k) : o]),
          ),
        }
      : c,
  );
  const { guides, margin, grid } = design.aids;
  const aids = {
    ...design.aids,
    guides: guides.map(({ axis, at }) => ({ axis, at: at * k + (axis === 'x' ? dx : dy) })),
    margin: Math.min(margin * inches, Math.min(board.width, board.height) / 2 - 1),
    grid: grid && Math.max(2, Math.min(10000, grid * inches)),
  };
  return { ...design, board, parts, colourways, aids };
}

/** The design with all of its artwork, which fills `box`, scaled and moved to just fit into `to`; board px. */
export const fitted = (design: Design, box: Box, to: Box): Design => ({
  ...refit(design, design.board, 'scale', { from: box, to }),
  aids: design.aids,
});

const sameFrames = (a: Board, b: Board, { from, to }: RefitFrames): boolean =>
  sameBoard(a, b) && (['left', 'top', 'right', 'bottom'] as const).every((side) => from[side] === to[side]);
