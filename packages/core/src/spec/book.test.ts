import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { parse } from 'yaml';
import { DEMO, SPEC } from '../../testing/base';
import {
  faultText,
  MOST_SPECS,
  readSpecFile,
  specDifferences,
  SpecFileError,
  specText,
  writeSpecFile,
  type Spec,
} from './index';

const faults = (text: string): string[] => {
  try {
    readSpecFile(text);
  } catch (error) {
    if (!(error instanceof SpecFileError)) throw error;
    return error.places.map(faultText);
  }
  return [];
};

const yaml = (change: (text: string) => string = (t) => t) => change(writeSpecFile([SPEC], 'yaml'));
const FILES = readdirSync(join(DEMO, 'specs'));
const demo = FILES.flatMap((name) => readSpecFile(readFileSync(join(DEMO, 'specs', name), 'utf8')));

describe('spec files', () => {
  it('ship for four marketplaces and two dozen products and more, each of them once', () => {
    expect(new Set(demo.map((s) => s.marketplace)).size).toBe(4);
    expect(demo.length).toBeGreaterThanOrEqual(24);
    expect(new Set(demo.map((s) => s.id)).size).toBe(demo.length);
    const poster = demo.find((s) => s.id === 'gannet-row/poster-18x24')!.sides[0];
    expect([poster.widthPx, poster.heightPx]).toEqual([5400, 7200]);
  });

  it('come back as they were, as YAML and as JSON, alone and as a book', () => {
    for (const format of ['yaml', 'json'] as const) {
      expect(readSpecFile(writeSpecFile(demo, format))).toEqual(demo);
      expect(readSpecFile(writeSpecFile([SPEC], format))).toEqual([SPEC]);
    }
    const pinfold = demo.filter((s) => s.marketplace === 'Pinfold Market');
    expect((parse(writeSpecFile(pinfold, 'yaml')) as { marketplace: string }).marketplace).toBe(
      'Pinfold Market',
    );
  });

  it('of version 1 are read, with what they did not say filled in', () => {
    const old = { ...SPEC, version: 1, blank: 'tote' } as Record<string, unknown>;
    for (const key of ['kind', 'colourSpace', 'perColour', 'sources']) delete old[key];
    expect(readSpecFile(JSON.stringify(old))).toEqual([{ ...SPEC, kind: 'bag', blank: 'tote' }]);
  });

  it('say how a listing is counted, priced and charged, and are refused by field where that cannot be', () => {
    const rules = {
      ...{ counting: 'bytes', required: ['title', 'tags'], titleLeast: 5, titleMax: 60, descriptionMax: 900 },
      ...{ tags: { most: 13, each: 20, least: 3, total: 200 }, bullets: { most: 2, each: 100 } },
      ...{
        forbidden: ['cure'],
        forbiddenCharacters: '<>',
        prices: { least: 100, most: 900 },
        word: 'beaker',
      },
      fees: { currency: 'EUR', listing: 18, share: 0.1, least: 0, payment: 0.03, paymentEach: 25 },
    };
    const text = (over: object) => JSON.stringify({ ...SPEC, listing: { ...rules, ...over } });
    expect(readSpecFile(text({}))[0].listing).toEqual(rules);
    // What is not charged is nothing.
    expect(readSpecFile(text({ fees: { currency: 'EUR' } }))[0].listing!.fees).toEqual({
      ...{ currency: 'EUR', listing: 0, share: 0, least: 0, payment: 0, paymentEach: 0 },
    });
    for (const [over, field] of [
      [{ counting: 'words' }, 'counting'],
      [{ required: ['colour'] }, 'required\\[0\\]'],
      [{ tags: undefined }, 'required'],
      [{ tags: { most: 1, each: 2, best: 3 } }, 'tags\\.best'],
      [{ bullets: { most: 1, each: 2, total: 3 } }, 'bullets\\.total'],
      [{ titleMax: 0 }, 'titleMax'],
      [{ prices: { least: 9, most: 8 } }, 'prices\\.most'],
      [{ fees: { currency: 'Euro' } }, 'fees\\.currency'],
      [{ fees: { currency: 'EUR', share: 0.8, payment: 0.2 } }, 'fees'],
      [{ fees: { currency: 'EUR', share: -1 } }, 'fees\\.share'],
    ] as const)
      expect(faults(text(over)).join()).toMatch(new RegExp(`listing\\.${field}:`));
  });

  it('say what a listing’s pictures have to be, and are refused by field where that cannot be', () => {
    const pictures = { shapes: ['3:4', 'square'], leastPx: 2000, mostBytes: 5_000_000 };
    const text = (over: object) =>
      JSON.stringify({ ...SPEC, listing: { pictures: { ...pictures, ...over } } });
    expect(readSpecFile(text({}))[0].listing).toEqual({ pictures });
    expect(faults(text({ shapes: [] })).join()).toMatch(
      /listing\.pictures\.shapes: must have at least one shape/,
    );
    expect(faults(text({ shapes: ['round'] })).join()).toMatch(/listing\.pictures\.shapes\[0\]/);
    expect(faults(text({ leastPx: 0 })).join()).toMatch(/listing\.pictures\.leastPx/);
    expect(demo.every((d) => !d.listing || d.listing.pictures)).toBe(true);
  });

  it('may write lengths with their units', () => {
    const [spec] = readSpecFile(yaml((t) => t.replace('widthIn: 3\n', 'widthIn: 76.2 mm\n')));
    expect(spec.sides[0].widthIn).toBeCloseTo(3, 9);
  });
});

