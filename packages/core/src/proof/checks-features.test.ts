import type { Design } from '../design';
import { code, lettering, letteringLine, place, moduleMm } from '../parts';
import {
  circle,
  designOf,
  garment,
  inputOf,
  materialsWith,
  rect,
  shape,
  NO_FACES,
  NO_PICTURES,
  surfaces,
} from '../../testing';
import {
  createSpelling,
  spellableIn,
  proofOf,
  readingDistance,
  thinOf,
  type Finding,
  type ProofInput,
  type ThinCache,
} from './index';
import { resolve } from '../resolve';

const BLACK = garment('black', '#000000');
const find = (input: ProofInput, check: Finding['check']) =>
  proofOf(input).findings.filter((f) => f.check === check);

/** Three upright bars of these widths, px, 300 px long and far apart. */
const bars = (...widths: number[]) => widths.map((w, i) => rect(200 + i * 200, 300, w, 300)).join('');

describe('thin ink', () => {
  const input = (...widths: number[]) =>
    inputOf(designOf({ a: '#ffffff' }, shape('bars', bars(...widths), 'a')), [BLACK]);

  it('is found in bars of 2 and 4 px at 300 dpi, not in one of 8', () => {
    const [found] = find(input(2, 4, 8), 'thin-ink');
    expect(found.places).toHaveLength(2);
    expect(found.figure).toBeCloseTo((2 / 300) * 25.4, 3);
    expect(found.region).toEqual([200, 300, 2, 300]);
    expect(find(input(5, 8), 'thin-ink')).toEqual([]);
  });

  it('is not the tip of something thick', () => {
    const wedge = 'M200 200L700 430L200 660Z';
    expect(find(inputOf(designOf({ a: '#ffffff' }, shape('w', wedge, 'a')), [BLACK]), 'thin-ink')).toEqual(
      [],
    );
  });

  it('counts what keylines add to a line', () => {
    const part = shape('bars', bars(3), 'a');
    const outlined = { ...part, keylines: [{ ink: 'b', width: 5, join: 'round' as const }] };
    expect(find(inputOf(designOf({ a: '#ffffff', b: '#888888' }, outlined), [BLACK]), 'thin-ink')).toEqual(
      [],
    );
  });
});

describe('thin gaps', () => {
  it('are found between two bars 4 px apart, not 7', () => {
    const pair = (gap: number) =>
      find(
        inputOf(
          designOf(
            { a: '#ffffff' },
            shape('p', rect(200, 300, 100, 300) + rect(300 + gap, 300, 100, 300), 'a'),
          ),
          [BLACK],
        ),
        'thin-gap',
      );
    expect(pair(4)[0].figure).toBeCloseTo((4 / 300) * 25.4, 3);
    expect(pair(7)).toEqual([]);
  });
});

describe('thin places of a drawing', () => {
  const limits = { ink: 4.13, gap: 5.9 };
  const drawingOf = (design: Design) => resolve(design, undefined, NO_FACES);

  it('are one where they cross from one square into the next', () => {
    const design = designOf({ a: '#ffffff' }, shape('long', rect(20, 400, 860, 3), 'a'));
    const wide = { ...design, board: { ...design.board, width: 2000 } };
    const moved = { ...wide, parts: wide.parts.map((p) => ({ ...p, place: place(950, 450) })) };
    const spots = thinOf(drawingOf(moved), limits, NO_PICTURES, surfaces);
    expect(spots).toHaveLength(1);
    expect(spots[0].box.right - spots[0].box.left).toBeGreaterThan(855);
  });

  it('are looked for again only in squares where something changed', () => {
    const base = designOf(
      { a: '#ffffff' },
      shape('left', rect(100, 100, 3, 200), 'a'),
      shape('right', rect(100, 100, 3, 200), 'a'),
    );
    const design: Design = {
      ...base,
      board: { ...base.board, width: 3000 },
      parts: [base.parts[0], { ...base.parts[1], place: place(2600, 450) }],
    };
    let painted = 0;
    const counting: typeof surfaces = (w, h) => {
      painted++;
      return surfaces(w, h);
    };
    const cache: ThinCache = new Map();
    expect(thinOf(drawingOf(design), limits, NO_PICTURES, counting, cache)).toHaveLength(2);
    expect(painted).toBe(2);
    const moved = { ...design, parts: [design.parts[0], { ...design.parts[1], place: place(2650, 450) }] };
    thinOf(drawingOf(moved), limits, NO_PICTURES, counting, cache);
    expect(painted).toBe(3);
    const recoloured = { ...moved, inks: [{ id: 'a', name: 'a', value: '#00ff00' }] };
    expect(thinOf(drawingOf(recoloured), limits, NO_PICTURES, counting, cache)).toHaveLength(2);
    expect(painted).toBe(3);
  });
});

