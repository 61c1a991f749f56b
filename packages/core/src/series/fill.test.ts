import { circle, designOf, materialsWith, rect, reread, shape } from '../../testing';
import type { Design } from '../design';
import { documentOf, openSide } from '../design';
import { resolve } from '../resolve';
import { boxCentre, boxHeight, transformBox, unite, EMPTY_BOX, type Box } from '../geometry';
import { code, lettering, letteringLine, picture, place, type LetteringPart, type Part } from '../parts';
import { partLocalBox, partMatrix } from '../resolve';
import {
  artworkKey,
  byTrouble,
  drawingTroubles,
  emptyRow,
  newSeries,
  proposedPlaces,
  rowDesign,
  sizesOfSeries,
  troublesBetween,
  USUAL_FIT,
  wantedBy,
  wordTroubles,
  worstOf,
  type LayoutPlace,
  type Series,
  type SeriesRow,
  type SeriesWorld,
} from './index';

let world: SeriesWorld;
beforeAll(async () => {
  world = {
    materials: await materialsWith('anton'),
    figures: new Map([
      ['nothing such', null],
      [
        'square',
        {
          name: 'Square',
          licence: { id: 'CC0-1.0' },
          art: {
            width: 100,
            height: 100,
            outlines: [
              {
                path: rect(0, 0, 100, 100),
                colour: '#20262a',
                rule: 'nonzero' as const,
                opacity: 1,
                stroke: null,
              },
            ],
          },
        },
      ],
    ]),
    pictures: new Map([
      ['gone.png', null],
      ['empty.png', { fault: 'it has no bytes' }],
      [
        'owl.png',
        { name: 'owl.png', sha256: 'a'.repeat(64), width: 200, height: 100, licence: { id: 'own' } },
      ],
    ]),
    ground: '#20262a',
  };
});

const words = (id: string, text: string, y: number, over: Partial<LetteringPart> = {}): LetteringPart => ({
  ...lettering(id, id, place(450, y), [letteringLine(text, 'anton', 80, 'pale')]),
  ...over,
});
/** A backdrop, a figure, two lines, a code and a picture. */
const layout = (): Design => ({
  ...designOf(
    { pale: '#f2ead8', rust: '#b3492a' },
    words('top', 'FIRST', 250),
    words('job', 'NIGHT RANGER', 500),
    code('qr', place(780, 780, 3), 'https://duskwren.example', 'pale', null),
    shape('fig', circle(450, 700, 80), 'rust'),
    picture('photo', place(120, 780, 0.5), { id: 'm1', name: 'moon.png' }),
    { ...shape('back', rect(50, 50, 800, 800), 'rust'), mustRead: false },
  ),
  name: 'Night Rangers',
  materials: [
    { id: 'm1', name: 'moon.png', sha256: 'b'.repeat(64), width: 400, height: 400, licence: { id: 'own' } },
  ],
  colourways: [
    { id: 'base', name: 'Night', inks: {}, garments: [] },
    { id: 'day', name: 'Day', inks: { pale: '#20262a' }, garments: ['bone'] },
  ],
});
const at = (part: string, says: string, over: object = {}): LayoutPlace => ({
  ...{
    kind: 'words',
    part,
    line: null,
    says,
    case: 'layout',
    fit: { ...USUAL_FIT, tracking: null, ...over },
  },
});
const series = (places: LayoutPlace[], ...rows: Record<string, string>[]): Series => ({
  ...{
    format: 'brelm-series',
    version: 1,
    name: 'Rangers',
    layout: 'l',
    whole: false,
    fileNames: '',
    places,
  },
  columns: ['Rank', 'Job', 'More'].map((name) => ({ id: name.toLowerCase(), name })),
  rows: rows.map((cells, i) => emptyRow(`r${i + 1}`, cells)),
});
const made = (s: Series, row: SeriesRow = s.rows[0], sizes = {}) => rowDesign(layout(), s, row, world, sizes);
const part = (design: Design, id: string) => design.parts.find((p) => p.id === id)!;
const wordsAt = (design: Design, id: string) =>
  (part(design, id) as LetteringPart).lines.map((l) => l.text).join('/');
