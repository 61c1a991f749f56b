import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { DocumentError } from '../fields';
import { createImage, toOklab } from '../raster';
import {
  addWorkdays,
  canCancel,
  daysOf,
  isWorkday,
  marginOf,
  ownTime,
  priceWith,
  printedAs,
  quantitiesOf,
  QuoteError,
  quoteOf,
  readCatalogue,
  receivedOn,
  stepsOf,
  toleranceOf,
  type Catalogue,
  type OrderItem,
} from '.';

const shipped = JSON.parse(
  readFileSync(join(__dirname, '../../../../demo/press/catalogue.json'), 'utf8'),
) as object;

/** A press with round figures. */
const press: Catalogue = readCatalogue({
  ...shipped,
  breaks: [1, 10, 100],
  blanks: [
    {
      ...{ id: 'tee', name: 'Tee', kind: 'shirt', blank: 'tee', prices: [500, 400, 300] },
      sizes: [
        { id: 'M', more: 0, grams: 150, stock: 50 },
        { id: '3XL', more: 200, grams: 200, stock: 500 },
      ],
      ...{ colours: ['soot', 'bone', 'pine'], out: ['pine'] },
    },
    {
      ...{ id: 'mug', name: 'Mug', kind: 'mug', blank: 'mug', prices: [300, 250, 200] },
      sizes: [{ id: '11 oz', more: 0, grams: 400, stock: 90 }],
    },
  ],
  prints: [
    { upTo: 50, prices: [100, 80, 50] },
    { upTo: 200, prices: [300, 200, 100] },
  ],
  furtherSide: 0.5,
  zones: [
    {
      ...{ id: 'near', name: 'Near', countries: ['IE'], days: [2, 4] },
      steps: [
        { grams: 250, price: 300 },
        { grams: 1000, price: 700 },
      ],
    },
  ],
});
const item = (over: Partial<OrderItem> = {}): OrderItem => ({
  ...{ blank: 'tee', size: 'M', colour: 'soot', quantity: 1 },
  prints: [{ side: 'front', widthIn: 12, heightIn: 12 }],
  ...over,
});
// A Wednesday.
const NOON = Date.parse('2026-11-25T12:00:00Z');
const quote = (items: OrderItem[], at = NOON) => quoteOf(press, items, 'IE', at);
const refusals = (items: OrderItem[], country = 'IE') => {
  try {
    quoteOf(press, items, country, NOON);
    return [];
  } catch (error) {
    return (error as QuoteError).faults.map((f) => f.field);
  }
};

