/** Designs painted for tests, and pixels compared. */
import type { Design } from '@brelm/core/design';
import { paintSurface } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { NO_FACES, NO_PICTURES, surfaces } from './base';

export const drawn = (design: Design, colourway?: string) => resolve(design, colourway, NO_FACES);

/** The pixels of a design, `scale` px to a board px. */
export const painted = (design: Design, scale = 1, colourway?: string) => {
  const surface = paintSurface(drawn(design, colourway), scale, NO_PICTURES, surfaces);
  return surface.context.getImageData(0, 0, surface.width, surface.height);
};

/** Share of pixels that differ by more than a little in any component, premultiplied. */
export function differing(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let n = 0;
  for (let i = 0; i < a.length; i += 4) {
    const [p, q] = [a[i + 3] / 255, b[i + 3] / 255];
    if (
      Math.abs(a[i + 3] - b[i + 3]) > 40 ||
      Math.abs(a[i] * p - b[i] * q) > 40 ||
      Math.abs(a[i + 1] * p - b[i + 1] * q) > 40 ||
      Math.abs(a[i + 2] * p - b[i + 2] * q) > 40
    )
      n++;
  }
  return n / (a.length / 4);
}
