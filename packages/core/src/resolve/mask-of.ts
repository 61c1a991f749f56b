import { allParts, openSide, sidesOf, type Design } from '../design';
import type { Materials } from '../drawing';
import { inkOutline } from './cover';
import { flatten, invert, multiply, transformPath, type Matrix } from '../geometry';
import { kindOf, type Part } from '../parts';
import type { MaskOutlines } from '../steps';
import { outlineOn, ownItems, partMatrix } from './own';

type Outline = MaskOutlines[string];

/** How far a mask's outline may stray from the part's, px of the picture. */
const STRAY = 0.1;
/** Digits of its points that are kept: a hundredth of a px is far less than is seen, and the same however it was reached. */
const DIGITS = 100;

interface Kept {
  from: readonly unknown[];
  outline: Outline | undefined;
}
const kept = new WeakMap<Part, Map<string, Kept>>();

/** The side on which a part lies, opened. */
const sideWith = (design: Design, part: Part): Design =>
  design.parts.some((p) => p.id === part.id)
    ? design
    : (sidesOf(design)
        .map((s) => openSide(design, s.id))
        .find((open) => open.parts.some((p) => p.id === part.id)) ?? design);

/**
 * What a part covers of a picture, as both lie on the board: its ink with its live copies, for the masks of the picture's
 * steps. Undefined where it is not on the picture's side, or has no outline; without outline operations lines around it are
 * filled as they are. The very same for the same parts.
 *
 * @param size of the untouched picture, px
 */
export function maskOutline(
  id: string,
  picture: Part,
  size: { width: number; height: number },
  design: Design,
  materials: Materials,
): Outline | undefined {
  const open = sideWith(design, picture);
  const part = open.parts.find((p) => p.id === id);
  const outlined = part && id !== picture.id ? kindOf(part).outlined : undefined;
  if (!part || !outlined) return undefined;
  const along = (other: string) => outlineOn(open, other);
  const from = [
    part,
    materials.ops,
    JSON.stringify([picture.place, size]),
    ...(outlined.outside?.(part, materials, along) ?? []),
  ];
  let known = kept.get(picture);
  if (!known) kept.set(picture, (known = new Map()));
  const before = known.get(id);
  if (before && before.from.length === from.length && before.from.every((v, i) => v === from[i]))
    return before.outline;
  const outline = traced(part, toPicture(picture, size), open, materials);
  known.set(id, { from, outline });
  return outline;
}

/** From the board to a picture's px. */
const toPicture = (picture: Part, { width, height }: { width: number; height: number }): Matrix =>
  multiply([1, 0, 0, 1, width / 2, height / 2], invert(partMatrix(picture)));

function traced(part: Part, to: Matrix, design: Design, materials: Materials): Outline {
  const { ops } = materials;
  const items = ownItems(part, design, materials, true);
  const path = ops
    ? inkOutline(items, 0, ops)
    : items.flatMap((item) => transformPath(item.path, item.matrix));
  return flatten(transformPath(path, to), STRAY).map(({ points }) =>
    points.map((v) => Math.round(v * DIGITS) / DIGITS),
  );
}

/** Whether pictures of a design depend on where its other parts lie. */
export const masksByParts = (design: Design): boolean =>
  allParts(design).some((part) => (kindOf(part).pictured?.masks(part).length ?? 0) > 0);

/** Pictures of a design that steps mask by parts that are not there, by the pictures' ids. */
export const lostMasks = (design: Design, parts: readonly Part[] = allParts(design)): string[] =>
  parts.flatMap((part) => {
    const masks = kindOf(part).pictured?.masks(part) ?? [];
    if (masks.length === 0) return [];
    const { parts: beside } = sideWith(design, part);
    const isThere = (id: string) => beside.some((p) => p.id === id && id !== part.id && kindOf(p).outlined);
    return masks.every(isThere) ? [] : [part.id];
  });