describe('what is wrong with a spec file', () => {
  it.each([
    [
      'a wrong type',
      (t: string) => t.replace('dpi: 300', 'dpi: many'),
      /^line \d+, sides\[0\]\.dpi: must be a number$/,
    ],
    [
      'a negative size',
      (t: string) => t.replace('widthIn: 3', 'widthIn: -3'),
      /sides\[0\]\.widthIn: must be from 0\.1/,
    ],
    [
      'an unknown unit',
      (t: string) => t.replace('widthIn: 3', 'widthIn: 3 barleycorn'),
      /there is no unit "barleycorn"/,
    ],
    ['no length', (t: string) => t.replace('widthIn: 3', 'widthIn: wide'), /"wide" is no length/],
    [
      'pixels that are not its inches',
      (t: string) => t.replace('widthPx: 900', 'widthPx: 800'),
      /widthPx: 800 px is not 3 in at 300 dpi/,
    ],
    ['a field that there is not', (t: string) => t.replace('leastDpi', 'lestDpi'), /lestDpi: is not a field/],
    [
      'a date that there is not',
      (t: string) => t.replace('2026-11-02', '2026-02-30'),
      /checked: must be a date/,
    ],
    [
      'no formats',
      (t: string) => t.replace(/formats:\n\s+- png/, 'formats: []'),
      /formats: must have at least one/,
    ],
    ['no safe area', (t: string) => t.replace('left: 0.1', 'left: 2.95'), /leaves no safe area/],
    ['a key twice', (t: string) => `${t}id: again/once\n`, /^line \d+: Map keys must be unique/],
  ])('is said by line and field: %s', (_what, change, expected) => {
    expect(yaml(change)).not.toBe(yaml());
    expect(faults(yaml(change)).join('\n')).toMatch(expected);
  });

  it('is found at its own line', () => {
    const text = yaml((t) => t.replace('dpi: 300', 'dpi: many'));
    const line = text.split('\n').findIndex((l) => l.includes('dpi: many')) + 1;
    expect(faults(text)[0]).toBe(`line ${line}, sides[0].dpi: must be a number`);
    const json = JSON.stringify({ ...SPEC, maxBytes: 'lots' }, null, 1);
    const at = json.split('\n').findIndex((l) => l.includes('lots')) + 1;
    expect(faults(json)).toEqual([`line ${at}, maxBytes: must be a number`]);
  });

  it.each([
    ['nothing', '', 'the file is empty'],
    ['a cycle', 'format: brelm-spec-book\nversion: 1\nspecs: &a [*a]\n', 'refers to itself'],
    ['no mapping', 'just words', 'must be an object'],
    [
      'a bomb of aliases',
      `a: &a [x,x,x,x,x,x,x,x,x,x]\n${'bcdefgh'
        .split('')
        .map((k, i) => `${k}: &${k} [${Array(10).fill(`*${'abcdefgh'[i]}`).join()}]`)
        .join('\n')}\n`,
      'cannot be read',
    ],
    ['too deep a nesting', '['.repeat(20_000), ''],
  ])('is said of a file with %s', (_what, text, expected) => {
    expect(faults(text)[0]).toContain(expected);
  });

  it('of 10,000 specs is that they are too many, and that is said at once', () => {
    const one = JSON.stringify(SPEC);
    const many = `{"format":"brelm-spec-book","version":1,"specs":[${Array(10_000).fill(one).join(',\n')}]}`;
    expect(() => specText(new TextEncoder().encode(many))).toThrow('at most 4 MB');
    const rows = Array.from({ length: MOST_SPECS + 1 }, () => '{}').join();
    expect(faults(`[${rows}]`)[0]).toContain(`at most ${MOST_SPECS} entries`);
  });

  it('of two specs of one id is said where the second stands', () => {
    expect(faults(writeSpecFile([SPEC, SPEC], 'yaml')).join()).toContain(
      'specs[1].id: "test/board" is used twice',
    );
  });
});

