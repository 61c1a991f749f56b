import { hypot, flatten, type PathData } from '../geometry';
import type { Field } from './field';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, ceil, floor, max, min } = Math;

/** How far from its line a set's numbers are distances where nothing else is asked for, px. */
const BAND = 2;
/** Sides are taken in stretches of this at the most, so that few pixels are looked at for each, px. */
const STRETCH = 12;

/**
 * What closed lines enclose (non-zero winding), as a set; points are those of contours, pixel centres at halves. Its numbers
 * are distances from the lines as far as `band` px from them.
 */
export function fieldOfPath(path: PathData, width: number, height: number, band = BAND): Field {
  const data = new Float32Array(width * height).fill(band);
  const winding = new Int32Array(width * height);
  for (const { points } of flatten(path, 0.02)) {
    const n = points.length;
    for (let i = 0; i < n; i += 2) {
      const [ax, ay] = [points[i] - 0.5, points[i + 1] - 0.5];
      const [bx, by] = [points[(i + 2) % n] - 0.5, points[(i + 3) % n] - 0.5];
      wind(winding, width, height, ax, ay, bx, by);
      const pieces = max(1, ceil(hypot(bx - ax, by - ay) / STRETCH));
      for (let k = 0; k < pieces; k++) {
        const [t0, t1] = [k / pieces, (k + 1) / pieces];
        nearTo(
          { width, height, data },
          band,
          ...[ax + (bx - ax) * t0, ay + (by - ay) * t0, ax + (bx - ax) * t1, ay + (by - ay) * t1],
        );
      }
    }
  }
  for (let y = 0, i = 0; y < height; y++) {
    let turns = 0;
    for (let x = 0; x < width; x++, i++) {
      turns += winding[i];
      if (turns === 0) data[i] = -data[i];
    }
  }
  return { width, height, data };
}

/** Adds a side's part to how often lines wind around the pixels to the right of where it passes a row. */
function wind(
  winding: Int32Array,
  width: number,
  height: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): void {
  const sign = ay < by ? 1 : -1;
  const [low, high] = ay < by ? [ay, by] : [by, ay];
  for (let y = max(0, ceil(low)); y < min(height, ceil(high)); y++) {
    const x = max(0, ceil(ax + ((y - ay) / (by - ay)) * (bx - ax)));
    if (x < width) winding[y * width + x] += sign;
  }
}

/** Brings the numbers near a stretch down to their distance from it. */
function nearTo(
  { width, height, data }: Field,
  band: number,
  ...[ax, ay, bx, by]: [number, number, number, number]
): void {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy || 1;
  const [y0, y1] = [max(0, ceil(min(ay, by) - band)), min(height - 1, floor(max(ay, by) + band))];
  const [x0, x1] = [max(0, ceil(min(ax, bx) - band)), min(width - 1, floor(max(ax, bx) + band))];
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const t = max(0, min(1, ((x - ax) * dx + (y - ay) * dy) / length));
      const d = hypot(x - ax - t * dx, y - ay - t * dy);
      if (d < abs(data[y * width + x])) data[y * width + x] = d;
    }
}
