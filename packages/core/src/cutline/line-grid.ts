import type { Loop } from './contour';
import { squaredToLine } from './to-line';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, floor, max, min, sqrt } = Math;

/** px of a square of the grid. */
const CELL = 16;

/** Closed lines of short pieces, such as contours, by where they are: for the distance from the nearest of them. */
export class LineGrid {
  private readonly columns: number;
  private readonly rows: number;
  /** Of each square, where its pieces begin among all; and one more. */
  private readonly starts: Int32Array;
  /** x, y, x, y of each piece. */
  private readonly pieces: Float64Array;
  /** The longest piece, px: one may reach so far out of its square. */
  private longest = 0;

  constructor(loops: readonly Loop[], width: number, height: number) {
    this.columns = max(1, ceil(width / CELL));
    this.rows = max(1, ceil(height / CELL));
    const total = loops.reduce((n, l) => n + l.points.length / 2, 0);
    const cells = new Int32Array(total);
    this.starts = new Int32Array(this.columns * this.rows + 1);
    let k = 0;
    for (const { points } of loops)
      for (let i = 0; i < points.length; i += 2, k++) {
        const j = (i + 2) % points.length;
        this.longest = max(this.longest, (points[j] - points[i]) ** 2 + (points[j + 1] - points[i + 1]) ** 2);
        this.starts[(cells[k] = this.cellOf(points[i], points[i + 1])) + 1]++;
      }
    this.longest = sqrt(this.longest);
    for (let c = 1; c < this.starts.length; c++) this.starts[c] += this.starts[c - 1];
    this.pieces = new Float64Array(4 * total);
    const next = this.starts.slice(0, -1);
    k = 0;
    for (const { points } of loops)
      for (let i = 0; i < points.length; i += 2, k++) {
        const j = (i + 2) % points.length;
        const at = 4 * next[cells[k]]++;
        this.pieces[at] = points[i];
        this.pieces[at + 1] = points[i + 1];
        this.pieces[at + 2] = points[j];
        this.pieces[at + 3] = points[j + 1];
      }
  }

  private cellOf(x: number, y: number): number {
    const column = max(0, min(this.columns - 1, floor(x / CELL)));
    const row = max(0, min(this.rows - 1, floor(y / CELL)));
    return row * this.columns + column;
  }

  /** How far a point is from the nearest line, px, where that is less than `within`; else `within`. */
  distance(x: number, y: number, within: number): number {
    const { pieces } = this;
    const reach = min(within, CELL * (this.columns + this.rows));
    const [cx, cy] = [floor(x / CELL), floor(y / CELL)];
    let best = within * within;
    const rings = ceil((reach + this.longest) / CELL) + 1;
    for (let ring = 0; ring <= rings; ring++) {
      // What lies in a square beyond the ring is at least so far away.
      const least = max(0, (ring - 1) * CELL - this.longest);
      if (least * least > best) break;
      for (let row = max(0, cy - ring); row <= min(this.rows - 1, cy + ring); row++) {
        const edge = row === cy - ring || row === cy + ring;
        for (let column = cx - ring; column <= cx + ring; column += edge ? 1 : max(1, 2 * ring)) {
          if (column < 0 || column >= this.columns) continue;
          const cell = row * this.columns + column;
          for (let p = this.starts[cell]; p < this.starts[cell + 1]; p++) {
            const d = squaredToLine(
              x,
              y,
              pieces[4 * p],
              pieces[4 * p + 1],
              pieces[4 * p + 2],
              pieces[4 * p + 3],
            );
            if (d < best) best = d;
          }
        }
      }
    }
    return sqrt(best);
  }
}
