// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { max, min } = Math;

/** Squared distance of (px, py) from the line from (ax, ay) to (bx, by). */
export function squaredToLine(
  px: number,
  py: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const t = length > 0 ? max(0, min(1, ((px - ax) * dx + (py - ay) * dy) / length)) : 0;
  const [ex, ey] = [px - ax - t * dx, py - ay - t * dy];
  return ex * ex + ey * ey;
}
