import {
  boardsOf,
  openSide,
  type Board,
  type Design,
  type DesignHead,
  type PlacedAt,
  type Placement,
  type SideBoard,
} from '../design';
import { multiply, placeMatrix, transformBox, type Box, type Matrix } from '../geometry';
import type { Spec, SpecSide } from '../spec';

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

type Placeable = Pick<DesignHead, 'before' | 'side' | 'board' | 'after' | 'placements'>;

/** Where a side of a product is placed, as a design says. */
export const placementOf = (
  { placements }: Pick<Placeable, 'placements'>,
  spec: string,
  side: string,
): Placement | undefined => placements.find((p) => p.spec === spec && p.side === side);

/**
 * The side of a design whose artwork goes on a side of a product: the one that its placement names, else the one that
 * was made for it, else the one made for a side of the same name, else the first.
 */
export function artworkFor(design: Placeable, spec: string, side: string): SideBoard {
  const sides = boardsOf(design);
  const chosen = placementOf(design, spec, side)?.artwork;
  return (
    sides.find((s) => s.id === chosen) ??
    sides.find(({ board }) => board.spec === spec && board.side === side) ??
    sides.find(({ board }) => board.side === side) ??
    sides[0]
  );
}

/** A design opened at the side whose artwork goes on a side of a product. */
export const artworkOn = (design: Design, spec: string, side: string): Design =>
  openSide(design, artworkFor(design, spec, side).id);

/**
 * Where a design is placed on a side: as it says, or as it lies on its board when it says nothing and
 * was made for that very side. Null where it is not sold.
 */
export function placementOn(design: Placeable, spec: Spec, side: SpecSide): Placement | null {
  const own = placementOf(design, spec.id, side.id);
  if (own) return own;
  const home = boardsOf(design).find(({ board }) => board.spec === spec.id && board.side === side.id);
  return design.placements.length === 0 && home ? newPlacement(spec, side, homeAt(home.board, side)) : null;
}

/** The board laid over the print area: an inch for an inch where it fits, else scaled to its limiting side. */
export function homeAt(board: Board, side: SpecSide): PlacedAt {
  const [w, h] = [board.width / board.dpi, board.height / board.dpi];
  const scale = Math.min(side.widthIn / w, side.heightIn / h);
  return centredAt(side, Math.abs(scale - 1) < 1e-4 ? 1 : scale);
}
