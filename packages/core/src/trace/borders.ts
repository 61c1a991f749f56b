import { CLEAR, type Labels, type Pixels } from './labels';

type Point = [number, number];

/** A stretch of border with one colour on either side, from one junction to another, or closed. */
export interface Border {
  /** Labels to either side. */
  a: number;
  b: number;
  /** Where it was found, px; a closed one does not say its first point again. */
  points: Point[];
  closed: boolean;
  /** Junctions at its ends; −1 for a closed one. */
  from: number;
  to: number;
}

/** Beyond the picture there is nothing. */
const labelAt = ({ width, height, data }: Labels, x: number, y: number): number =>
  x < 0 || y < 0 || x >= width || y >= height ? CLEAR : data[y * width + x];

/**
 * Where between two neighbours the colour passes from one label's to the other's, −0.5 (the middle of p) to 0.5: halfway
 * between the two colours, by what the pixels' own colours say.
 */
function crossing(labels: Labels, pixels: Pixels, p: number, q: number): number {
  const [a, b] = [labels.data[p], labels.data[q]];
  if (a === CLEAR || b === CLEAR) return 0;
  const { lab } = labels;
  pixels(p, FIRST);
  pixels(q, SECOND);
  let [length2, sp, sq] = [0, 0, 0];
  for (let c = 0; c < 3; c++) {
    const d = lab[3 * b + c] - lab[3 * a + c];
    length2 += d * d;
    sp += d * (FIRST[c] - lab[3 * a + c]);
    sq += d * (SECOND[c] - lab[3 * a + c]);
  }
  const [s, t] = [sp / length2, sq / length2];
  if (t - s < 0.25) return 0;
  return Math.max(-0.5, Math.min(0.5, (0.5 - s) / (t - s) - 0.5));
}

const FIRST = new Float64Array(3);
const SECOND = new Float64Array(3);

/** Steps along the grid of pixel corners: right, down, left, up. */
const STEP = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/**
 * All borders between labels, each once, so that what lies to either side shares it: a planar map of the grid of pixel
 * corners, cut at its junctions (corners where other than two borders meet).
 */
export function bordersOf(labels: Labels, pixels: Pixels): { borders: Border[]; junctions: Point[] } {
  const { width, height } = labels;
  const across = width + 1;
  const corners = across * (height + 1);
  /** For each corner, bit d: a border leaves it in direction d. */
  const leaves = new Uint8Array(corners);
  for (let y = 0; y <= height; y++)
    for (let x = 0; x <= width; x++) {
      const i = y * across + x;
      if (x < width && labelAt(labels, x, y - 1) !== labelAt(labels, x, y)) {
        leaves[i] |= 1;
        leaves[i + 1] |= 4;
      }
      if (y < height && labelAt(labels, x - 1, y) !== labelAt(labels, x, y)) {
        leaves[i] |= 2;
        leaves[i + across] |= 8;
      }
    }
  const degree = (i: number) =>
    (leaves[i] & 1) + ((leaves[i] >> 1) & 1) + ((leaves[i] >> 2) & 1) + (leaves[i] >> 3);
  const junctionOf = new Map<number, number>();
  const junctions: Point[] = [];
  for (let i = 0; i < corners; i++)
    if (leaves[i] && degree(i) !== 2) {
      junctionOf.set(i, junctions.length);
      junctions.push([i % across, Math.floor(i / across)]);
    }
  const gone = new Uint8Array(corners);
  /** The border's place on the edge from a corner, and the labels to its two sides (above and below, left and right). */
  const edge = (i: number, d: number): { at: Point; a: number; b: number } => {
    const [dx, dy] = STEP[d];
    const [x, y] = [i % across, Math.floor(i / across)];
    const [ex, ey] = [Math.min(x, x + dx), Math.min(y, y + dy)];
    const [px, py, qx, qy] = dy === 0 ? [ex, ey - 1, ex, ey] : [ex - 1, ey, ex, ey];
    const [a, b] = [labelAt(labels, px, py), labelAt(labels, qx, qy)];
    const inside = px >= 0 && py >= 0 && qx < width && qy < height;
    const off = inside ? crossing(labels, pixels, py * width + px, qy * width + qx) : 0;
    return { at: dy === 0 ? [ex + 0.5, ey + off] : [ex + off, ey + 0.5], a, b };
  };
  const borders: Border[] = [];
  const follow = (start: number, direction: number): void => {
    const first = edge(start, direction);
    const [a, b] = [Math.min(first.a, first.b), Math.max(first.a, first.b)];
    const from = junctionOf.get(start) ?? -1;
    const points: Point[] = from >= 0 ? [junctions[from]] : [];
    let [i, d] = [start, direction];
    for (;;) {
      points.push(edge(i, d).at);
      gone[i] |= 1 << d;
      i += STEP[d][0] + STEP[d][1] * across;
      gone[i] |= 1 << (d ^ 2);
      const to = junctionOf.get(i);
      if (to !== undefined) {
        points.push(junctions[to]);
        borders.push({ a, b, points, closed: false, from, to });
        return;
      }
      if (i === start) {
        borders.push({ a, b, points, closed: true, from: -1, to: -1 });
        return;
      }
      // Of two borders that meet here the other one goes on.
      const rest = leaves[i] & ~(1 << (d ^ 2));
      d = rest & 1 ? 0 : rest & 2 ? 1 : rest & 4 ? 2 : 3;
    }
  };
  for (const i of junctionOf.keys())
    for (let d = 0; d < 4; d++) if (leaves[i] & (1 << d) && !(gone[i] & (1 << d))) follow(i, d);
  for (let i = 0; i < corners; i++)
    if (leaves[i] && !junctionOf.has(i))
      for (let d = 0; d < 2; d++) if (leaves[i] & (1 << d) && !(gone[i] & (1 << d))) follow(i, d);
  return { borders, junctions };
}
