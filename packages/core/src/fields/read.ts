import type { Checked } from './checked';
import type { Field, Known, RefTo, Rule } from './field';

const absent = (c: Checked): boolean => c.missing || c.value === null;

function refText(field: { to: RefTo; notNull?: string }, c: Checked, known: Known): string {
  if (c.value === null && field.notNull) {
    c.fault(field.notNull);
    return '';
  }
  const id = c.id();
  if (id && !known[field.to].has(id)) c.fault(`there is no ${field.to} "${id}" in this design`);
  return id;
}

function readFields(
  fields: Readonly<Record<string, Field>>,
  c: Checked,
  known: Known,
  out: Record<string, unknown>,
): void {
  for (const [key, field] of Object.entries(fields)) {
    const at = c.at(key);
    if (field.is !== 'given') out[key] = readField(field, at, known, out);
    else if (!at.missing) {
      const value = readField(field.of, at, known, out);
      if (field.empty || Object.keys(value as object).length > 0) out[key] = value;
    }
  }
}

/**
 * The value of a field, faults noted at `c`; `before` are the fields of its record that were read before it.
 */
export function readField<T>(
  field: Field<T>,
  c: Checked,
  known: Known,
  before: Readonly<Record<string, unknown>> = {},
): T {
  return read(field, c, known, before) as T;
}

function read(field: Field, c: Checked, known: Known, before: Readonly<Record<string, unknown>>): unknown {
  switch (field.is) {
    case 'number': {
      const { min, max, whole, fallback, not0 } = field;
      const otherwise = typeof fallback === 'function' ? fallback(before) : fallback;
      const value = c.number({
        min,
        max,
        whole,
        ...(otherwise === undefined ? {} : { fallback: otherwise }),
      });
      if (not0 && value === 0 && c.value === 0) c.fault('must not be 0');
      return value;
    }
    case 'text': {
      const { max, fallback, pattern, says = '', check } = field;
      const text = c.string({ max, ...(fallback === undefined ? {} : { fallback }) });
      if (typeof c.value !== 'string') return text;
      if (pattern && !pattern.test(c.value)) c.fault(says);
      try {
        if (c.value.length <= max) check?.(c.value);
      } catch (error) {
        c.fault((error as Error).message);
      }
      return text;
    }
    case 'flag':
      return c.boolean(field.fallback);
    case 'choice':
      return c.oneOf(field.of, field.fallback);
    case 'id':
      return c.id();
    case 'colour':
      return c.colour();
    case 'ref':
      return refText(field, c, known);
    case 'link':
      return c.id();
    case 'list': {
      const { least, of, most, optional } = field;
      if (least && Array.isArray(c.value) && c.value.length < least.n) c.fault(least.says);
      return c.list((item) => read(of, item, known, {}), { max: most, optional });
    }
    case 'tuple': {
      const n = field.of.length;
      const length = c.list(() => 0).length;
      if (Array.isArray(c.value) && length !== n) c.fault(field.says ?? `must have ${n} entries`);
      return field.of.map((of, i) => read(of, c.at(i), known, {}));
    }
    case 'record': {
      if (c.missing && field.whenMissing !== undefined) return field.whenMissing;
      c.object(Object.keys(field.fields));
      const out: Record<string, unknown> = {};
      readFields(field.fields, c, known, out);
      (field.rule as Rule<unknown> | undefined)?.(out, c, known);
      return out;
    }
    case 'nullable':
      return (field.required ? c.value === null : absent(c)) ? null : read(field.of, c, known, before);
    case 'given':
      return read(field.of, c, known, before);
    case 'table':
      return tableOf(field, c, known);
    case 'kinds': {
      const { by, of, shared, rules, fallback } = field;
      if (absent(c) && fallback !== undefined) return { [by]: fallback };
      const kind = c.at(by).oneOf(Object.keys(of), fallback);
      const own = of[kind];
      c.object([by, ...Object.keys(shared), ...Object.keys(own)]);
      const out: Record<string, unknown> = { [by]: kind };
      readFields(shared, c, known, out);
      readFields(own, c, known, out);
      (rules[kind]?.rule as Rule<unknown> | undefined)?.(out, c, known);
      return out;
    }
    case 'chosen':
      return read(field.of[before[field.by] as string], c, known, before);
  }
}

function tableOf(field: Field & { is: 'table' }, c: Checked, known: Known): Record<string, unknown> {
  if (c.missing) return {};
  const { keys, of } = field;
  c.object(c.keys());
  for (const key of c.keys()) {
    if (keys === 'ink' && !known.ink.has(key)) c.at(key).fault(`there is no ink "${key}" in this design`);
    if (typeof keys === 'object' && !keys.pattern.test(key)) c.at(key).fault(keys.says);
  }
  return Object.fromEntries(c.keys().map((key) => [key, read(of, c.at(key), known, {})]));
}

/** What a field is when it is missing; undefined where it must be there, or is left out. */
export function fallbackOf(field: Field): unknown {
  switch (field.is) {
    case 'number':
    case 'text':
    case 'flag':
    case 'choice':
      return typeof field.fallback === 'function' ? field.fallback({}) : field.fallback;
    case 'list':
      return field.optional ? [] : undefined;
    case 'nullable':
      return field.required ? undefined : null;
    case 'record':
      return field.whenMissing;
    case 'kinds':
      return field.fallback === undefined ? undefined : { [field.by]: field.fallback };
    case 'table':
      return {};
    default:
      return undefined;
  }
}
