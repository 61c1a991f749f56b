import { monthsBetween, type MonthFigure } from '@brelm/core/demand';
import { amount, list, record, refuse, text } from '../http/outside-answer';

/** What a service tells of a phrase; see docs/almanac.md. */
export interface History {
  phrase: string;
  product: string;
  months: MonthFigure[];
  listings: number;
}

const MOST = { phrases: 1000, months: 600, text: 300 } as const;
const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/;

const phrases = (v: unknown): string[] =>
  list(v, 'phrases', MOST.phrases).map((p) => text(p, 'a phrase', MOST.text));

/** Reads a page of phrases. Throws a SilentError. */
export function readPhrases(v: unknown): { total: number; phrases: string[] } {
  const page = record(v, 'it has no phrases');
  return { total: amount(page.total, 'total'), phrases: phrases(page.phrases) };
}

/** Reads phrases near one. Throws a SilentError. */
export const readNear = (v: unknown): { phrases: string[] } => ({
  phrases: phrases(record(v, 'it has no phrases').phrases),
});

function readMonths(v: unknown): MonthFigure[] {
  const months = list(v, 'months', MOST.months).map((m) => {
    const { month, searches } = record(m, 'a month');
    const told = text(month, 'a month', 7);
    return { month: MONTH.test(told) ? told : refuse('a month'), searches: amount(searches, 'searches') };
  });
  const told = months.map((m) => m.month).sort();
  // What is missing between two is drawn: nobody has figures centuries apart.
  return told.length && monthsBetween(told[0], told.at(-1)!) > MOST.months ? refuse('months') : months;
}

/** Reads histories, one for each phrase that was asked for; null for one that it has none of. Throws a SilentError. */
export function readHistories(v: unknown): { histories: (History | null)[] } {
  const histories = list(record(v, 'it has no histories').histories, 'histories', MOST.phrases);
  return {
    histories: histories.map((h): History | null => {
      if (h === null) return null;
      const { phrase, product, months, listings } = record(h, 'a history');
      const read = readMonths(months);
      if (!read.length) return null;
      return {
        ...{ phrase: text(phrase, 'a phrase', MOST.text), product: text(product, 'a product', MOST.text) },
        ...{ months: read, listings: amount(listings, 'listings') },
      };
    }),
  };
}
