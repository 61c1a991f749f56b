/** Eight neighbours in pairs of opposites: direction d and d ^ 1. */
const DX = [1, -1, 0, 0, 1, -1, 1, -1];
const DY = [0, 0, 1, -1, 1, -1, -1, 1];

const NONE = -1;
const TERMINAL = 8;
const ORPHAN = 9;

/** Every other direction, for which costs are given: to the right, down, and the two diagonals down and up to the right. */
export const CUT_DIRECTIONS = [0, 2, 4, 6].map((d) => [DX[d], DY[d]] as const);

/**
 * The cheapest cut of a grid of `width` × `height` cells in two: `toFront[i] − toBack[i]` is what cell i gains by being in
 * front, and `apart[k][i]` what it costs that it and its neighbour in `CUT_DIRECTIONS[k]` are parted. Maximum flow by two
 * search trees (Boykov & Kolmogorov 2004). Gives 1 for each cell in front; cells that could be either are behind.
 */
export function cutGrid(
  width: number,
  height: number,
  gain: Float32Array,
  apart: readonly Float32Array[],
): Uint8Array {
  // A rim of cells without edges around it: no neighbour is ever out of bounds.
  const across = width + 2;
  const n = across * (height + 2);
  const step = DX.map((dx, d) => dx + DY[d] * across);
  const rest = Array.from({ length: 8 }, () => new Float32Array(n));
  const terminal = new Float32Array(n);
  const inner = (i: number) => (Math.floor(i / width) + 1) * across + (i % width) + 1;
  for (let i = 0; i < width * height; i++) {
    const p = inner(i);
    terminal[p] = gain[i];
    for (let k = 0; k < 4; k++) {
      const [dx, dy] = CUT_DIRECTIONS[k];
      const x = (i % width) + dx;
      const y = Math.floor(i / width) + dy;
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      rest[2 * k][p] = apart[k][i];
      rest[2 * k + 1][p + step[2 * k]] = apart[k][i];
    }
  }
  const tree = new Uint8Array(n);
  const parent = new Int8Array(n).fill(NONE);
  const stamp = new Int32Array(n);
  const depth = new Int32Array(n);
  const isActive = new Uint8Array(n);
  let active: number[] = [];
  let nextActive: number[] = [];
  const orphans: number[] = [];
  let time = 0;
  const wake = (i: number) => {
    if (isActive[i]) return;
    isActive[i] = 1;
    nextActive.push(i);
  };
  for (let i = 0; i < n; i++) {
    if (terminal[i] === 0) continue;
    tree[i] = terminal[i] > 0 ? 1 : 2;
    parent[i] = TERMINAL;
    depth[i] = 1;
    wake(i);
  }

  /** Pushes what goes through from `p` (of the front's tree) over its edge `d` to the other tree. */
  const augment = (p: number, d: number) => {
    const q = p + step[d];
    let least = rest[d][p];
    let i = p;
    while (parent[i] !== TERMINAL) {
      const up = parent[i];
      const j = i + step[up];
      const c = rest[up ^ 1][j];
      if (c < least) least = c;
      i = j;
    }
    if (terminal[i] < least) least = terminal[i];
    i = q;
    while (parent[i] !== TERMINAL) {
      const up = parent[i];
      const c = rest[up][i];
      if (c < least) least = c;
      i += step[up];
    }
    if (-terminal[i] < least) least = -terminal[i];

    rest[d][p] -= least;
    rest[d ^ 1][q] += least;
    i = p;
    while (parent[i] !== TERMINAL) {
      const up = parent[i];
      const j = i + step[up];
      rest[up][i] += least;
      rest[up ^ 1][j] -= least;
      if (rest[up ^ 1][j] <= 0) {
        parent[i] = ORPHAN;
        orphans.push(i);
      }
      i = j;
    }
    terminal[i] -= least;
    if (terminal[i] <= 0) {
      parent[i] = ORPHAN;
      orphans.push(i);
    }
    i = q;
    while (parent[i] !== TERMINAL) {
      const up = parent[i];
      const j = i + step[up];
      rest[up][i] -= least;
      rest[up ^ 1][j] += least;
      if (rest[up][i] <= 0) {
        parent[i] = ORPHAN;
        orphans.push(i);
      }
      i = j;
    }
    terminal[i] += least;
    if (terminal[i] >= 0) {
      parent[i] = ORPHAN;
      orphans.push(i);
    }
  };

  /** How far a cell is from its terminal; −1 where it hangs on an orphan. */
  const rooted = (from: number): number => {
    let d = 0;
    let i = from;
    for (;;) {
      if (stamp[i] === time) {
        d += depth[i];
        break;
      }
      const up = parent[i];
      d++;
      if (up === TERMINAL) {
        stamp[i] = time;
        depth[i] = 1;
        break;
      }
      if (up === ORPHAN || up === NONE) return -1;
      i += step[up];
    }
    let mark = from;
    let left = d;
    while (stamp[mark] !== time) {
      stamp[mark] = time;
      depth[mark] = left--;
      mark += step[parent[mark]];
    }
    return d;
  };

  const adopt = () => {
    while (orphans.length) {
      const i = orphans.pop()!;
      const own = tree[i];
      let best = NONE;
      let least = Infinity;
      for (let d = 0; d < 8; d++) {
        const j = i + step[d];
        if (tree[j] !== own) continue;
        if ((own === 1 ? rest[d ^ 1][j] : rest[d][i]) <= 0) continue;
        const far = rooted(j);
        if (far >= 0 && far < least) {
          least = far;
          best = d;
        }
      }
      if (best !== NONE) {
        parent[i] = best;
        stamp[i] = time;
        depth[i] = least + 1;
        continue;
      }
      for (let d = 0; d < 8; d++) {
        const j = i + step[d];
        if (tree[j] !== own) continue;
        if ((own === 1 ? rest[d ^ 1][j] : rest[d][i]) > 0) wake(j);
        if (parent[j] === (d ^ 1)) {
          parent[j] = ORPHAN;
          orphans.push(j);
        }
      }
      tree[i] = 0;
      parent[i] = NONE;
    }
  };

  for (;;) {
    if (active.length === 0) {
      if (nextActive.length === 0) break;
      active = nextActive.reverse();
      nextActive = [];
    }
    const i = active.pop()!;
    isActive[i] = 0;
    grow: while (tree[i] !== 0) {
      const own = tree[i];
      let met = false;
      for (let d = 0; d < 8; d++) {
        const j = i + step[d];
        if ((own === 1 ? rest[d][i] : rest[d ^ 1][j]) <= 0) continue;
        if (tree[j] === 0) {
          tree[j] = own;
          parent[j] = d ^ 1;
          stamp[j] = stamp[i];
          depth[j] = depth[i] + 1;
          wake(j);
        } else if (tree[j] !== own) {
          time++;
          if (own === 1) augment(i, d);
          else augment(j, d ^ 1);
          adopt();
          met = true;
          break;
        } else if (stamp[j] <= stamp[i] && depth[j] > depth[i]) {
          parent[j] = d ^ 1;
          stamp[j] = stamp[i];
          depth[j] = depth[i] + 1;
        }
      }
      // Where the trees met, the same cell may meet the other once more.
      if (!met) break grow;
    }
  }
  return Uint8Array.from({ length: width * height }, (_, i) => (tree[inner(i)] === 1 ? 1 : 0));
}
