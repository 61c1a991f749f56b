import {
  choice,
  list,
  number,
  readDocument,
  record,
  text,
  tuple,
  type Field,
  type FieldsOf,
} from '../fields';
import { PRODUCT_KINDS } from '../spec';
import { PRESS_FORMAT, PRESS_VERSION, type Blank, type Catalogue } from './types';

type Body = Omit<Catalogue, 'format' | 'version'>;

const money = () => number({ min: 0, max: 10_000_000, whole: true });
const name = () => text({ max: 120 });
const id = () =>
  text({
    max: 60,
    pattern: /^[\w][\w .-]*$/,
    says: 'must be letters, figures, points and hyphens',
    examples: ['tee'],
  });
const prices = () => list(money(), { most: 20, least: { n: 1, says: 'needs a price at least' } });
const days = (min = 0) => number({ min, max: 60, whole: true });
const factor = () => tuple<[number, number]>([number({ min: 0.1, max: 2 }), number({ min: 0, max: 0.5 })]);

const BLANK: Field<Blank> = record<Blank>({
  id: id(),
  name: name(),
  kind: choice(PRODUCT_KINDS),
  blank: text({ max: 80 }),
  prices: prices(),
  sizes: list(
    record<Blank['sizes'][number]>({
      id: id(),
      more: money(),
      grams: number({ min: 1, max: 50_000 }),
      stock: number({ min: 0, max: 1_000_000, whole: true }),
    }),
    { most: 40, least: { n: 1, says: 'needs a size at least' } },
  ),
  colours: list(text({ max: 80 }), { most: 200, optional: true }),
  out: list(text({ max: 80 }), { most: 200, optional: true }),
});

const FIELDS: FieldsOf<Body> = {
  name: name(),
  currency: text({
    max: 3,
    pattern: /^[A-Z]{3}$/,
    says: 'must be a currency of ISO 4217',
    examples: ['EUR'],
  }),
  breaks: list(number({ min: 1, max: 100_000, whole: true }), {
    most: 20,
    least: { n: 1, says: 'needs a number of pieces at least' },
  }),
  blanks: list(BLANK, { most: 500 }),
  prints: list(
    record<Catalogue['prints'][number]>({ upTo: number({ min: 0.1, max: 100_000 }), prices: prices() }),
    { most: 20, least: { n: 1, says: 'needs a price at least' } },
  ),
  furtherSide: number({ min: 0, max: 1 }),
  zones: list(
    record<Catalogue['zones'][number]>({
      id: id(),
      name: name(),
      countries: list(
        text({ max: 2, pattern: /^[A-Z]{2}$/, says: 'must be a country of ISO 3166-1', examples: ['IE'] }),
        {
          most: 300,
        },
      ),
      steps: list(
        record<{ grams: number; price: number }>({ grams: number({ min: 1, max: 1e6 }), price: money() }),
        {
          most: 50,
          least: { n: 1, says: 'needs a price at least' },
        },
      ),
      days: tuple<[number, number]>([days(), days()]),
    }),
    { most: 50 },
  ),
  calendar: record<Catalogue['calendar']>({
    workdays: list(number({ min: 1, max: 7, whole: true }), {
      most: 7,
      least: { n: 1, says: 'needs a day' },
    }),
    holidays: list(
      text({
        max: 10,
        pattern: /^(\d{4}-)?\d{2}-\d{2}$/,
        says: 'must be a date, 2026-12-25, or one of each year, 12-25',
        examples: ['12-25'],
      }),
      { most: 400, optional: true },
    ),
    cutOff: number({ min: 0, max: 24 }),
    check: days(),
    print: days(),
    pieces: number({ min: 1, max: 100_000, whole: true }),
  }),
  takes: record<Catalogue['takes']>({
    formats: list(choice(['png', 'jpeg']), { most: 2, least: { n: 1, says: 'takes no format' } }),
    mostBytes: number({ min: 1000, max: 1e9, whole: true }),
    leastDpi: number({ min: 1, max: 2400 }),
    mostHalf: number({ min: 0, max: 1 }),
  }),
  spread: record<Catalogue['spread']>({
    shiftMm: number({ min: 0, max: 20 }),
    mostShiftMm: number({ min: 0, max: 20 }),
    lightness: factor(),
    chroma: factor(),
  }),
};

const CATALOGUE: Field<Body> = record<Body>(FIELDS, {
  rule: ({ breaks, blanks, prints }, at) => {
    if (breaks[0] !== 1 || breaks.some((n, i) => i > 0 && n <= breaks[i - 1]))
      at.at('breaks').fault('must begin with 1 and grow');
    const lists: [string, number, number[]][] = [
      ...blanks.map((b, i): [string, number, number[]] => ['blanks', i, b.prices]),
      ...prints.map((p, i): [string, number, number[]] => ['prints', i, p.prices]),
    ];
    for (const [field, i, of] of lists) {
      const where = at.at(field).at(i).at('prices');
      if (of.length !== breaks.length) where.fault(`are ${of.length}: there are ${breaks.length} breaks`);
      else if (of.some((p, k) => k > 0 && p > of[k - 1]))
        where.fault('must not rise with the number of pieces');
    }
    if (prints.some((p, i) => i > 0 && p.upTo <= prints[i - 1].upTo))
      at.at('prints').fault('must grow in area');
  },
});

/** Reads a parsed catalogue. Throws a DocumentError that lists each fault by its field. */
export const readCatalogue = (document: unknown): Catalogue =>
  readDocument(document, { format: PRESS_FORMAT, version: PRESS_VERSION, body: CATALOGUE });
