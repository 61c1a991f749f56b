import type { Backdrop, Facing, Held, Holds, Pose, Seat, Spot, Subject, Worn } from '../types';

type SpotRow = readonly [x: number, y: number, width: number, turn?: number];
const spot = ([x, y, width, turn = 0]: SpotRow): Spot => ({ x, y, width, turn });

interface SubjectRow {
  head: SpotRow;
  eyes?: SpotRow;
  neck?: SpotRow;
  hold: readonly [x: number, y: number, by: Holds];
  ground?: number;
  poses?: readonly Pose[];
}

/** A subject of the library's flat set: its name there, what it is called, and where its anchors are. */
export const subject = (name: string, words: string, facing: Facing, row: SubjectRow): Subject => ({
  ...{ id: `flat/${name}`, words: words.split(', '), facing, head: spot(row.head) },
  eyes: row.eyes ? spot(row.eyes) : null,
  neck: row.neck ? spot(row.neck) : null,
  hold: { x: row.hold[0], y: row.hold[1], by: row.hold[2] },
  ground: row.ground ?? 29.8,
  poses: row.poses ?? [],
});

export const worn = (
  id: string,
  words: string,
  at: Worn['at'],
  row: SpotRow,
  facing: Facing = 0,
  behind = false,
): Worn => ({ id, words: words.split(', '), at, spot: spot(row), facing, behind });

export const held = (
  id: string,
  words: string,
  grip: readonly [number, number],
  size: number,
  way: Held['way'],
  { facing = 0, behind = false }: { facing?: Facing; behind?: boolean } = {},
): Held => ({ id, words: words.split(', '), grip: { x: grip[0], y: grip[1] }, size, way, facing, behind });

export const seat = (id: string, words: string, row: SpotRow): Seat => ({
  id,
  words: words.split(', '),
  spot: spot(row),
});

export const backdrop = (
  id: string,
  words: string,
  size: number,
  place: Backdrop['place'] = 'behind',
): Backdrop => ({ id, words: words.split(', '), size, place });
