import { contrastRatio, type Garment, type Hex } from '../colour';
import { wholeBorder } from '../cutline';
import {
  inksOfPart,
  inkValues,
  partsIn,
  type Board,
  type Colourway,
  type Design,
  type PlacedAt,
  type Placement,
} from '../design';
import { imagesOf, inkHull, type Drawing } from '../drawing';
import { axisScales, boxCentre, boxHeight, boxWidth, type Box, type Point, boxOfPoints } from '../geometry';
import { comesIn, isWorn, fitsIn, roomOf, roomsIn, WORTH_MOVING, type Spec, type SpecSide } from '../spec';

/** Artwork on the chest begins this far below the collar's seam, inches. */
export const CHEST_IN = 3;
/** Share of the room left that artwork is moved up, so that it looks centred to the eye. */
const OPTICAL_LIFT = 0.04;
/** Directions in which a rim is looked at. */
const AROUND: readonly Point[] = Array.from({ length: 12 }, (_, i) => [
  Math.cos((i * Math.PI) / 6),
  Math.sin((i * Math.PI) / 6),
]);

/** How much room a product needs around artwork, inches: its border and its backing where it is cut out as a sticker. */
export const rimOf = ({ cutLine }: Pick<Design, 'cutLine'>, { sticker }: Pick<Spec, 'sticker'>): number =>
  sticker && cutLine ? (wholeBorder(cutLine) + (cutLine.backing?.margin ?? 0)) / 25.4 : 0;

export interface PlacedForMe {
  at: PlacedAt;
  /** What was done, in words. */
  said: string[];
}

/** The printed size up to which every picture of a drawing has the resolution that a spec asks for. */
function mostScale(drawing: Drawing, spec: Spec): number {
  let most = Infinity;
  for (const item of drawing.groups.flatMap(imagesOf)) {
    const dpi = drawing.dpi / Math.max(...axisScales(item.matrix));
    most = Math.min(most, dpi / spec.leastDpi);
  }
  return most;
}

/**
 * Fits artwork into a side by its ink, not its board: as large as the safe area, the zones to keep clear
 * of and its pictures' resolution allow; centred for the eye, by its box and its weight (`weight`: board px,
 * where the ink's weight lies; the box alone where left out); on garments with its top on the chest.
 * `rim` inches around it are kept within the safe area, too: a sticker's border. Null where there is no ink.
 */
export function placeForMe(
  drawing: Drawing,
  board: Board,
  spec: Spec,
  side: SpecSide,
  weight?: readonly [number, number] | null,
  rim = 0,
): PlacedForMe | null {
  const hull = inkHull(drawing).map(([x, y]): Point => [x / board.dpi, y / board.dpi]);
  if (hull.length < 2) return null;
  const ink = boxOfPoints(hull);
  if (boxWidth(ink) < 1e-3 && boxHeight(ink) < 1e-3) return null;
  // Halfway between the middle of the box and the middle of the weight is where the eye sees the middle.
  const cx = weight ? (boxCentre(ink)[0] + weight[0] / board.dpi) / 2 : boxCentre(ink)[0];
  const cy = boxCentre(ink)[1];
  const room = roomOf(side, 1);
  const { safe } = room;
  const worn = isWorn(spec) && spec.kind !== 'bag' && spec.kind !== 'cap';
  const chest = worn
    ? Math.max(safe.top, Math.min(CHEST_IN - (side.collarIn ?? CHEST_IN), safe.top + boxHeight(safe) / 3))
    : safe.top;

  // What lies around the artwork is as wide however large that is.
  const around = rim > 0 ? AROUND.map(([u, v]): Point => [u * rim, v * rim]) : [[0, 0] as Point];
  const shapeAt = (k: number, [x, y]: Point): Point[] =>
    hull.flatMap(([px, py]) => around.map(([u, v]): Point => [x + (px - cx) * k + u, y + (py - cy) * k + v]));
  const fits = (k: number, at: Point): boolean => fitsIn(room, shapeAt(k, at));
  /** The middle at scale `k` for a room: centred, with a lift; on a chest the top is what counts. */
  const middleIn = (within: Box, k: number): Point => {
    const h = boxHeight(ink) * k;
    const top = worn
      ? Math.max(within.top, chest)
      : within.top + ((boxHeight(within) - h) / 2) * (1 - OPTICAL_LIFT * 2);
    return [boxCentre(within)[0], top + (cy - ink.top) * k];
  };
  const largestIn = (within: Box): number => {
    let [low, high] = [
      0,
      Math.max(boxWidth(within), boxHeight(within)) /
        Math.max(0.01, Math.min(boxWidth(ink) || 9, boxHeight(ink) || 9)),
    ];
    for (let i = 0; i < 40; i++) {
      const k = (low + high) / 2;
      if (fits(k, middleIn(within, k))) low = k;
      else high = k;
    }
    return low;
  };
  const choices = roomsIn(room).map((within) => ({ within, k: largestIn(within) }));
  let best = choices[0];
  for (const choice of choices.slice(1)) if (choice.k > best.k * WORTH_MOVING) best = choice;
  if (best.k <= 1e-4) return null;
  const limit = mostScale(drawing, spec) * 0.9995;
  const k = Math.min(best.k, limit);
  const [mx, my] = middleIn(best.within, k);
  const [w, h] = [board.width / board.dpi, board.height / board.dpi];
  const at: PlacedAt = {
    x: mx + (w / 2 - cx) * k - side.widthIn / 2,
    y: my + (h / 2 - cy) * k,
    scale: k,
    turn: 0,
  };
  return { at, said: saying(k, limit, best.within, ink, side, worn, chest, safe) };
}

