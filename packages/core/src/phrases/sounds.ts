import type { Pronouncing } from './types';

const isVowel = (phoneme: string): boolean => /\d$/.test(phoneme);
const bare = (phoneme: string): string => phoneme.replace(/\d$/, '');

/** The last word of several, which is what rhymes. */
const lastOf = (words: string): string => words.split(/[\s-]+/).at(-1) ?? words;
const plainWord = (word: string): string =>
  word
    .toLowerCase()
    .replace(/’/g, "'")
    .replace(/[^a-z']/g, '');

const phonemesOf = (words: string, sounds: Pronouncing): readonly string[] | null =>
  sounds.of(plainWord(lastOf(words)));

/** Where the rhyme of a word begins: at its last vowel with stress, or its last one. */
function rhymeAt(phonemes: readonly string[]): number {
  const stressed = phonemes.findLastIndex((p) => /[12]$/.test(p));
  return stressed >= 0 ? stressed : phonemes.findLastIndex(isVowel);
}

/** What two words share that rhyme: all from the last stressed vowel on. Null where nobody knows how it is said. */
export function rhymeOf(words: string, sounds: Pronouncing): string | null {
  const phonemes = phonemesOf(words, sounds);
  return phonemes ? phonemes.slice(rhymeAt(phonemes)).map(bare).join(' ') : null;
}

/** Whether two rhyme: the same from the stressed vowel on, and not the same before it. */
export function rhymes(a: string, b: string, sounds: Pronouncing): boolean {
  const [p, q] = [phonemesOf(a, sounds), phonemesOf(b, sounds)];
  if (!p || !q || rhymeOf(a, sounds) !== rhymeOf(b, sounds)) return false;
  const [i, j] = [rhymeAt(p), rhymeAt(q)];
  return (p[i - 1] ?? '') !== (q[j - 1] ?? '');
}

/** The consonants that a word begins with; empty for a vowel, null where nobody knows how it is said. */
export function onsetOf(words: string, sounds: Pronouncing): string | null {
  const phonemes = sounds.of(plainWord(words.split(/[\s-]+/)[0]));
  if (!phonemes) return null;
  return phonemes.slice(0, phonemes.findIndex(isVowel)).join(' ');
}

/** Stresses of a phrase's syllables, 0 to 2; null for a word that nobody knows how to say. */
export function stressesOf(text: string, sounds: Pronouncing): number[] | null {
  const out: number[] = [];
  for (const word of text.split(/[\s\-–—/&]+/)) {
    const plain = plainWord(word);
    // Words in another script: nobody here knows how they are said.
    if (!plain && /\p{L}/u.test(word)) return null;
    if (!plain) continue;
    const phonemes = sounds.of(plain);
    if (!phonemes) return null;
    // A small word has no stress in a sentence, whatever a dictionary says of it by itself.
    const small = SMALL.has(plain);
    for (const p of phonemes) if (isVowel(p)) out.push(small ? 0 : Number(p.at(-1)));
  }
  return out;
}

const SMALL = new Set(
  "a an the of to in on at by for and or but my me you i'm i'd it it's be is with from as this that no so".split(
    ' ',
  ),
);

/** How evenly stressed and unstressed syllables take turns, from 0 to 1; 0.5 where nobody knows how it is said. */
export function rhythmOf(text: string, sounds: Pronouncing): number {
  const stresses = stressesOf(text, sounds);
  if (!stresses) return 0.5;
  if (stresses.length < 3) return 0.7;
  const beats = stresses.map((s) => Number(s > 0));
  let turns = 0;
  let lulls = 0;
  for (let i = 1; i < beats.length; i++) {
    if (beats[i] !== beats[i - 1]) turns++;
    // A waltz is a rhythm, too: one strong, two weak.
    else if (!beats[i] && beats[i - 2] !== 0) lulls++;
  }
  return Math.min(1, (turns + 0.8 * lulls) / (beats.length - 1));
}

/** Syllables of a phrase; null where nobody knows how it is said. */
export const syllablesOf = (text: string, sounds: Pronouncing): number | null =>
  stressesOf(text, sounds)?.length ?? null;

/** How many sounds apart two words are, stress apart. Null where nobody knows how they are said. */
export function soundsApart(a: string, b: string, sounds: Pronouncing): number | null {
  const [p, q] = [sounds.of(plainWord(a)), sounds.of(plainWord(b))];
  if (!p || !q) return null;
  const [x, y] = [p.map(bare), q.map(bare)];
  let row = y.map((_, j) => j + 1);
  for (let i = 0; i < x.length; i++) {
    const next: number[] = [];
    for (let j = 0; j < y.length; j++) {
      const [left, up, diagonal] = [next[j - 1] ?? i + 1, row[j], j ? row[j - 1] : i];
      next.push(Math.min(left + 1, up + 1, diagonal + Number(x[i] !== y[j])));
    }
    row = next;
  }
  return row.at(-1) ?? x.length;
}

/** Whether a word can take another one's place in a saying and still be heard as it. */
export function soundsLike(word: string, said: string, sounds: Pronouncing): boolean {
  if (plainWord(word) === plainWord(said)) return false;
  const apart = soundsApart(word, said, sounds);
  const [p, q] = [sounds.of(plainWord(word)), sounds.of(plainWord(said))];
  if (apart === null || !p || !q) return false;
  const beats = (x: readonly string[]) => x.filter(isVowel).length;
  const close = apart <= 1 && Math.min(p.length, q.length) >= 2;
  return close || (rhymes(word, said, sounds) && beats(p) === beats(q));
}

/**
 * The two words with their first consonants changed over, where both are words that are known by their sounds: “light
 * nights” of “night lights”. Null where they are none.
 *
 * @param spelled finds a word by its phonemes without stress, joined by spaces
 */
export function spoonerism(
  a: string,
  b: string,
  sounds: Pronouncing,
  spelled: (phonemes: string) => string | undefined,
): [string, string] | null {
  const [p, q] = [sounds.of(plainWord(a)), sounds.of(plainWord(b))];
  if (!p || !q) return null;
  const [i, j] = [p.findIndex(isVowel), q.findIndex(isVowel)];
  const [on, off] = [p.slice(0, i).join(' '), q.slice(0, j).join(' ')];
  if (on === off || (!on && !off)) return null;
  const swap = (onset: readonly string[], rest: readonly string[]) => [...onset, ...rest].map(bare).join(' ');
  const first = spelled(swap(q.slice(0, j), p.slice(i)));
  const second = spelled(swap(p.slice(0, i), q.slice(j)));
  return first && second && first !== plainWord(b) && second !== plainWord(a) ? [first, second] : null;
}

/** Pronouncing after a dictionary of the form of CMUdict: a word in small letters, its phonemes parted by spaces. */
export const pronouncing = (dictionary: Readonly<Record<string, string>>): Pronouncing => {
  const known = new Map<string, readonly string[] | null>();
  return {
    of: (word) => {
      const key = word.toLowerCase().replace(/’/g, "'");
      let phonemes = known.get(key);
      if (phonemes === undefined) {
        const said = Object.hasOwn(dictionary, key) ? dictionary[key] : undefined;
        phonemes = said ? said.split(' ') : null;
        known.set(key, phonemes);
      }
      return phonemes;
    },
  };
};
