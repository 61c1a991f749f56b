import type { Cut } from '../cutline';
import { flatten, pathBounds, placeMatrix, signedArea, transformPath, type PathData } from '../geometry';
import type { PlacedSticker } from './types';

/** The outline along which a sticker is cut out of a sheet, mm about the middle of its box, and that box. */
export interface StickerShape {
  path: PathData;
  width: number;
  height: number;
  /** The least distance of its artwork from its cut; infinite where nothing is printed. */
  border: number;
}

/** What is cut around a sticker on a sheet: through its backing where it has one, else around itself; px of the print. */
export const outlineOf = (cut: Cut): PathData =>
  cut.backing ?? cut.loops.filter((l) => l.area > 0).flatMap((l) => l.path);

/** The shape of a cut. */
export function shapeOf(cut: Cut, pxPerMm: number): StickerShape {
  const path = outlineOf(cut);
  const { left, top, right, bottom } = pathBounds(path);
  const k = 1 / pxPerMm;
  return {
    path: transformPath(path, [k, 0, 0, k, (-k * (left + right)) / 2, (-k * (top + bottom)) / 2]),
    width: (right - left) * k,
    height: (bottom - top) * k,
    border: cut.peel.border?.distance ?? Infinity,
  };
}

/** A shape's outline where it lies on a sheet, mm. */
export const placedOutline = ({ path }: StickerShape, { x, y, turn }: PlacedSticker): PathData =>
  transformPath(path, placeMatrix(x, y, turn, 1, 1));

/** mm² */
export const areaOf = ({ path }: StickerShape): number =>
  flatten(path, 0.01).reduce((sum, { points }) => sum + Math.abs(signedArea(points)) / 2, 0);