describe('a quote', () => {
  it('is blank and print by the number of pieces, the size’s extra, and postage by weight', () => {
    expect(quote([item()])).toMatchObject({
      items: [{ blank: 500, print: 300, each: 800, total: 800 }],
      // 150 g and its wrapping.
      ...{ goods: 800, grams: 190, postage: 300, total: 1100, pieces: 1, zone: 'near' },
    });
    expect(quote([item({ size: '3XL', quantity: 10 })]).items[0]).toEqual({
      ...{ blank: 600, print: 200, each: 800, total: 8000 },
    });
  });

  it('counts sizes and colours of one blank together, other blanks apart', () => {
    const { items } = quote([
      item({ quantity: 6 }),
      item({ size: '3XL', colour: 'bone', quantity: 4 }),
      item({
        blank: 'mug',
        size: '11 oz',
        colour: null,
        prints: [{ side: 'wrap', widthIn: 9, heightIn: 4 }],
      }),
    ]);
    expect(items.map((q) => [q.blank, q.print])).toEqual([
      [400, 200],
      [600, 200],
      [300, 100],
    ]);
  });

  it('takes half for a further side, the dearer one being the first', () => {
    const both = item({
      prints: [
        { side: 'sleeve', widthIn: 3, heightIn: 10 },
        { side: 'front', widthIn: 12, heightIn: 12 },
      ],
    });
    expect(quote([both]).items[0].print).toBe(300 + 50);
  });

  it('goes on with the dearest step of postage for parcels beyond it', () => {
    // 40 + 12 × 200 g: two full parcels of a kilogram and one of 440 g.
    expect(quote([item({ size: '3XL', quantity: 12 })]).postage).toBe(700 + 700 + 700);
  });

  it('says of all that is wrong where it is', () => {
    expect(refusals([])).toEqual(['items']);
    expect(refusals([item({ blank: 'kite' }), item({ size: 'XS' })], 'XX')).toEqual([
      'country',
      'items[0].blank',
      'items[1].size',
    ]);
    expect(refusals([item({ colour: 'mauve' }), item({ colour: 'pine' }), item({ colour: null })])).toEqual([
      'items[0].colour',
      'items[1].colour',
      'items[2].colour',
    ]);
    expect(refusals([item({ quantity: 0 }), item({ quantity: 1.5 }), item({ quantity: NaN })])).toEqual([
      'items[0].quantity',
      'items[1].quantity',
      'items[2].quantity',
    ]);
    // Two lines of the same take from the same shelf.
    expect(refusals([item({ quantity: 30 }), item({ quantity: 30 })])).toEqual(['items[1].quantity']);
    expect(refusals([item({ prints: [] })])).toEqual(['items[0].prints']);
    expect(refusals([item({ prints: [{ side: 'front', widthIn: 20, heightIn: 20 }] })])).toEqual([
      'items[0].prints',
    ]);
  });

  it('law: a piece is never dearer for being one of more, and the sums hold', () => {
    const shop = readCatalogue(shipped);
    fc.assert(
      fc.property(
        fc.nat(shop.blanks.length - 1),
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0.5, max: 15, noNaN: true }),
        (b, few, more, inches) => {
          const blank = shop.blanks[b];
          const of = (quantity: number) =>
            quoteOf(
              shop,
              [
                {
                  ...{ blank: blank.id, size: blank.sizes[0].id, quantity },
                  colour: blank.colours[0] ?? null,
                  prints: [{ side: 'front', widthIn: inches, heightIn: inches }],
                },
              ],
              'DE',
              NOON,
            );
          const [one, two] = [of(few), of(few + more)];
          expect(two.items[0].each).toBeLessThanOrEqual(one.items[0].each);
          expect(two.postage).toBeGreaterThanOrEqual(one.postage);
          expect(two.total).toBe(two.postage + two.items[0].each * (few + more));
          expect(two.days.printed >= one.days.printed).toBe(true);
        },
      ),
      { seed: 81, endOnFailure: true },
    );
  });

  it('margin and price undo one another', () => {
    expect(marginOf(12, 20)).toBeCloseTo(0.4, 9);
    expect(priceWith(12, 0.4)).toBeCloseTo(20, 9);
    expect(marginOf(25, 20)).toBeCloseTo(-0.25, 9);
    expect(marginOf(1, 0)).toBeNull();
    expect(quantitiesOf(press, 50)).toEqual([1, 10, 50]);
    expect(quantitiesOf(press, 1)).toEqual([1]);
  });
});

describe('the calendar', () => {
  const { calendar } = press;
  it('knows weekends, days off of one year and of each', () => {
    expect(isWorkday(calendar, '2026-11-27')).toBe(true);
    expect(
      ['2026-11-28', '2026-11-29', '2026-12-25', '2031-12-25', '2027-03-29'].map((d) =>
        isWorkday(calendar, d),
      ),
    ).toEqual([...[false, false, false, false, false]]);
    expect(isWorkday(calendar, '2028-03-29')).toBe(true);
    expect(addWorkdays(calendar, '2026-11-27', 1)).toBe('2026-11-30');
    expect(addWorkdays(calendar, '2026-11-28', 0)).toBe('2026-11-30');
    // Over Christmas: 24th to 27th and the 31st are off.
    expect(addWorkdays(calendar, '2026-12-23', 1)).toBe('2026-12-28');
    expect(addWorkdays(calendar, '2026-12-30', 1)).toBe('2027-01-04');
    expect(() => addWorkdays({ ...calendar, workdays: [] }, '2026-01-01', 1)).toThrow(RangeError);
  });

  it('takes an order after the cut-off for the next day’s, and longer for more pieces', () => {
    const at = (time: string) => Date.parse(`2026-11-26T${time}:00Z`);
    expect(receivedOn(calendar, at('13:59'))).toBe('2026-11-26');
    expect(receivedOn(calendar, at('14:00'))).toBe('2026-11-27');
    expect(daysOf(calendar, NOON, 1, [2, 3])).toEqual({
      ...{ received: '2026-11-25', checked: '2026-11-26', printed: '2026-11-30' },
      arrives: ['2026-12-02', '2026-12-03'],
    });
    expect(daysOf(calendar, NOON, 250, [2, 3]).printed).toBe('2026-12-02');
  });
});

