import { fallbackOf } from './read';
import type { Field, FieldsOf } from './field';

export type JsonSchema = Record<string, unknown>;
type Defs = Record<string, JsonSchema>;

const ID: JsonSchema = { type: 'string', pattern: '^[A-Za-z0-9][A-Za-z0-9._/-]*$', maxLength: 120 };
const COLOUR: JsonSchema = { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' };

function named(defs: Defs, name: string, make: () => JsonSchema): JsonSchema {
  if (!defs[name]) {
    // Named before it is made, for one that holds itself.
    defs[name] = {};
    defs[name] = make();
  }
  return { $ref: `#/$defs/${name}` };
}

const mustBeThere = (field: Field): boolean =>
  field.is !== 'given' && field.is !== 'table' && fallbackOf(field) === undefined;

function objectOf(fields: Readonly<Record<string, Field>>, defs: Defs, first: JsonSchema = {}): JsonSchema {
  const entries = Object.entries(fields);
  const followers = entries.flatMap(([key, f]) => (f.is === 'chosen' ? [{ key, field: f }] : []));
  const required = [...Object.keys(first), ...entries.filter(([, f]) => mustBeThere(f)).map(([key]) => key)];
  return {
    type: 'object',
    ...(required.length ? { required } : {}),
    properties: {
      ...first,
      ...Object.fromEntries(entries.map(([key, f]) => [key, f.is === 'chosen' ? {} : schema(f, defs)])),
    },
    additionalProperties: false,
    ...(followers.length
      ? {
          allOf: followers.flatMap(({ key, field }) =>
            Object.entries(field.of).map(([value, of]) => ({
              if: { properties: { [field.by]: { const: value } } },
              then: { properties: { [key]: schema(of, defs) } },
            })),
          ),
        }
      : {}),
  };
}

function schema(field: Field, defs: Defs): JsonSchema {
  switch (field.is) {
    case 'number':
      return {
        type: field.whole ? 'integer' : 'number',
        minimum: field.min,
        maximum: field.max,
        ...(field.not0 ? { not: { const: 0 } } : {}),
      };
    case 'text':
      return {
        type: 'string',
        maxLength: field.max,
        ...(field.pattern ? { pattern: field.pattern.source } : {}),
      };
    case 'flag':
      return { type: 'boolean' };
    case 'choice':
      return { enum: [...field.of] };
    case 'id':
    case 'ref':
    case 'link':
      return named(defs, 'id', () => ID);
    case 'colour':
      return named(defs, 'colour', () => COLOUR);
    case 'list':
      return {
        type: 'array',
        ...(field.least ? { minItems: field.least.n } : {}),
        maxItems: field.most,
        items: schema(field.of, defs),
      };
    case 'tuple':
      return {
        type: 'array',
        prefixItems: field.of.map((of) => schema(of, defs)),
        minItems: field.of.length,
        maxItems: field.of.length,
      };
    case 'record': {
      const make = () => ({ ...objectOf(field.fields, defs), ...field.also });
      return field.name ? named(defs, field.name, make) : make();
    }
    case 'nullable':
      return { anyOf: [{ type: 'null' }, schema(field.of, defs)] };
    case 'given':
      return schema(field.of, defs);
    case 'table':
      return {
        type: 'object',
        ...(typeof field.keys === 'object' ? { propertyNames: { pattern: field.keys.pattern.source } } : {}),
        additionalProperties: schema(field.of, defs),
      };
    case 'kinds': {
      const each = Object.entries(field.of).map(([kind, own]) => {
        const made = () => {
          const whole = objectOf({ ...field.shared, ...own }, defs, { [field.by]: { const: kind } });
          // What a kind's rule says of single fields narrows them.
          const { properties, ...also } = (field.rules[kind]?.also ?? {}) as {
            properties?: Record<string, object>;
          };
          const all = whole.properties as Record<string, object>;
          const narrowed = Object.entries(properties ?? {}).map(([key, to]) => [key, { ...all[key], ...to }]);
          return { ...whole, ...also, properties: { ...all, ...Object.fromEntries(narrowed) } };
        };
        // Kinds of different things may be called alike.
        return field.name ? named(defs, `${field.name}-${kind}`, made) : made();
      });
      const any =
        field.fallback === undefined
          ? { oneOf: each }
          : { oneOf: [{ type: 'null' }, ...each.map((s, i) => (i === 0 ? { ...s, required: [] } : s))] };
      return field.name ? named(defs, field.name, () => any) : any;
    }
    case 'chosen':
      return {};
  }
}

/** A document's format as JSON Schema (2020-12); records that are named stand in its `$defs`. */
export function schemaOf<T>(title: string, fields: FieldsOf<T>, extra: JsonSchema = {}): JsonSchema {
  const defs: Defs = {};
  const made = objectOf(fields, defs);
  const required = [...Object.keys(extra).filter((k) => k !== '$schema'), ...(made.required as string[])];
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title,
    ...made,
    required,
    properties: { ...extra, ...(made.properties as object) },
    $defs: Object.fromEntries(Object.entries(defs).sort(([a], [b]) => (a < b ? -1 : 1))),
  };
}