describe('reading distance', () => {
  it('of a 25 mm letter is 17 m at the limit, 7 m in comfort', () => {
    const { limit, comfortable } = readingDistance(25);
    expect(limit).toBeCloseTo(17.2, 1);
    expect(comfortable).toBeCloseTo(6.9, 1);
  });

  it('is that of the smallest must-read lettering: a watch under 2 m, with a mend where there is room', async () => {
    const materials = await materialsWith('anton');
    const line = (size: number) =>
      lettering(`l${size}`, '', place(450, 300 + size), [letteringLine('OWLS', 'anton', size, 'a')]);
    const [found] = find(
      inputOf(designOf({ a: '#ffffff' }, line(300), line(60)), [BLACK], { materials }),
      'distance',
    );
    expect(found).toMatchObject({ severity: 'watch', part: 'l60', unit: 'm' });
    expect(found.mends.map((m) => m.id)).toEqual(['enlarge']);
    const [large] = find(inputOf(designOf({ a: '#ffffff' }, line(300)), [BLACK], { materials }), 'distance');
    expect(large.severity).toBe('note');
  });
});

describe('spelling', () => {
  const dictionary = {
    aff: 'SET UTF-8\nTRY esianrtolcdugmphbyfvkwz\n',
    dic: '4\nowl\nsheep\nnight\nDuskwren\n',
  };
  const spelling = createSpelling([dictionary], ['Bogwick']);

  it('knows words in capitals, names with their capital, and the seller’s own', () => {
    for (const word of ['owl', 'OWL', 'Owl', 'DUSKWREN', 'Duskwren', 'bogwick', 'BOGWICK'])
      expect(spelling.doubt(word)).toBeNull();
    expect(spelling.doubt('duskwrenn')).not.toBeNull();
    expect(spelling.doubt('SHEPP')).toEqual(['sheep']);
  });

  it.each([
    ['COUNT owls, not sheep', ['COUNT', 'owls', 'not', 'sheep']],
    ['I’m a don’t-er', ['I’m', 'don’t', 'er']],
    ['duskwren.example/owls', []],
    ['WWW.DUSKWREN.SHOP', []],
    ['see https://x.y/zz?q=abc now', ['see', 'now']],
    ['hoot@duskwren.co.uk and @duskwren_field', ['and']],
    ['#NightOwls #camping2026 hoot', ['hoot']],
    // A full stop without a space ends a sentence, whatever follows it.
    ['STAY WILD.GO HOME', ['STAY', 'WILD', 'GO', 'HOME']],
    ['Nº 5, est. 1987', ['Nº', 'est']],
  ])('looks at the words of %j alone, where they stand', (line, words) => {
    expect(spellableIn(line).map((w) => w.word)).toEqual(words);
    for (const { word, at } of spellableIn(line)) expect(line.slice(at, at + word.length)).toBe(word);
  });

  it('is a note, and mended in the case that was written', async () => {
    const materials = await materialsWith('anton');
    const design = designOf(
      { a: '#ffffff' },
      lettering('l', '', place(450, 450), [
        letteringLine('NIGHT', 'anton', 200, 'a'),
        letteringLine('SHEPP', 'anton', 200, 'a'),
      ]),
    );
    const [found] = find(inputOf(design, [BLACK], { materials, spelling }), 'spelling');
    expect(found.message).toBe('“SHEPP” in “NIGHT SHEPP”: in no dictionary');
    expect(found.mends[0].title).toBe('Write “SHEEP”');
  });
});

