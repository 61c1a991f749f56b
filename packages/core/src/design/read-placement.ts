import type { Checked } from './checked';
import { FILE_FORMATS, type PlacedAt, type Placement } from './types';

/** How far off a print area a board may lie, inches, and how much it may be scaled. */
export const FARTHEST_IN = 400;
export const LEAST_SCALE = 0.01;
export const MOST_SCALE = 100;

function placedAt(p: Checked): PlacedAt {
  const inches = (key: 'x' | 'y') => p.at(key).number({ min: -FARTHEST_IN, max: FARTHEST_IN });
  return {
    x: inches('x'),
    y: inches('y'),
    scale: p.at('scale').number({ min: LEAST_SCALE, max: MOST_SCALE }),
    turn: p.at('turn').number({ min: -360, max: 360, fallback: 0 }),
  };
}

const orNull = <T>(field: Checked, read: (field: Checked) => T): T | null =>
  field.missing || field.value === null ? null : read(field);

/** A table by id; an own `__proto__` is faulted as an id, not taken for one. */
function table<T>(field: Checked, read: (value: Checked) => T): Record<string, T> {
  if (field.missing) return {};
  field.object(field.keys());
  return Object.fromEntries(field.keys().map((key) => [key, read(field.at(key))]));
}

function placement(p: Checked): Placement {
  p.object([
    'spec',
    'side',
    'x',
    'y',
    'scale',
    'turn',
    'mirror',
    'narrow',
    'ground',
    'format',
    'colourway',
    'colourways',
    'apart',
  ]);
  return {
    spec: p.at('spec').id(),
    side: p.at('side').id(),
    ...placedAt(p),
    mirror: p.at('mirror').boolean(false),
    narrow: p.at('narrow').boolean(false),
    ground: orNull(p.at('ground'), (g) => g.colour()),
    format: orNull(p.at('format'), (f) => f.oneOf(FILE_FORMATS)),
    colourway: orNull(p.at('colourway'), (c) => c.id()),
    colourways: table(p.at('colourways'), (c) => c.id()),
    apart: table(p.at('apart'), (a) => placedAt(a.object(['x', 'y', 'scale', 'turn']))),
  };
}

/** Reads the placements of a design; a side of a product has one. */
export function placements(list: Checked): Placement[] {
  const read = list.list(placement, { max: 2000, optional: true });
  const seen = new Set<string>();
  read.forEach(({ spec, side }, i) => {
    const key = `${spec} ${side}`;
    if (seen.has(key)) list.at(i).at('side').fault(`"${side}" of ${spec} is placed twice`);
    seen.add(key);
  });
  return read;
}
