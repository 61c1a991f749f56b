import {
  colourwayOf,
  inksOfPart,
  inkValues,
  partIn,
  treatmentOf,
  type Design,
  type Part,
  type PicturePart,
} from '../design';
import type { Hex } from '../colour';
import {
  axisScales,
  multiply,
  placeMatrix,
  sweepPath,
  transformPath,
  type Box,
  type Matrix,
} from '../geometry';
import { codeShape } from './code';
import { middleOf, repeatMatrices } from './repeat';
import { shapeOf, type OutlinePart } from './part-shapes';
import type { Drawing, DrawingFault, DrawingItem, Group, Materials, OutlineItem, Shape } from './types';

/** The part's own units to board px. */
export const partMatrix = (part: Part): Matrix =>
  placeMatrix(part.place.x, part.place.y, part.place.turn, part.place.scaleX, part.place.scaleY);

function pictureGroup(part: PicturePart, design: Design): Group {
  const material = design.materials.find((m) => m.id === part.material)!;
  const matrix = partMatrix(part);
  const { width, height } = material;
  const { left, top, right, bottom } = part.crop ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const shown = {
    left: left - width / 2,
    top: top - height / 2,
    right: width / 2 - right,
    bottom: height / 2 - bottom,
  };
  return {
    part: part.id,
    opacity: part.opacity,
    items: [
      { kind: 'image', material: material.id, treatment: treatmentOf(part), width, height, shown, matrix },
    ],
    localBox: shown,
    place: part.place,
    matrix,
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

const ROUND = { join: 'round', cap: 'round', space: 'board' } as const;

/** An outline grown by `by` board px on each side, in its own ink: itself, and a line over its edge. */
function grown(item: OutlineItem, by: number): OutlineItem[] {
  if (by <= 0) return [item];
  if (item.stroke?.side) return [{ ...item, stroke: { ...item.stroke, width: item.stroke.width + by } }];
  if (!item.stroke) return [item, { ...item, stroke: { width: 2 * by, ...ROUND } }];
  const scale = item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1;
  const width = item.stroke.width * scale + 2 * by;
  return [{ ...item, stroke: { ...item.stroke, width, space: 'board' } }];
}

const moved = (item: OutlineItem, dx: number, dy: number): OutlineItem => ({
  ...item,
  matrix: [...item.matrix.slice(0, 4), item.matrix[4] + dx, item.matrix[5] + dy] as unknown as Matrix,
});

/** The shade behind outlines that reach `around` board px beyond their edge (keylines and spread). */
function shadeItems(shade: NonNullable<Part['shade']>, items: OutlineItem[], around: number): OutlineItem[] {
  const flat = items.map((item) => ({ ...item, layer: 'shade' as const, opacity: 1, gradient: undefined }));
  const end = flat.flatMap((item) => grown(moved(item, shade.dx, shade.dy), around));
  if (shade.kind === 'drop') return end;
  const length = Math.hypot(shade.dx, shade.dy);
  const between = flat.flatMap((item): OutlineItem[] => {
    if (item.stroke) {
      // A stroke is swept by copies that overlap by half its width or more.
      const width =
        item.stroke.width * (item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1);
      const steps = Math.min(400, Math.ceil(length / Math.max(1, (width + 2 * around) / 2)));
      return Array.from({ length: steps }, (_, i) =>
        grown(moved(item, (shade.dx * i) / steps, (shade.dy * i) / steps), around),
      ).flat();
    }
    const path = sweepPath(transformPath(item.path, item.matrix), shade.dx, shade.dy);
    const swept: OutlineItem = { ...item, path, matrix: [1, 0, 0, 1, 0, 0], rule: 'nonzero' };
    // Half a px more, so that no seam shows between the pieces.
    return grown(swept, Math.max(0.5, around));
  });
  return [...end, ...between];
}

/** The width of an outline's own line on both sides of its path, board px: keylines lie outside of it. */
function reachOf(item: OutlineItem): number {
  if (!item.stroke) return 0;
  if (item.stroke.side === 'inside') return 0;
  const scale = item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1;
  return item.stroke.width * scale * (item.stroke.side === 'outside' ? 2 : 1);
}

function outlineGroup(part: OutlinePart, shape: Shape, inks: Map<string, Hex>): Group {
  const colour = (ink: string) => inks.get(ink) ?? '#000000';
  const { spread } = part;
  const own: OutlineItem[] = shape.items.map((item, i) => ({
    ...item,
    colour: colour(item.ink),
    gradient: item.gradient && {
      ...item.gradient,
      stops: item.gradient.stops.map((s) => ({ at: s.at, colour: colour(s.ink), opacity: s.opacity })),
    },
    matrix: toBoard(part, i),
  }));
  const items: DrawingItem[] = [];
  let around = part.keylines.reduce((sum, k) => sum + k.width, spread);
  if (part.shade) {
    const { ink } = part.shade;
    const dyed = own.map((item) => ({ ...item, ink, colour: colour(ink) }));
    items.push(...shadeItems(part.shade, dyed, around));
  }
  // The outermost keyline lies at the back; each is a stroke under all that is inside it.
  for (const keyline of [...part.keylines].reverse()) {
    for (const item of own)
      items.push({
        ...item,
        layer: 'keyline',
        ink: keyline.ink,
        colour: colour(keyline.ink),
        opacity: 1,
        gradient: undefined,
        stroke: { width: reachOf(item) + around * 2, join: keyline.join, cap: 'round', space: 'board' },
      });
    around -= keyline.width;
  }
  for (const item of own) items.push(...grown(item, spread));
  return {
    part: part.id,
    opacity: part.opacity,
    items,
    localBox: shape.box,
    place: part.place,
    matrix: partMatrix(part),
  };
}

/** A group with its live copies, each behind the one before. */
function repeated(part: Part, group: Group): Group {
  if (!part.repeat) return group;
  const copies = repeatMatrices(part.repeat, middleOf(part, group.localBox, group.matrix)).reverse();
  const items = copies.flatMap((copy) =>
    group.items.map((item): DrawingItem => ({ ...item, matrix: multiply(copy, item.matrix) })),
  );
  return { ...group, items };
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
  const group = repeated(
    part,
    part.kind === 'picture'
      ? pictureGroup(part, design)
      : outlineGroup(part, shapeOf(part, materials, faults), inks),
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
  const chosen = colourwayOf(design, colourway);
  for (const given of [...design.parts].reverse()) {
    const part = partIn(given, chosen);
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
  return shapeOf(part, materials, []).box;
}
