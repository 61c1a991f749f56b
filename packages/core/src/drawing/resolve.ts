import {
  inksOfPart,
  inkValues,
  type Design,
  type LetteringPart,
  type MotifPart,
  type Part,
  type PicturePart,
} from '../design';
import type { Hex } from '../colour';
import {
  EMPTY_BOX,
  grow,
  parseSvgPath,
  pathBounds,
  placeMatrix,
  transformBox,
  unite,
  type Box,
  type Matrix,
  type PathData,
} from '../geometry';
import { blockBox, setBlock, type LineToSet, type SetLine, type Typeface } from '../type';
import { memoByKey } from './memo';
import type { Drawing, DrawingFault, DrawingItem, Group } from './types';

/** What a design refers to beyond itself. */
export interface Materials {
  /** The typeface, or undefined while it is not loaded or not there. */
  face(id: string): Typeface | undefined;
}

interface Shape {
  items: Omit<Extract<DrawingItem, { kind: 'outline' }>, 'matrix' | 'colour'>[];
  box: Box;
}

const setMemo = memoByKey<SetLine[]>(400);
const pathMemo = memoByKey<PathData>(20000);
const boundsMemo = memoByKey<Box>(20000);

/** Path data of SVG path text; cached, since the same text is drawn in every frame. */
const pathOf = (d: string): PathData => pathMemo(d, () => parseSvgPath(d));

function letteringShape(part: LetteringPart, materials: Materials, faults: DrawingFault[]): Shape {
  const lines: LineToSet[] = [];
  const inks: string[] = [];
  for (const line of part.lines) {
    const face = materials.face(line.face);
    if (!face) {
      faults.push({ kind: 'no-typeface', part: part.id, face: line.face });
      continue;
    }
    lines.push({ ...line, face });
    inks.push(line.ink);
  }
  const key = JSON.stringify([part.align, lines.map((l) => ({ ...l, face: l.face.id, ink: 0 }))]);
  const set = setMemo(key, () => setBlock(lines, part.align));
  set.forEach((line, i) => {
    if (line.missing.length)
      faults.push({
        kind: 'no-letter',
        part: part.id,
        face: lines[i].face.id,
        characters: line.missing,
      });
  });
  return {
    items: set.map((line, i) => ({
      kind: 'outline' as const,
      layer: 'ink' as const,
      ink: inks[i],
      path: line.path,
      rule: 'nonzero' as const,
      opacity: 1,
      stroke: null,
    })),
    box: blockBox(set),
  };
}

function motifShape(part: MotifPart): Shape {
  const shift: Matrix = [1, 0, 0, 1, -part.width / 2, -part.height / 2];
  let box: Box = EMPTY_BOX;
  const items = part.outlines.map((o) => {
    const path = pathOf(o.path);
    const bounds = boundsMemo(o.path, () => pathBounds(path));
    box = unite(box, o.stroke ? grow(bounds, o.stroke.width / 2) : bounds);
    return {
      kind: 'outline' as const,
      layer: 'ink' as const,
      ink: o.ink,
      path,
      rule: o.rule,
      opacity: o.opacity,
      stroke: o.stroke && { ...o.stroke, space: 'own' as const },
    };
  });
  return { items, box: transformBox(box, shift) };
}

/** The part's own units to board px. */
export const partMatrix = (part: Part): Matrix =>
  placeMatrix(part.place.x, part.place.y, part.place.turn, part.place.scaleX, part.place.scaleY);

function pictureGroup(part: PicturePart, design: Design): Group {
  const material = design.materials.find((m) => m.id === part.material)!;
  const matrix = partMatrix(part);
  const { width, height } = material;
  return {
    part: part.id,
    opacity: part.opacity,
    items: [{ kind: 'image', material: material.id, ground: part.ground, width, height, matrix }],
    localBox: { left: -width / 2, top: -height / 2, right: width / 2, bottom: height / 2 },
    place: part.place,
    matrix,
    keylineWidth: 0,
  };
}

