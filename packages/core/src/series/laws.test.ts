import fc from 'fast-check';
import { circle, designOf, materialsWith, rect, reread, shape } from '../../testing';
import { openSide, type Design } from '../design';
import { code, lettering, letteringLine, picture, place } from '../parts';
import { resolve } from '../resolve';
import {
  artworkKey,
  drawingTroubles,
  emptyRow,
  renameColumn,
  rowDesign,
  saidIn,
  sizesOfSeries,
  troublesBetween,
  wantedBy,
  withColumn,
  withoutColumn,
  withTable,
  WORD_CASES,
  type ByHand,
  type LayoutPlace,
  type Series,
  type SeriesRow,
  type SeriesWorld,
} from './index';

const figure = {
  name: 'Square',
  licence: { id: 'CC0-1.0' },
  art: {
    ...{ width: 100, height: 100 },
    outlines: [
      { path: rect(0, 0, 100, 100), colour: '#20262a', rule: 'nonzero' as const, opacity: 1, stroke: null },
      { path: circle(50, 50, 20), colour: '#ff0000', rule: 'nonzero' as const, opacity: 1, stroke: null },
    ],
  },
};
let world: SeriesWorld;
beforeAll(async () => {
  world = {
    materials: await materialsWith('anton'),
    figures: new Map([
      ['owl', figure],
      ['nothing', null],
    ]),
    pictures: new Map([
      [
        'moon.png',
        { name: 'moon.png', sha256: 'a'.repeat(64), width: 9, height: 900, licence: { id: 'own' } },
      ],
      ['lost.png', null],
      ['bad.png', { fault: 'it is damaged' }],
    ]),
    ground: '#20262a',
  };
});

const line = (text: string) => letteringLine(text, 'anton', 90, 'pale');
/** Every kind of part that a place can be on, on two sides. */
const layout = (): Design => {
  const front = designOf(
    { pale: '#f2ead8', rust: '#b3492a' },
    lettering('straight', 'Straight', place(450, 200), [line('NIGHT RANGER')]),
    {
      ...lettering('block', 'Block', { ...place(450, 500), turn: 12 }, [line('MOTH'), line('LEDGER')]),
      measure: { width: 500, by: 'both', least: 0.5, most: 2, gap: 20, optical: true },
    },
    {
      ...lettering('arch', 'Arch', place(450, 700), [line('on an arch')]),
      baseline: { kind: 'arch', by: 'height', value: 60 },
    },
    {
      ...lettering('ring', 'Ring', place(450, 450), [line('round and round')]),
      baseline: {
        ...{ kind: 'ring', radius: 300, start: 0, direction: 'clockwise' },
        ...{ side: 'outside', halves: false, separator: '' },
      },
    },
    shape('fig', circle(450, 450, 90), 'rust'),
    code('qr', place(800, 800, 2), 'x', 'pale', null),
    picture('photo', place(100, 800, 0.3), { id: 'm', name: 'm.png' }),
  );
  const back = { ...front.aids };
  const { board } = front;
  return openSide(
    {
      ...front,
      materials: [
        { id: 'm', name: 'm.png', sha256: 'b'.repeat(64), width: 300, height: 200, licence: { id: 'own' } },
      ],
      colourways: [
        { id: 'base', name: 'Night', inks: {}, garments: [] },
        {
          id: 'day',
          name: 'Day',
          inks: { pale: '#20262a' },
          garments: ['bone'],
          parts: { fig: { hidden: true } },
        },
      ],
      after: [
        {
          ...{ id: 'back', name: 'Back', board, bundles: [], wear: [], cutLine: null, aids: back },
          parts: [lettering('nape', 'Nape', place(450, 100), [line('NAPE')])],
        },
      ],
    },
    front.side.id,
  );
};

