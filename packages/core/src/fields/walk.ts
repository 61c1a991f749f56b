import type { Field } from './field';

/** What is seen on a walk over a value: references, and numbers that count board px. */
export interface Visit {
  ref?: (to: string, id: string) => string;
  board?: (value: number) => number;
}

function mapRecord(
  fields: Readonly<Record<string, Field>>,
  value: Readonly<Record<string, unknown>>,
  visit: Visit,
): Record<string, unknown> {
  let made = value as Record<string, unknown>;
  for (const [key, field] of Object.entries(fields)) {
    if (value[key] === undefined) continue;
    const next = map(field, value[key], visit, value);
    if (next === value[key]) continue;
    if (made === value) made = { ...value };
    made[key] = next;
  }
  return made;
}

function mapList(list: readonly unknown[], each: (item: unknown, i: number) => unknown): readonly unknown[] {
  const made = list.map(each);
  return made.every((item, i) => item === list[i]) ? list : made;
}

function map(field: Field, value: unknown, visit: Visit, record: Readonly<Record<string, unknown>>): unknown {
  switch (field.is) {
    case 'number': {
      if (!field.board || !visit.board) return value;
      const next = visit.board(value as number);
      // What is kept must be readable again.
      return next === value ? value : Math.max(field.min, Math.min(field.max, next));
    }
    case 'ref':
    case 'link':
      return visit.ref ? visit.ref(field.to, value as string) : value;
    case 'list':
      return mapList(value as unknown[], (item) => map(field.of, item, visit, {}));
    case 'tuple':
      return mapList(value as unknown[], (item, i) => map(field.of[i], item, visit, {}));
    case 'record':
      return mapRecord(field.fields, value as Record<string, unknown>, visit);
    case 'nullable':
      return value === null ? null : map(field.of, value, visit, record);
    case 'given':
      return map(field.of, value, visit, record);
    case 'table':
      return mapTable(field, value as Record<string, unknown>, visit);
    case 'kinds': {
      const of = value as Record<string, unknown>;
      return mapRecord({ ...field.shared, ...field.of[of[field.by] as string] }, of, visit);
    }
    case 'chosen':
      return map(field.of[record[field.by] as string], value, visit, record);
    default:
      return value;
  }
}

function mapTable(field: Field & { is: 'table' }, value: Record<string, unknown>, visit: Visit): unknown {
  const keyed = field.keys === 'ink' && visit.ref;
  const entries = Object.entries(value);
  const made = entries.map(([key, item]) => [
    keyed ? visit.ref!('ink', key) : key,
    map(field.of, item, visit, {}),
  ]);
  return made.every(([key, item], i) => key === entries[i][0] && item === entries[i][1])
    ? value
    : Object.fromEntries(made);
}

/**
 * A value with its references and its lengths in board px changed; the very same where none changes. A changed length
 * stays within what its field may be.
 */
export const mapField = <T>(field: Field<T>, value: T, visit: Visit): T => map(field, value, visit, {}) as T;

/** Tells of each reference in a value, in the order of its fields. */
export function visitField<T>(field: Field<T>, value: T, ref: (to: string, id: string) => void): void {
  mapField(field, value, {
    ref: (to, id) => {
      ref(to, id);
      return id;
    },
  });
}
