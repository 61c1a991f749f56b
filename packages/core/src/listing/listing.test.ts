import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DocumentError } from '../fields';
import { readSpecFile, type FeeTable, type ListingRules, type Spec } from '../spec';
import { lengthIn, NO_WORDING, tagKey, type ListingOverride, type Wording } from '../wording';
import {
  countsOf,
  creditOf,
  creditsMissing,
  endingUp,
  feesOf,
  filledListing,
  judgeListing,
  listingPrice,
  mendOf,
  priceFor,
  productWord,
  profitAt,
  protectedIn,
  readProtected,
  suggestTags,
  withOverride,
  type JudgedListing,
  type ListingFinding,
  type UsedMaterial,
} from './index';

const SEED = 1802;
const demo = (file: string) =>
  readSpecFile(readFileSync(join(__dirname, `../../../../demo/specs/${file}.yaml`), 'utf8'));
const specs = ['pinfold', 'gannet-row', 'stickerwharf', 'mudlark'].flatMap(demo);
const spec = (id: string, rules: Partial<ListingRules> = {}): Spec => {
  const found = specs.find((s) => s.id === id)!;
  return { ...found, listing: { ...found.listing, ...rules } };
};
const TEE = spec('pinfold/tee-front');
const MUG = spec('mudlark/mug-11oz');
const STICKER = spec('stickerwharf/kiss-cut-3in');

const WORDING: Wording = {
  ...NO_WORDING,
  title: '{Phrase} {product}',
  blocks: [
    { id: 'a', kind: 'paragraph', text: '{A product} for {people}, in {garment}.', only: [] },
    { id: 'b', kind: 'paragraph', text: 'Soft cotton.', only: ['shirt'] },
    { id: 'c', kind: 'point', text: 'Printed when it is ordered', only: [] },
    { id: 'd', kind: 'point', text: 'Drawn by hand', only: [] },
  ],
  tags: [
    { text: 'owl {product}', only: [] },
    { text: 'dishwasher safe', only: ['mug'] },
  ],
  places: [{ name: 'People', value: 'night owls' }],
};
const OWL: UsedMaterial = { kind: 'figure', title: 'Owl', key: 'figure Owl', licence: { id: 'CC-BY-3.0' } };
const contextOf = (on: Spec, wording = WORDING) => ({
  design: { name: 'Count Owls', inks: [{ id: 'i', name: 'Bone', value: '#eeeeee' }], wording },
  ...{ spec: on, phrase: 'count owls not sheep', garments: ['Soot', 'Pine'] },
});
const filled = (on: Spec, wording = WORDING) => filledListing(contextOf(on, wording));

describe('a wording', () => {
  it('is filled for each product, its word swapped in all of it', () => {
    expect(filled(TEE)).toMatchObject({
      title: 'Count owls not sheep tee',
      description: 'A tee for night owls, in soot.\n\nSoft cotton.',
      points: ['Printed when it is ordered', 'Drawn by hand'],
      tags: [],
      ...{ unknown: [], empty: [], own: [], word: 'tee' },
    });
    expect(filled(MUG).tags).toEqual(['owl mug', 'dishwasher safe']);
    // Where a marketplace has no place for points, they stand in the description.
    expect(filled(STICKER).description).toBe(
      'A sticker for night owls, in soot.\n\n• Printed when it is ordered\n• Drawn by hand',
    );
    expect(filled(STICKER).tags).toEqual(['owl sticker']);
  });

  it('has words of its own for one listing, which are told, and no places', () => {
    const own: ListingOverride = { title: 'Only {here}', tags: ['one'], word: 'cup' };
    const words = filled(MUG, { ...WORDING, overrides: { [MUG.id]: own } });
    expect(words).toMatchObject({ title: 'Only {here}', tags: ['one'], word: 'cup', unknown: [] });
    expect(words.own).toEqual(['title', 'tags', 'word']);
    expect(words.description).toContain('A cup for night owls');
    expect(filled(STICKER, { ...WORDING, overrides: { [MUG.id]: own } }).own).toEqual([]);
  });

  it('an override that is taken back leaves nothing', () => {
    const made = withOverride(WORDING, MUG.id, { title: 'x', price: 100 });
    expect(made.overrides).toEqual({ [MUG.id]: { title: 'x', price: 100 } });
    const back = withOverride({ ...WORDING, ...made }, MUG.id, { title: undefined, price: undefined });
    expect(back.overrides).toEqual({});
  });

  it('every product of the demo has a word that can stand in a sentence', () => {
    expect(Object.fromEntries(specs.map((s) => [s.id, productWord(s)]))).toMatchObject({
      'pinfold/hoodie-front': 'hoodie',
      'pinfold/child-tee': 'child’s tee',
      'gannet-row/tote': 'tote bag',
      'gannet-row/laptop-sleeve': 'laptop sleeve',
      'mudlark/tea-towel': 'tea towel',
      'mudlark/enamel-pin': 'enamel pin',
    });
    expect(productWord({ ...MUG, listing: { word: 'beaker' } })).toBe('beaker');
  });
});

