import {
  hypot,
  boxCentre,
  boxHeight,
  boxOfPoints,
  boxWidth,
  convexOverlap,
  isInside,
  polygonsOf,
  type Box,
  type Point,
} from '../geometry';
import { safeBoxAt, safeOutline, trimOutline, zoneBox, zoneOutline } from './areas';
import type { AreaShape, SpecSide, Zone } from './types';

/** Where artwork may lie on a side: the safe area, the product's own edge, and what it keeps clear of. */
export interface Room {
  safe: Box;
  /** The safe area's edge, and the product's; null where it is the box itself. */
  safeEdge: number[][] | null;
  trimEdge: number[][] | null;
  zones: { zone: Zone; hull: Point[]; box: Box }[];
}

const isBox = (shape: AreaShape | undefined) => shape === undefined || shape.kind === 'rectangle';

/** The room of a side; `perInch` units to the inch from the print area's top left: its dpi for board px. */
export function roomOf(side: SpecSide, perInch: number): Room {
  const tolerance = 0.002 * perInch;
  return {
    safe: safeBoxAt(side, perInch),
    safeEdge: isBox(side.safeShape) ? null : polygonsOf(safeOutline(side, perInch), tolerance),
    trimEdge: isBox(side.shape) ? null : polygonsOf(trimOutline(side, perInch), tolerance),
    zones: (side.zones ?? []).map((zone) => {
      const [p] = polygonsOf(zoneOutline(zone, perInch), tolerance);
      const hull = Array.from({ length: p.length / 2 }, (_, i): Point => [p[2 * i], p[2 * i + 1]]);
      return { zone, hull, box: zoneBox(zone, perInch) };
    }),
  };
}

/** Distance of a point from a segment. */
function fromSegment(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length)) : 0;
  return hypot(x - ax - t * dx, y - ay - t * dy);
}

/** How far a point lies outside polygons; 0 within. */
function outsideBy([x, y]: Point, polygons: readonly (readonly number[])[]): number {
  if (isInside(polygons, x, y)) return 0;
  let nearest = Infinity;
  for (const p of polygons)
    for (let i = 0; i < p.length; i += 2) {
      const j = (i + 2) % p.length;
      nearest = Math.min(nearest, fromSegment(x, y, p[i], p[i + 1], p[j], p[j + 1]));
    }
  return nearest;
}

/** How far the farthest of some points lies outside polygons; 0 when all lie within. */
const beyondEdge = (points: readonly Point[], polygons: readonly (readonly number[])[]): number =>
  points.reduce((far, point) => Math.max(far, outsideBy(point, polygons)), 0);

/** How far points reach beyond a box on its worst side; 0 when inside. */
export function beyondBox(points: readonly Point[], box: Box): number {
  const own = boxOfPoints(points);
  return Math.max(0, box.left - own.left, box.top - own.top, own.right - box.right, own.bottom - box.bottom);
}

/** How far the points of a hull reach out of the safe area, in the room's units; 0 when they lie in it. */
export const beyondSafe = (room: Room, hull: readonly Point[]): number =>
  Math.max(beyondBox(hull, room.safe), room.safeEdge ? beyondEdge(hull, room.safeEdge) : 0);

/** How far they reach beyond the product's edge, where that is another than the print area's. */
export const beyondTrim = (room: Room, hull: readonly Point[]): number =>
  room.trimEdge ? beyondEdge(hull, room.trimEdge) : 0;

/** The zones over which a hull lies. */
export const zonesUnder = (room: Room, hull: readonly Point[]): Room['zones'] =>
  room.zones.filter((z) => convexOverlap(z.hull, hull));

/** True when a hull lies in the safe area, by less than `slack` outside, and clear of all zones. */
export const fitsIn = ({ safe, safeEdge, zones }: Room, hull: readonly Point[], slack = 1e-6): boolean =>
  beyondBox(hull, safe) <= slack &&
  (safeEdge === null || hull.every((point) => outsideBy(point, safeEdge) <= slack)) &&
  !zones.some((z) => convexOverlap(z.hull, hull));

