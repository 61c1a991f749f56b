import type { Hex } from '../colour';
import {
  bundlesAround,
  colourwayOf,
  inksOfPart,
  inkValues,
  joinsOf,
  partIn,
  partsIn,
  tiesOf,
  type Design,
  type StackTies,
} from '../design';
import {
  movedNode,
  type Around,
  type Drawing,
  type DrawingFault,
  type DrawingItem,
  type DrawingNode,
  type Materials,
  type OutlineItem,
  type PartGroup,
} from '../drawing';
import { hypot, EMPTY_BOX, type Box } from '../geometry';
import { facesOfPart, isDressed, kindOf, type Part, type Shape } from '../parts';
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
import { coverOf } from './cover';
import { dress, grown } from './dressing';
import { handleOf, keepHandle } from './handle';
import type { Drawn } from './drawn';
import { joinedUp } from './joined';
import { lostMasks, maskCover } from './mask-of';
import { inkedItems, outlineOn, partMatrix, shapeOfPart } from './own';
import { pictureOf } from './picture-of';
import { related } from './relate';
import { middleOf, repeatMatrices } from './repeat';
import { inRelief } from './relief';
import { reshaped } from './reshape';
import { allWorn, wornGroup } from './worn';

function outlineItems(
  part: Part,
  shape: Shape,
  inks: Map<string, Hex>,
  materials: Materials,
  faults: DrawingFault[],
  plain: boolean,
  light: number,
): { items: DrawingNode[]; own: OutlineItem[]; late: boolean } {
  const colour = (ink: string) => inks.get(ink) ?? '#000000';
  const matrix = partMatrix(part);
  const own = inkedItems(shape, matrix, colour);
  const dressing = dress(part, matrix, shape, own, colour, materials, plain);
  faults.push(...dressing.faults);
  const ink = part.hollow ? [] : own.flatMap((item) => grown(item, part.spread));
  const worked = plain ? null : inRelief(part, matrix, shape, own, { colour, light, materials });
  return {
    late: dressing.late || (worked?.late ?? false),
    own,
    items: [...dressing.behind, ...(worked ? [worked.group] : ink), ...dressing.over],
  };
}

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
      group.items.map((item) => movedNode(item, copy, hypot(copy[0], copy[1]))),
    );
    known.clear();
    known.set(key, (made = { ...group, items }));
    keepHandle(made, handleOf(group));
  }
  return made;
}

interface ResolvedPart {
  /** What the group depends on beside the part itself. */
  outside: readonly unknown[];
  group: PartGroup;
  /** What it draws in its own inks, hollow or not, before anything is done with it; null for a picture's shape. */
  own: readonly DrawingItem[];
  shape: Shape | null;
  faults: DrawingFault[];
  late: boolean;
}
const resolvedParts = new WeakMap<Part, ResolvedPart>();

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
  const picture = pictured && design.materials.find((m) => m.id === pictured.material(part));
  const outside: unknown[] = pictured
    ? [
        picture,
        design.light,
        ...pictured
          .masks(part)
          .map((id) => maskCover(id, part, picture!, design, materials, (ink) => inks.get(ink) ?? '#000000')),
        ...inksOfPart(part).map((id) => inks.get(id)),
      ]
    : [
        ...inksOfPart(part).map((id) => inks.get(id)),
        materials.ops,
        plain,
        part.relief.length ? design.light : null,
        ...(outlined?.outside?.(part, materials, along) ?? []),
        // What was said of its typefaces is told with it.
        ...(design.typefaces.length ? facesOfPart(part) : []).map((id) =>
          design.typefaces.find((t) => t.id === id),
        ),
      ];
  const known = resolvedParts.get(part);
  if (known && known.outside.length === outside.length && known.outside.every((v, i) => v === outside[i]))
    return known;
  const faults: DrawingFault[] = [];
  let [items, late, box] = [[] as PartGroup['items'], false, EMPTY_BOX];
  let own: readonly DrawingItem[];
  let shape: Shape | null = null;
  const drawn = shapeOfPart(part, materials, faults, along);
  if (!drawn) {
    const image = pictureOf(part, design, inks, materials);
    [items, box, own] = [[image], image.shown, [image]];
  } else {
    const whole = thinnedShape(drawn, part.id, faults);
    const made = plain ? { shape: whole, late: false } : reshaped(part, whole, partMatrix(part), materials);
    shape = made.shape;
    if (shape.items.length === 0 && drawn.items.length > 0)
      faults.push({ kind: 'thinned-away', part: part.id });
    ({ items, late, own } = outlineItems(part, shape, inks, materials, faults, plain, design.light));
    late ||= made.late;
    box = shape.box;
  }
  const about = aboutPart(part, design, inks, materials);
  const blended = part.blend === 'normal' ? {} : { blend: part.blend };
  const group: PartGroup = { kind: 'group', part: part.id, about, opacity: part.opacity, items, ...blended };
  keepHandle(group, { box, place: part.place, matrix: partMatrix(part) });
  const resolved = { outside, faults, group, own, shape, late };
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
): { drawn: Drawn; faults: DrawingFault[]; late: boolean } {
  const cut: DrawingFault[] = [];
  const tooMuch = (of: 'outlines' | 'copies' | 'letters', drawn: number, asked: number) =>
    cut.push({ kind: 'too-much', part: given.id, of, drawn, asked });
  const { part, ...letters } = takesLetters(budget, given);
  if (letters.drawn < letters.asked) tooMuch('letters', letters.drawn, letters.asked);
  const work = workFor(part, design, materials);
  const plain = !takesWork(budget, work);
  if (plain) tooMuch('outlines', 0, Math.round(work));
  const { group: once, own, shape, faults, late } = resolvePart(part, design, inks, materials, plain);
  const asked = part.repeat?.count ?? 1;
  const copies = takesCopies(budget, asked, once.items);
  if (copies < asked) tooMuch('copies', copies, asked);
  const group = repeated(part, once, copies);
  const { box, matrix } = handleOf(group);
  const covers: Drawn['covers'] = (as) =>
    coverOf({ part, matrix, own, box, shape, materials }, as, part.knockOut?.gap);
  return { drawn: { part, group, shape, covers }, faults: cut.length ? [...faults, ...cut] : faults, late };
}

