import { scaledPart, type Board, type Design, type Part, type PlacedAt, type Placement } from '../design';
import { multiply, placeMatrix, transformBox, type Box, type Matrix } from '../geometry';
import { boardOf, type Spec, type SpecSide } from '../spec';

/** From board px to the px of a side's print area. */
export function placementMatrix(board: Board, side: SpecSide, at: PlacedAt): Matrix {
  const k = (at.scale * side.dpi) / board.dpi;
  const middle = placeMatrix((side.widthIn / 2 + at.x) * side.dpi, at.y * side.dpi, at.turn, k, k);
  return multiply(middle, [1, 0, 0, 1, -board.width / 2, -board.height / 2]);
}

/** A box of the board, px, in a side's print area, inches from its top left. */
export function placedBox(box: Box, board: Board, side: SpecSide, at: PlacedAt): Box {
  const b = transformBox(box, placementMatrix(board, side, at));
  const inches = (px: number) => px / side.dpi;
  return { left: inches(b.left), top: inches(b.top), right: inches(b.right), bottom: inches(b.bottom) };
}

/** Where a board lies that fills the print area it was made for, or keeps its middle and size elsewhere. */
export const centredAt = (side: SpecSide, scale = 1): PlacedAt => ({
  x: 0,
  y: side.heightIn / 2,
  scale,
  turn: 0,
});

/** A placement with nothing chosen yet. */
export const newPlacement = (spec: Spec, side: SpecSide, at: PlacedAt): Placement => ({
  spec: spec.id,
  side: side.id,
  ...at,
  mirror: false,
  narrow: false,
  ground: null,
  format: null,
  colourway: null,
  colourways: {},
  apart: {},
});

/** The placement's position for a garment colour: its own, or that of all. */
export const positionFor = (placement: Placement, garment: string | null): PlacedAt =>
  (garment !== null && Object.hasOwn(placement.apart, garment) ? placement.apart[garment] : null) ??
  placement;

/**
 * Where a design is placed on a side: as it says, or as it lies on its board when it says nothing and
 * was made for that very side. Null where it is not sold.
 */
export function placementOn(
  design: Pick<Design, 'board' | 'placements'>,
  spec: Spec,
  side: SpecSide,
): Placement | null {
  const own = design.placements.find((p) => p.spec === spec.id && p.side === side.id);
  if (own) return own;
  const { board } = design;
  const isHome = design.placements.length === 0 && board.spec === spec.id && board.side === side.id;
  return isHome ? newPlacement(spec, side, homeAt(board, side)) : null;
}

/** The board laid over the print area: an inch for an inch where it fits, else scaled to its limiting side. */
export function homeAt(board: Board, side: SpecSide): PlacedAt {
  const [w, h] = [board.width / board.dpi, board.height / board.dpi];
  const scale = Math.min(side.widthIn / w, side.heightIn / h);
  return centredAt(side, Math.abs(scale - 1) < 1e-4 ? 1 : scale);
}

/** A vector of board px under a placement's turn and scale. */
function turned(part: Part, k: number, turn: number): Part {
  const r = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(r), Math.sin(r)];
  const spin = <T extends { dx: number; dy: number }>(of: T): T => ({
    ...of,
    dx: of.dx * cos - of.dy * sin,
    dy: of.dx * sin + of.dy * cos,
  });
  const scaled = scaledPart(part, k);
  const { x, y } = scaled.place;
  return {
    ...scaled,
    place: { ...scaled.place, x: x * cos - y * sin, y: x * sin + y * cos, turn: scaled.place.turn + turn },
    repeat: scaled.repeat && spin(scaled.repeat),
    ...(scaled.shade ? { shade: spin(scaled.shade) } : {}),
  } as Part;
}

/**
 * The design as it would be had it been made in the side's print area: for the proof, which judges
 * parts on their board. Mirroring and narrowing are left out; they change nothing that is judged.
 */
export function placedDesign(design: Design, spec: Spec, side: SpecSide, at: PlacedAt): Design {
  const board = boardOf(spec, side);
  const m = placementMatrix(design.board, side, at);
  const k = (at.scale * side.dpi) / design.board.dpi;
  if (m.every((v, i) => Math.abs(v - [1, 0, 0, 1, 0, 0][i]) < 1e-6)) return { ...design, board };
  const parts = design.parts.map((part) => {
    const moved = turned(part, k, at.turn);
    return { ...moved, place: { ...moved.place, x: moved.place.x + m[4], y: moved.place.y + m[5] } } as Part;
  });
  const colourways = design.colourways.map((c) => {
    if (!c.parts) return c;
    const own = Object.entries(c.parts).map(([id, override]) => {
      const part = design.parts.find((p) => p.id === id);
      if (!part) return [id, override];
      const { keylines, shade } = turned({ ...part, ...override } as Part, k, at.turn);
      return [
        id,
        {
          ...override,
          ...(override.keylines ? { keylines } : {}),
          ...(override.shade !== undefined ? { shade } : {}),
        },
      ];
    });
    return { ...c, parts: Object.fromEntries(own) as typeof c.parts };
  });
  return { ...design, board, parts, colourways };
}
