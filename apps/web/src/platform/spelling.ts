import { createSpelling, type Dictionary, type Spelling } from '@brelm/core/proof';
import { readAt } from './asked-again';

const BOOKS = ['en-gb', 'en'];

async function load(id: string): Promise<Dictionary> {
  const part = async (name: string) => {
    const response = await readAt(`dictionaries/${id}/${name}`);
    if (!response.ok) throw new Error(`dictionary: ${response.status}`);
    return response.text();
  };
  const [aff, dic] = await Promise.all([part('aff'), part('dic')]);
  return { aff, dic };
}

/** A shop's own name is right, however it is spelt. */
const shopWords = (): Promise<string[]> =>
  readAt('shop').then(
    async (response) => ((await response.json()) as { name: string | null }).name?.split(/\s+/) ?? [],
    () => [],
  );

/** The words that the seller has added. */
const ownWords = (): Promise<string[]> =>
  readAt('words').then(
    async (response) => (response.ok ? ((await response.json()) as string[]) : []),
    () => [],
  );

let made: Promise<Spelling | undefined> | undefined;

/** British and American spelling, loaded when first asked for; undefined while it cannot be had. */
export function spelling(): Promise<Spelling | undefined> {
  made ??= Promise.all([Promise.all(BOOKS.map(load)), shopWords(), ownWords()]).then(
    ([books, shop, own]) => createSpelling(books, [...shop, ...own]),
    () => {
      made = undefined;
      return undefined;
    },
  );
  return made;
}

/** Has the dictionaries made anew: the seller's words have changed. */
export function forgetSpelling(): void {
  made = undefined;
}
