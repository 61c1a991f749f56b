import type { Hex } from '../colour';
import { inkValues, type Design } from '../design';
import { movedNode, type DrawingFault, type Materials, type OutlineItem } from '../drawing';
import { hypot, multiply, placeMatrix, transformPath, type Matrix, type PathData } from '../geometry';
import { kindOf, type FindOutline, type Part, type Shape, type UninkedItem } from '../parts';
import { middleOf, repeatMatrices } from './repeat';
import { reshaped } from './reshape';

// What a part draws by itself, before anything is around, behind or cut from it.

/** The part's own units to board px. */
export const partMatrix = (part: Part): Matrix =>
  placeMatrix(part.place.x, part.place.y, part.place.turn, part.place.scaleX, part.place.scaleY);

/** From the units of one of a shape's outlines to board px. */
const toBoard = (matrix: Matrix, shift: UninkedItem['shift']): Matrix =>
  shift ? multiply(matrix, [1, 0, 0, 1, ...shift]) : matrix;

/** A part's outlines in its own inks, on the board. */
export const inkedItems = (shape: Shape, matrix: Matrix, colour: (ink: string) => Hex): OutlineItem[] =>
  shape.items.map(({ shift, ...item }): OutlineItem => ({
    ...item,
    colour: colour(item.ink),
    gradient: item.gradient && {
      ...item.gradient,
      stops: item.gradient.stops.map((s) => ({ at: s.at, colour: colour(s.ink), opacity: s.opacity })),
    },
    matrix: toBoard(matrix, shift),
  }));

/** The outline of a part on the board, for lettering that runs along it. */
export function outlineOn(design: Design, id: string): PathData | null {
  const part = design.parts.find((p) => p.id === id);
  const way = part && kindOf(part).outlined?.way;
  if (!way) return null;
  let path = ways.get(part);
  if (path === undefined) {
    const own = way(part);
    ways.set(part, (path = own && transformPath(own, partMatrix(part))));
  }
  return path;
}
const ways = new WeakMap<Part, PathData | null>();

/** The outlines of a part in its own units, without what is around or behind them; null for a picture. */
export const shapeOfPart = (
  part: Part,
  materials: Materials,
  faults: DrawingFault[],
  outline: FindOutline = () => null,
): Shape | null => kindOf(part).outlined?.shape(part, materials, faults, outline) ?? null;

/** What a part draws in its own inks on the board, in the design's own values, and its live copies; no lines around it. */
export function ownItems(part: Part, design: Design, materials: Materials, copies = false): OutlineItem[] {
  const inks = inkValues(design, undefined);
  const drawn = shapeOfPart(part, materials, [], (id) => outlineOn(design, id));
  if (!drawn) return [];
  const matrix = partMatrix(part);
  const { shape } = reshaped(part, drawn, matrix, materials);
  const items = inkedItems(shape, matrix, (ink) => inks.get(ink) ?? '#000000');
  if (!copies || !part.repeat) return items;
  return repeatMatrices(part.repeat, middleOf(part, shape.box, matrix))
    .reverse()
    .flatMap((copy) => items.map((item) => movedNode(item, copy, hypot(copy[0], copy[1]))));
}