/** What is left of a box beside another: to its left and right, above and below, as far as there is anything. */
function besides(room: Box, zone: Box): Box[] {
  if (
    zone.left >= room.right ||
    zone.right <= room.left ||
    zone.top >= room.bottom ||
    zone.bottom <= room.top
  )
    return [room];
  const parts: Box[] = [
    { ...room, right: zone.left },
    { ...room, left: zone.right },
    { ...room, bottom: zone.top },
    { ...room, top: zone.bottom },
  ];
  return parts.filter((b) => b.right > b.left && b.bottom > b.top);
}

/** The boxes in whose middles there is room: the safe area, and what the zones leave of it. */
export const roomsIn = ({ safe, zones }: Room): Box[] => {
  let rooms = [safe];
  for (const { box } of zones) rooms = rooms.flatMap((room) => besides(room, box));
  return [safe, ...rooms];
};

/** A scale about the middle of a hull's box, and where that middle goes. */
export interface Fit {
  scale: number;
  x: number;
  y: number;
}

const mapped = (hull: readonly Point[], { scale, x, y }: Fit): Point[] => {
  const [cx, cy] = boxCentre(boxOfPoints(hull));
  return hull.map(([px, py]): Point => [x + (px - cx) * scale, y + (py - cy) * scale]);
};

/** So much smaller than what just fits is what is made, so that rounding does not push it out again. */
const WITHIN = 0.995;

/** A place off the middle must let artwork be this much larger to be taken. */
export const WORTH_MOVING = 1.12;

/** The largest scale at which a hull fits into the room, and where it lies then; null where it fits nowhere. */
export function largestFit(room: Room, hull: readonly Point[]): Fit | null {
  const box = boxOfPoints(hull);
  const thickness = Math.max(boxWidth(box), boxHeight(box));
  if (!(thickness > 0)) return null;
  let best: Fit | null = null;
  for (const within of roomsIn(room)) {
    const [x, y] = boxCentre(within);
    let [low, high] = [0, (2 * Math.max(boxWidth(within), boxHeight(within))) / thickness];
    for (let i = 0; i < 40; i++) {
      const scale = (low + high) / 2;
      if (fitsIn(room, mapped(hull, { scale, x, y }))) low = scale;
      else high = scale;
    }
    if (low > 1e-6 && (!best || low > best.scale * WORTH_MOVING)) best = { scale: low, x, y };
  }
  return best;
}

/**
 * The least move that brings a hull into the room at its size, or where there is no room at that size, the largest fit.
 * Null where it fits nowhere.
 */
export function moveInto(room: Room, hull: readonly Point[]): Fit | null {
  const box = boxOfPoints(hull);
  const [cx, cy] = boxCentre(box);
  const [halfW, halfH] = [boxWidth(box) / 2, boxHeight(box) / 2];
  const clamp = (v: number, low: number, high: number) =>
    low > high ? (low + high) / 2 : Math.max(low, Math.min(high, v));
  let best: (Fit & { far: number }) | null = null;
  for (const within of roomsIn(room)) {
    const start: Fit = {
      scale: 1,
      x: clamp(cx, within.left + halfW, within.right - halfW),
      y: clamp(cy, within.top + halfH, within.bottom - halfH),
    };
    const [mx, my] = boxCentre(within);
    const at = (t: number): Fit => ({
      scale: 1,
      x: start.x + (mx - start.x) * t,
      y: start.y + (my - start.y) * t,
    });
    const fits = (t: number) => fitsIn(room, mapped(hull, at(t)), 1e-3);
    if (!fits(1) && !fits(0)) continue;
    let [low, high] = [0, 1];
    if (fits(0)) high = 0;
    else
      for (let i = 0; i < 30; i++) {
        const t = (low + high) / 2;
        if (fits(t)) high = t;
        else low = t;
      }
    const found = at(high);
    const far = hypot(found.x - cx, found.y - cy);
    if (!best || far < best.far - 1e-6) best = { ...found, far };
  }
  if (best) return { scale: 1, x: best.x, y: best.y };
  const fit = largestFit(room, hull);
  return fit && { ...fit, scale: fit.scale * WITHIN };
}