const inkOn = (p: Part, design: Design): Box =>
  transformBox(partLocalBox(p, design, world.materials), partMatrix(p));

describe('a row of a series', () => {
  it('says what its cells say, and is a design like any other', () => {
    const s = series(
      [at('top', '{Rank}'), at('job', '{Job} ranger'), { kind: 'name', says: '{Rank} {Job} Ranger' }],
      {
        rank: 'Second',
        job: 'Bog',
      },
    );
    const { design, troubles } = made(s);
    expect(troubles).toEqual([]);
    expect(design.name).toBe('Second Bog Ranger');
    expect(wordsAt(design, 'top')).toBe('SECOND');
    expect(wordsAt(design, 'job')).toBe('BOG RANGER');
    expect(reread(design)).toEqual(design);
    // All else is the layout's, to the same object.
    expect(part(design, 'back')).toEqual(part(layout(), 'back'));
  });

  it('has its colours, its code, its figure and its picture, shown or not', () => {
    const s = series(
      [
        { kind: 'ink', ink: 'pale', says: '{Rank}' },
        { kind: 'code', part: 'qr', says: 'https://duskwren.example/{Job}' },
        { kind: 'figure', part: 'fig', says: '{More}', weigh: false },
        { kind: 'picture', part: 'photo', says: 'owl.png' },
        { kind: 'shown', part: 'back', says: 'no' },
        { kind: 'mirrored', part: 'fig', says: 'yes' },
        { kind: 'tags', says: 'owls, {Job}, ' },
      ],
      { rank: '#F0C', job: 'bog', more: 'Square' },
    );
    const { design, troubles } = made(s);
    expect(troubles).toEqual([]);
    expect(design.inks.find((i) => i.id === 'pale')!.value).toBe('#ff00cc');
    expect(part(design, 'qr')).toMatchObject({ text: 'https://duskwren.example/bog' });
    expect(part(design, 'back').hidden).toBe(true);
    const fig = part(design, 'fig');
    expect(fig).toMatchObject({ name: 'Square', licence: { id: 'CC0-1.0' } });
    expect(fig.place.scaleX).toBeLessThan(0);
    expect(boxCentre(inkOn(fig, design))[1]).toBeCloseTo(700, 3);
    const photo = part(design, 'photo');
    expect(photo).toMatchObject({ kind: 'picture', material: 'picture-1' });
    expect(design.materials.at(-1)).toMatchObject({ name: 'owl.png', width: 200 });
    expect(design.wording.tags.map((t) => t.text)).toEqual(['owls', 'bog']);
    expect(design.wording.places).toContainEqual({ name: 'Job', value: 'bog' });
    expect(reread(design)).toEqual(design);
  });

  it('takes the colours of a colourway by its name', () => {
    const s = series([{ kind: 'colourway', says: '{Rank}' }], { rank: ' day ' }, { rank: 'Noon' });
    const day = made(s).design;
    expect(day.inks[0].value).toBe('#20262a');
    expect(day.colourways.map((c) => c.id)).toEqual(['base']);
    expect(made(s, s.rows[1]).troubles).toEqual([
      { severity: 'stop', kind: 'colour', message: expect.stringContaining('Night, Day') as string },
    ]);
  });

  it.each<[string, LayoutPlace, string, string, RegExp]>([
    ['an empty cell', at('top', '{Rank}'), '', 'empty', /“Rank” is empty/],
    ['a column that is missing', at('top', '{Where}'), 'x', 'column', /no column “Where”/],
    ['200 letters and more', at('top', '{Rank}'), 'owl '.repeat(60), 'long', /239 characters: 200/],
    [
      'a figure that is not there',
      { kind: 'figure', part: 'fig', says: '{Rank}', weigh: true },
      'nothing such',
      'figure',
      /No figure is found/,
    ],
    [
      'a picture that is not there',
      { kind: 'picture', part: 'photo', says: '{Rank}' },
      'gone.png',
      'picture',
      /no picture “gone.png”/,
    ],
    [
      'a picture of no bytes',
      { kind: 'picture', part: 'photo', says: '{Rank}' },
      'empty.png',
      'picture',
      /no bytes/,
    ],
    [
      'a colour that is none',
      { kind: 'ink', ink: 'pale', says: '{Rank}' },
      'reddish',
      'colour',
      /is no colour/,
    ],
    [
      'an answer that is none',
      { kind: 'shown', part: 'back', says: '{Rank}' },
      'maybe',
      'answer',
      /neither yes nor no/,
    ],
    ['a part that is gone', at('lost', '{Rank}'), 'x', 'part', /no part “lost”/],
    ['a formula', at('top', '{Rank}'), '=A1&B1', 'formula', /looks like a formula/],
    ['letters far too small', at('top', '{Rank}'), 'the keeper of the lamp room', 'small', /at least 60 %/],
  ])('with %s says so and is made all the same', (_, place, cell, kind, message) => {
    const s = series([place], { rank: cell, job: 'x' });
    const { design, troubles } = made(s);
    expect(troubles.map((t) => t.kind)).toContain(kind);
    expect(troubles.find((t) => t.kind === kind)!.message).toMatch(message);
    expect(() => reread(design)).not.toThrow();
    // The layout's own words never stand where the row's should.
    if (kind === 'empty' || kind === 'long') expect(part(design, 'top').hidden).toBe(true);
  });

  it('with nothing in it says that alone of its words', () => {
    expect(made(series([at('top', '{Rank}')], {})).troubles.map((t) => t.message)).toEqual([
      'Nothing stands in this row.',
      '“Rank” is empty: its words are missing.',
    ]);
  });

  it('tells letters that the typeface has not, in any script', () => {
    for (const [said, letter] of [
      ['Owl 🦉', '🦉'],
      ['שלום', 'ש'],
      ['梟', '梟'],
    ]) {
      const { design } = made(series([at('top', '{Rank}')], { rank: said }));
      const [trouble] = drawingTroubles(resolve(design, undefined, world.materials), () => 'Anton');
      expect(trouble).toMatchObject({ severity: 'stop', kind: 'letters' });
      expect(trouble.message).toContain(letter);
    }
  });

  it('pushes what lies above and below apart, backdrops not, and is scaled back as a whole', () => {
    const s = series([at('job', '{Job}', { lines: 3, push: true })], {
      job: 'keeper of the lamp room ledger',
    });
    const { design } = made(s);
    expect((part(design, 'job') as LetteringPart).lines.length).toBeGreaterThan(1);
    const moved = (id: string) => part(design, id).place.y - part(layout(), id).place.y;
    expect(moved('fig')).toBeGreaterThan(20);
    expect(moved('top')).toBeCloseTo(-moved('fig'), 6);
    expect(moved('back')).toBe(0);
    const bare = { ...layout(), parts: layout().parts.filter((p) => ['top', 'job', 'fig'].includes(p.id)) };
    const box = (d: Design) => d.parts.reduce((sum, p) => unite(sum, inkOn(p, d)), EMPTY_BOX);
    const loose = rowDesign(bare, s, s.rows[0], world).design;
    const whole = rowDesign(bare, { ...s, whole: true }, s.rows[0], world).design;
    expect(boxHeight(box(loose))).toBeGreaterThan(boxHeight(box(bare)) * 1.05);
    expect(boxHeight(box(whole))).toBeLessThanOrEqual(boxHeight(box(bare)) * 1.001);
  });

  it('fills every side of the layout', () => {
    const two = layout();
    const back = { ...words('nape', 'FIRST', 100) };
    const sided = openSide(
      {
        ...two,
        after: [
          {
            id: 'back',
            name: 'Back',
            board: two.board,
            parts: [back],
            bundles: [],
            wear: [],
            cutLine: null,
            aids: two.aids,
          },
        ],
      },
      two.side.id,
    );
    const s = series([at('top', '{Rank}'), at('nape', '{Rank}')], { rank: 'Ninth' });
    const { design, troubles } = rowDesign(sided, s, s.rows[0], world);
    expect(troubles).toEqual([]);
    expect(JSON.stringify(documentOf(design)).match(/"NINTH"/g)).toHaveLength(2);
  });
});

