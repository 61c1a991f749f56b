import { boxCentre, boxHeight, boxWidth, flatten, isEmptyBox, parseSvgPath, type Box } from '../geometry';
import type { MotifOutline, MotifPart } from '../parts';
import { fillPolygons } from '../raster';

/** Raster that a figure's weight is measured on, px to a side. */
const SIDE = 96;
/** A figure may be so much larger or smaller than fits the box, for its weight's sake. */
const HEAVIER = 1.15;
const LIGHTER = 0.75;

/** What of a figure's own box is covered by its filled outlines, in units² of the figure. */
export function weightOfFigure(figure: {
  width: number;
  height: number;
  outlines: readonly MotifOutline[];
}): number {
  const { width, height } = figure;
  const k = SIDE / Math.max(width, height, 1e-9);
  const data = new Float32Array(SIDE * SIDE);
  for (const { path, stroke, opacity } of figure.outlines) {
    if (stroke || opacity < 0.2) continue;
    const polygons = flatten(parseSvgPath(path), 0.5 / k).map(({ points }) => {
      const out: [number, number][] = [];
      for (let i = 0; i + 1 < points.length; i += 2) out.push([points[i] * k, points[i + 1] * k]);
      return out;
    });
    const plane = fillPolygons(polygons, SIDE, SIDE);
    // What lies over another outline covers nothing more.
    for (let i = 0; i < data.length; i++) data[i] = Math.max(data[i], Math.min(1, plane.data[i]));
  }
  return data.reduce((sum, v) => sum + v, 0) / (k * k);
}

/**
 * Where a figure goes that takes another one's place: its ink in the other's box of ink, about the same middle; by
 * `weigh` as heavy as that, as far as the box allows.
 *
 * @param boxOf ink of a figure in its own units
 */
export function figureInPlace(
  was: MotifPart,
  now: MotifPart,
  weigh: boolean,
  boxOf: (part: MotifPart) => Box,
): MotifPart {
  const [old, fresh] = [boxOf(was), boxOf(now)];
  if (isEmptyBox(old) || isEmptyBox(fresh)) return now;
  const contain = Math.min(
    boxWidth(old) / Math.max(1e-9, boxWidth(fresh)),
    boxHeight(old) / Math.max(1e-9, boxHeight(fresh)),
  );
  const [heavy, light] = weigh ? [weightOfFigure(was), weightOfFigure(now)] : [0, 0];
  const by = heavy > 0 && light > 0 ? Math.sqrt(heavy / light) : contain;
  const k = Math.min(contain * HEAVIER, Math.max(contain * LIGHTER, by));
  const { x, y, turn, scaleX, scaleY } = was.place;
  const [ox, oy] = boxCentre(old);
  const [nx, ny] = boxCentre(fresh);
  const [dx, dy] = [(ox - nx * k) * scaleX, (oy - ny * k) * scaleY];
  const r = (turn * Math.PI) / 180;
  return {
    ...now,
    place: {
      ...was.place,
      x: x + dx * Math.cos(r) - dy * Math.sin(r),
      y: y + dx * Math.sin(r) + dy * Math.cos(r),
      scaleX: scaleX * k,
      scaleY: scaleY * k,
    },
  };
}
