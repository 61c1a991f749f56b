import { groupBounds, paintGroup, type MakeSurface, type PartGroup, type PictureSource } from '../drawing';
import { applyMatrix, boxHeight, boxWidth, invert, type Box } from '../geometry';
import { handleOf } from './handle';

/** Half the side of what can be grasped of a part that draws nothing, in the part's own units. */
export const GRASP = 20;

/** What of a part can be grasped, in its own units: the box of what it draws. */
export function graspOf(group: PartGroup): Box {
  const { box } = handleOf(group);
  return box.right > box.left ? box : { left: -GRASP, top: -GRASP, right: GRASP, bottom: GRASP };
}

const isIn = ({ left, top, right, bottom }: Box, x: number, y: number): boolean =>
  x >= left && x <= right && y >= top && y <= bottom;

/**
 * The part that somebody means who points at a place of the board; null where nothing lies there.
 *
 * The front-most part that is painted there is meant, though the box of another lies over it: who points at a moth means
 * the moth, not the ring around it. But a smaller part before it is meant where the place lies in its box: between the
 * letters of words on a photograph the words are meant. Where nothing is painted it is the part that is chosen already,
 * else the smallest in whose box the place lies.
 *
 * @param groups as they are painted, the hindmost first
 * @param at board px
 * @param isPainted whether something of a part is seen there; asked of those alone that may be meant
 */
export function pickPart(
  groups: readonly PartGroup[],
  at: readonly [number, number],
  isPainted: (group: PartGroup) => boolean,
  chosen: ReadonlySet<string> = new Set(),
): string | null {
  const boxed: { part: string; area: number }[] = [];
  const smallest = () =>
    boxed.reduce<{ part: string; area: number } | null>((a, b) => (a && a.area <= b.area ? a : b), null);
  for (let i = groups.length - 1; i >= 0; i--) {
    const group = groups[i];
    const { matrix } = handleOf(group);
    const box = graspOf(group);
    const inBox = isIn(box, ...applyMatrix(invert(matrix), ...at));
    // Its live copies lie beside its box.
    if (!inBox && !isIn(groupBounds(group), ...at)) continue;
    const area = boxWidth(box) * boxHeight(box) * Math.abs(matrix[0] * matrix[3] - matrix[1] * matrix[2]);
    const painted = isPainted(group);
    if (inBox || painted) boxed.push({ part: group.part, area });
    if (painted) return smallest()!.part;
  }
  return boxed.find(({ part }) => chosen.has(part))?.part ?? smallest()?.part ?? null;
}

/** Alpha (0–255) from which something counts as seen. */
const SEEN = 40;

/**
 * Whether a part paints anything within `reach` board px of a place: its ink, keylines, shade or picture, as they are
 * clipped and opened; however faint the part is as a whole.
 *
 * @param at board px
 * @param scale px that are looked at for a board px
 */
export function paintsAt(
  group: PartGroup,
  at: readonly [number, number],
  reach: number,
  scale: number,
  pictures: PictureSource,
  surfaces: MakeSurface,
): boolean {
  const side = Math.max(1, 2 * Math.round(reach * scale) + 1);
  const surface = surfaces(side, side);
  const middle = side / 2;
  paintGroup(
    surface.context,
    group.opacity > 0 ? { ...group, opacity: 1 } : group,
    { view: [scale, 0, 0, scale, middle - at[0] * scale, middle - at[1] * scale], pictures, surfaces },
    surface,
  );
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  const { data } = surface.context.getImageData(0, 0, side, side);
  for (let i = 3; i < data.length; i += 4) if (data[i] >= SEEN) return true;
  return false;
}
