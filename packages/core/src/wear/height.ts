import { greyName } from './grey';
import { wearKind } from './kinds';
import type { Wear } from './wear';

/** How late the ink at a place goes, mm on the board: the first at 0, the last at 1, evenly between. */
export type Height = (x: number, y: number) => number;

type Surface = Pick<Wear, 'kind' | 'size' | 'turn' | 'seed' | 'picture' | 'light'>;

/** Places of a surface that are ranked, and how finely ranks are told apart. */
const SAMPLED = 15_000;
const BINS = 4096;
/** The side of the square that is ranked, in sizes: kinds vary over some tens of them, and are counted over many such stretches. */
const SPAN = 400;

const surfaces = new Map<string, RankedSurface>();

/** The surface of wear in its parts; places are mm on the board. */
export interface RankedSurface {
  /** The part that varies slowly, and the width of its finest detail, mm. */
  broad: Height;
  broadDetail: number;
  /** The rank at a place, given the height of the broad part there. */
  rank(x: number, y: number, broad: number): number;
}

/**
 * The surface of wear with its heights replaced by their ranks: where a share `a` of a large area lies under `a`.
 */
export function surfaceOf({ kind, size, turn, seed, picture, light = false }: Surface): RankedSurface {
  const own = picture && { picture, light };
  const key = `${kind} ${size} ${turn} ${seed} ${own ? `${greyName(own.picture)} ${light}` : ''}`;
  let known = surfaces.get(key);
  if (known) return known;
  const of = wearKind(kind);
  const fine = of.surface(seed, own);
  const broad = of.broad.surface(seed);
  const angle = of.turns ? (turn * Math.PI) / 180 : 0;
  const c = Math.cos(angle) / size;
  const s = Math.sin(angle) / size;
  const rank = rankOf((u, v) => fine(u, v, broad(u, v)));
  known = {
    broad: (x, y) => broad(c * x + s * y, c * y - s * x),
    broadDetail: of.broad.detail * size,
    rank: (x, y, height) => rank(fine(c * x + s * y, c * y - s * x, height)),
  };
  if (surfaces.size >= 60) surfaces.delete(surfaces.keys().next().value!);
  surfaces.set(key, known);
  return known;
}

/** How late the ink goes at each place, for wear of that surface. */
export function heightOf(wear: Surface): Height {
  const { rank, broad } = surfaceOf(wear);
  return (x, y) => rank(x, y, broad(x, y));
}

/** From a height of a surface to its rank, 0–1. */
function rankOf(at: (u: number, v: number) => number): (height: number) => number {
  const sorted = new Float64Array(SAMPLED);
  // A sequence of low discrepancy in two dimensions (Roberts 2018), which falls into step with no grid.
  for (let k = 0; k < SAMPLED; k++)
    sorted[k] = at(
      (((k * 0.7548776662466927) % 1) - 0.5) * SPAN,
      (((k * 0.5698402909980532) % 1) - 0.5) * SPAN,
    );
  sorted.sort();
  const [low, high] = [sorted[0], sorted[SAMPLED - 1]];
  const per = BINS / Math.max(1e-12, high - low);
  const table = new Float64Array(BINS + 1);
  let below = 0;
  for (let b = 0; b <= BINS; b++) {
    while (below < SAMPLED && sorted[below] <= low + b / per) below++;
    table[b] = below / SAMPLED;
  }
  return (height) => {
    const at = (height - low) * per;
    if (at <= 0) return 0;
    if (at >= BINS) return 1;
    const b = Math.floor(at);
    return table[b] + (table[b + 1] - table[b]) * (at - b);
  };
}