describe('codes', () => {
  const with_ = (scale: number, ink: string, ground: string | null) =>
    inputOf(
      designOf(
        { a: ink, g: '#ffffff' },
        code('qr', place(450, 450, scale), 'https://duskwren.example/owls', 'a', ground),
      ),
      [garment('Bone', '#f2ead8'), BLACK],
    );

  it('print at 0.4 mm a module or more, or it is said', () => {
    const [small] = find(with_(4, '#101010', 'g'), 'code-size');
    expect(small.figure).toBeCloseTo((4 / 300) * 25.4, 4);
    expect(small.mends).toHaveLength(1);
    expect(find(with_(5, '#101010', 'g'), 'code-size')).toEqual([]);
    expect(moduleMm(code('c', place(0, 0, 5), 'x', 'a', null), 300)).toBeCloseTo(0.4233, 3);
  });

  it('need 4 : 1 against their ground, or against each garment where they have none', () => {
    expect(find(with_(10, '#101010', 'g'), 'code-contrast')).toEqual([]);
    const found = find(with_(10, '#101010', null), 'code-contrast');
    expect(found.map((f) => f.garment)).toEqual(['black']);
    expect(found[0]).toMatchObject({ severity: 'stop' });
    expect(found[0].mends.map((m) => m.id)).toEqual(['code-ink', 'code-ground']);
  });

  it('are read back as they lie: one that is covered is a stop', () => {
    expect(find(with_(10, '#101010', 'g'), 'code')).toEqual([]);
    const covered = with_(10, '#101010', 'g');
    const blot = shape('blot', circle(370, 370, 90), 'a');
    const design = { ...covered.design, parts: [blot, ...covered.design.parts] };
    expect(find({ ...covered, design }, 'code')[0].message).toContain('cannot be read');
  });

  it('that hold too much are named', () => {
    const long = designOf({ a: '#101010' }, code('qr', place(450, 450, 4), 'x'.repeat(2500), 'a', null));
    const level = { ...long, parts: long.parts.map((p) => ({ ...p, level: 'H' as const })) } as Design;
    expect(find(inputOf(level, [BLACK]), 'code')[0].message).toContain('2,500 characters do not fit');
  });

  it('hold any text: what is read back is what was written', () => {
    for (const text of ['Grüße, Łódź ☾', 'a', 'HELLO 123']) {
      const design = designOf({ a: '#101010' }, code('qr', place(450, 450, 12), text, 'a', null));
      expect(find(inputOf(design, [garment('White', '#ffffff')]), 'code')).toEqual([]);
    }
  });
});

describe('an accepted finding', () => {
  const design = designOf({ a: '#1b1b1d' }, shape('gone', circle(450, 450, 60), 'a'));
  const input = inputOf(design, [BLACK, garment('Soot', '#1b1b1d')]);

  it('keeps its reason and comes last, on the garment that it was accepted on', () => {
    const accepted = [{ check: 'contrast', part: 'gone', garment: 'black', reason: 'Tone on tone is meant' }];
    const { findings } = proofOf({ ...input, design: { ...design, accepted } });
    const contrast = findings.filter((f) => f.check === 'contrast');
    expect(contrast.map((f) => [f.garment, f.accepted])).toEqual([
      ['Soot', undefined],
      ['black', 'Tone on tone is meant'],
    ]);
    expect(findings.at(-1)!.accepted).toBe('Tone on tone is meant');
  });
});
