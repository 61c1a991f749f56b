import type { PathData } from '../geometry';
import { contours } from './contour';
import { fieldOfAlpha } from './field';
import { fitted } from './fitted';

/** Pixels of nothing around what is traced. */
const MARGIN = 2;

/**
 * What of an alpha channel (0–255, a byte a pixel) is seen, as an outline of fitted curves, px; filled non-zero, outer
 * lines clockwise. Loops of few pixels are left out.
 */
export const outlineOfAlpha = (
  alpha: { width: number; height: number; data: Uint8Array | Uint8ClampedArray },
  pxPerMm: number,
): PathData =>
  contours(fieldOfAlpha(alpha, MARGIN)).flatMap(
    (loop) => fitted(loop, pxPerMm, { x: -MARGIN, y: -MARGIN }).path,
  );