const judge = (on: Spec, wording = WORDING, more: Partial<JudgedListing> = {}, help = {}): ListingFinding[] =>
  judgeListing(
    { words: filled(on, wording), spec: on, price: 2000, cost: 900, pictures: 2, used: [], ...more },
    { protectedWords: [], spelling: null, ...help },
  );
const kinds = (found: ListingFinding[]) => found.map((f) => f.fault.kind);
const titled = (title: string): Wording => ({ ...WORDING, title, places: WORDING.places });
const tagged = (...tags: string[]): Wording => ({
  ...WORDING,
  tags: tags.map((text) => ({ text, only: [] })),
});

describe('a listing is judged', () => {
  it('as fine where it is', () => {
    expect(judge(TEE)).toEqual([]);
    expect(judge(MUG)).toEqual([]);
    expect(judge(STICKER)).toEqual([]);
  });

  it('by the length that its marketplace counts', () => {
    const owls = titled('🦉'.repeat(35));
    // 35 owls are 140 bytes, and 70 units of UTF-16.
    expect(kinds(judge(MUG, owls))).toEqual([]);
    expect(kinds(judge(MUG, titled('🦉'.repeat(36))))).toEqual(['long']);
    expect(judge(MUG, titled('🦉'.repeat(36)))[0].message).toBe(
      'The title has 144 bytes, Mudlark Goods takes 140',
    );
    expect(kinds(judge(STICKER, titled('🦉'.repeat(40))))).toEqual([]);
    expect(kinds(judge(STICKER, titled('🦉'.repeat(41))))).toEqual(['long']);
    expect(kinds(judge(TEE, titled('🦉'.repeat(60))))).toEqual([]);
    expect(kinds(judge(TEE, titled('🦉'.repeat(9))))).toEqual(['short']);
    expect(countsOf(filled(MUG, owls), MUG)).toMatchObject({
      title: { length: 140, most: 140 },
      tags: { length: 2, most: 13 },
    });
  });

  it('by what it must have', () => {
    const bare = judge(MUG, NO_WORDING, { price: null, pictures: 0 });
    expect(kinds(bare).sort()).toEqual(['missing', 'missing', 'no-pictures', 'no-price']);
    expect(bare.every((f) => f.severity === 'stop')).toBe(true);
    const tote = spec('gannet-row/tote');
    expect(kinds(judge(tote, tagged()))).toEqual(['few-tags']);
    expect(kinds(judge(spec('gannet-row/tote', { tags: { most: 3, each: 50, least: 3 } })))).toEqual([
      'few-tags',
    ]);
  });

  it('by its words: forbidden ones, protected ones, characters, and places that nothing fills', () => {
    expect(kinds(judge(TEE, titled('Best-quality owl tee')))).toEqual(['forbidden']);
    expect(kinds(judge(TEE, titled('Owl tee™ <new>'))).sort()).toEqual([
      'character',
      'character',
      'character',
    ]);
    const protectedWords = [{ words: 'Vulpera Fox', why: 'a figure of Vulpera Studios' }];
    const [own] = judge(MUG, tagged('vulpéra fox mug'), {}, { protectedWords });
    expect(own).toMatchObject({ severity: 'stop', part: 'tags', at: 0, fault: { kind: 'protected' } });
    expect(own.message).toContain('a figure of Vulpera Studios');
    const places = judge(TEE, {
      ...titled('{recipient} owls {occasion}'),
      places: [{ name: 'occasion', value: ' ' }, ...WORDING.places],
    });
    expect(kinds(places)).toEqual(['unknown-place', 'empty-place']);
  });

  it('by its tags: too many, too long, said twice, wasted', () => {
    const found = judge(MUG, tagged('owl mug', 'mugs owl', 'moth', 'a tag that is far too long for it'));
    expect(found.map((f) => [f.fault.kind, f.at])).toEqual([
      ['long', 3],
      ['repeated-tag', 1],
      ['wasted-tag', 2],
    ]);
    const many = tagged(...Array.from({ length: 500 }, (_, i) => `night owl ${i}`));
    expect(kinds(judge(MUG, many))).toEqual(['many-tags']);
    expect(judge(MUG, many)[0].message).toBe('500 tags: Mudlark Goods takes 13');
    const total = spec('mudlark/mug-11oz', { tags: { most: 13, each: 20, total: 20 } });
    expect(kinds(judge(total, tagged('night owl mug', 'moth lamp mug')))).toEqual(['long-tags']);
  });

  it('by its price and the makers that it must name', () => {
    expect(kinds(judge(TEE, WORDING, { price: 500, cost: 100 }))).toEqual(['price-out']);
    expect(kinds(judge(TEE, WORDING, { price: 1000, cost: 990 }))).toEqual(['loss']);
    expect(kinds(judge(TEE, WORDING, { cost: null }))).toEqual(['no-cost']);
    expect(kinds(judge(TEE, WORDING, { used: [OWL] }))).toEqual(['credit']);
  });

  it('takes limits of one, and no limits at all', () => {
    const tight = spec('mudlark/mug-11oz', { titleMax: 1, descriptionMax: 1, tags: { most: 1, each: 1 } });
    expect(new Set(kinds(judge(tight)))).toEqual(new Set(['long', 'many-tags']));
    const { listing: _none, ...free } = MUG;
    expect(kinds(judge(free as Spec, titled('x')))).toEqual([]);
  });
});

