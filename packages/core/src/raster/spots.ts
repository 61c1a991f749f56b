/** Shapes of a halftone's dots. */
export type SpotShape = 'dot' | 'line' | 'square';

type Spot = (u: number, v: number) => number;
/** What is reached last, 0–1, within a cell (u, v: −0.5 to 0.5 about its middle). */
export const SPOTS: Readonly<Record<SpotShape, Spot>> = {
  dot: (u, v) => (2 - Math.cos(2 * Math.PI * u) - Math.cos(2 * Math.PI * v)) / 4,
  line: (_, v) => 2 * Math.abs(v),
  square: (u, v) => 2 * Math.max(Math.abs(u), Math.abs(v)),
};

const spread = new Map<string, Float64Array>();
/** The share of a cell that is reached up to each of 256 values, so that dots cover as much as the tone asks. */
export function shareOf(shape: SpotShape): Float64Array {
  const known = spread.get(shape);
  if (known) return known;
  const n = 96;
  const values = Array.from({ length: n * n }, (_, i) =>
    SPOTS[shape](((i % n) + 0.5) / n - 0.5, (Math.floor(i / n) + 0.5) / n - 0.5),
  ).sort((a, b) => a - b);
  let below = 0;
  const made = Float64Array.from({ length: 257 }, (_, i) => {
    while (below < values.length && values[below] < i / 256) below++;
    return below / values.length;
  });
  spread.set(shape, made);
  return made;
}

/** Places across a cell, and down it, for which {@link spotCell} knows what is reached; a power of two. */
export const CELL = 256;
const cells = new Map<SpotShape, Float32Array>();

/** The share of a cell that is reached before each of its {@link CELL} × CELL places, row by row from the cell's middle on. */
export function spotCell(shape: SpotShape): Float32Array {
  let cell = cells.get(shape);
  if (!cell) {
    const share = shareOf(shape);
    const at = (i: number) => (i + 0.5) / CELL - (i < CELL / 2 ? 0 : 1);
    cell = Float32Array.from({ length: CELL * CELL }, (_, i) => {
      const reached = SPOTS[shape](at(i % CELL), at(Math.floor(i / CELL)));
      return share[Math.min(256, Math.round(256 * reached))];
    });
    cells.set(shape, cell);
  }
  return cell;
}
