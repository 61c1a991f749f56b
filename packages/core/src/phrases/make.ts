import { randomOf } from '../geometry';
import { protectedIn, type ProtectedWord } from '../listing';
import { fillTemplate } from '../wording';
import { doing } from './gerund';
import { CHORES, FUSS, PATTERNS, SAYINGS, type Pattern, type Sound } from './patterns';
import { onsetOf, rhymes, rhythmOf, soundsLike, spoonerism, syllablesOf } from './sounds';
import { isTasteful } from './taste';
import {
  WORD_CLASSES,
  type Family,
  type Mood,
  type Niche,
  type Phrase,
  type Pronouncing,
  type Slot,
  type WordClass,
} from './types';

/** What is asked for. */
export interface PhraseWish {
  niche: Niche;
  /** Any where null. */
  mood: Mood | null;
  /** Words that a phrase has, at the least and at the most. */
  words: readonly [number, number];
  /** Kinds of phrases; all where empty. */
  families: readonly Family[];
  /** Words that stand in each phrase; one that is of no class of the niche is its subject. */
  locks: readonly Slot[];
  /** One that more is asked like: its family and moods, and words of it. */
  like: Phrase | null;
  seed: number;
  count: number;
}

/** What the shop has, and what is known of words. */
export interface PhraseWorld {
  sounds: Pronouncing;
  /** A word by its phonemes without stress, for words that people know. */
  spelled: (phonemes: string) => string | undefined;
  /** Names and lines of the shop's designs. */
  own: readonly string[];
  protectedWords: readonly ProtectedWord[];
  /** Whether a word is none of any dictionary. */
  doubted: (word: string) => boolean;
  /** Phrases that were shown before, in small letters: they do not come again. */
  seen: ReadonlySet<string>;
}

/** How often it is tried anew for each phrase that is wanted, before it is said that there are no more. */
const TRIES = 60;
const FEW = 'two three four five six seven eight nine'.split(' ');

const pick = <T>(from: readonly T[], random: () => number): T => from[Math.floor(random() * from.length)];

const wordsIn = (niche: Niche, c: WordClass): readonly string[] =>
  c === 'chore' ? CHORES : c === 'fuss' ? FUSS : niche.words[c];

/** The places of a template: their names without articles, in small letters, in the singular. */
const placesOf = (template: string): string[] =>
  [...template.matchAll(/\{(?:an? )?([\p{L} ]+)\}/giu)].map((m) => m[1].toLowerCase());

const NAMES: Readonly<Record<string, WordClass>> = Object.fromEntries(
  WORD_CLASSES.flatMap((c) => [
    [c, c],
    [`${c}s`, c],
  ]),
);
/** The class that a place takes; null for a number. */
function classOf(place: string): WordClass | null {
  if (place === 'doing') return 'do';
  return NAMES[place.replace(/^(?:quality )?(?:other )?/, '')] ?? null;
}
const isOther = (place: string): boolean => /(?:^| )other /.test(place);

interface Draft {
  text: string;
  pattern: string;
  family: Family;
  slots: Slot[];
}

/** Draws a word for a class; a lock of that class goes first, unless it stands already. */
function drawer(wish: PhraseWish, random: () => number) {
  const { niche, locks, like } = wish;
  const used = new Set<string>();
  const open = [...locks];
  // What is like another one has half of its words.
  const kept = like ? like.slots.filter(() => random() < 0.6) : [];
  return {
    draw(c: WordClass): string {
      const locked = open.findIndex((l) => l.class === c);
      const word =
        locked >= 0
          ? open.splice(locked, 1)[0].word
          : (kept.find((s) => s.class === c && !used.has(s.word))?.word ??
            pick(
              wordsIn(niche, c).filter((w) => !used.has(w)),
              random,
            ));
      used.add(word);
      return word;
    },
    /** Whether all locks were used. */
    get done() {
      return open.length === 0;
    },
  };
}