describe('mends', () => {
  const all = (on: Spec, wording: Wording, more: Partial<JudgedListing> = {}, help = {}) => {
    const words = filled(on, wording);
    return judge(on, wording, more, help).map((f) => ({
      f,
      mend: mendOf(f, words, wording, on, more.cost ?? 900),
    }));
  };
  const protectedWords = [{ words: 'vulpera', why: '' }];
  const spelling = { doubt: (word: string) => (word === 'owwl' ? ['owl'] : null) };

  it.each<[string, Spec, Wording, Partial<JudgedListing>]>([
    ['long', TEE, titled('Count owls not sheep, at night, with a lantern and two maps {product}'), {}],
    ['forbidden', TEE, titled('Best quality owl tee for nights'), {}],
    ['protected', MUG, titled('Vulpera owls at night'), {}],
    ['character', TEE, titled('Owls <3 nights {product}'), {}],
    ['many-tags', MUG, tagged(...Array.from({ length: 30 }, (_, i) => `night owl ${i}`)), {}],
    ['repeated-tag', MUG, tagged('night owls', 'owl night'), {}],
    ['wasted-tag', MUG, tagged('moth'), {}],
    ['long', MUG, tagged('a tag that is far too long for it', 'night owl'), {}],
    ['spelling', MUG, titled('An owwl for nights'), {}],
    ['credit', MUG, WORDING, { used: [{ ...OWL, title: 'Owl {barn}' }] }],
    ['price-out', TEE, WORDING, { price: 100 }],
    ['loss', TEE, WORDING, { price: 950 }],
  ])(
    '%s: what is mended is not found again, and other listings stay as they are',
    (kind, on, wording, more) => {
      const { f, mend } = all(on, wording, more, { protectedWords, spelling }).find(
        (x) => x.f.fault.kind === kind,
      )!;
      expect(f).toBeDefined();
      expect(mend).not.toBeNull();
      const mended = { ...wording, ...mend!.change };
      const price = mended.overrides[on.id]?.price;
      const after = judge(on, mended, price === undefined ? more : { ...more, price }, {
        protectedWords,
        spelling,
      });
      expect(kinds(after)).not.toContain(kind);
      const other = on === MUG ? STICKER : MUG;
      if (kind !== 'credit') expect(filled(other, mended)).toEqual(filled(other, wording));
    },
  );

  it('a maker is named once for all listings, and in a description of one’s own where there is one', () => {
    const [{ mend }] = all(MUG, WORDING, { used: [OWL] });
    expect(filled(STICKER, { ...WORDING, ...mend!.change }).description).toMatch(/\n\nOwl, CC BY 3\.0$/);
    const own: Wording = { ...WORDING, overrides: { [MUG.id]: { description: 'Mine.' } } };
    const [{ mend: there }] = all(MUG, own, { used: [OWL] });
    expect(filled(MUG, { ...own, ...there!.change }).description).toBe('Mine.\n\nOwl, CC BY 3.0');
    expect(there!.change.blocks).toBeUndefined();
  });

  it('one after another leave nothing that could be mended, whatever was written', () => {
    const words = fc
      .array(
        fc.constantFrom(
          'owl',
          'Best',
          'quality',
          'cure',
          'Vulpera',
          '<3',
          '{product}',
          'night',
          '🦉',
          'lamp-light',
        ),
        {
          minLength: 1,
          maxLength: 14,
        },
      )
      .map((w) => w.join(' '));
    const wordings = fc.record({
      title: words,
      text: words,
      tags: fc.array(words, { maxLength: 30 }),
      on: fc.constantFrom(TEE, MUG, STICKER),
    });
    fc.assert(
      fc.property(wordings, ({ title, text, tags, on }) => {
        let wording: Wording = {
          ...NO_WORDING,
          ...{ title, blocks: [{ id: 'a', kind: 'paragraph', text, only: [] }] },
          tags: tags.map((t) => ({ text: t, only: [] })),
        };
        const found = () => all(on, wording, { used: [OWL] }, { protectedWords });
        // Each takes one finding away and brings no further ones for ever.
        for (let steps = 0; ; steps++) {
          const next = found().find((x) => x.f.severity === 'stop' && x.mend);
          if (!next) break;
          expect(steps).toBeLessThan(200);
          wording = { ...wording, ...next.mend!.change };
        }
        // What is left is words that are missing, which nobody can guess.
        for (const { f } of found())
          if (f.severity === 'stop') expect(['missing', 'short', 'few-tags', 'long']).toContain(f.fault.kind);
      }),
      { seed: SEED, numRuns: 150, endOnFailure: true },
    );
  });

  it('what only the seller can know is not mended', () => {
    expect(all(MUG, NO_WORDING, { pictures: 0 }).map((x) => x.mend)).toEqual([null, null, null]);
  });
});

