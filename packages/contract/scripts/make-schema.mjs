// Makes of the types of the contract what a program can hold answers to: `dist/answers.json`, the kind of every route's
// answer by its method and address, and the schemas that they share.
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import * as TJS from 'typescript-json-schema';

const here = join(dirname(fileURLToPath(import.meta.url)), '..');
const program = TJS.programFromConfig(join(here, '../../tsconfig.json'), [join(here, 'src/index.ts')]);
const generator = TJS.buildGenerator(program, {
  required: true,
  noExtraProps: true,
  strictNullChecks: true,
  aliasRef: true,
  ref: true,
  ignoreErrors: true,
});
if (!generator) throw new Error('The contract has no schema.');

const checker = program.getTypeChecker();
/** What an object of both types has; the generator would take each for the whole. */
const both = (type) => {
  const properties = checker.getPropertiesOfType(type);
  return {
    type: 'object',
    properties: Object.fromEntries(
      properties.map((p) => [p.name, generator.getDefinitionForProperty(p, p.declarations[0])]),
    ),
    required: properties.filter((p) => !(p.flags & ts.SymbolFlags.Optional)).map((p) => p.name),
    additionalProperties: false,
  };
};
const definitionOf = generator.getTypeDefinition.bind(generator);
generator.getTypeDefinition = (type, ...rest) => {
  if (type.flags & ts.TypeFlags.Intersection && type.types.every((t) => t.flags & ts.TypeFlags.Object))
    return both(type);
  // A record by any name: the generator knows those alone that are written as an index.
  const index =
    type.objectFlags & ts.ObjectFlags.Mapped && checker.getIndexTypeOfType(type, ts.IndexKind.String);
  return index
    ? { type: 'object', additionalProperties: generator.getTypeDefinition(index) }
    : definitionOf(type, ...rest);
};
const made = generator.getSchemaForSymbol('Answers');

const PREFIX = '#/definitions/';
/** Names that stand in an address, too: generics have brackets in theirs. */
const named = (name) => name.replace(/[^\w.-]+/g, '_');
const renamed = (schema) =>
  JSON.parse(JSON.stringify(schema), (key, value) =>
    key === '$ref' && value.startsWith(PREFIX)
      ? PREFIX + named(decodeURIComponent(value.slice(PREFIX.length)))
      : value,
  );
const all = Object.fromEntries(
  Object.entries(renamed(made.definitions)).map(([name, schema]) => [named(name), schema]),
);
/** What has no name of its own stands where it is used. */
const inlined = (schema) =>
  JSON.parse(JSON.stringify(schema), (_, value) => {
    const name = typeof value?.$ref === 'string' ? value.$ref.slice(PREFIX.length) : '';
    if (!/^(__type|Record|Omit|Partial|Pick)(_|$)/.test(name)) return value;
    const { $ref: _ref, ...beside } = value;
    return { ...inlined(all[name]), ...beside };
  });
const definitions = Object.fromEntries(Object.entries(all).map(([name, schema]) => [name, inlined(schema)]));
const target = (schema) => (schema.$ref ? definitions[schema.$ref.slice(PREFIX.length)] : schema);

function answerOf(schema) {
  const { properties = {} } = target(schema) ?? {};
  if (properties.nothing) return { kind: 'nothing' };
  if (properties.media) return { kind: 'media', media: target(properties.media).const };
  if (properties.events) return { kind: 'events', schema: properties.events };
  return { kind: 'json', schema };
}

const routes = Object.fromEntries(
  Object.entries(inlined(renamed(made.properties))).map(([route, schema]) => [route, answerOf(schema)]),
);

/** What is needed by what is answered, and nothing else: markers go. */
const used = {};
function collect(value) {
  if (value === null || typeof value !== 'object') return;
  if (typeof value.$ref === 'string') {
    const name = value.$ref.slice(PREFIX.length);
    if (!(name in used)) {
      used[name] = definitions[name];
      collect(definitions[name]);
    }
  }
  Object.values(value).forEach(collect);
}
collect(routes);

mkdirSync(join(here, 'dist'), { recursive: true });
writeFileSync(join(here, 'dist/answers.json'), JSON.stringify({ routes, definitions: used }));