function byTemplate(pattern: Pattern, wish: PhraseWish, random: () => number): Draft | null {
  const hand = drawer(wish, random);
  const values: Record<string, string> = { n: String(2 + Math.floor(random() * 97)), few: pick(FEW, random) };
  const slots: Slot[] = [];
  const places = placesOf(pattern.template);
  for (const place of places) {
    const c = classOf(place);
    if (!c) continue;
    const key = isOther(place) ? `other ${c}` : c;
    if (values[key] === undefined) {
      values[key] = hand.draw(c);
      slots.push({ class: c, word: values[key] });
    }
    if (c === 'do') values.doing = doing(values.do);
    if (place.startsWith('quality ')) {
      if (values.quality === undefined) {
        values.quality = hand.draw('quality');
        slots.push({ class: 'quality', word: values.quality });
      }
      values[`quality ${key}`] = `${values.quality} ${values[key]}`;
    }
  }
  if (!hand.done) return null;
  const { text, unknown } = fillTemplate(pattern.template, values);
  if (unknown.length) throw new Error(`The pattern ${pattern.id} has unknown places: ${unknown.join(', ')}`);
  return { text, pattern: pattern.id, family: pattern.family, slots };
}

const title = (text: string): string => text.replace(/(?<=^|\s)\p{L}/gu, (l) => l.toUpperCase());

/** A phrase by sound, but for the frame that it stands in. */
interface Sounding {
  slots: Slot[];
  /** What stands beside the word. */
  other: string;
  /** Which saying, for one. */
  of?: string;
}

const COMMON_QUALITIES =
  'big bold brave bright calm clever cosy crafty curious daring dapper dusty eager fancy fearless fine funny gentle glad grand great grumpy happy hearty honest hopeful jolly keen kind lazy lively lucky lovely merry mighty mellow modest muddy noble odd peaceful perky plucky polite proper proud quaint quick quiet rare rugged rowdy sensible silly sleepy slow small smart snug sober soft solemn spare steady stout sturdy subtle tame tardy tidy tiny tough trusty vague vast wary wild wise witty wandering'.split(
    ' ',
  );
/** What there can be less of, and what there can be too much of: they rhyme with something in each niche. */
const COMMON_STUFF =
  'stress fuss sleep talk work noise rush haste waste gloom doom rain pain bills thrills hills frills chills skills news blues shoes rules fools tools schools wars doors floors chores shores lights nights fights heights sights bites dishes wishes fishes riches stitches pages ages stages beers cheers tears fears years leaves thieves sleeves grief beef heat meat sleet feet sheets treats sweets beats bread dread lead thread cake lakes snakes brakes mistakes dreams creams screams teams streams beams honey money tea sea fees keys peas cheese knees breeze trees ease light sight might fright height moss loss dust rust trust crust mud blood clay play pay delay day hay spray tray holidays days ways stays trays rays plays smoke folk jokes oak stories glories mist lists fists twists wool bulls rules ropes hopes slopes soap string spring things kings wings rings swings boots roots routes flutes hoots news views queues clues crews mews stars bars cars jars guitars scars eyes flies skies pies ties lies fries prize size butter clutter mutter mutters ponds wands bonds frogs logs dogs fog bog coal soul goals holes moles poles bowls scrolls yarn barn tarn gold cold mould bold rhyme time crime thyme lime prime climb grime slime chimes'.split(
    ' ',
  );

const allOf = (niche: Niche, classes: readonly WordClass[]): Slot[] =>
  classes.flatMap((c) => wordsIn(niche, c).map((word) => ({ class: c, word })));

/** What words name, without what is said of it: rope, of guy rope. */
const heads = (slots: readonly Slot[]): Slot[] =>
  slots.map((s) => ({
    class: s.class,
    word: s.word
      .split(/\sof\s/)[0]
      .split(/[\s-]+/)
      .at(-1)!,
  }));

/** All that a niche has for each family by sound: which words go with which. */
const FINDERS: Readonly<
  Record<Sound, (slots: readonly Slot[], niche: Niche, world: PhraseWorld) => Sounding[]>
