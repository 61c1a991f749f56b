import type { Box } from '../geometry';
import type { Mask } from './distance';

/** Pixels of a mask that hang together, edge to edge or corner to corner. */
export interface Component {
  /** Pixels. */
  area: number;
  /** Right and bottom are exclusive edges. */
  box: Box;
  /** Its pixels (y · width + x), where it is small enough for them to be kept; else empty. */
  pixels: number[];
}

/**
 * The connected components of a mask (8-neighbourhood), in the order in which they are met. The
 * pixels of those with up to `keep` px are listed.
 */
export function componentsOf(mask: Mask, keep = 100_000): Component[] {
  const { width, height } = mask;
  const left = mask.data.slice(0, width * height);
  const found: Component[] = [];
  const stack: number[] = [];
  for (let seed = left.indexOf(1); seed >= 0; seed = left.indexOf(1, seed + 1)) {
    const box = { left: width, top: height, right: 0, bottom: 0 };
    const pixels: number[] = [];
    let area = 0;
    left[seed] = 0;
    stack.push(seed);
    while (stack.length) {
      const i = stack.pop()!;
      const x = i % width;
      const y = (i - x) / width;
      area++;
      if (area <= keep) pixels.push(i);
      if (x < box.left) box.left = x;
      if (x >= box.right) box.right = x + 1;
      if (y < box.top) box.top = y;
      if (y >= box.bottom) box.bottom = y + 1;
      for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
        for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
          const n = v * width + u;
          if (left[n] === 0) continue;
          left[n] = 0;
          stack.push(n);
        }
    }
    found.push({ area, box, pixels: area <= keep ? pixels : [] });
  }
  return found;
}
