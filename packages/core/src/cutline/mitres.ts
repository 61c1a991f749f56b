import type { PathData } from '../geometry';
import type { Field } from './field';
import { nodesOf } from './nodes';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, floor, max, min, sqrt } = Math;

/** Turns of less than this stay round, degrees. */
const CORNER = 25;

/**
 * A set that was grown by `by` px, with its corners drawn out to where the sides of the corners that it was grown from
 * would meet (a mitre join), as far as `limit`: the mitre's length over `by`. Points are those of contours.
 */
export function withMitres(set: Field, lines: readonly PathData[], by: number, limit: number): Field {
  const data = set.data.slice();
  const { width, height } = set;
  for (const path of lines)
    for (const { x, y, into, out } of nodesOf(path)) {
      const cross = into[0] * out[1] - into[1] * out[0];
      const dot = into[0] * out[0] + into[1] * out[1];
      // With what is inside on the right, a turn to the right sticks out.
      if ((Math.atan2(cross, dot) * 180) / Math.PI < CORNER || sqrt(2 / (1 + dot)) > limit) continue;
      const [n1, n2] = [
        [into[1], -into[0]],
        [out[1], -out[0]],
      ];
      const reach = by * sqrt(2 / (1 + dot)) + 2;
      const [cx, cy] = [x - 0.5, y - 0.5];
      for (let v = max(0, floor(cy - reach)); v <= min(height - 1, ceil(cy + reach)); v++)
        for (let u = max(0, floor(cx - reach)); u <= min(width - 1, ceil(cx + reach)); u++) {
          const [dx, dy] = [u - cx, v - cy];
          // Between the two sides' normals.
          if (n1[0] * dy - n1[1] * dx < 0 || dx * n2[1] - dy * n2[0] < 0) continue;
          const inside = by - max(dx * n1[0] + dy * n1[1], dx * n2[0] + dy * n2[1]);
          const i = v * width + u;
          if (inside > data[i]) data[i] = inside;
        }
    }
  return { width, height, data };
}
