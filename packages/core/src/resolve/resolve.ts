import type { Hex } from '../colour';
import { colourwayOf, inksOfPart, inkValues, partIn, type Design } from '../design';
import {
  movedNode,
  type Drawing,
  type DrawingFault,
  type ImageItem,
  type Materials,
  type OutlineItem,
  type PartGroup,
} from '../drawing';
import {
  EMPTY_BOX,
  multiply,
  placeMatrix,
  transformPath,
  type Box,
  type Matrix,
  type PathData,
} from '../geometry';
import {
  isDressed,
  kindOf,
  type FindOutline,
  type Part,
  type Place,
  type Shape,
  type UninkedItem,
} from '../parts';
import { aboutPart } from './about';
import {
  newBudget,
  operationsOf,
  paintable,
  takesCopies,
  takesLetters,
  takesWork,
  workOf,
  type Budget,
} from './budget';
import { dress, grown } from './dressing';
import { middleOf, repeatMatrices } from './repeat';

/** The part's own units to board px. */
export const partMatrix = (part: Part): Matrix =>
  placeMatrix(part.place.x, part.place.y, part.place.turn, part.place.scaleX, part.place.scaleY);

/** From the units of one of a shape's outlines to board px. */
const toBoard = (matrix: Matrix, shift: UninkedItem['shift']): Matrix =>
  shift ? multiply(matrix, [1, 0, 0, 1, ...shift]) : matrix;

function outlineItems(
  part: Part,
  shape: Shape,
  inks: Map<string, Hex>,
  materials: Materials,
  faults: DrawingFault[],
  plain: boolean,
): { items: OutlineItem[]; late: boolean } {
  const colour = (ink: string) => inks.get(ink) ?? '#000000';
  const matrix = partMatrix(part);
  const own = shape.items.map(({ shift, ...item }): OutlineItem => ({
    ...item,
    colour: colour(item.ink),
    gradient: item.gradient && {
      ...item.gradient,
      stops: item.gradient.stops.map((s) => ({ at: s.at, colour: colour(s.ink), opacity: s.opacity })),
    },
    matrix: toBoard(matrix, shift),
  }));
  const dressing = dress(part, matrix, shape, own, colour, materials, plain);
  faults.push(...dressing.faults);
  const ink = part.hollow ? [] : own.flatMap((item) => grown(item, part.spread));
  return { late: dressing.late, items: [...dressing.behind, ...ink, ...dressing.over] };
}

/** What the editor takes hold of a part by. */
export interface Handle {
  /** The ink's box in the part's own units, without keylines; empty when nothing draws. */
  box: Box;
  place: Place;
  /** From the part's own units to board px. */
  matrix: Matrix;
}
const handles = new WeakMap<PartGroup, Handle>();

/** The handle of a resolved part's group; the same for the same group. */
export const handleOf = (group: PartGroup): Handle => handles.get(group)!;

const copied = new WeakMap<PartGroup, Map<string, PartGroup>>();

/**
 * A group with so many of its live copies, each behind the one before; the same group for the same ones. A
 * smaller copy is smaller in all: its lines and blurs, too.
 */
function repeated(part: Part, group: PartGroup, drawn: number): PartGroup {
  const { repeat } = part;
  if (!repeat) return group;
  let known = copied.get(group);
  if (!known) copied.set(group, (known = new Map()));
  const key = JSON.stringify([repeat, drawn, part.place]);
  let made = known.get(key);
  if (!made) {
    const { box, matrix } = handleOf(group);
    const copies = repeatMatrices(repeat, middleOf(part, box, matrix))
      .slice(0, drawn)
      .reverse();
    const items = copies.flatMap((copy) =>
      group.items.map((item) => movedNode(item, copy, Math.hypot(copy[0], copy[1]))),
    );
    known.clear();
    known.set(key, (made = { ...group, items }));
    handles.set(made, handleOf(group));
  }
  return made;
}

interface ResolvedPart {
  /** What the group depends on beside the part itself. */
  outside: readonly unknown[];
  group: PartGroup;
  faults: DrawingFault[];
  late: boolean;
}
const resolvedParts = new WeakMap<Part, ResolvedPart>();

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

/** What a part that shows a picture draws of it. */
function pictureOf(part: Part, design: Design): ImageItem {
  const { material, image } = kindOf(part).pictured!;
  const found = design.materials.find((m) => m.id === material(part))!;
  return { ...image(part, found), matrix: partMatrix(part) };
}

/** A shape whose outlines can all be painted; says where one cannot be as it is. */
function thinnedShape(shape: Shape, part: string, faults: DrawingFault[]): Shape {
  const items = shape.items.map((item) => {
    const path = paintable(item.path);
    return path === item.path ? item : { ...item, path };
  });
  const at = items.findIndex((item, i) => item !== shape.items[i]);
  if (at < 0) return shape;
  const [drawn, asked] = [items[at].path.length, shape.items[at].path.length];
  faults.push({ kind: 'too-much', part, of: 'points', drawn, asked });
  return { ...shape, items };
}

