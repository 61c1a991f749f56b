import {
  colourwayOf,
  inksOfPart,
  inkValues,
  nodesPath,
  partIn,
  treatmentOf,
  type Design,
  type Part,
  type PicturePart,
  type Place,
} from '../design';
import type { Hex } from '../colour';
import { EMPTY_BOX, placeMatrix, transformPath, type Box, type Matrix, type PathData } from '../geometry';
import { aboutPart } from './about';
import {
  newBudget,
  paintable,
  takesCopies,
  takesLetters,
  takesWork,
  operationsOf,
  workOf,
  type Budget,
} from './budget';
import { codeShape } from './code';
import { dress, grown } from './dressing';
import { facesOf, givesOutline } from './lettering-shape';
import { middleOf, repeatMatrices } from './repeat';
import { NO_MATERIALS, shapeOf, type OutlinePart } from './part-shapes';
import { movedNode } from './node';
import type { Drawing, DrawingFault, ImageItem, Materials, OutlineItem, PartGroup, Shape } from './types';

/** The part's own units to board px. */
export const partMatrix = (part: Part): Matrix =>
  placeMatrix(part.place.x, part.place.y, part.place.turn, part.place.scaleX, part.place.scaleY);

/** The stretch of a picture that its crop leaves, in its own units. */
function shownOf(part: PicturePart, design: Design): Box {
  const { width, height } = design.materials.find((m) => m.id === part.material)!;
  const { left, top, right, bottom } = part.crop ?? { left: 0, top: 0, right: 0, bottom: 0 };
  return {
    left: left - width / 2,
    top: top - height / 2,
    right: width / 2 - right,
    bottom: height / 2 - bottom,
  };
}

function pictureItem(part: PicturePart, design: Design): ImageItem {
  const { id, width, height } = design.materials.find((m) => m.id === part.material)!;
  return {
    kind: 'image',
    material: id,
    treatment: treatmentOf(part),
    width,
    height,
    shown: shownOf(part, design),
    matrix: partMatrix(part),
  };
}

/** From the units of each of a shape's outlines to board px. */
function toBoard(part: OutlinePart, index: number): Matrix {
  const matrix = partMatrix(part);
  if (part.kind === 'lettering' || part.kind === 'shape' || part.kind === 'line') return matrix;
  let [w, h] = [0, 0];
  if (part.kind === 'motif') [w, h] = [part.width, part.height];
  else {
    const modules = codeShape(part.text, part.level)?.modules ?? 0;
    const isGround = part.ground !== null && index === 0;
    w = h = modules + (isGround ? 2 * part.quiet : 0);
  }
  return [
    ...(matrix.slice(0, 4) as [number, number, number, number]),
    matrix[4] - (matrix[0] * w + matrix[2] * h) / 2,
    matrix[5] - (matrix[1] * w + matrix[3] * h) / 2,
  ];
}

function outlineItems(
  part: OutlinePart,
  shape: Shape,
  inks: Map<string, Hex>,
  materials: Materials,
  faults: DrawingFault[],
  plain: boolean,
): { items: OutlineItem[]; late: boolean } {
  const colour = (ink: string) => inks.get(ink) ?? '#000000';
  const own: OutlineItem[] = shape.items.map((item, i) => ({
    ...item,
    colour: colour(item.ink),
    gradient: item.gradient && {
      ...item.gradient,
      stops: item.gradient.stops.map((s) => ({ at: s.at, colour: colour(s.ink), opacity: s.opacity })),
    },
    matrix: toBoard(part, i),
  }));
  const matrix = partMatrix(part);
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
  if (!part || !givesOutline(part)) return null;
  return outlineMemo(part, () => {
    const { items } = shapeOf(part as OutlinePart, NO_MATERIALS, []);
    const matrix = (i: number) => toBoard(part as OutlinePart, i);
    // A line's way is its middle, not the outline of its ink.
    if (part.kind === 'line') return transformPath(nodesPath(part.nodes, part.closed), partMatrix(part));
    return items.flatMap((item, i) => transformPath(item.path, matrix(i)));
  });
}

const outlines = new WeakMap<Part, PathData>();
function outlineMemo(part: Part, make: () => PathData): PathData {
  let path = outlines.get(part);
  if (!path) outlines.set(part, (path = make()));
  return path;
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
  const outside: unknown[] =
    part.kind === 'picture'
      ? [design.materials.find((m) => m.id === part.material)]
      : [...inksOfPart(part).map((id) => inks.get(id)), materials.ops, plain];
  if (part.kind === 'lettering') {
    outside.push(...facesOf(part).map((id) => materials.face(id)));
    if (part.baseline.kind === 'along') outside.push(outlineOn(design, part.baseline.part));
  }
  const known = resolvedParts.get(part);
  if (known && known.outside.length === outside.length && known.outside.every((v, i) => v === outside[i]))
    return known;
  const faults: DrawingFault[] = [];
  let [items, late, box] = [[] as PartGroup['items'], false, EMPTY_BOX];
  if (part.kind === 'picture') {
    items = [pictureItem(part, design)];
    box = shownOf(part, design);
  } else {
    const shape = thinnedShape(
      shapeOf(part, materials, faults, (id) => outlineOn(design, id)),
      part.id,
      faults,
    );
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

/** What the dressing of a part costs; lettering's changes as its typefaces come in. */
function workFor(part: Part, design: Design, materials: Materials): number {
  if (part.kind === 'picture' || operationsOf(part) === 0) return 0;
  const shape = () => shapeOf(part, materials, [], (id) => outlineOn(design, id));
  if (part.kind === 'lettering') return workOf(part, shape());
  let work = workOfPart.get(part);
  if (work === undefined) workOfPart.set(part, (work = workOf(part, shape())));
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
  let part = given;
  if (given.kind === 'lettering') {
    const { part: set, drawn, asked } = takesLetters(budget, given);
    if (drawn < asked) tooMuch('letters', drawn, asked);
    part = set;
  }
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
export function partLocalBox(part: Part, design: Design, materials: Materials): Box {
  if (part.kind === 'picture') return shownOf(part, design);
  return shapeOf(part, materials, [], (id) => outlineOn(design, id)).box;
}
