import { hypot, flatten, pathBounds, signedArea, withoutHoles, type PathData } from '../geometry';

/** Width of a piece, px: twice its area over the way around it, which is the width of a strip. */
export function widthOf(island: PathData): number {
  let [area, around] = [0, 0];
  for (const { points: p } of flatten(withoutHoles(island), 0.1)) {
    area += Math.abs(signedArea(p)) / 2;
    for (let i = 0, j = p.length - 2; i + 1 < p.length; j = i, i += 2)
      around += hypot(p[i] - p[j], p[i + 1] - p[j + 1]);
  }
  // Of a disc or a square that is half its width.
  const { left, top, right, bottom } = pathBounds(island);
  return Math.min(around > 0 ? (4 * area) / around : 0, right - left, bottom - top);
}
