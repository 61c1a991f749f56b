import {
  groupBounds,
  itemsOf,
  paintGroup,
  printed,
  unrelieved,
  unworn,
  type Drawing,
  type Group,
  type MakeSurface,
  type PictureSource,
} from '../../drawing';
import { hypot, boxHeight, boxWidth, intersect, isEmptyBox, type Box } from '../../geometry';
import { bitsOfAlpha, thinPlaces, type ThinPlace } from '../../raster';
import { shapeKeyOf } from './analysis';

/** Side of the squares that are painted and looked at one by one, board px. */
const TILE = 900;
/** The same for drawings of so many points that painting them is what costs. */
const LARGE_TILE = 2700;
/** Numbers of path data from which a drawing counts as such. */
const HEAVY = 150_000;

/** Whether groups have so many points that painting them again and again would take for ever. */
export const isHeavy = (groups: readonly Group[]): boolean => {
  let numbers = 0;
  for (const group of groups)
    for (const item of itemsOf(unrelieved(group))) if (item.kind === 'outline') numbers += item.path.length;
  return numbers > HEAVY;
};
/** How much longer than the least width a place must be: the tip of a letter is thin, too, but no line. */
const LONG = 5;
/** A tip opens to within so much of the least width, board px: thicknesses are told to the pixel. */
const TIP_OPENS = 1.5;
/** It covers less than this share of its length times its greatest width. */
const TIP_SHARE = 0.65;
/** Cover from which a pixel counts as ink, 0–255. */
const INK = 96;

/** A place on the board that is thinner than it may be, board px. */
export interface ThinSpot {
  kind: 'ink' | 'gap';
  box: Box;
  thickness: number;
}

/** What was found in each square, by what lies in it. */
export type ThinCache = Map<string, { key: string; spots: ThinSpot[] }>;

export interface ThinLimits {
  /** Least width of ink and of gaps, board px. */
  ink: number;
  gap: number;
}

/**
 * Places of a drawing where ink, or a gap between ink, is thinner than `limits`, at the board's full
 * size. It is painted and looked at square by square; squares in which nothing has changed since
 * `cache` was filled are taken from it, so moving one part costs only the squares that it touches.
 */
export function thinOf(
  drawing: Drawing,
  limits: ThinLimits,
  pictures: PictureSource,
  surfaces: MakeSurface,
  cache: ThinCache = new Map(),
): ThinSpot[] {
  const halo = Math.ceil(Math.max(limits.ink, limits.gap) * LONG) + 4;
  // Wear is thin by its nature; what it leaves is judged by the lettering that it lies on.
  const placed = printed(drawing)
    .map((group) => unrelieved(unworn(group)))
    .map((group) => ({ group, bounds: groupBounds(group), key: shapeKeyOf(group, pictures) }));
  const spots: ThinSpot[] = [];
  const tile = isHeavy(drawing.groups) ? LARGE_TILE : TILE;
  for (let top = 0; top < drawing.height; top += tile)
    for (let left = 0; left < drawing.width; left += tile) {
      const own: Box = {
        left,
        top,
        right: Math.min(drawing.width, left + tile),
        bottom: Math.min(drawing.height, top + tile),
      };
      const seen = intersect(
        { left: left - halo, top: top - halo, right: own.right + halo, bottom: own.bottom + halo },
        { left: 0, top: 0, right: drawing.width, bottom: drawing.height },
      );
      const here = placed.filter((p) => touches(p.bounds, seen));
      if (here.length === 0) continue;
      const at = `${tile} ${left} ${top}`;
      const key = JSON.stringify([limits, here.map((p) => p.key)]);
      const known = cache.get(at);
      if (known?.key !== key)
        cache.set(at, {
          key,
          spots: spotsIn(
            here.map((p) => p.group),
            own,
            seen,
            limits,
            pictures,
            surfaces,
          ),
        });
      spots.push(...cache.get(at)!.spots);
    }
  return joined(spots);
}

const touches = (a: Box, b: Box): boolean => {
  const both = intersect(a, b);
  return !isEmptyBox(both) && boxWidth(both) > 0 && boxHeight(both) > 0;
};

/**
 * Whether a place is where two edges run together, as in the notch of a W or at the end of a ray: it narrows evenly, from what is
 * wide enough down to nothing. A triangle covers half of its length times its greatest width, a line all of it. Filled or worn
 * away, such a tip is a little shorter, which nobody sees; a line is gone.
 */
const isTip = ({ area, box, thickness }: ThinPlace, limit: number): boolean =>
  thickness >= limit - TIP_OPENS && area < TIP_SHARE * hypot(boxWidth(box), boxHeight(box)) * thickness;

function spotsIn(
  groups: Group[],
  own: Box,
  seen: Box,
  limits: ThinLimits,
  pictures: PictureSource,
  surfaces: MakeSurface,
): ThinSpot[] {
  const surface = surfaces(boxWidth(seen), boxHeight(seen));
  for (const group of groups)
    paintGroup(
      surface.context,
      group.opacity > 0 ? { ...group, opacity: 1 } : group,
      { view: [1, 0, 0, 1, -seen.left, -seen.top], pictures, surfaces },
      surface,
    );
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  const ink = bitsOfAlpha(surface.context.getImageData(0, 0, surface.width, surface.height), INK);
  return (['ink', 'gap'] as const).flatMap((kind) =>
    thinPlaces(ink, kind === 'ink' ? 1 : 0, limits[kind], 0)
      .filter((p) => Math.max(boxWidth(p.box), boxHeight(p.box)) >= LONG * limits[kind])
      .filter((p) => !isTip(p, limits[kind]))
      .map(({ box, thickness }): ThinSpot => ({
        kind,
        thickness,
        box: {
          left: box.left + seen.left,
          top: box.top + seen.top,
          right: box.right + seen.left,
          bottom: box.bottom + seen.top,
        },
      }))
      // What lies in the overlap alone is the next square's; what reaches over is joined afterwards.
      .filter(({ box }) => touches(box, own)),
  );
}

/** Places that go on from one square into the next, as one. */
function joined(spots: ThinSpot[]): ThinSpot[] {
  const out: ThinSpot[] = [];
  for (const spot of spots) {
    const same = out.find(
      (o) =>
        o.kind === spot.kind &&
        o.box.left <= spot.box.right &&
        o.box.right >= spot.box.left &&
        o.box.top <= spot.box.bottom &&
        o.box.bottom >= spot.box.top &&
        Math.abs(o.thickness - spot.thickness) < 0.5,
    );
    if (!same) out.push({ ...spot });
    else {
      same.thickness = Math.min(same.thickness, spot.thickness);
      same.box = {
        left: Math.min(same.box.left, spot.box.left),
        top: Math.min(same.box.top, spot.box.top),
        right: Math.max(same.box.right, spot.box.right),
        bottom: Math.max(same.box.bottom, spot.box.bottom),
      };
    }
  }
  return out;
}
