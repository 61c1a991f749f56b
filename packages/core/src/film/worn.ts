import { outlineOfAlpha } from '../cutline';
import type { ImageItem, ImageOutline } from '../drawing';
import { transformPath, type Matrix, type PathData } from '../geometry';
import { isWear, wearOf, wearRaster } from '../wear';

/** Wear is traced from so many px across at the most. */
const MOST_PX = 2400;
/** Numbers of path data beyond which wear is no outline: no blade follows it, and nothing is left to weed. */
const MOST_NUMBERS = 120_000;

const traced = new Map<string, PathData | null>();
const MOST_TRACED = 6;

/** The outline of what wear takes away, in the picture's px about its middle; null where it has too many points. */
function tracedWear(material: string): PathData | null {
  const known = traced.get(material);
  if (known !== undefined) return known;
  const picture = wearOf(material);
  const k = Math.min(1, MOST_PX / Math.max(picture.width, picture.height));
  const { width, height, data } = wearRaster(picture, Math.max(1, Math.round(picture.width * k)));
  const alpha = new Uint8Array(width * height);
  for (let i = 0; i < alpha.length; i++) alpha[i] = data[4 * i + 3];
  const path = outlineOfAlpha({ width, height, data: alpha }, (picture.dpi / 25.4) * k);
  const [sx, sy] = [picture.width / width, picture.height / height];
  const centred: Matrix = [sx, 0, 0, sy, -picture.width / 2, -picture.height / 2];
  const made = path.length > MOST_NUMBERS ? null : transformPath(path, centred);
  if (traced.size >= MOST_TRACED) traced.delete(traced.keys().next().value!);
  traced.set(material, made);
  return made;
}

/** Wear as outlines, px of the drawing; other pictures, and wear too fine for it, have none. */
export const wornOutline: ImageOutline = (item: ImageItem) => {
  const path = isWear(item.material) ? tracedWear(item.material) : null;
  return path && transformPath(path, item.matrix);
};