function saying(
  k: number,
  limit: number,
  room: Box,
  ink: Box,
  side: SpecSide,
  worn: boolean,
  chest: number,
  safe: Box,
): string[] {
  const inches = (v: number) => (Math.round(v * 100) / 100).toString();
  const said = [
    `${inches(boxWidth(ink) * k)} × ${inches(boxHeight(ink) * k)} in by its ink`,
    k >= limit ? 'as large as its pictures’ resolution allows' : 'as large as the safe area allows',
  ];
  if (worn)
    said.push(
      side.collarIn === undefined
        ? 'its top at the top of the safe area'
        : `its top ${inches(side.collarIn + Math.max(room.top, chest))} in below the collar`,
    );
  else said.push('centred for the eye');
  const clear = (side.zones ?? []).map((z) => z.name || z.kind);
  if (clear.length) said.push(`clear of: ${clear.join(', ').toLowerCase()}`);
  if (room !== safe) said.push('moved to where there is more room');
  if (side.safeShape?.kind === 'circle') said.push('inside the circle');
  return said;
}

/** Contrast at which lettering counts as readable (see the calculations). */
const READS = 3;

/**
 * The colourway for a product that comes in one colour: null, the first, where all that must read has an ink that
 * reads there; else the one in which it reads best.
 */
export function colourwayOnBlank(design: Design, blank: Hex): string | null {
  const score = ({ id }: Colourway): number => {
    const inks = inkValues(design, id);
    const parts = partsIn(design, id).filter((p) => p.mustRead && !p.hidden);
    const best = (ids: readonly string[]) =>
      Math.max(1, ...ids.map((i) => contrastRatio(inks.get(i) ?? blank, blank)));
    return parts.length ? Math.min(...parts.map((p) => best(inksOfPart(p)))) : READS;
  };
  const [first, ...others] = design.colourways;
  if (!first || score(first) >= READS) return null;
  const scored = others.map((c) => [score(c), c.id] as const).sort((a, b) => b[0] - a[0]);
  return scored.length && scored[0][0] > score(first) ? scored[0][1] : null;
}

/** The colour of the blank of a product that is no garment and comes in one; null for any other. */
export const blankOf = (spec: Spec, garments: readonly Garment[]): Hex | null =>
  isWorn(spec) || !spec.garments?.length ? null : (comesIn(spec, garments)[0]?.value ?? null);

/** A placement made for a side, with what goes by itself: a ground where the product is printed to its edge. */
export function proposedPlacement(
  design: Design,
  spec: Spec,
  side: SpecSide,
  at: PlacedAt,
  ground: string,
  blank: Hex | null = null,
): Placement {
  const known = design.placements.find((p) => p.spec === spec.id && p.side === side.id);
  return {
    spec: spec.id,
    side: side.id,
    mirror: known?.mirror ?? false,
    narrow: known?.narrow ?? side.curve !== undefined,
    ground: known ? known.ground : spec.background === 'opaque' ? ground : null,
    format: known?.format ?? null,
    ...(known?.outlines ? { outlines: true } : {}),
    colourway: known ? known.colourway : blank && colourwayOnBlank(design, blank),
    colourways: known?.colourways ?? {},
    apart: {},
    ...at,
  };
}