const PARTS = ['straight', 'block', 'arch', 'ring', 'fig', 'qr', 'photo', 'nape', 'lost'];
const part = fc.constantFrom(...PARTS);
const says = fc.constantFrom('{A}', '{b} and {A}', 'words', '', '{lost}', '{A}\n{B}');
const fit = fc.record({
  across: fc.constantFrom(0.5, 1, 1.6),
  tracking: fc.constantFrom(null, -60),
  narrow: fc.constantFrom(null, 70),
  lines: fc.integer({ min: 1, max: 3 }),
  radius: fc.boolean(),
  grow: fc.constantFrom(1, 2),
  least: fc.constantFrom(0.1, 0.6),
  same: fc.boolean(),
  push: fc.boolean(),
});
const anyPlace: fc.Arbitrary<LayoutPlace> = fc.oneof(
  fc.record({
    kind: fc.constant('words' as const),
    part,
    line: fc.constantFrom(null, 0, 1, 7),
    says,
    case: fc.constantFrom(...WORD_CASES),
    fit,
  }),
  fc.record({ kind: fc.constant('figure' as const), part, says, weigh: fc.boolean() }),
  fc.record({ kind: fc.constant('picture' as const), part, says }),
  fc.record({ kind: fc.constant('code' as const), part, says }),
  fc.record({ kind: fc.constantFrom('shown' as const, 'mirrored' as const), part, says }),
  fc.record({ kind: fc.constant('ink' as const), ink: fc.constantFrom('pale', 'rust', 'lost'), says }),
  fc.record({ kind: fc.constantFrom('colourway' as const, 'name' as const, 'tags' as const), says }),
);
const cell = fc.oneof(
  fc.constantFrom(
    'owl',
    'nothing',
    'moon.png',
    'lost.png',
    'bad.png',
    'yes',
    'no',
    '#123abc',
    'Rust',
    'Day',
    '',
  ),
  fc.constantFrom('שלום', '🦉', '=A1', 'a\nb', 'Keeper of the Lamp Room Ledger', '   '),
  fc.string({ maxLength: 14, unit: 'grapheme' }),
);
const anyHand: fc.Arbitrary<ByHand> = fc.oneof(
  fc.record({
    kind: fc.constant('moved' as const),
    part,
    dx: fc.integer({ min: -400, max: 400 }),
    dy: fc.constant(9),
  }),
  fc.record({ kind: fc.constant('sized' as const), part, by: fc.constantFrom(0.2, 1.5) }),
  fc.record({ kind: fc.constant('turned' as const), part, by: fc.integer({ min: -90, max: 90 }) }),
  fc.record({ kind: fc.constant('spaced' as const), part, by: fc.integer({ min: -40, max: 90 }) }),
  fc.record({ kind: fc.constant('worded' as const), part, words: fc.constantFrom('BY HAND', 'TWO\nLINES') }),
  fc.record({ kind: fc.constant('hidden' as const), part, hidden: fc.boolean() }),
  fc.record({
    kind: fc.constant('inked' as const),
    ink: fc.constantFrom('pale', 'lost'),
    value: fc.constant('#00ff00'),
  }),
  fc.record({
    kind: fc.constant('outlined' as const),
    part,
    value: fc.constantFrom('#00ff00', '#f2ead8'),
    name: fc.constant('Green'),
    width: fc.constantFrom(0.1, 12),
  }),
);
const anyRow: fc.Arbitrary<Omit<SeriesRow, 'id'>> = fc.record({
  cells: fc.record({ a: cell, b: cell }, { requiredKeys: [] }),
  byHand: fc.array(anyHand, { maxLength: 3 }),
  leftOut: fc.boolean(),
  design: fc.constant(null),
});
const anySeries: fc.Arbitrary<Series> = fc
  .record({
    places: fc.array(anyPlace, { maxLength: 5 }),
    rows: fc.array(anyRow, { minLength: 1, maxLength: 3 }),
    whole: fc.boolean(),
  })
  .map(({ places, rows, whole }) => ({
    ...{ format: 'brelm-series', version: 1, name: 'Any', layout: 'l', places, whole, fileNames: '' },
    columns: [
      { id: 'a', name: 'A' },
      { id: 'b', name: 'B' },
    ],
    rows: rows.map((r, i) => ({ ...r, id: `r${i}` })),
  }));

