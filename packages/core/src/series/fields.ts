import {
  choice,
  colour,
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
  type Field,
  type FieldsOf,
  type JsonSchema,
} from '../fields';
import {
  MOST_CELL,
  MOST_COLUMNS,
  MOST_ROWS,
  SERIES_FORMAT,
  SERIES_VERSION,
  USUAL_FIT,
  WORD_CASES,
  type ByHand,
  type LayoutPlace,
  type Series,
  type SeriesColumn,
  type SeriesRow,
  type WordsFit,
} from './types';

type Body = Omit<Series, 'format' | 'version'>;

const id = () => text({ max: 80, examples: ['a1'] });
const says = () => text({ max: MOST_CELL });

const fit = record<WordsFit>(
  {
    across: number({ min: 0.2, max: 4, fallback: USUAL_FIT.across }),
    tracking: nullable(number({ min: -200, max: 0 })),
    narrow: nullable(number({ min: 10, max: 200 })),
    lines: number({ min: 1, max: 6, whole: true, fallback: USUAL_FIT.lines }),
    radius: flag(USUAL_FIT.radius),
    grow: number({ min: 1, max: 4, fallback: USUAL_FIT.grow }),
    least: number({ min: 0.05, max: 1, fallback: USUAL_FIT.least }),
    same: flag(),
    push: flag(),
  },
  { whenMissing: USUAL_FIT },
);

const place = kinds<LayoutPlace>({
  words: {
    part: id(),
    line: nullable(number({ min: 0, max: 200, whole: true })),
    says: says(),
    case: choice(WORD_CASES, 'layout'),
    fit,
  },
  figure: { part: id(), says: says(), weigh: flag(true) },
  picture: { part: id(), says: says() },
  ink: { ink: id(), says: says() },
  colourway: { says: says() },
  shown: { part: id(), says: says() },
  mirrored: { part: id(), says: says() },
  code: { part: id(), says: says() },
  name: { says: says() },
  tags: { says: says() },
});

const FAR = 20_000;
const byHand = kinds<ByHand>({
  moved: { part: id(), dx: number({ min: -FAR, max: FAR }), dy: number({ min: -FAR, max: FAR }) },
  sized: { part: id(), by: number({ min: 0.02, max: 50 }) },
  turned: { part: id(), by: number({ min: -360, max: 360 }) },
  spaced: { part: id(), by: number({ min: -500, max: 5000 }) },
  worded: { part: id(), words: text({ max: MOST_CELL }) },
  hidden: { part: id(), hidden: flag() },
  inked: { ink: id(), value: colour() },
  outlined: {
    part: id(),
    value: colour(),
    name: text({ max: 120, fallback: 'Outline' }),
    width: number({ min: 0.1, max: 2000 }),
  },
});

const ROW = record<SeriesRow>({
  id: id(),
  cells: table(text({ max: MOST_CELL })),
  byHand: list(byHand, { most: 200, optional: true }),
  leftOut: flag(),
  design: nullable(record<{ id: string; revision: number }>({ id: id(), revision: number({ min: 1 }) })),
});

const SERIES_FIELDS: FieldsOf<Body> = {
  name: text({ max: 300 }),
  layout: id(),
  columns: list(record<SeriesColumn>({ id: id(), name: text({ max: 80 }) }), { most: MOST_COLUMNS }),
  places: list(place, { most: 200 }),
  whole: flag(true),
  fileNames: text({ max: 300, fallback: '' }),
  rows: list(ROW, { most: MOST_ROWS }),
};

/** Notes each thing that is there twice. */
function once(
  list: readonly string[],
  at: { at(i: number): { fault(message: string): void } },
  what: (v: string) => string,
) {
  const seen = new Set<string>();
  list.forEach((v, i) => {
    if (seen.has(v)) at.at(i).fault(what(v));
    seen.add(v);
  });
}

export const SERIES_FIELD: Field<Body> = record<Body>(SERIES_FIELDS, {
  rule: ({ columns, rows }, at) => {
    const ids = (of: readonly { id: string }[]) => of.map((x) => x.id);
    once(ids(columns), at.at('columns'), (v) => `"${v}" is there twice`);
    once(
      columns.map((c) => c.name.trim().toLowerCase()),
      at.at('columns'),
      (v) => `another column is called "${v}", too`,
    );
    columns.forEach((c, i) => {
      if (!c.name.trim()) at.at('columns').at(i).at('name').fault('must not be empty');
      if (/[{}]/.test(c.name)) at.at('columns').at(i).at('name').fault('must have no braces');
    });
    once(ids(rows), at.at('rows'), (v) => `the row "${v}" is there twice`);
    const known = new Set(ids(columns));
    rows.forEach((row, i) => {
      for (const key of Object.keys(row.cells))
        if (!known.has(key)) at.at('rows').at(i).at('cells').at(key).fault('there is no such column');
    });
  },
});

/** Reads a parsed series. Throws a DocumentError that lists each fault by its field. */
export const readSeries = (document: unknown): Series =>
  readDocument(document, { format: SERIES_FORMAT, version: SERIES_VERSION, body: SERIES_FIELD });

/** The series format as JSON Schema; `docs/series.schema.json` is this, written by `npm run schema`. */
export const seriesSchema = (): JsonSchema =>
  schemaOf(`Brelm series, version ${SERIES_VERSION}`, SERIES_FIELDS, {
    $schema: { type: 'string' },
    format: { const: SERIES_FORMAT },
    version: { const: SERIES_VERSION },
  });

/** A series as it is stored. */
export const seriesDocument = (series: Series): string => JSON.stringify(series);
