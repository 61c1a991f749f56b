import { allParts, openSide, sidesOf, type Design } from '../design';
import type { ImageItem, Materials } from '../drawing';
import { inkOutline } from './cover';
import { flatten, invert, multiply, transformPath, type Matrix } from '../geometry';
import { isCover, kindOf, type Part } from '../parts';
import type { Hex } from '../colour';
import type { Covers, OutlineCover, PictureCover, Treatment } from '../steps';
import { outlineOn, ownItems, partMatrix } from './own';

type Cover = Covers<Treatment>[string];

/** How far a mask's outline may stray from the part's, px of the picture. */
const STRAY = 0.1;
/** Digits of its points that are kept: a hundredth of a px is far less than is seen, and the same however it was reached. */
const DIGITS = 100;
/** The same of a matrix, whose numbers are multiplied by a picture's px. */
const MATRIX_DIGITS = 1e6;

interface Kept {
  from: readonly unknown[];
  cover: Cover;
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
 * What a part covers of a picture, as both lie on the board: its ink with its live copies, or its alpha where it is a picture
 * itself, for the masks of the picture's steps. Undefined where it is not on the picture's side, or covers nothing that is known;
 * without outline operations lines around it are filled as they are. The very same for the same parts.
 *
 * @param size of the untouched picture, px
 * @param colour of an ink, for what is done to a picture
 */
export function maskCover(
  id: string,
  picture: Part,
  size: { width: number; height: number },
  design: Design,
  materials: Materials,
  colour: (ink: string) => Hex,
): Cover | undefined {
  const open = sideWith(design, picture);
  const part = open.parts.find((p) => p.id === id);
  if (!part || id === picture.id) return undefined;
  const { outlined, pictured } = kindOf(part);
  const found = pictured && design.materials.find((m) => m.id === pictured.material(part));
  if (!outlined && !found) return undefined;
  // Of the masks of that picture those by outlines alone count: two that mask one another have no first one.
  const isOutlined = (other: string) => open.parts.some((p) => p.id === other && kindOf(p).outlined);
  const shown =
    found &&
    pictured.image(part, found, {
      ...{ colour, light: design.light },
      coverOf: (other) =>
        isOutlined(other) ? maskCover(other, part, found, design, materials, colour) : undefined,
    });
  const along = (other: string) => outlineOn(open, other);
  const from = [
    part,
    JSON.stringify([picture.place, size]),
    ...(shown ? [found, shown.treatment] : []),
    ...(outlined ? [materials.ops, ...(outlined.outside?.(part, materials, along) ?? [])] : []),
  ];
  let known = kept.get(picture);
  if (!known) kept.set(picture, (known = new Map()));
  const before = known.get(id);
  if (before && before.from.length === from.length && before.from.every((v, i) => v === from[i]))
    return before.cover;
  const to = toPicture(picture, size);
  const cover = shown
    ? pictureCover(shown, found?.sha256 ?? null, multiply(to, partMatrix(part)))
    : traced(part, to, open, materials);
  known.set(id, { from, cover });
  return cover;
}

/** The cover of a picture; `to` is from its own units to px of the picture that it masks. */
function pictureCover(
  { material, treatment, width, height, shown }: Omit<ImageItem, 'matrix'>,
  sha256: string | null,
  to: Matrix,
): PictureCover<Treatment> {
  const matrix = multiply(to, [1, 0, 0, 1, -width / 2, -height / 2]).map(
    (v) => Math.round(v * MATRIX_DIGITS) / MATRIX_DIGITS + 0,
  );
  return {
    ...{ material, sha256, width, height },
    // What is between its px has no say in how much it covers.
    treatment: treatment && treatment.steps.length > 0 ? { ...treatment, enlarge: 1 } : null,
    crop: {
      ...{ left: shown.left + width / 2, top: shown.top + height / 2 },
      ...{ right: width / 2 - shown.right, bottom: height / 2 - shown.bottom },
    },
    matrix: matrix as unknown as Matrix,
  };
}

/** From the board to a picture's px. */
const toPicture = (picture: Part, { width, height }: { width: number; height: number }): Matrix =>
  multiply([1, 0, 0, 1, width / 2, height / 2], invert(partMatrix(picture)));

function traced(part: Part, to: Matrix, design: Design, materials: Materials): OutlineCover {
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
    const isThere = (id: string) => beside.some((p) => p.id === id && id !== part.id && isCover(p));
    return masks.every(isThere) ? [] : [part.id];
  });
