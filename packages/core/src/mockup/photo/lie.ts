import { inverseOf, mapped, squareTo, type Homography } from '../../geometry';
import { cellsOf } from './fields';
import type { Net, PhotoSetup } from './types';

const { asin, cos, floor, max, min, sin, PI } = Math;

/**
 * Where a place of the picture (shares of its width and height) lies on the marked rectangle, inches right and down
 * from its top left, into `out`. False where it lies behind the horizon, or round the back.
 */
export type Lie = (x: number, y: number, out: Float64Array) => boolean;

/** A net of more or fewer points over the same place: what was pulled into shape stays so as far as it can. */
export function withPoints(net: Net, columns: number, rows: number): Net {
  const cells = cellsOf(net).map(squareTo);
  const points: [number, number][] = [];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const s = (i / (columns - 1)) * (net.columns - 1);
      const t = (j / (rows - 1)) * (net.rows - 1);
      const [ci, cj] = [min(net.columns - 2, floor(s)), min(net.rows - 2, floor(t))];
      points.push(mapped(cells[cj * (net.columns - 1) + ci], s - ci, t - cj));
    }
  return { columns, rows, points };
}

/** A net of 2 × 2 from corners, clockwise from the top left. */
export const netOf = (corners: readonly (readonly [number, number])[]): Net => ({
  ...{ columns: 2, rows: 2 },
  points: [corners[0], corners[1], corners[3], corners[2]],
});

/**
 * How the marked rectangle lies in the picture. Each cell of its net is seen in perspective of its own (as
 * `squareTo`); beyond the net its outermost cells go on. Around a cylinder of which `round` half turns are marked,
 * a place at the share s of what is seen lies at the angle asin((2 s − 1) · sin(θ/2)) of θ, and its rows hang through
 * with the cosine of that angle. Throws a RangeError for a net that crosses itself.
 */
export function lieOf({ net, widthIn, heightIn, round, sag }: PhotoSetup): Lie {
  const [across, down] = [net.columns - 1, net.rows - 1];
  const back = cellsOf(net).map((corners) => inverseOf(squareTo(corners)));
  const { points, columns } = net;
  const corners = [
    points[0],
    points[columns - 1],
    points[points.length - 1],
    points[points.length - columns],
  ];
  // Where to look first, and what tells which of the outermost cells goes on.
  const whole = across * down > 1 && isConvex(corners) ? inverseOf(squareTo(corners)) : null;
  const half = (round * PI) / 2;
  const [edge, low] = [sin(half), cos(half)];
  // What has another sign than the middle of its cell is behind the horizon.
  const front = back.map(signOf);
  let last = 0;
  let s = 0;
  let t = 0;
  const inCell = (cell: number, x: number, y: number): boolean => {
    const m = back[cell];
    const w = m[6] * x + m[7] * y + m[8];
    if (w * front[cell] <= 0) return false;
    s = (m[0] * x + m[1] * y + m[2]) / w;
    t = (m[3] * x + m[4] * y + m[5]) / w;
    return true;
  };
  const within = (cell: number, x: number, y: number): boolean =>
    inCell(cell, x, y) && s >= 0 && s <= 1 && t >= 0 && t <= 1;
  return (x, y, out) => {
    let cell = -1;
    if (across * down === 1) cell = 0;
    else if (within(last, x, y)) cell = last;
    else
      for (let k = 0; k < back.length && cell < 0; k++) {
        if (within(k, x, y)) cell = k;
      }
    if (cell >= 0) last = cell;
    else {
      let [i, j] = [last % across, floor(last / across)];
      if (whole) {
        const [u, v] = mapped(whole, x, y);
        i = max(0, min(across - 1, floor(u * across)));
        j = max(0, min(down - 1, floor(v * down)));
      }
      cell = j * across + i;
    }
    if (!inCell(cell, x, y)) return false;
    let u = ((cell % across) + s) / across;
    let v = (floor(cell / across) + t) / down;
    if (half > 0) {
      const p = (2 * u - 1) * edge;
      if (p <= -1 || p >= 1) return false;
      const turn = asin(p);
      u = 0.5 + turn / (2 * half);
      v -= (sag * (cos(turn) - low)) / (1 - low);
    } else if (sag) v -= sag * (1 - (2 * u - 1) ** 2);
    out[0] = u * widthIn;
    out[1] = v * heightIn;
    return true;
  };
}

/** The sign that the denominator of a map has at what it takes to the middle of the unit square. */
function signOf(back: Homography): number {
  const [x, y] = mapped(inverseOf(back), 0.5, 0.5);
  return back[6] * x + back[7] * y + back[8];
}

function isConvex(corners: readonly (readonly [number, number])[]): boolean {
  try {
    squareTo(corners);
    return true;
  } catch {
    return false;
  }
}
