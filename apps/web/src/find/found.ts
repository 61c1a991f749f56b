import { useEffect, useRef, type RefObject } from 'react';
import { say } from '../words/find';

/** Something that can be found, and what is done with it. */
export interface Found {
  id: string;
  /** Under which heading it stands. */
  group: string;
  title: string;
  /** More words that it is found by, and that tell it from others. */
  more?: string;
  /** The key that does the same, as it is written in a table of keys. */
  keys?: string;
  run: () => void;
}

type Give = () => readonly Found[];
const givers = new Set<RefObject<Give>>();

/** Gives what is shown here to be found, for as long as it is. */
export function useFindable(give: Give): void {
  const current = useRef(give);
  useEffect(() => {
    current.current = give;
  });
  useEffect(() => {
    givers.add(current);
    return () => void givers.delete(current);
  }, []);
}

/** Headings of what is shown, in the order in which they stand, whichever of it was there first; others follow. */
export const HEADINGS = {
  parts: say('parts'),
  products: say('onProducts'),
  listings: say('listings'),
  garments: say('garments'),
  colourways: say('colourways'),
  inks: say('inks'),
} as const;
const ORDER: readonly string[] = Object.values(HEADINGS);
const rankOf = ({ group }: Found): number => ORDER.indexOf(group) + 1 || ORDER.length + 1;

/** What those that are shown now give. */
export const foundHere = (): Found[] =>
  [...givers].flatMap((g) => [...g.current()]).sort((a, b) => rankOf(a) - rankOf(b));

const plain = (words: string): string => words.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** How well a text is what is asked for, 0 for not at all: each word of the question begins one of its own, or is in it. */
export function likeness(asked: string, title: string, more = ''): number {
  const words = plain(asked).split(/\s+/).filter(Boolean);
  const [head, tail] = [plain(title), plain(more)];
  const begins = (text: string, word: string) =>
    text.split(/[^\p{L}\p{N}#]+/u).some((w) => w.startsWith(word));
  let sum = 0;
  for (const word of words) {
    const by = head.startsWith(word)
      ? 4
      : begins(head, word)
        ? 3
        : head.includes(word)
          ? 2
          : tail.includes(word)
            ? 1
            : 0;
    if (by === 0) return 0;
    sum += by;
  }
  return words.length ? sum / words.length : 1;
}

/** The best of some things for a question: `most` of a group, groups and equals in their order. */
export function bestOf(asked: string, things: readonly Found[], most: number): Found[] {
  const groups = new Map<string, { found: Found; by: number }[]>();
  for (const found of things) {
    const by = likeness(asked, found.title, found.more);
    if (by > 0) groups.set(found.group, [...(groups.get(found.group) ?? []), { found, by }]);
  }
  return [...groups.values()].flatMap((of) =>
    of
      .sort((a, b) => b.by - a.by)
      .slice(0, most)
      .map(({ found }) => found),
  );
}