describe('whatever a series says', () => {
  it('each row is a design that can be kept and drawn, and what cannot be is told', () => {
    const from = layout();
    fc.assert(
      fc.property(anySeries, (s) => {
        const sizes = sizesOfSeries(from, s, s.rows, world.materials);
        for (const row of s.rows) {
          const { design, troubles } = rowDesign(from, s, row, world, sizes);
          // Ids of pictures in rows are the server's; a design that is read again is the same one.
          expect(reread(design)).toEqual(design);
          const drawn = drawingTroubles(resolve(design, undefined, world.materials), (id) => id);
          expect([...troubles, ...drawn].every((t) => t.message.trim() !== '')).toBe(true);
          // A part that is asked for and is not there is never passed over in silence.
          const lost = s.places.some((p) => 'part' in p && p.part === 'lost');
          if (lost) expect(troubles.some((t) => t.kind === 'part')).toBe(true);
        }
      }),
      { seed: 31, numRuns: 120, endOnFailure: true },
    );
  });

  it('the same row makes the same design, and another one only where its key is another', () => {
    const from = layout();
    fc.assert(
      fc.property(anySeries, (s) => {
        const made = s.rows.map((row) =>
          JSON.stringify({ ...rowDesign(from, s, row, world).design, name: '', wording: 0 }),
        );
        s.rows.forEach((row, i) => {
          expect(JSON.stringify({ ...rowDesign(from, s, row, world).design, name: '', wording: 0 })).toBe(
            made[i],
          );
          s.rows.forEach((other, k) => {
            if (artworkKey(s, row) === artworkKey(s, other)) expect(made[k]).toBe(made[i]);
          });
        });
      }),
      { seed: 32, numRuns: 40, endOnFailure: true },
    );
  });

  it('the layout stays as it was', () => {
    const from = layout();
    const before = JSON.stringify(from);
    fc.assert(
      fc.property(anySeries, (s) => {
        for (const row of s.rows) rowDesign(from, s, row, world);
        expect(JSON.stringify(from)).toBe(before);
      }),
      { seed: 33, numRuns: 40, endOnFailure: true },
    );
  });

  it('twins point to a row before them, and a row that is left out to none', () => {
    fc.assert(
      fc.property(anySeries, (s) => {
        for (const [id, troubles] of troublesBetween(s, { name: 'L' })) {
          const at = s.rows.findIndex((r) => r.id === id);
          expect(s.rows[at].leftOut).toBe(false);
          for (const t of troubles) {
            const other = Number(/row (\d+)/i.exec(t.message)![1]) - 1;
            expect(other).toBeLessThan(at);
          }
        }
      }),
      { seed: 34, endOnFailure: true },
    );
  });
});

describe('whatever is done to a table', () => {
  it('a column that is called otherwise changes nothing of what rows say', () => {
    fc.assert(
      fc.property(anySeries, fc.constantFrom('Zed', 'b', ' c ', '{x}'), (s, name) => {
        const renamed = renameColumn(s, 'a', name);
        s.places.forEach((p, i) =>
          s.rows.forEach((row) =>
            expect(saidIn(renamed.places[i].says, renamed.columns, row).text).toBe(
              saidIn(p.says, s.columns, row).text,
            ),
          ),
        );
      }),
      { seed: 35, endOnFailure: true },
    );
  });

  it('a column that comes and goes leaves the table as it was', () => {
    fc.assert(
      fc.property(anySeries, (s) => {
        const more = withColumn(s, 'More');
        expect(withoutColumn(more, more.columns.at(-1)!.id)).toEqual(s);
      }),
      { seed: 36, endOnFailure: true },
    );
  });

  it('a table that comes in again as it is changes no row, nor what was set by hand', () => {
    fc.assert(
      fc.property(anySeries, (s) => {
        const once = {
          ...s,
          // Cells that are empty are none, and rows are found again by their first words.
          rows: s.rows.map((r, i) => ({
            ...r,
            cells: { a: `first ${i}`, ...(r.cells.b?.trim() ? { b: r.cells.b } : {}) },
          })),
        };
        const table = { columns: ['A', 'B'], rows: once.rows.map((r) => [r.cells.a, r.cells.b ?? '']) };
        expect(withTable(once, table)).toEqual(once);
        const twice = withTable(once, table, true);
        expect(twice.rows).toHaveLength(once.rows.length * 2);
        expect(new Set(twice.rows.map((r) => r.id)).size).toBe(twice.rows.length);
      }),
      { seed: 37, endOnFailure: true },
    );
  });

  it('figures and pictures that rows ask for are asked for once', () => {
    fc.assert(
      fc.property(anySeries, (s) => {
        const { figures, pictures } = wantedBy(s, [...s.rows, ...s.rows, emptyRow('x')]);
        for (const list of [figures, pictures]) {
          expect(new Set(list).size).toBe(list.length);
          expect(list.every((w) => w === w.trim().toLowerCase() && w !== '')).toBe(true);
        }
      }),
      { seed: 38, endOnFailure: true },
    );
  });
});
