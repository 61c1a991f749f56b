import MiniSearch from 'minisearch';

/** A design as it is found: the words on it and of it. */
export interface Found {
  id: string;
  revision: number;
  words: string;
}

/** Letters in which a word may differ from what was typed: short words have too many neighbours. */
const slips = (word: string): number => (word.length > 7 ? 2 : word.length > 3 ? 1 : 0);

/** A word with two neighbouring letters changed about: the commonest slip, which counts as two. */
const swapped = (word: string): string[] =>
  word.length > 3
    ? Array.from(
        { length: word.length - 1 },
        (_, i) => word.slice(0, i) + word[i + 1] + word[i] + word.slice(i + 2),
      )
    : [];

const plainly = (word: string): string => word.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Finds designs by words with a slip of the pen in them. It is brought up to date before each search. */
export class ShelfIndex {
  private readonly index = new MiniSearch<Found>({ fields: ['words'], processTerm: plainly });
  private readonly revisions = new Map<string, number>();

  /** The designs that the index does not have as they are now; those that are gone are taken out of it. */
  stale(now: readonly { id: string; revision: number }[]): string[] {
    const there = new Set(now.map((d) => d.id));
    for (const id of [...this.revisions.keys()]) if (!there.has(id)) this.drop(id);
    return now.filter((d) => this.revisions.get(d.id) !== d.revision).map((d) => d.id);
  }

  private drop(id: string): void {
    this.revisions.delete(id);
    this.index.discard(id);
  }

  put(design: Found): void {
    if (this.revisions.has(design.id)) this.drop(design.id);
    this.revisions.set(design.id, design.revision);
    this.index.add(design);
  }

  /** Ids of designs that have something close to every word, the closest first. */
  near(search: string): string[] {
    const queries = search
      .split(/[\s\p{P}]+/u)
      .filter(Boolean)
      .map((word) => ({
        combineWith: 'OR' as const,
        queries: [{ queries: [word], fuzzy: slips }, ...swapped(word)],
      }));
    if (queries.length === 0) return [];
    return this.index.search({ combineWith: 'AND', prefix: true, queries }).map((r) => r.id as string);
  }
}