describe('encodings', () => {
  const text = writeSpecFile([{ ...SPEC, product: 'Tëe, naïve' }], 'yaml');
  const utf16 = (swap: boolean) => {
    const bytes = Buffer.from(`\ufeff${text}`, 'utf16le');
    return swap ? bytes.swap16() : bytes;
  };
  it.each([
    ['UTF-8', Buffer.from(text)],
    ['UTF-8 with a mark', Buffer.from(`\ufeff${text}`)],
    ['UTF-16, small end first', utf16(false)],
    ['UTF-16, big end first', utf16(true)],
  ])('%s is read', (_name, bytes) => {
    expect(readSpecFile(specText(bytes))[0].product).toBe('Tëe, naïve');
  });

  it('Latin 1 is refused in words, and random bytes never do anything else', () => {
    expect(() => specText(Buffer.from(text, 'latin1'))).toThrow('not written in UTF-8');
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        try {
          readSpecFile(specText(bytes));
        } catch (error) {
          expect(error).toBeInstanceOf(SpecFileError);
        }
      }),
    );
  });
});

describe('what differs between two states of a spec', () => {
  const changed = (change: (s: Spec) => void) => {
    const after = structuredClone(SPEC);
    change(after);
    return specDifferences(SPEC, after);
  };
  it('is nothing for the same', () => {
    expect(specDifferences(SPEC, structuredClone(SPEC))).toEqual([]);
  });
  it('is said by side, and whether it matters', () => {
    expect(changed((s) => Object.assign(s.sides[0], { widthPx: 1800, heightPx: 1800, dpi: 600 }))).toEqual([
      { side: 'Front', what: '900 × 900 px became 1800 × 1800 px', matters: true },
      { side: 'Front', what: '300 dpi became 600 dpi', matters: true },
    ]);
    expect(changed((s) => (s.maxBytes = 1e6))[0]).toMatchObject({
      what: 'files of at most 5 MB became 1 MB',
      matters: true,
    });
    expect(changed((s) => (s.maxBytes = 9e6))[0].matters).toBe(false);
    expect(changed((s) => (s.sides = [])).map((d) => d.what)).toEqual(['the side is not there any more']);
    expect(changed((s) => (s.formats = ['jpeg', 'svg']))[0].what).toBe('PNG is not taken any more');
  });
});
