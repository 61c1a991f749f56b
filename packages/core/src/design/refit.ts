import type { Board, Design, Part, PartOverride } from './types';

/** True when two boards have the same pixels and resolution. */
export const sameBoard = (a: Board, b: Board): boolean =>
  a.width === b.width && a.height === b.height && a.dpi === b.dpi;

/** Keylines and shade, which count board px, at another scale; only what is there. */
const scaledDressing = <T extends Pick<PartOverride, 'keylines' | 'shade'>>(of: T, k: number) => ({
  ...(of.keylines ? { keylines: of.keylines.map((line) => ({ ...line, width: line.width * k })) } : {}),
  ...(of.shade ? { shade: { ...of.shade, dx: of.shade.dx * k, dy: of.shade.dy * k } } : {}),
});

/** A part `k` times as large about the board's origin, with all that counts board px; then moved by (dx, dy). */
export const scaledPart = (part: Part, k: number, dx = 0, dy = 0): Part =>
  ({
    ...part,
    place: {
      ...part.place,
      x: part.place.x * k + dx,
      y: part.place.y * k + dy,
      scaleX: part.place.scaleX * k,
      scaleY: part.place.scaleY * k,
    },
    spread: part.spread * k,
    repeat: part.repeat && { ...part.repeat, dx: part.repeat.dx * k, dy: part.repeat.dy * k },
    ...(part.kind === 'shape' && part.stroke
      ? { stroke: { ...part.stroke, width: part.stroke.width * k } }
      : {}),
    ...scaledDressing(part, k),
  }) as Part;

/**
 * The design on another board: the artwork is scaled evenly so that the old board just fits in the
 * new one, and centred. Keylines and sizes scale with it.
 */
export function refit(design: Design, board: Board): Design {
  if (sameBoard(design.board, board)) return { ...design, board };
  const k = Math.min(board.width / design.board.width, board.height / design.board.height);
  const dx = (board.width - design.board.width * k) / 2;
  const dy = (board.height - design.board.height * k) / 2;
  const parts = design.parts.map((part) => scaledPart(part, k, dx, dy));
  const colourways = design.colourways.map((c) =>
    c.parts
      ? {
          ...c,
          parts: Object.fromEntries(
            Object.entries(c.parts).map(([id, o]) => [id, { ...o, ...scaledDressing(o, k) }]),
          ),
        }
      : c,
  );
  return { ...design, board, parts, colourways };
}