/** The bundles around a part that meet what lies below them as one, outermost first. */
const aroundOf = (bundles: Design['bundles'], innermost: string | null): Around[] =>
  bundles.some((b) => b.blend)
    ? bundlesAround(bundles, innermost).flatMap((id) => {
        const blend = bundles.find((b) => b.id === id)?.blend;
        return blend && blend !== 'normal' ? [{ bundle: id, blend }] : [];
      })
    : [];

const blendedGroups = new WeakMap<PartGroup, { key: string; made: PartGroup }>();

/** A group with what it lies in; the very same for the same. */
function blendedIn(group: PartGroup, around: Around[]): PartGroup {
  if (around.length === 0) return group;
  const key = JSON.stringify(around);
  const known = blendedGroups.get(group);
  if (known?.key === key) return known.made;
  const made: PartGroup = { ...group, around };
  keepHandle(made, handleOf(group));
  blendedGroups.set(group, { key, made });
  return made;
}

/** What is said of parts that cut one another, where it cannot be done. */
const tieFaults = (ties: StackTies | null): DrawingFault[] => [
  ...(ties?.lost ?? []).map((part): DrawingFault => ({ kind: 'no-window', part })),
  ...(ties?.circles ?? []).map((part): DrawingFault => ({ kind: 'circle', part })),
];

/**
 * Resolves a design in one of its colourways (the first when none is named) into a drawing.
 * Hidden parts are left out; what cannot be drawn is listed in `faults`.
 */
export function resolve(design: Design, colourway: string | undefined, materials: Materials): Drawing {
  const inks = inkValues(design, colourway);
  const faults: DrawingFault[] = [];
  const drawn: Drawn[] = [];
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
    drawn.push(resolved.drawn);
    faults.push(...resolved.faults);
    late ||= resolved.late;
  }
  const stack = { parts: partsIn(design, colourway), bundles: design.bundles };
  const joined = joinedUp(drawn, joinsOf(stack), inks, materials, (part, shape, plain) => {
    const found: DrawingFault[] = [];
    return { ...outlineItems(part, shape, inks, materials, found, plain, design.light), faults: found };
  });
  const ties = tiesOf(stack);
  faults.push(...joined.faults, ...tieFaults(ties));
  const { groups: tied, late: tiesLate } = related(joined.drawn, ties);
  const { width, height, dpi } = design.board;
  const each = tied.map((group, i) => wornGroup(group, drawn[i].part.wear, design.board));
  const parts = drawn.map((d) => d.part);
  for (const part of lostMasks(design, parts)) faults.push({ kind: 'no-mask', part });
  const groups = allWorn(each, parts, design.wear, design.board).map((group, i) =>
    blendedIn(group, aroundOf(design.bundles, drawn[i].part.bundle)),
  );
  const drawnInks = design.inks.map(({ id, name, film }) => ({
    ...{ id, name, value: inks.get(id)! },
    ...(film ? { film: film.kind } : {}),
  }));
  return {
    width,
    height,
    dpi,
    groups,
    inks: drawnInks,
    hidden,
    faults,
    late: late || joined.late || tiesLate,
  };
}

const NO_INKS: ReadonlyMap<string, Hex> = new Map();

/** The ink box of one part in its own units, whether it is hidden or not. */
export const partLocalBox = (part: Part, design: Design, materials: Materials): Box =>
  shapeOfPart(part, materials, [], (id) => outlineOn(design, id))?.box ??
  pictureOf(part, design, NO_INKS, materials).shown;
