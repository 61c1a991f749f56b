import type { Plane } from './blur';

/** Lines that each row of pixels is looked at along. */
const LINES = 4;

/**
 * How much of each pixel polygons cover, 0–1, by the even-odd rule; points in px of the plane. Rows are looked at along
 * four lines, on which what is covered is exact.
 */
export function fillPolygons(
  polygons: readonly (readonly (readonly [number, number])[])[],
  width: number,
  height: number,
): Plane {
  const data = new Float32Array(width * height);
  const edges = polygons.flatMap((p) =>
    p.map((from, i): [number, number, number, number] => [...from, ...p[(i + 1) % p.length]] as never),
  );
  const crossing: number[][] = Array.from({ length: height * LINES }, () => []);
  for (const [x0, y0, x1, y1] of edges) {
    const [top, bottom] = y0 < y1 ? [y0, y1] : [y1, y0];
    const first = Math.max(0, Math.ceil(top * LINES - 0.5));
    const last = Math.min(height * LINES - 1, Math.ceil(bottom * LINES - 0.5) - 1);
    for (let k = first; k <= last; k++)
      crossing[k].push(x0 + (((k + 0.5) / LINES - y0) / (y1 - y0)) * (x1 - x0));
  }
  crossing.forEach((at, k) => {
    at.sort((p, q) => p - q);
    const row = Math.floor(k / LINES) * width;
    for (let i = 0; i + 1 < at.length; i += 2) {
      const from = Math.max(0, at[i]);
      const to = Math.min(width, at[i + 1]);
      if (to <= from) continue;
      const [a, b] = [Math.floor(from), Math.min(width - 1, Math.floor(to))];
      for (let x = a; x <= b; x++) data[row + x] += (Math.min(to, x + 1) - Math.max(from, x)) / LINES;
    }
  });
  return { width, height, data };
}
