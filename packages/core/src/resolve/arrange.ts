import type { Edit } from '../design';
import type { Part } from '../parts';
import { boxCentre, boxHeight, boxWidth, unite, EMPTY_BOX, type Box } from '../geometry';
import { alphaCentre } from '../raster';
import {
  groupBounds,
  paintGroup,
  type MakeSurface,
  type PictureSource,
  type Group,
  type Drawing,
  paintSurface,
} from '../drawing';

/**
 * What is lined up as one, a part or all parts of a bundle, with its box on the board and, where known, the centre of its
 * ink's weight; board px. Where one of its parts is locked, all of it stays.
 */
export interface Placed {
  parts: readonly Part[];
  box: Box;
  mass?: readonly [number, number];
}

const isLocked = ({ parts }: Placed): boolean => parts.some((p) => p.locked);

export type Alignment = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';

const moveBy = ({ parts }: Placed, dx: number, dy: number): Edit[] =>
  parts.map((part) => ({
    op: 'place',
    part: part.id,
    place: { x: part.place.x + dx, y: part.place.y + dy },
  }));

/**
 * Edits that line things up with one side or the middle of a box. The middle is that of a thing's own
 * box, or of its weight where `mass` is given. What is locked stays.
 */
export function alignEdits(placed: readonly Placed[], to: Box, how: Alignment): Edit[] {
  return placed.flatMap((one) => {
    const { box, mass } = one;
    if (isLocked(one)) return [];
    const [cx, cy] = mass ?? boxCentre(box);
    const [tx, ty] = boxCentre(to);
    const by: Record<Alignment, [number, number]> = {
      left: [to.left - box.left, 0],
      centre: [tx - cx, 0],
      right: [to.right - box.right, 0],
      top: [0, to.top - box.top],
      middle: [0, ty - cy],
      bottom: [0, to.bottom - box.bottom],
    };
    const [dx, dy] = by[how];
    return dx === 0 && dy === 0 ? [] : moveBy(one, dx, dy);
  });
}

/**
 * Edits that make the gaps between three or more things equal along an axis. The outermost two stay
 * where they are, or, if `within` is given, go to its ends.
 */
export function distributeEdits(placed: readonly Placed[], axis: 'across' | 'down', within?: Box): Edit[] {
  const across = axis === 'across';
  const start = (b: Box) => (across ? b.left : b.top);
  const end = (b: Box) => (across ? b.right : b.bottom);
  const size = (b: Box) => (across ? boxWidth(b) : boxHeight(b));
  const free = placed.filter((p) => !isLocked(p));
  if (free.length < (within ? 2 : 3)) return [];
  const middle = (b: Box) => start(b) + end(b);
  const sorted = [...free].sort((p, q) => middle(p.box) - middle(q.box));
  const from = within ? start(within) : start(sorted[0].box);
  const to = within ? end(within) : end(sorted.at(-1)!.box);
  const gap = (to - from - sorted.reduce((sum, p) => sum + size(p.box), 0)) / (sorted.length - 1);
  let at = from;
  return sorted.flatMap((one) => {
    const by = at - start(one.box);
    at += size(one.box) + gap;
    return Math.abs(by) < 1e-9 ? [] : moveBy(one, across ? by : 0, across ? 0 : by);
  });
}

/** What is other about a part that is mirrored about an upright line at `x`, board px. */
export const mirrored = ({ place, repeat }: Part, x: number): Pick<Part, 'place' | 'repeat'> => ({
  place: { ...place, x: 2 * x - place.x, scaleX: -place.scaleX, turn: -place.turn },
  repeat: repeat && {
    ...repeat,
    dx: -repeat.dx,
    ...(repeat.ax ? { ax: -repeat.ax } : {}),
    ...(repeat.kind === 'step' ? { turn: -repeat.turn } : { sweep: -repeat.sweep }),
  },
});

/** The box around all of these. */
export const boxOfAll = (placed: readonly Placed[]): Box =>
  placed.reduce((box, p) => unite(box, p.box), EMPTY_BOX);

/** Long side of the picture in which a weight is taken, px. */
const MASS_SIZE = 240;

/** Where the weight of a drawing's ink lies, board px; null where it draws nothing. */
export function weightOf(
  drawing: Drawing,
  pictures: PictureSource,
  surfaces: MakeSurface,
): [number, number] | null {
  const scale = MASS_SIZE / Math.max(drawing.width, drawing.height);
  const { context, width, height } = paintSurface(drawing, scale, pictures, surfaces);
  const at = alphaCentre(context.getImageData(0, 0, width, height));
  const k = width / drawing.width;
  return at && [at[0] / k, at[1] / k];
}

/** Where the weight of a group's ink lies, board px; the middle of its box where there is no ink. */
export function massCentre(group: Group, pictures: PictureSource, surfaces: MakeSurface): [number, number] {
  const box = groupBounds(group);
  const [w, h] = [boxWidth(box), boxHeight(box)];
  if (!(w > 0 && h > 0)) return boxCentre(box);
  const scale = MASS_SIZE / Math.max(w, h);
  const surface = surfaces(Math.max(1, Math.ceil(w * scale)), Math.max(1, Math.ceil(h * scale)));
  const view = [scale, 0, 0, scale, -box.left * scale, -box.top * scale] as const;
  paintGroup(surface.context, group, { view, pictures, surfaces }, surface);
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  const found = alphaCentre(surface.context.getImageData(0, 0, surface.width, surface.height));
  return found ? [box.left + found[0] / scale, box.top + found[1] / scale] : boxCentre(box);
}
