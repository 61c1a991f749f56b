import fc from 'fast-check';
import dictionary from 'cmu-pronouncing-dictionary';
import { pluralOf } from '../wording';
import { doing } from './gerund';
import {
  FAMILIES,
  KNOWN_WORDS,
  makePhrases,
  MOODS,
  NICHES,
  PATTERNS,
  phraseKey,
  pronouncing,
  spelledBy,
  isTasteful,
  type Phrase,
  type PhraseWish,
  type PhraseWorld,
} from './index';
import { rhymes, rhythmOf, soundsApart, soundsLike, spoonerism, stressesOf, syllablesOf } from './sounds';

const sounds = pronouncing(dictionary);
const spelled = spelledBy(KNOWN_WORDS(NICHES), sounds);
const WORLD: PhraseWorld = {
  ...{ sounds, spelled, own: [], protectedWords: [], doubted: () => false, seen: new Set<string>() },
};
const night = NICHES.find((n) => n.id === 'night')!;
const wish = (change: Partial<PhraseWish> = {}): PhraseWish => ({
  ...{ niche: night, mood: null, words: [1, 12], families: [], locks: [], like: null, seed: 1, count: 40 },
  ...change,
});
const texts = (phrases: readonly Phrase[]) => phrases.map((p) => p.text);

describe('how words sound', () => {
  it('rhymes are from the stressed vowel on, with other sounds before it', () => {
    expect(rhymes('moon', 'spoon', sounds)).toBe(true);
    expect(rhymes('lantern', 'lantern', sounds)).toBe(false);
    // The same sounds throughout are no rhyme.
    expect(rhymes('night', 'knight', sounds)).toBe(false);
    expect(rhymes('moth', 'mouth', sounds)).toBe(false);
    expect(rhymes('cold tea', 'sea', sounds)).toBe(true);
    expect(rhymes('nachtfalter', 'moth', sounds)).toBe(false);
  });

  it('beats are counted, small words without stress; what nobody can say is neither good nor bad', () => {
    expect(syllablesOf('the owl in the barn', sounds)).toBe(5);
    expect(stressesOf('a moth', sounds)).toEqual([0, 1]);
    expect(rhythmOf('the owl and the moth and the lamp', sounds)).toBeGreaterThan(
      rhythmOf('big cold wet dog barks', sounds),
    );
    expect(rhythmOf('совы не спят', sounds)).toBe(0.5);
    expect(syllablesOf('совы', sounds)).toBeNull();
  });

  it('two words are so many sounds apart, both ways', () => {
    expect(soundsApart('newt', 'news', sounds)).toBe(1);
    expect(soundsLike('bee', 'be', sounds)).toBe(true);
    expect(soundsLike('be', 'be', sounds)).toBe(false);
    const words = fc.constantFrom('moth', 'moon', 'lamp', 'owl', 'barn', 'yarn', 'mouse', 'house', 'newt');
    fc.assert(
      fc.property(words, words, words, (a, b, c) => {
        expect(soundsApart(a, b, sounds)).toBe(soundsApart(b, a, sounds));
        expect(soundsApart(a, c, sounds)).toBeLessThanOrEqual(
          soundsApart(a, b, sounds)! + soundsApart(b, c, sounds)!,
        );
      }),
      { seed: 2, endOnFailure: true },
    );
  });

  it('a spoonerism changes the first sounds over, of words that are words again', () => {
    expect(spoonerism('fox', 'bat', sounds, spelledBy(['box', 'fat'], sounds))).toEqual(['box', 'fat']);
    expect(spoonerism('owl', 'ewe', sounds, spelledBy(['owl', 'ewe'], sounds))).toBeNull();
    expect(spoonerism('lamp', 'zebra', sounds, spelledBy(['box'], sounds))).toBeNull();
  });

  it.each([
    ['count owls', 'counting owls'],
    ['sit by the sheet', 'sitting by the sheet'],
    ['lie about the size', 'lying about the size'],
    ['forget the mallet', 'forgetting the mallet'],
    ['leave it be', 'leaving it be'],
    ['read one more chapter', 'reading one more chapter'],
    ['fix one more bug', 'fixing one more bug'],
    ['draw', 'drawing'],
    ['open the kiln', 'opening the kiln'],
    ['agree', 'agreeing'],
    ['dye it', 'dyeing it'],
    ['stop', 'stopping'],
    ['play', 'playing'],
    ['whittle', 'whittling'],
  ])('“%s” is “%s”', (said, gerund) => {
    expect(doing(said)).toBe(gerund);
  });
});

describe('the lists', () => {
  it('there are 25 niches and 40 patterns at least, each with words of each class and more than one mood’s', () => {
    expect(NICHES.length).toBeGreaterThanOrEqual(25);
    expect(PATTERNS.length).toBeGreaterThanOrEqual(40);
    expect(new Set(PATTERNS.map((p) => p.id)).size).toBe(PATTERNS.length);
    for (const { id, words } of NICHES)
      for (const [c, list] of Object.entries(words)) {
        const least = c === 'creature' || c === 'food' || c === 'time' ? 3 : 5;
        expect([id, c, list.length >= least, new Set(list).size]).toEqual([id, c, true, list.length]);
      }
    for (const mood of MOODS)
      expect(PATTERNS.filter((p) => p.moods.includes(mood)).length).toBeGreaterThan(7);
  });

  it('plurals of two words are made where they belong', () => {
    expect(
      ['pot of tea', 'pair of binoculars', 'dormouse', 'hand lens', 'roast potato'].map(pluralOf),
    ).toEqual([...['pots of tea', 'pairs of binoculars', 'dormice', 'hand lenses', 'roast potatoes']]);
  });
});

