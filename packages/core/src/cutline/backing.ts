import { hypot } from '../geometry';
import type { Field } from './field';
import { grown, shrunk } from './grow';
import type { Backing } from './settings';

const { abs, max, min } = Math;

/** How far a tear strip sticks out, and how wide it is at the most, mm. */
export const TEAR_MM = 8;
const TEAR_WIDE_MM = 24;
/** The radius of a backing's inner corners, mm. */
const SOFT_MM = 2;

/**
 * A sticker's backing: the sticker grown, with a strip that sticks out for fingers where one is asked for. The raster must
 * have room for it.
 */
export function backingOf(sticker: Field, { margin, tear }: Backing, pxPerMm: number): Field {
  const wide = grown(sticker, (margin + SOFT_MM) * pxPerMm);
  if (tear !== 'none') addStrip(wide, tear, SOFT_MM * pxPerMm, pxPerMm);
  return shrunk(wide, SOFT_MM * pxPerMm);
}

/** Adds a strip to a set that is yet to be shrunk by `soft` px. */
function addStrip(
  { width, height, data }: Field,
  tear: 'top' | 'right' | 'bottom' | 'left',
  soft: number,
  pxPerMm: number,
): void {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (data[i] > 0) {
        left = min(left, x);
        right = max(right, x);
        top = min(top, y);
        bottom = max(bottom, y);
      }
  if (right < 0) return;
  const lies = tear === 'left' || tear === 'right';
  const across = lies ? bottom - top : right - left;
  // It begins at the set's middle, so that it hangs on, and ends with round corners.
  const half = min(across / 3, (TEAR_WIDE_MM / 2) * pxPerMm) + soft;
  const out = TEAR_MM * pxPerMm;
  const [mx, my] = [(left + right) / 2, (top + bottom) / 2];
  const box = {
    left: tear === 'left' ? left - out : lies ? mx : mx - half,
    right: tear === 'right' ? right + out : lies ? mx : mx + half,
    top: tear === 'top' ? top - out : lies ? my - half : my,
    bottom: tear === 'bottom' ? bottom + out : lies ? my + half : my,
  };
  const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const [hw, hh] = [(box.right - box.left) / 2, (box.bottom - box.top) / 2];
  const r = min(hw, hh, soft + 2 * pxPerMm);
  for (let y = max(0, Math.floor(box.top) - 2); y <= min(height - 1, box.bottom + 2); y++)
    for (let x = max(0, Math.floor(box.left) - 2); x <= min(width - 1, box.right + 2); x++) {
      const [dx, dy] = [abs(x - cx) - (hw - r), abs(y - cy) - (hh - r)];
      const inside = r - hypot(max(0, dx), max(0, dy)) - min(0, max(dx, dy));
      const i = y * width + x;
      if (inside > data[i]) data[i] = inside;
    }
}