describe('what is set by hand', () => {
  const s = series([at('top', '{Rank}'), at('job', '{Job}')], { rank: 'Second', job: 'Bog ranger' });
  const by = (...byHand: SeriesRow['byHand']) => made(s, { ...s.rows[0], byHand }).design;

  it('moves, sizes, turns, spaces, hides, inks and words a part, and nothing else', () => {
    const plain = made(s).design;
    expect(part(by({ kind: 'moved', part: 'job', dx: 12, dy: -7 }), 'job').place).toMatchObject({
      x: part(plain, 'job').place.x + 12,
      y: part(plain, 'job').place.y - 7,
    });
    const large = by({ kind: 'sized', part: 'job', by: 1.5 });
    const [before, after] = [inkOn(part(plain, 'job'), plain), inkOn(part(large, 'job'), large)];
    expect(boxHeight(after)).toBeCloseTo(boxHeight(before) * 1.5, 6);
    expect(boxCentre(after)).toEqual(boxCentre(before).map((v) => expect.closeTo(v, 6) as number));
    expect(part(by({ kind: 'turned', part: 'job', by: 10 }), 'job').place.turn).toBe(10);
    expect(
      (part(by({ kind: 'spaced', part: 'job', by: 50 }), 'job') as LetteringPart).lines[0].tracking,
    ).toBe(50);
    expect(part(by({ kind: 'hidden', part: 'fig', hidden: true }), 'fig').hidden).toBe(true);
    expect(by({ kind: 'inked', ink: 'rust', value: '#00ff00' }).inks[1].value).toBe('#00ff00');
    expect(wordsAt(by({ kind: 'worded', part: 'job', words: 'Bog\nwarden' }), 'job')).toBe('BOG/WARDEN');
    expect(wordsAt(by({ kind: 'moved', part: 'lost', dx: 1, dy: 1 }), 'job')).toBe(wordsAt(plain, 'job'));
  });

  it('stays when the layout and the table change', () => {
    const row: SeriesRow = { ...s.rows[0], byHand: [{ kind: 'moved', part: 'job', dx: 30, dy: 0 }] };
    const other = {
      ...layout(),
      parts: layout().parts.map((p) => ({ ...p, place: { ...p.place, x: p.place.x + 100 } })),
    };
    const x = (r: SeriesRow, l: Design) => part(rowDesign(l, s, r, world).design, 'job').place.x;
    expect(x(row, layout()) - x({ ...row, byHand: [] }, layout())).toBeCloseTo(30, 6);
    expect(x(row, other) - x({ ...row, byHand: [] }, other)).toBeCloseTo(30, 6);
    const reworded = { ...row, cells: { ...row.cells, job: 'Fen ranger' } };
    expect(x(reworded, layout()) - x({ ...reworded, byHand: [] }, layout())).toBeCloseTo(30, 6);
  });
});

