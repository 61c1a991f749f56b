import dictionary from 'cmu-pronouncing-dictionary/index.json?url';
import { expose } from 'comlink';
import type { ProtectedWord } from '@brelm/core/listing';
import {
  KNOWN_WORDS,
  makePhrases,
  NICHES,
  pronouncing,
  spelledBy,
  type Phrase,
  type PhraseWish,
  type PhraseWorld,
} from '@brelm/core/phrases';
import { spelling } from '../platform/spelling';
import { say } from '../words/workers';

export interface PhrasesAsked {
  wish: PhraseWish;
  own: string[];
  protectedWords: ProtectedWord[];
  /** What was shown before; see phraseKey. */
  seen: string[];
}

/** Words of the lists are right, whether or not a dictionary has them. */
const OURS = new Set(KNOWN_WORDS(NICHES));

async function read(): Promise<Pick<PhraseWorld, 'sounds' | 'spelled' | 'doubted'>> {
  const [response, book] = await Promise.all([fetch(dictionary), spelling()]);
  if (!response.ok) throw new Error(say('thePronouncingDictionaryCouldNot', { status: response.status }));
  const sounds = pronouncing((await response.json()) as Record<string, string>);
  const known = new Map<string, boolean>();
  const doubted = (word: string): boolean => {
    let is = known.get(word);
    if (is === undefined) {
      const parts = word.toLowerCase().match(/[a-z]{3,}/g) ?? [];
      is = parts.some((p) => !OURS.has(p)) && Boolean(book?.doubt(word));
      known.set(word, is);
    }
    return is;
  };
  return { sounds, spelled: spelledBy([...OURS], sounds), doubted };
}

let words: ReturnType<typeof read> | null = null;

const worker = {
  /** Nothing is waited for that would not be wanted by the next one, too. */
  stop: (): void => undefined,
  async make({ wish, own, protectedWords, seen }: PhrasesAsked): Promise<Phrase[]> {
    words ??= read();
    // One that could not be read is read anew.
    words.catch(() => (words = null));
    return makePhrases(wish, { ...(await words), own, protectedWords, seen: new Set(seen) });
  },
};

export type PhrasesWorker = typeof worker;
expose(worker);
