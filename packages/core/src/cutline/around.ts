import { pathBounds, transformPath, type PathData } from '../geometry';
import type { Field } from './field';
import { grown, shrunk } from './grow';
import { formHolding } from './fit-form';
import { fieldOfPath } from './path-field';
import { wholeBorder, type CutLine } from './settings';
import { formAround, hullOf } from './shapes';

const { ceil, max } = Math;

/** A set with its outer and inner corners rounded; it needs as much room as the radius. */
const rounded = (set: Field, radius: number): Field =>
  radius === 0 ? set : shrunk(grown(shrunk(set, radius), 2 * radius), radius);

/**
 * A form around artwork, or an outline of one's own in the artwork's px, in a raster that is larger than the artwork's by
 * `over` on all sides, with `beyond` px of room; null for a cut that follows the artwork, and where there is nothing to hold.
 */
export function around(
  artwork: Field,
  settings: CutLine,
  own: PathData | null,
  pxPerMm: number,
  radius: number,
  beyond: number,
): { set: Field; over: number } | null {
  const { shape, form } = settings;
  if (shape === 'follow' || shape === 'silhouette') return null;
  const border = wholeBorder(settings) * pxPerMm;
  const soft = radius * pxPerMm;
  const raster = (box: { left: number; top: number; right: number; bottom: number }) => {
    const out = max(0, -box.left, -box.top, box.right - artwork.width, box.bottom - artwork.height);
    const over = ceil(out + beyond + soft);
    return { over, width: artwork.width + 2 * over, height: artwork.height + 2 * over };
  };
  const ofPath = (path: PathData) => {
    const { over, width, height } = raster(pathBounds(path));
    const moved = transformPath(path, [1, 0, 0, 1, over, over]);
    return { set: rounded(fieldOfPath(moved, width, height), soft), over };
  };
  if (shape === 'own') return own && ofPath(own);
  if (shape === 'form') {
    const hull = hullOf(artwork).map(([x, y]): [number, number] => [x + 0.5, y + 0.5]);
    return hull.length === 0 ? null : ofPath(formHolding(form, hull, border));
  }
  const plain = formAround(artwork, shape, border, max(soft, 1));
  if (!plain) return null;
  const [left, top, right, bottom] = plain.box;
  const { over, width, height } = raster({ left, top, right, bottom });
  const data = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) data[i] = plain.inside(x - over, y - over);
  return { set: { width, height, data }, over };
}