> = {
  alliteration: (slots, niche, { sounds }) =>
    slots
      .filter((s) => ['creature', 'thing', 'person'].includes(s.class))
      .flatMap((slot) => {
        const onset = onsetOf(slot.word, sounds);
        if (!onset) return [];
        return [...niche.words.quality, ...COMMON_QUALITIES]
          .filter((q) => onsetOf(q, sounds) === onset && !slot.word.includes(q))
          .map((other) => ({ slots: [{ class: 'quality' as const, word: other }, slot], other }));
      }),
  rhyme: (slots, _, { sounds }) =>
    slots
      .filter((s) => s.class === 'stuff')
      .flatMap((slot) =>
        COMMON_STUFF.filter((w) => rhymes(slot.word, w, sounds) && !slot.word.includes(w)).map((other) => ({
          slots: [slot],
          other,
        })),
      ),
  pun: (slots, _, { sounds }) =>
    heads(slots.filter((s) => ['creature', 'thing', 'food', 'stuff'].includes(s.class))).flatMap((slot) =>
      SAYINGS.filter((saying) => soundsLike(slot.word, /\[(.+)\]/.exec(saying)![1], sounds)).map((of) => ({
        ...{ slots: [slot], other: '', of },
      })),
    ),
  spoonerism: (slots, _, { sounds, spelled }) => {
    const named = slots.filter((s) => ['creature', 'thing', 'place', 'food'].includes(s.class));
    const two = named.flatMap((s) => {
      const words = /^(\p{L}+) (\p{L}+)$/u.exec(s.word);
      const made = words && spoonerism(words[1], words[2], sounds, spelled);
      return made ? [{ slots: [s], other: `${made[0]} ${made[1]}` }] : [];
    });
    const ones = named.filter((s) => /^\p{L}+$/u.test(s.word));
    const pairs = ones.flatMap((a, i) =>
      ones.slice(i + 1).flatMap((b) => {
        const made = spoonerism(a.word, b.word, sounds, spelled);
        return made ? [{ slots: [a, b], other: `${made[0]} & ${made[1]}` }] : [];
      }),
    );
    return [...two, ...pairs];
  },
};

/** What was found, by the niche's words and how they sound: looked for once. */
const founds = new WeakMap<Pronouncing, Map<string, Sounding[]>>();

function soundingsOf(family: Sound, wish: PhraseWish, world: PhraseWorld): Sounding[] {
  const { niche, locks } = wish;
  // A word of the seller's own is looked for beside the niche's.
  const own = locks.filter((l) => !wordsIn(niche, l.class).includes(l.word));
  const key = `${family} ${niche.id} ${JSON.stringify(own)}`;
  const known = founds.get(world.sounds) ?? new Map<string, Sounding[]>();
  founds.set(world.sounds, known);
  let all = known.get(key);
  if (!all) {
    const slots = [
      ...allOf(
        niche,
        WORD_CLASSES.filter((c) => c !== 'chore' && c !== 'fuss'),
      ),
      ...own,
    ];
    all = FINDERS[family](slots, niche, world);
    if (known.size > MOST_FOUND) known.clear();
    known.set(key, all);
  }
  if (!locks.length) return all;
  // A piece of a word is that word still.
  const has = (s: Sounding, lock: Slot) =>
    s.slots.some(
      (x) => x.class === lock.class && (x.word === lock.word || lock.word.split(/[\s-]+/).includes(x.word)),
    );
  return all.filter((s) => locks.every((l) => has(s, l)));
}

function bySounds(family: Sound, { slots, other, of }: Sounding, random: () => number): Draft {
  const { word } = slots.at(-1)!;
  if (family === 'pun') return { text: of!.replace(/\[.+\]/, word), pattern: `pun ${of}`, family, slots };
  if (family === 'spoonerism') return { text: title(other), pattern: family, family, slots };
  const many = /[^su]s$/.test(other);
  const frame = pick(
    family === 'alliteration'
      ? ['The {Other} {Word}', '{Other} {word} club', 'One {other} {word}', '{Other} {words} unite']
      : [
          `More {word}, ${many ? 'fewer' : 'less'} {other}`,
          '{Word} & {other}',
          'All {word}, no {other}',
          'Mind the {other}, bring the {word}',
        ],
    random,
  );
  return { text: fillTemplate(frame, { word, other }).text, pattern: `${family} ${frame}`, family, slots };
}

const SOUNDS = Object.keys(FINDERS) as Sound[];
/** Niches and words whose sounds are remembered. */
const MOST_FOUND = 400;
/** Moods that phrases by sound are of. */
const SOUND_MOODS: readonly Mood[] = ['daft', 'warm', 'dry'];

const keyOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
const wordsOf = (text: string): string[] => keyOf(text).split(' ').filter(Boolean);

/** How near two phrases are: words that both have, of all. */
function nearness(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  let both = 0;
  for (const w of a) if (b.has(w)) both++;
  return both / Math.max(1, a.size + b.size - both);
}

/** Syllables that are said in a breath. */
const GOOD_BREATH = 10;