function outlineGroup(part: LetteringPart | MotifPart, shape: Shape, inks: Map<string, Hex>): Group {
  const matrix = partMatrix(part);
  const toBoard: Matrix =
    part.kind === 'motif'
      ? [
          ...(matrix.slice(0, 4) as [number, number, number, number]),
          matrix[4] - (matrix[0] * part.width + matrix[2] * part.height) / 2,
          matrix[5] - (matrix[1] * part.width + matrix[3] * part.height) / 2,
        ]
      : matrix;
  const colour = (ink: string) => inks.get(ink) ?? '#000000';
  const items: DrawingItem[] = [];
  let around = part.keylines.reduce((sum, k) => sum + k.width, 0);
  const keylineWidth = around;
  // The outermost keyline lies at the back; each is a stroke under all that is inside it.
  for (const keyline of [...part.keylines].reverse()) {
    for (const item of shape.items)
      items.push({
        ...item,
        layer: 'keyline',
        ink: keyline.ink,
        colour: colour(keyline.ink),
        matrix: toBoard,
        opacity: 1,
        stroke: { width: around * 2, join: keyline.join, cap: 'round', space: 'board' },
      });
    around -= keyline.width;
  }
  for (const item of shape.items) items.push({ ...item, colour: colour(item.ink), matrix: toBoard });
  return {
    part: part.id,
    opacity: part.opacity,
    items,
    localBox: shape.box,
    place: part.place,
    matrix,
    keylineWidth,
  };
}

interface ResolvedPart {
  /** What the group depends on beside the part itself. */
  outside: readonly unknown[];
  group: Group;
  faults: DrawingFault[];
}
const resolvedParts = new WeakMap<Part, ResolvedPart>();

/**
 * One part as a group. Designs are immutable, so a part that has not changed gives the very same
 * group as before: what is painted from it can be kept, too.
 */
function resolvePart(part: Part, design: Design, inks: Map<string, Hex>, materials: Materials): ResolvedPart {
  const outside: unknown[] =
    part.kind === 'picture'
      ? [design.materials.find((m) => m.id === part.material)]
      : inksOfPart(part).map((id) => inks.get(id));
  if (part.kind === 'lettering') outside.push(...part.lines.map((l) => materials.face(l.face)));
  const known = resolvedParts.get(part);
  if (known && known.outside.length === outside.length && known.outside.every((v, i) => v === outside[i]))
    return known;
  const faults: DrawingFault[] = [];
  const group =
    part.kind === 'picture'
      ? pictureGroup(part, design)
      : outlineGroup(
          part,
          part.kind === 'lettering' ? letteringShape(part, materials, faults) : motifShape(part),
          inks,
        );
  const made = { outside, group, faults };
  resolvedParts.set(part, made);
  return made;
}

/**
 * Resolves a design in one of its colourways (the first when none is named) into a drawing.
 * Hidden parts are left out; what cannot be drawn is listed in `faults`.
 */
export function resolve(design: Design, colourway: string | undefined, materials: Materials): Drawing {
  const inks = inkValues(design, colourway);
  const faults: DrawingFault[] = [];
  const groups: Group[] = [];
  for (const part of [...design.parts].reverse()) {
    if (part.hidden) continue;
    const resolved = resolvePart(part, design, inks, materials);
    groups.push(resolved.group);
    faults.push(...resolved.faults);
  }
  const { width, height, dpi } = design.board;
  return { width, height, dpi, groups, faults };
}

/** The ink box of one part in its own units, whether it is hidden or not. */
export function partLocalBox(part: Part, design: Design, materials: Materials): Box {
  if (part.kind === 'picture') return pictureGroup(part, design).localBox;
  return (part.kind === 'lettering' ? letteringShape(part, materials, []) : motifShape(part)).box;
}