describe('phrases', () => {
  it('are the same for the same seed, others for another, and each once', () => {
    const a = texts(makePhrases(wish(), WORLD));
    expect(texts(makePhrases(wish(), WORLD))).toEqual(a);
    expect(texts(makePhrases(wish({ seed: 2 }), WORLD))).not.toEqual(a);
    expect(new Set(a.map(phraseKey)).size).toBe(40);
  });

  it('of each niche there are 500 before one comes again, and none of them is distasteful or unfinished', () => {
    for (const niche of NICHES) {
      const made = texts(makePhrases(wish({ niche, count: 500 }), WORLD));
      expect([niche.id, made.length]).toEqual([niche.id, 500]);
      for (const text of made) {
        if (/[{}[\]]|undefined|\ba [aeio]|\s{2}/.test(text.replace(/\ba (?:one|once|eu)/g, '')))
          throw new Error(text);
        if (!isTasteful(text)) throw new Error(text);
      }
    }
  });

  it('are of the mood, the family and the length that is asked for', () => {
    for (const family of FAMILIES) {
      const niche = NICHES.find((n) => n.id === 'birds')!;
      const made = makePhrases(wish({ niche, families: [family], count: 6 }), WORLD);
      expect([family, made.length > 0, made.every((p) => p.family === family)]).toEqual([
        family,
        made.length > 0,
        true,
      ]);
      if (family !== 'rhyme') expect(made.length).toBeGreaterThan(0);
    }
    const grumpy = makePhrases(wish({ mood: 'grumpy', count: 20 }), WORLD);
    const ofMood = new Set(PATTERNS.filter((p) => p.moods.includes('grumpy')).map((p) => p.id));
    expect(grumpy.every((p) => ofMood.has(p.pattern))).toBe(true);
    for (const { text } of makePhrases(wish({ words: [2, 4] }), WORLD))
      expect([2, 3, 4]).toContain(phraseKey(text).split(' ').length);
  });

  it('a word that is locked stands in each, the others change; the seller’s own word, too', () => {
    const made = makePhrases(wish({ locks: [{ class: 'creature', word: 'nightjar' }] }), WORLD);
    expect(made.length).toBeGreaterThan(20);
    expect(made.every((p) => /nightjar/i.test(p.text))).toBe(true);
    const own = makePhrases(
      wish({
        locks: [
          { class: 'thing', word: 'zither' },
          { class: 'quality', word: 'vast' },
        ],
      }),
      WORLD,
    );
    expect(own.length).toBeGreaterThan(3);
    expect(own.every((p) => /zither/i.test(p.text) && /vast/i.test(p.text))).toBe(true);
    const none = wish({ families: ['rather'], locks: [{ class: 'creature', word: 'owl' }] });
    expect(makePhrases(none, WORLD)).toEqual([]);
  });

  it('more like one are of its family, and not itself', () => {
    const [first] = makePhrases(wish({ families: ['job title'] }), WORLD);
    const seen = new Set([phraseKey(first.text)]);
    const more = makePhrases(wish({ like: first, seed: 9, count: 12 }), { ...WORLD, seen });
    expect(more.length).toBe(12);
    expect(more.every((p) => p.family === 'job title' && phraseKey(p.text) !== phraseKey(first.text))).toBe(
      true,
    );
    const shared = more.filter((p) => p.slots.some((s) => first.slots.some((f) => f.word === s.word)));
    expect(shared.length).toBeGreaterThan(0);
  });

  it('those that the shop has already come last, and what is protected scores nothing', () => {
    const made = makePhrases(wish({ count: 60 }), WORLD);
    const [best] = made;
    const again = makePhrases(wish({ count: 60 }), { ...WORLD, own: [best.text] });
    const there = again.find((p) => p.text === best.text)!;
    expect(there.score.fresh).toBe(0);
    expect(again.indexOf(there)).toBeGreaterThan(10);
    const guarded = makePhrases(wish({ count: 60 }), {
      ...WORLD,
      protectedWords: [{ words: best.slots[0].word, why: 'made up' }],
      doubted: (w) => w === 'certified',
    });
    const held = guarded.filter((p) => p.protectedWords.length);
    expect(held.length).toBeGreaterThan(0);
    expect(held.every((p) => p.score.total === 0)).toBe(true);
    expect(guarded.slice(-held.length)).toEqual(held);
  });

  it('a niche without words of a class, and one in another script, make what can be made', () => {
    const bare = { ...night, words: { ...night.words, creature: ['сова'], quality: ['тихая'] } };
    const made = makePhrases(wish({ niche: { ...bare, id: 'own' }, families: ['sign'], count: 20 }), WORLD);
    expect(made.some((p) => /сова/iu.test(p.text))).toBe(true);
    for (const p of made) expect(Number.isFinite(p.score.total)).toBe(true);
  });

  it.each(['Born to kill', 'A naked truth', 'KEEP CALM and count owls', 'Live, laugh, love'])(
    '“%s” is never made',
    (t) => {
      expect(isTasteful(t)).toBe(false);
    },
  );
  it.each(['The Peacock & Cockpit', 'Essex rambles', 'A hello from Scunthorpe'])('“%s” is no fault', (t) => {
    expect(isTasteful(t)).toBe(true);
  });
});