function judged(
  draft: Draft,
  niche: string,
  world: PhraseWorld,
  own: readonly ReadonlySet<string>[],
): Phrase {
  const { text } = draft;
  const words = wordsOf(text);
  const said = new Set(words);
  const rhythm = rhythmOf(text, world.sounds);
  const beats = syllablesOf(text, world.sounds) ?? words.length * 1.5;
  const length = Math.max(0, Math.min(1, 1.3 - Math.abs(beats - GOOD_BREATH * 0.7) / GOOD_BREATH));
  const fresh = 1 - Math.max(0, ...own.map((o) => nearness(said, o)));
  const protectedWords = protectedIn(text, world.protectedWords).map((p) => p.words);
  const doubts = [...new Set(text.match(/\p{L}+(?:[’'-]\p{L}+)*/gu) ?? [])].filter(world.doubted);
  const worth = 0.4 * rhythm + 0.25 * length + 0.35 * fresh;
  const total = protectedWords.length ? 0 : worth * (doubts.length ? 0.7 : 1);
  return { ...draft, niche, score: { rhythm, length, fresh, total }, protectedWords, doubts };
}

/** The phrases of everybody that a pattern is chosen from, after the wish. */
function waysOf({ mood, families, like, locks }: PhraseWish): { patterns: Pattern[]; families: Sound[] } {
  const wanted = like && !families.length ? [like.family] : families;
  const ofFamily = (f: Family) => !wanted.length || wanted.includes(f);
  const locked = locks.map((l) => l.class);
  const fits = (p: Pattern) => {
    const has = placesOf(p.template).map(classOf);
    if (/quality /.test(p.template)) has.push('quality');
    const alike = !like || like.slots.some((s) => has.includes(s.class));
    return alike && locked.every((c) => has.includes(c));
  };
  return {
    patterns: PATTERNS.filter((p) => ofFamily(p.family) && (!mood || p.moods.includes(mood)) && fits(p)),
    families: SOUNDS.filter((s) => ofFamily(s) && (!mood || SOUND_MOODS.includes(mood))),
  };
}

/**
 * Phrases after a wish, the best first; each once, and none that was seen. Fewer than asked for where there are no more.
 * The same for the same seed.
 */
export function makePhrases(wish: PhraseWish, world: PhraseWorld): Phrase[] {
  const random = randomOf(wish.seed);
  const { patterns, families } = waysOf(wish);
  const sounds = families
    .map((family) => ({ family, all: soundingsOf(family, wish, world) }))
    .filter(({ all }) => all.length > 0);
  if (!patterns.length && !sounds.length) return [];
  const [least, most] = wish.words;
  const own = world.own.map((t) => new Set(wordsOf(t)));
  const made = new Map<string, Phrase>();
  // Phrases by sound are as frequent as those of any four templates.
  const shareOfSounds = sounds.length / (sounds.length + patterns.length / 4);
  for (let left = wish.count * TRIES; left > 0 && made.size < wish.count; left--) {
    const bySound = sounds.length > 0 && random() < shareOfSounds;
    const chosen = bySound ? pick(sounds, random) : null;
    const draft = chosen
      ? bySounds(chosen.family, pick(chosen.all, random), random)
      : patterns.length
        ? byTemplate(pick(patterns, random), wish, random)
        : null;
    if (!draft) continue;
    const key = keyOf(draft.text);
    const n = wordsOf(draft.text).length;
    if (n < least || n > most || made.has(key) || world.seen.has(key) || !isTasteful(draft.text)) continue;
    made.set(key, judged(draft, wish.niche.id, world, own));
  }
  return [...made.values()].sort((a, b) => b.score.total - a.score.total);
}

/** What a phrase is remembered by. */
export const phraseKey = keyOf;

/** The words of a dictionary that people know, by how they are said: for spoonerisms. */
export function spelledBy(
  words: readonly string[],
  sounds: Pronouncing,
): (phonemes: string) => string | undefined {
  const by = new Map<string, string>();
  for (const word of words) {
    const said = sounds
      .of(word)
      ?.map((p) => p.replace(/\d$/, ''))
      .join(' ');
    if (said && !by.has(said)) by.set(said, word);
  }
  return (phonemes) => by.get(phonemes);
}

/** Words that everybody knows: those of all niches, and those that rhyme with them. */
export const KNOWN_WORDS = (niches: readonly Niche[]): string[] => [
  ...new Set(
    [...niches.flatMap((n) => Object.values(n.words).flat()), ...COMMON_STUFF, ...COMMON_QUALITIES].flatMap(
      (w) => w.toLowerCase().match(/[a-z]{3,}/g) ?? [],
    ),
  ),
];
