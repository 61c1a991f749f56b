/** Arbitrary values of a field, by its own description: whatever a document's format allows. */
import fc from 'fast-check';
import type { Field, RefTo } from '@brelm/core/fields';

/** What references may point at. */
export type AnyRefs = Readonly<Record<RefTo, readonly string[]>>;

const anyId = fc.stringMatching(/^[A-Za-z][A-Za-z0-9-]{0,8}$/);

function anyRecord(
  fields: Readonly<Record<string, Field>>,
  refs: AnyRefs,
  first: object = {},
): fc.Arbitrary<object> {
  const entries = Object.entries(fields);
  const optional = entries.filter(([, f]) => f.is === 'given').map(([key]) => key);
  const values = Object.fromEntries(
    entries.filter(([, f]) => f.is !== 'chosen').map(([key, f]) => [key, anyValue(f, refs)]),
  );
  const followers = entries.flatMap(([key, f]) => (f.is === 'chosen' ? [{ key, field: f }] : []));
  const base = fc.record(values, {
    requiredKeys: Object.keys(values).filter((key) => !optional.includes(key)) as never[],
  }) as fc.Arbitrary<Record<string, unknown>>;
  return base.chain((value) =>
    followers
      .reduce<fc.Arbitrary<object>>(
        (so, { key, field }) =>
          so.chain((o) =>
            anyValue(field.of[value[field.by] as string], refs).map((v) => ({ ...o, [key]: v })),
          ),
        fc.constant(value),
      )
      .map((o) => ({ ...first, ...o })),
  );
}

const short = { maxLength: 2 };

const made = new WeakMap<AnyRefs, Map<Field, fc.Arbitrary<unknown>>>();

/** A value that its reader takes, but for what rules say between fields. */
export function anyValue(field: Field, refs: AnyRefs): fc.Arbitrary<unknown> {
  // Each is made once: kinds are chosen anew for each value, and patterns take long to be read.
  let known = made.get(refs);
  if (!known) made.set(refs, (known = new Map()));
  let any = known.get(field);
  if (!any) known.set(field, (any = valueOf(field, refs)));
  return any;
}

function valueOf(field: Field, refs: AnyRefs): fc.Arbitrary<unknown> {
  switch (field.is) {
    case 'number': {
      const [min, max] = [Math.max(field.min, -1e7), Math.min(field.max, 1e7)];
      if (field.whole) return fc.integer({ min: Math.ceil(min), max: Math.floor(max) });
      return fc
        .oneof(
          fc.constantFrom(min, max),
          fc.double({ min, max, noNaN: true }).map((v) => (Math.abs(v) < 1e-9 ? 0 : v)),
        )
        .filter((v) => !field.not0 || v !== 0);
    }
    case 'text':
      if (field.examples) return fc.constantFrom(...field.examples);
      return field.pattern
        ? fc.stringMatching(field.pattern)
        : fc.string({ maxLength: Math.min(field.max, 12) });
    case 'flag':
      return fc.boolean();
    case 'choice':
      return fc.constantFrom(...field.of);
    case 'id':
    case 'link':
      return anyId;
    case 'colour':
      return fc.stringMatching(/^#[0-9a-f]{6}$/);
    case 'ref':
      return fc.constantFrom(...refs[field.to]);
    case 'list':
      return fc.array(anyValue(field.of, refs), {
        minLength: field.least?.n ?? 0,
        maxLength: Math.min(field.most, (field.least?.n ?? 0) + 2),
      });
    case 'tuple':
      return fc.tuple(...field.of.map((of) => anyValue(of, refs)));
    case 'record':
      return anyRecord(field.fields, refs);
    case 'nullable':
      return fc.option(anyValue(field.of, refs));
    case 'given':
      return anyValue(field.of, refs);
    case 'table': {
      const { keys, of } = field;
      const key =
        keys === 'ink'
          ? fc.constantFrom(...refs.ink)
          : keys === 'any'
            ? anyId
            : fc.stringMatching(keys.pattern);
      return fc.dictionary(key, anyValue(of, refs), { maxKeys: short.maxLength, noNullPrototype: true });
    }
    case 'kinds': {
      const kinds = new Map<string, fc.Arbitrary<object>>();
      return fc.constantFrom(...Object.keys(field.of)).chain((kind) => {
        let any = kinds.get(kind);
        if (!any)
          kinds.set(
            kind,
            (any = anyRecord({ ...field.shared, ...field.of[kind] }, refs, { [field.by]: kind })),
          );
        return any;
      });
    }
    case 'chosen':
      throw new Error('a field that follows another is made with its record');
  }
}
