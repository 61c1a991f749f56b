import {
  choice,
  list,
  nullable,
  number,
  readDocument,
  record,
  schemaOf,
  text,
  type Field,
  type FieldsOf,
  type JsonSchema,
} from '../fields';
import {
  MOST_PLACED,
  SHEET_FORMAT,
  SHEET_MARKS,
  SHEET_VERSION,
  type PlacedSticker,
  type Sheet,
  type SheetSticker,
} from './types';

/** What a sheet is painted on at the most, px. */
const MOST_PIXELS = 100_000_000;
const MOST_SIDE = 30_000;

type Body = Omit<Sheet, 'format' | 'version'>;

const id = () => text({ max: 80, examples: ['a1'] });
const name = () => text({ max: 300 });

const SHEET_FIELDS: FieldsOf<Body> = {
  name: name(),
  spec: nullable(text({ max: 200 })),
  width: number({ min: 10, max: 2000 }),
  height: number({ min: 10, max: 2000 }),
  dpi: number({ min: 72, max: 1200, fallback: 300 }),
  margin: number({ min: 0, max: 200, fallback: 8 }),
  gap: number({ min: 0, max: 100, fallback: 3 }),
  marks: choice(SHEET_MARKS, 'none'),
  number: text({ max: 60 }),
  stickers: list(
    record<SheetSticker>({
      id: id(),
      design: id(),
      name: name(),
      side: nullable(id()),
      colourway: nullable(id()),
      size: number({ min: 0.05, max: 10, fallback: 1 }),
    }),
    { most: 100 },
  ),
  placed: list(
    record<PlacedSticker>({
      sticker: id(),
      x: number({ min: -2000, max: 4000 }),
      y: number({ min: -2000, max: 4000 }),
      turn: number({ min: -360, max: 360, fallback: 0 }),
    }),
    { most: MOST_PLACED },
  ),
};

export const SHEET_FIELD: Field<Body> = record<Body>(SHEET_FIELDS, {
  rule: ({ margin, width, height, dpi, stickers, placed }, at) => {
    if (2 * margin >= Math.min(width, height))
      at.at('margin').fault('leaves no room: it is half of the sheet or more');
    const [w, h] = [width, height].map((v) => (v / 25.4) * dpi);
    if (w * h > MOST_PIXELS || Math.max(w, h) > MOST_SIDE)
      at.at('dpi').fault(
        `makes it ${Math.round(w)} × ${Math.round(h)} px: at most ${MOST_PIXELS / 1e6} megapixels and ${MOST_SIDE} px to a side`,
      );
    const ids = new Set<string>();
    stickers.forEach((s, i) => {
      if (ids.has(s.id)) at.at('stickers').at(i).at('id').fault(`"${s.id}" is there twice`);
      ids.add(s.id);
    });
    placed.forEach((p, i) => {
      if (!ids.has(p.sticker))
        at.at('placed').at(i).at('sticker').fault(`there is no sticker "${p.sticker}" on this sheet`);
    });
  },
});

/** Reads a parsed sheet. Throws a DocumentError that lists each fault by its field. */
export const readSheet = (document: unknown): Sheet =>
  readDocument(document, { format: SHEET_FORMAT, version: SHEET_VERSION, body: SHEET_FIELD });

/** The sheet format as JSON Schema; `docs/sheet.schema.json` is this, written by `npm run schema`. */
export const sheetSchema = (): JsonSchema =>
  schemaOf(`Brelm sheet, version ${SHEET_VERSION}`, SHEET_FIELDS, {
    $schema: { type: 'string' },
    format: { const: SHEET_FORMAT },
    version: { const: SHEET_VERSION },
  });

/** A sheet as it is stored. */
export const sheetDocument = (sheet: Sheet): string => JSON.stringify(sheet);