describe('prices', () => {
  const FEES: FeeTable = {
    currency: 'EUR',
    listing: 18,
    share: 0.1,
    least: 0,
    payment: 0.03,
    paymentEach: 25,
  };

  it('leave what fees and cost do not take: a worked case', () => {
    // 2000: 18 + 200 + 60 + 25 = 303 of fees.
    expect(feesOf(FEES, 2000)).toBe(303);
    expect(profitAt(FEES, 900, 2000)).toEqual({
      price: 2000,
      cost: 900,
      fees: 303,
      profit: 797,
      margin: 0.3985,
    });
    expect(feesOf({ ...FEES, least: 500 }, 2000)).toBe(18 + 500 + 60 + 25);
    expect(profitAt(undefined, 900, 1000).profit).toBe(100);
  });

  it('end as they are asked to, and are never less than asked', () => {
    expect([endingUp(1234, '95'), endingUp(1295, '95'), endingUp(1296, '95'), endingUp(1201, '00')]).toEqual([
      1295, 1295, 1395, 1300,
    ]);
  });

  it('have the wanted margin at least; a step less has not; more cost is never cheaper', () => {
    const fees = fc.record({
      currency: fc.constant('EUR'),
      listing: fc.integer({ min: 0, max: 200 }),
      share: fc.double({ min: 0, max: 0.3, noNaN: true }),
      least: fc.integer({ min: 0, max: 300 }),
      payment: fc.double({ min: 0, max: 0.1, noNaN: true }),
      paymentEach: fc.integer({ min: 0, max: 100 }),
    });
    fc.assert(
      fc.property(
        fees,
        fc.integer({ min: 1, max: 20_000 }),
        fc.double({ min: 0, max: 0.55, noNaN: true }),
        fc.constantFrom('any', '00', '50', '95', '99' as const),
        (table, cost, margin, ending) => {
          const price = priceFor(table, cost, { margin, ending })!;
          expect(profitAt(table, cost, price).margin).toBeGreaterThanOrEqual(margin - 1e-9);
          if (ending !== 'any') expect(price % 100).toBe(Number(ending));
          // What is rounded up may let one step less still do; ten never.
          const less = price - (ending === 'any' ? 10 : 1000);
          if (less > 0) expect(profitAt(table, cost, less).margin).toBeLessThan(margin);
          expect(priceFor(table, cost + 100, { margin, ending })!).toBeGreaterThanOrEqual(price);
        },
      ),
      { seed: SEED, endOnFailure: true },
    );
  });

  it('are none where fees leave too little, and within what the marketplace takes', () => {
    expect(priceFor({ ...FEES, share: 0.6 }, 900, { margin: 0.4, ending: 'any' })).toBeNull();
    expect(listingPrice(TEE, null, NO_WORDING.pricing)).toBeNull();
    expect(listingPrice(TEE, 1, NO_WORDING.pricing)).toBe(995);
    expect(listingPrice(TEE, 500_000, NO_WORDING.pricing)).toBe(20_000);
    expect(listingPrice(TEE, 900, NO_WORDING.pricing, 777)).toBe(777);
  });
});