describe('an order', () => {
  const { days } = quote([item()]);
  const states = (when: string, how = {}) =>
    stepsOf(days, NOON, Date.parse(when), 0.5, how).map((s) => s.state);
  it('goes on by its days, in their order', () => {
    expect(states('2026-11-25T12:00:00Z')).toEqual(['received']);
    expect(states('2026-11-26T10:00:00Z')).toEqual(['received', 'checked']);
    expect(states('2026-11-30T15:00:00Z')).toEqual(['received', 'checked', 'printed']);
    expect(states('2026-12-01T00:00:00Z')).toEqual(['received', 'checked', 'printed', 'posted']);
    expect(states('2026-12-10T00:00:00Z').at(-1)).toBe('arrived');
    const times = stepsOf(days, NOON, Infinity, 0.5).map((s) => s.at);
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });

  it('ends where its file is refused, and where it is taken back', () => {
    expect(states('2027-01-01T00:00:00Z', { refused: true })).toEqual(['received', 'refused']);
    const cancelledAt = Date.parse('2026-11-26T12:00:00Z');
    expect(states('2027-01-01T00:00:00Z', { cancelledAt })).toEqual(['received', 'checked', 'cancelled']);
    const step = (state: 'checked' | 'printed') => [{ state, at: 0 }];
    expect([canCancel(step('checked')), canCancel(step('printed')), canCancel([])]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('has a time of its own that passes faster, never backwards', () => {
    expect(ownTime(1000, 61_000) - 1000).toBe(24 * 3600 * 1000);
    expect(ownTime(1000, 0)).toBe(1000);
  });
});

describe('a print', () => {
  const { spread } = readCatalogue(shipped);
  it('is off by no more than the press says, by chance but the same from the same seed', () => {
    const found = Array.from({ length: 2000 }, (_, i) => toleranceOf(spread, i));
    expect(toleranceOf(spread, 7)).toEqual(found[7]);
    expect(Math.max(...found.map((t) => Math.max(Math.abs(t.dxMm), Math.abs(t.dyMm))))).toBeLessThanOrEqual(
      3,
    );
    const mean = (of: (t: (typeof found)[0]) => number) =>
      found.reduce((s, t) => s + of(t), 0) / found.length;
    expect(Math.abs(mean((t) => t.dxMm))).toBeLessThan(0.1);
    expect(mean((t) => t.chroma)).toBeCloseTo(0.93, 2);
    expect(Math.sqrt(mean((t) => t.dyMm ** 2))).toBeGreaterThan(0.9);
    expect(Math.sqrt(mean((t) => t.dyMm ** 2))).toBeLessThan(1.2);
  });

  it('has its colours by the stated factors, and its edges as they were', () => {
    const image = createImage(3, 1);
    image.data.set([200, 60, 40, 255, 30, 90, 60, 128, 9, 9, 9, 0]);
    const out = printedAs(image, { dxMm: 0, dyMm: 0, lightness: 0.9, chroma: 0.8 });
    expect([out.data[3], out.data[7], out.data[11]]).toEqual([255, 128, 0]);
    const [before, after] = [new Float64Array(3), new Float64Array(3)];
    for (const p of [0, 4]) {
      toOklab(image.data[p], image.data[p + 1], image.data[p + 2], before);
      toOklab(out.data[p], out.data[p + 1], out.data[p + 2], after);
      expect(after[0]).toBeCloseTo(0.9 * before[0], 2);
      expect(Math.hypot(after[1], after[2])).toBeCloseTo(0.8 * Math.hypot(before[1], before[2]), 2);
    }
    const same = printedAs(image, { dxMm: 0, dyMm: 0, lightness: 1, chroma: 1 });
    expect([...same.data.subarray(0, 8)]).toEqual([...image.data.subarray(0, 8)]);
  });
});

describe('a catalogue', () => {
  it('that ships is one, of a press that is made up', () => {
    expect(readCatalogue(shipped).blanks.length).toBeGreaterThan(12);
  });
  it.each([
    ['breaks that do not grow', { breaks: [1, 6, 6] }, 'breaks'],
    ['too few prices', { breaks: [1, 6] }, 'blanks[0].prices'],
    ['a currency that is none', { currency: 'euro' }, 'currency'],
    [
      'a day off that is no date',
      { calendar: { ...press.calendar, holidays: ['Christmas'] } },
      'calendar.holidays[0]',
    ],
    [
      'prices that rise',
      {
        breaks: [1],
        blanks: [],
        prints: [
          { upTo: 9, prices: [1] },
          { upTo: 3, prices: [1] },
        ],
      },
      'prints',
    ],
  ])('is refused with %s', (_, over, field) => {
    try {
      readCatalogue({ ...shipped, ...over });
      throw new Error('it was taken');
    } catch (error) {
      expect((error as DocumentError).faults?.map((f) => f.field)).toContain(field);
    }
  });
});
