import { list, nullable, number, record, text, tuple, type Field } from '../../fields';
import { STROKES } from '../../steps';
import { crossed } from '../../geometry';
import type { Net, PhotoSetup } from './types';

/** Points of a net to a side at the most: eight cells. */
export const MOST_NET = 9;

/** The cells of a net as quadrilaterals, clockwise from the top left, row by row. */
export function cellsOf({ columns, rows, points }: Net): (readonly [number, number])[][] {
  const cells = [];
  for (let j = 0; j < rows - 1; j++)
    for (let i = 0; i < columns - 1; i++) {
      const at = j * columns + i;
      cells.push([points[at], points[at + 1], points[at + columns + 1], points[at + columns]]);
    }
  return cells;
}

/** Whether every cell of a net is a convex quadrilateral that is seen from before. */
export function isNet(net: Net): boolean {
  return (
    net.points.length === net.columns * net.rows &&
    cellsOf(net).every((corners) => !crossed(corners) && areaOf(corners) > 0)
  );
}

/** How far beyond the picture's edge a point may be pulled, share of it. */
const BEYOND = 0.5;

/** A net with one point elsewhere, shares of the picture; null where its lines would cross. */
export function movedPoint(net: Net, index: number, to: readonly [number, number]): Net | null {
  const [x, y] = to.map((v) => Math.max(-BEYOND, Math.min(1 + BEYOND, v)));
  const moved = { ...net, points: net.points.map((p, i) => (i === index ? ([x, y] as const) : p)) };
  return isNet(moved) ? moved : null;
}

/** Twice the area of a quadrilateral; more than 0 clockwise with y down. */
const areaOf = (corners: readonly (readonly [number, number])[]): number =>
  corners.reduce((sum, [x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length];
    return sum + x * v - u * y;
  }, 0);

const NET: Field<Net> = record<Net>(
  {
    columns: number({ min: 2, max: MOST_NET, whole: true }),
    rows: number({ min: 2, max: MOST_NET, whole: true }),
    points: list(tuple<[number, number]>([number({ min: -2, max: 3 }), number({ min: -2, max: 3 })]), {
      most: MOST_NET ** 2,
      least: { n: 4, says: 'needs four points at least' },
    }),
  },
  {
    name: 'net',
    rule: (net, at) => {
      if (net.points.length !== net.columns * net.rows)
        at.at('points').fault(
          `are ${net.points.length}: ${net.columns} × ${net.rows} need ${net.columns * net.rows}`,
        );
      else if (!isNet(net))
        at.at('points').fault('cross, or lie in one line: pull them apart until no line crosses another');
    },
  },
);

export const PHOTO_FIELD: Field<PhotoSetup> = record<PhotoSetup>(
  {
    picture: text({
      max: 64,
      pattern: /^[0-9a-f]{64}$/,
      says: 'must be the SHA-256 of the picture’s file',
      examples: ['0'.repeat(64)],
    }),
    net: NET,
    widthIn: number({ min: 0.2, max: 100 }),
    heightIn: number({ min: 0.2, max: 100 }),
    round: number({ min: 0, max: 0.95, fallback: 0 }),
    sag: number({ min: -0.5, max: 0.5, fallback: 0 }),
    cloth: STROKES,
    folds: number({ min: 0, max: 2, fallback: 1 }),
    shift: number({ min: 0, max: 2, fallback: 1 }),
    soft: nullable(number({ min: 0, max: 20 })),
    grain: number({ min: 0, max: 2, fallback: 1 }),
    tones: number({ min: 0, max: 1, fallback: 1 }),
  },
  { name: 'photo' },
);
