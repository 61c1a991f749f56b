import {
  choice,
  flag,
  kinds,
  list,
  nullable,
  number,
  readDocument,
  record,
  schemaOf,
  table,
  text,
  tuple,
  type Field,
  type FieldsOf,
  type JsonSchema,
} from '../fields';
import { PRODUCT_KINDS } from '../spec';
import { crossed } from '../geometry';
import { PHOTO_FIELD } from './photo/fields';
import { CLOTHS, SCENE_FORMAT, SCENE_VERSION, type MapNames, type PrintField, type Scene } from './types';

/** Points of a mesh to a side at the most: eight cells. */
const MOST_MESH = 9;
/** What a map may measure at the most, px. */
const MOST_SIDE = 8000;

type Body = Omit<Scene, 'format' | 'version'>;

const place = () => tuple([number({ min: -64, max: 64 }), number({ min: -64, max: 64 })]);
const point = () => tuple([number({ min: -2, max: 3 }), number({ min: -2, max: 3 })]);
const side = () => nullable(text({ max: 80 }));
/** A file beside the scene: no folders, so none of another. */
const file = () =>
  text({
    max: 80,
    pattern: /^[A-Za-z0-9][A-Za-z0-9._-]*$/,
    says: 'must be a file’s name, without folders',
    examples: ['light.webp'],
  });

const FIELD = kinds<PrintField, 'by', { side: string | null }>(
  {
    surface: {
      surface: number({ min: 1, max: 250, whole: true }),
      anchor: choice(['top', 'middle']),
      at: place(),
    },
    corners: { corners: list(point(), { most: 4, least: { n: 4, says: 'needs four corners' } }) },
    mesh: {
      columns: number({ min: 2, max: MOST_MESH, whole: true }),
      rows: number({ min: 2, max: MOST_MESH, whole: true }),
      points: list(point(), { most: MOST_MESH ** 2, least: { n: 4, says: 'needs four points at least' } }),
    },
  },
  {
    by: 'by',
    shared: { side: side() },
    rules: {
      corners: {
        rule: ({ corners }: Extract<PrintField, { by: 'corners' }>, at) => {
          if (corners.length === 4 && crossed(corners))
            at.at('corners').fault(
              'cross, or lie in one line: go round the print area clockwise from its top left',
            );
        },
      },
      mesh: {
        rule: ({ columns, rows, points }: Extract<PrintField, { by: 'mesh' }>, at) => {
          if (points.length !== columns * rows)
            at.at('points').fault(`are ${points.length}: ${columns} × ${rows} need ${columns * rows}`);
        },
      },
    },
  },
);

const SCENE_FIELDS: FieldsOf<Body> = {
  id: text({
    max: 80,
    pattern: /^[a-z0-9][a-z0-9-]*$/,
    says: 'must be small letters, figures and hyphens',
    examples: ['tee-flat'],
  }),
  name: text({ max: 200 }),
  position: number({ min: 0, max: 1000, fallback: 500 }),
  licence: text({ max: 200 }),
  products: record<Body['products']>({
    kinds: list(choice(PRODUCT_KINDS), {
      most: PRODUCT_KINDS.length,
      least: { n: 1, says: 'says of no product' },
    }),
    blanks: list(text({ max: 80 }), { most: 50, optional: true }),
  }),
  cloth: choice(CLOTHS),
  dyed: flag(),
  sizes: nullable(
    record<NonNullable<Body['sizes']>>(
      { own: text({ max: 20 }), widths: table(number({ min: 0.1, max: 200 })) },
      {
        rule: ({ own, widths }, at) => {
          if (!Object.hasOwn(widths, own)) at.at('own').fault(`"${own}" has no width in the table`);
        },
      },
    ),
  ),
  fields: list(FIELD, { most: 12, least: { n: 1, says: 'needs a place to print on' } }),
  width: number({ min: 16, max: MOST_SIDE, whole: true }),
  height: number({ min: 16, max: MOST_SIDE, whole: true }),
  seenIn: number({ min: 0.5, max: 1000 }),
  brightest: number({ min: 0.1, max: 20 }),
  maps: nullable(
    record<MapNames>({
      light: file(),
      cover: file(),
      ground: nullable(file()),
      gloss: nullable(file()),
      back: nullable(file()),
      surface: nullable(file()),
    }),
  ),
  photo: nullable(PHOTO_FIELD),
};

const SCENE_FIELD: Field<Body> = record<Body>(SCENE_FIELDS, {
  rule: ({ fields, maps, photo }, at) => {
    if (!maps && !photo) at.at('maps').fault('must be given, or a photo');
    if (maps && photo) at.at('photo').fault('is there beside maps: a scene is one or the other');
    fields.forEach((f, i) => {
      if (f.by === 'surface' && maps && maps.surface === null)
        at.at('fields')
          .at(i)
          .at('by')
          .fault('is "surface", and the scene has no map of its surface (maps.surface)');
    });
  },
});

/** Reads a parsed scene. Throws a DocumentError that lists each fault by its field. */
export const readScene = (document: unknown): Scene =>
  readDocument(document, { format: SCENE_FORMAT, version: SCENE_VERSION, body: SCENE_FIELD });

/** The scene format as JSON Schema; `docs/scene.schema.json` is this, written by `npm run schema`. */
export const sceneSchema = (): JsonSchema =>
  schemaOf(`Brelm scene, version ${SCENE_VERSION}`, SCENE_FIELDS, {
    $schema: { type: 'string' },
    format: { const: SCENE_FORMAT },
    version: { const: SCENE_VERSION },
  });
