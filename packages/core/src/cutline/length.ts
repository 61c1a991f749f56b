import { hypot, CUBIC, eachCommand, MOVE, type PathData } from '../geometry';

/** Straight pieces that stand for a curve when its length is measured. */
const PIECES = 32;

/** Length of a path of cubics, its units, to about a ten-thousandth. */
export function pathLength(path: PathData): number {
  let [x, y, sum] = [0, 0, 0];
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) [x, y] = [path[at], path[at + 1]];
    if (verb !== CUBIC) return;
    const [ax, ay, bx, by, ex, ey] = path.slice(at, at + 6);
    let [px, py] = [x, y];
    for (let i = 1; i <= PIECES; i++) {
      const t = i / PIECES;
      const u = 1 - t;
      const k = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
      const qx = k[0] * x + k[1] * ax + k[2] * bx + k[3] * ex;
      const qy = k[0] * y + k[1] * ay + k[2] * by + k[3] * ey;
      sum += hypot(qx - px, qy - py);
      [px, py] = [qx, qy];
    }
    [x, y] = [ex, ey];
  });
  return sum;
}