describe('a whole series', () => {
  it('has the size of its longest words where one size is asked for, but none below the least', () => {
    const rows = [{ rank: 'Owl' }, { rank: 'Lamplighter' }, { rank: 'Lamplighter' }];
    const s = series([at('top', '{Rank}', { same: true, least: 0.3 })], ...rows);
    const sizes = sizesOfSeries(layout(), s, s.rows, world.materials);
    expect(sizes[0]).toBeLessThan(0.6);
    const of = (i: number) => made(s, s.rows[i], sizes).gave[0].size;
    expect(of(0)).toBeCloseTo(sizes[0], 9);
    expect(of(1)).toBeCloseTo(sizes[0], 9);
    const strict = series([at('top', '{Rank}', { same: true, least: 0.8 })], ...rows);
    expect(sizesOfSeries(layout(), strict, strict.rows, world.materials)).toEqual({ 0: 0.8 });
    const without = { ...s, rows: s.rows.map((r, i) => (i ? { ...r, leftOut: true } : r)) };
    expect(sizesOfSeries(layout(), without, without.rows, world.materials)[0]).toBe(1);
  });

  it('tells twins, and names that are there twice', () => {
    const s = series(
      [at('top', '{Rank}'), { kind: 'name', says: '{Job}' }],
      { rank: 'First', job: 'A' },
      { rank: 'first', job: 'B' },
      { rank: 'First', job: 'C' },
      { rank: 'Second', job: 'a' },
      {},
    );
    const told = troublesBetween(s, { name: 'x' });
    expect([...told].map(([id, t]) => [id, t.map((x) => x.kind), t[0].message])).toEqual([
      ['r3', ['twin'], 'It is the same as row 1.'],
      ['r4', ['name'], 'Row 1 is called the same: its files get a number.'],
    ]);
    const moved = { ...s.rows[2], byHand: [{ kind: 'moved' as const, part: 'top', dx: 1, dy: 0 }] };
    expect(artworkKey(s, moved)).not.toBe(artworkKey(s, s.rows[0]));
    expect(artworkKey(s, s.rows[2])).toBe(artworkKey(s, s.rows[0]));
  });

  it('doubts words and tells those that are protected', () => {
    const s = series([at('top', '{Rank}')], { rank: 'Nihgt owls of Gloamdale' });
    const spelling = { doubt: (w: string) => (w === 'Nihgt' ? ['night'] : null) };
    const told = wordTroubles(s, s.rows[0], {
      spelling,
      protectedWords: [{ words: 'gloamdale', why: 'a made-up mark' }],
    });
    expect(told.map((t) => [t.severity, t.message])).toEqual([
      ['watch', '“gloamdale” is protected: a made-up mark.'],
      ['note', '“Nihgt” is in no dictionary: night?'],
    ]);
  });

  it('shows rows in trouble first, each as they stand in the table', () => {
    const rows = ['a', 'b', 'c', 'd', 'e'].map((id) => ({ id }));
    const trouble = (severity: 'stop' | 'watch' | 'note') => ({
      severity,
      kind: 'proof' as const,
      message: '',
    });
    const troubles = new Map([
      ['b', [trouble('note')]],
      ['c', [trouble('note'), trouble('stop')]],
      ['e', [trouble('watch')]],
    ]);
    expect(byTrouble(rows, troubles).map((r) => r.id)).toEqual(['c', 'e', 'b', 'a', 'd']);
    expect(worstOf([])).toBeNull();
    expect(worstOf(troubles.get('c')!)).toBe('stop');
  });

  it('begins with the layout’s own words, and asks for figures and pictures by name', () => {
    const s = newSeries(layout(), 'id1');
    expect(s.columns.map((c) => c.name)).toEqual(['Top', 'Job']);
    expect(s.rows[0].cells).toEqual({ c1: 'FIRST', c2: 'NIGHT RANGER' });
    const { design, troubles } = rowDesign(layout(), s, s.rows[0], world);
    expect(troubles).toEqual([]);
    // The layout's own words are the layout.
    expect(design.parts).toEqual(layout().parts);
    const asks = series(
      [
        { kind: 'figure', part: 'fig', says: '{Rank}', weigh: true },
        { kind: 'picture', part: 'photo', says: '{Job}.png' },
      ],
      { rank: 'Owl ', job: 'a' },
      { rank: 'owl', job: 'b' },
    );
    expect(wantedBy(asks, asks.rows)).toEqual({ figures: ['owl'], pictures: ['a.png', 'b.png'] });
  });

  it('finds places for a table’s columns by the names of parts, and for a lone line by there being no other', () => {
    const columns = ['Job', 'photo', 'Name', 'rust', 'Elsewhere'].map((name, i) => ({ id: `c${i}`, name }));
    expect(proposedPlaces(layout(), columns).map((p) => [p.kind, p.says])).toEqual([
      ['words', '{Job}'],
      ['picture', '{photo}'],
      ['name', '{Name}'],
      ['ink', '{rust}'],
    ]);
    const lone = designOf({ pale: '#ffffff' }, words('w', 'ONE', 100));
    expect(proposedPlaces(lone, [{ id: 'c1', name: 'Whatever' }])).toMatchObject([
      { kind: 'words', part: 'w', says: '{Whatever}' },
    ]);
  });
});