describe('tags that are offered', () => {
  const from = {
    lines: ['Count owls', 'not sheep'],
    topics: ['owl', 'night bird', 'hoot'],
    ...{ occasion: 'Christmas', product: 'mug', taken: ['owls mug'] },
  };
  it('say nothing that is said, fit the marketplace, and are of more than small words', () => {
    const offered = suggestTags(from, MUG);
    const tags = offered.map((o) => o.tag);
    expect(tags).toEqual(expect.arrayContaining(['hoot mug', 'christmas mug', 'sheep mug', 'count owls']));
    expect(tags).not.toContain('owl mug');
    expect(tags).not.toContain('not mug');
    expect(new Set(tags.map(tagKey)).size).toBe(tags.length);
    for (const tag of tags) expect(lengthIn(tag, 'bytes')).toBeLessThanOrEqual(20);
    expect(offered.find((o) => o.tag === 'christmas mug')!.from).toBe('occasion');
  });
  it('are none where a marketplace has no tags', () => {
    expect(suggestTags(from, TEE)).toEqual([]);
  });
});

describe('rights in words', () => {
  it('a maker is named as the licence asks, and only then', () => {
    const by = { id: 'CC-BY-3.0', source: 'Figures by Ann, https://figures.example' };
    expect(creditOf({ title: 'Owl', licence: by })).toBe(
      'Owl, CC BY 3.0, Figures by Ann, https://figures.example',
    );
    expect(creditOf({ title: 'Owl', licence: { id: 'MIT' } })).toBeNull();
    expect(creditOf({ title: 'Owl', licence: { id: 'unknown' } })).toBeNull();
    expect(creditsMissing('… Owl, CC BY 3.0 …', ['Owl, CC BY 3.0', 'Moth, CC BY 3.0'])).toEqual([
      'Moth, CC BY 3.0',
    ]);
  });

  it('protected words are read with their reasons, and found whole', () => {
    const list = readProtected({
      ...{ format: 'brelm-protected-words', version: 1 },
      words: [{ words: 'Vulpera', why: 'a made-up brand' }, { words: 'night mail' }],
    });
    expect(protectedIn('The NIGHT-MAIL moth', list)).toEqual([{ words: 'night mail', why: '' }]);
    expect(protectedIn('Vulperas', list)).toEqual([]);
    expect(() =>
      readProtected({ format: 'brelm-protected-words', version: 1, words: [{ words: '…' }] }),
    ).toThrow(DocumentError);
  });
});
