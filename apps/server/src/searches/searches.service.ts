import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import MiniSearch from 'minisearch';
import { monthAfter } from '@brelm/core/demand';
import { shippedSeasons } from '@brelm/engine';
import type { SearchHistory } from '@brelm/contract';
import { historyOf, listingsFor, phrasesOf, type KnownPhrase } from './model';

/** Phrases that are near one, at the most. */
const MOST_NEAR = 24;

/** The last month that is over. */
export const lastMonth = (now = new Date()): string => monthAfter(now.toISOString().slice(0, 7), -1);

/** The stand-in's book of phrases, made soon after the start. */
@Injectable()
export class SearchesService implements OnApplicationBootstrap {
  private made: { by: Map<string, KnownPhrase>; all: KnownPhrase[]; index: MiniSearch } | null = null;

  onApplicationBootstrap(): void {
    // Made before somebody waits for it, and after the server is there.
    setTimeout(() => void this.book, 1500).unref();
  }

  private get book() {
    if (!this.made) {
      const all = phrasesOf(shippedSeasons());
      const index = new MiniSearch({
        fields: ['phrase'],
        searchOptions: { prefix: true, combineWith: 'AND', boostDocument: (id) => 1 / (id as string).length },
      });
      index.addAll(all.map(({ phrase }) => ({ id: phrase, phrase })));
      this.made = { all, index, by: new Map(all.map((p) => [p.phrase, p])) };
    }
    return this.made;
  }

  find(q: string, from: number, count: number): { total: number; phrases: string[] } {
    const { all, index } = this.book;
    const found = q.trim() ? index.search(q).map((r) => r.id as string) : all.map((p) => p.phrase);
    return { total: found.length, phrases: found.slice(from, from + count) };
  }

  near(phrase: string): { phrases: string[] } {
    const { all, index, by } = this.book;
    const shared = index.search(phrase, { combineWith: 'OR', prefix: false }).map((r) => r.id as string);
    const niche = by.get(phrase)?.niche ?? by.get(shared[0])?.niche;
    const beside = all.filter((p) => p.niche === niche && !p.phrase.includes(' ')).map((p) => p.phrase);
    const near = [...new Set([...shared.slice(0, MOST_NEAR - 8), ...beside])].filter((p) => p !== phrase);
    return { phrases: near.slice(0, MOST_NEAR) };
  }

  histories(
    asked: readonly { phrase: string; product: string }[],
    country: string,
    months: number,
  ): { histories: (SearchHistory | null)[] } {
    const last = lastMonth();
    return {
      histories: asked.map(({ phrase, product }) => {
        const known = this.book.by.get(phrase.trim().toLowerCase());
        if (!known) return null;
        return {
          ...{ phrase: known.phrase, product, listings: listingsFor(known, product) },
          months: historyOf(known, product, country, last, months),
        };
      }),
    };
  }
}