/**
 * One part as a group, without its live copies. Designs are immutable, so a part that has not changed gives
 * the very same group as before: what is painted from it can be kept, too.
 */
function resolvePart(
  part: Part,
  design: Design,
  inks: Map<string, Hex>,
  materials: Materials,
  plain: boolean,
): ResolvedPart {
  const { outlined, pictured } = kindOf(part);
  const along = (id: string) => outlineOn(design, id);
  const outside: unknown[] = pictured
    ? [design.materials.find((m) => m.id === pictured.material(part))]
    : [
        ...inksOfPart(part).map((id) => inks.get(id)),
        materials.ops,
        plain,
        ...(outlined?.outside?.(part, materials, along) ?? []),
      ];
  const known = resolvedParts.get(part);
  if (known && known.outside.length === outside.length && known.outside.every((v, i) => v === outside[i]))
    return known;
  const faults: DrawingFault[] = [];
  let [items, late, box] = [[] as PartGroup['items'], false, EMPTY_BOX];
  const drawn = shapeOfPart(part, materials, faults, along);
  if (!drawn) {
    const image = pictureOf(part, design);
    [items, box] = [[image], image.shown];
  } else {
    const shape = thinnedShape(drawn, part.id, faults);
    ({ items, late } = outlineItems(part, shape, inks, materials, faults, plain));
    box = shape.box;
  }
  const about = aboutPart(part, design, inks, materials);
  const group: PartGroup = { kind: 'group', part: part.id, about, opacity: part.opacity, items };
  handles.set(group, { box, place: part.place, matrix: partMatrix(part) });
  const resolved = { outside, faults, group, late };
  // What is drawn in a plainer way for now is not kept: the next time there may be time for it.
  if (!late || !materials.ops) resolvedParts.set(part, resolved);
  return resolved;
}

const workOfPart = new WeakMap<Part, number>();

/** What the dressing of a part costs; that of what depends on more than the part (typefaces) is counted anew. */
function workFor(part: Part, design: Design, materials: Materials): number {
  if (!isDressed(part) || operationsOf(part) === 0) return 0;
  const count = () =>
    workOf(
      part,
      shapeOfPart(part, materials, [], (id) => outlineOn(design, id))!,
    );
  if (kindOf(part).outlined?.outside) return count();
  let work = workOfPart.get(part);
  if (work === undefined) workOfPart.set(part, (work = count()));
  return work;
}

/** A part as far as a design's budget goes: its group with its copies, and what was left out. */
function resolveWithin(
  given: Part,
  design: Design,
  inks: Map<string, Hex>,
  materials: Materials,
  budget: Budget,
): { group: PartGroup; faults: DrawingFault[]; late: boolean } {
  const cut: DrawingFault[] = [];
  const tooMuch = (of: 'outlines' | 'copies' | 'letters', drawn: number, asked: number) =>
    cut.push({ kind: 'too-much', part: given.id, of, drawn, asked });
  const { part, ...letters } = takesLetters(budget, given);
  if (letters.drawn < letters.asked) tooMuch('letters', letters.drawn, letters.asked);
  const work = workFor(part, design, materials);
  const plain = !takesWork(budget, work);
  if (plain) tooMuch('outlines', 0, Math.round(work));
  const { group, faults, late } = resolvePart(part, design, inks, materials, plain);
  const asked = part.repeat?.count ?? 1;
  const drawn = takesCopies(budget, asked, group.items);
  if (drawn < asked) tooMuch('copies', drawn, asked);
  return { group: repeated(part, group, drawn), faults: cut.length ? [...faults, ...cut] : faults, late };
}

/**
 * Resolves a design in one of its colourways (the first when none is named) into a drawing.
 * Hidden parts are left out; what cannot be drawn is listed in `faults`.
 */
export function resolve(design: Design, colourway: string | undefined, materials: Materials): Drawing {
  const inks = inkValues(design, colourway);
  const faults: DrawingFault[] = [];
  const groups: PartGroup[] = [];
  let hidden = 0;
  let late = false;
  const budget = newBudget();
  const chosen = colourwayOf(design, colourway);
  for (const given of [...design.parts].reverse()) {
    const part = partIn(given, chosen);
    if (part.hidden) {
      hidden++;
      continue;
    }
    const resolved = resolveWithin(part, design, inks, materials, budget);
    groups.push(resolved.group);
    faults.push(...resolved.faults);
    late ||= resolved.late;
  }
  const { width, height, dpi } = design.board;
  const drawn = design.inks.map(({ id, name }) => ({ id, name, value: inks.get(id)! }));
  return { width, height, dpi, groups, inks: drawn, hidden, faults, late };
}

/** The ink box of one part in its own units, whether it is hidden or not. */
export const partLocalBox = (part: Part, design: Design, materials: Materials): Box =>
  shapeOfPart(part, materials, [], (id) => outlineOn(design, id))?.box ?? pictureOf(part, design).shown;
