/** Classes of words: a pattern names the class that it takes, so that nothing is established in the trowel. */
export const WORD_CLASSES = [
  'creature',
  'thing',
  'stuff',
  'place',
  'person',
  'food',
  'do',
  'time',
  'quality',
  'chore',
  'fuss',
] as const;
export type WordClass = (typeof WORD_CLASSES)[number];

export interface Niche {
  id: string;
  name: string;
  words: Readonly<Record<Exclude<WordClass, 'chore' | 'fuss'>, readonly string[]>>;
}

export const MOODS = ['dry', 'warm', 'proud', 'daft', 'grumpy'] as const;
export type Mood = (typeof MOODS)[number];

/** What kinds of phrases there are, as they are chosen by. */
export const FAMILIES = [
  'list',
  'rather',
  'job title',
  'sign',
  'confession',
  'comparison',
  'alliteration',
  'rhyme',
  'pun',
  'spoonerism',
] as const;
export type Family = (typeof FAMILIES)[number];

/** How words are pronounced: ARPAbet phonemes with stress digits, as the CMU Pronouncing Dictionary has them. */
export interface Pronouncing {
  /** Phonemes of a word, the first way to say it; null where it is not known. */
  of(word: string): readonly string[] | null;
}

/** A word that stands in a phrase. */
export interface Slot {
  class: WordClass;
  word: string;
}

/** How good a phrase is, each from 0 to 1. */
export interface PhraseScore {
  rhythm: number;
  length: number;
  /** 1 where the shop has nothing like it. */
  fresh: number;
  total: number;
}

export interface Phrase {
  text: string;
  niche: string;
  pattern: string;
  family: Family;
  slots: Slot[];
  score: PhraseScore;
  /** Words that somebody else has the right to. */
  protectedWords: string[];
  /** Words that no dictionary has. */
  doubts: string[];
}
