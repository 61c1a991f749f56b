import { createHash } from 'node:crypto';
import { occurrencesIn, type Season } from '@brelm/core/almanac';
import { randomOf } from '@brelm/core/geometry';
import { monthAfter, monthsBetween, type MonthFigure } from '@brelm/core/demand';
import { NICHES } from '@brelm/core/phrases';

/** What the stand-in knows a phrase as: what it is of, and when it is looked for. */
export interface KnownPhrase {
  phrase: string;
  niche: string;
  /** Months of the year, January first, as factors of a usual month. */
  season: readonly number[];
}

export const PRODUCTS = ['', 'shirt', 'mug', 'ornament', 'sticker'] as const;
/** Months that there are figures of. */
export const MOST_MONTHS = 72;

const digest = (words: readonly (string | number)[]): Buffer =>
  createHash('sha256').update(words.join('\u0000')).digest();

/** A number from 0 to 1 that is the same for the same words. */
const chance = (...words: (string | number)[]): number => digest(words).readUInt32BE(0) / 2 ** 32;

/** As from a normal distribution, the same for the same seed and place: twelve chances, less six. */
function normal(seed: number, at: number): number {
  const next = randomOf((seed ^ Math.imul(at + 1, 0x9e3779b1)) >>> 0);
  let sum = -6;
  for (let i = 0; i < 12; i++) sum += next();
  return sum;
}

/** How a year goes for words that a season is looked for by: a bump before its peak, over a flat rest. */
function yearOf(season: Season, height: number): number[] {
  const peaks = [2024, 2025].flatMap((y) => occurrencesIn(season, y).map((o) => o.peak));
  const year = Array.from({ length: 12 }, () => 1);
  for (const peak of peaks) {
    const at = Number(peak.slice(5, 7)) - 1 + Number(peak.slice(8)) / 31 - 0.5;
    for (let m = 0; m < 12; m++) {
      const off = Math.min(Math.abs(m - at), 12 - Math.abs(m - at));
      year[m] += (height / peaks.length) * Math.exp(-((off / 0.9) ** 2));
    }
  }
  const mean = year.reduce((a, b) => a + b, 0) / 12;
  return year.map((v) => v / mean);
}

/** A gentle year of a phrase that no season has words for. */
function quietYear(phrase: string): number[] {
  const [at, by] = [chance(phrase, 'at') * 12, 0.05 + 0.2 * chance(phrase, 'by')];
  return Array.from({ length: 12 }, (_, m) => 1 + by * Math.cos((2 * Math.PI * (m - at)) / 12));
}

/** What people add to what they look for. */
const FRAMES = {
  creature: ['{}', '{} lover', 'funny {}', '{} gift', 'vintage {}', '{} print', 'cute {}'],
  thing: ['{}', 'vintage {}', '{} gift'],
  person: ['{}', 'funny {}', '{} gift', '{} birthday'],
  food: ['{}', '{} lover'],
  stuff: ['{}', '{} lover'],
  place: ['{}'],
  quality: [],
  time: [],
  do: ['{}'],
} as const;

/**
 * Every phrase that the stand-in has figures for: the words of our niches, and what people add to them, with the year
 * of the season whose words they have.
 */
export function phrasesOf(seasons: readonly Season[]): KnownPhrase[] {
  const out = new Map<string, KnownPhrase>();
  const years = new Map<string, number[]>();
  for (const season of seasons)
    for (const word of [season.name.toLowerCase(), ...season.words])
      if (!years.has(word)) years.set(word, yearOf(season, 2 + 9 * chance(season.id, 'height')));
  // The longest of a season's words that stands in a phrase tells its year.
  const telling = [...years.keys()]
    .sort((a, b) => b.length - a.length)
    .map((w) => ({ word: w, framed: ` ${w} ` }));
  const add = (phrase: string, niche: string) => {
    if (out.has(phrase)) return;
    const framed = ` ${phrase} `;
    const told = telling.find((t) => framed.includes(t.framed))?.word;
    out.set(phrase, { phrase, niche, season: told ? years.get(told)! : quietYear(phrase) });
  };
  for (const { id, words } of NICHES)
    for (const [c, list] of Object.entries(words))
      for (const word of list)
        for (const frame of FRAMES[c as keyof typeof FRAMES])
          add(frame.replace('{}', word.toLowerCase()), id);
  for (const season of seasons)
    for (const frame of ['{}', '{} gift', '{} party', 'funny {}', '{} 2026'])
      add(frame.replace('{}', season.name.toLowerCase()), season.id);
  return [...out.values()].sort((a, b) => (a.phrase < b.phrase ? -1 : 1));
}

/** How large a country's market is beside the largest one. */
const COUNTRIES: Readonly<Record<string, number>> = {
  US: 1,
  GB: 0.34,
  DE: 0.28,
  FR: 0.2,
  CA: 0.12,
  AU: 0.1,
  NL: 0.07,
  IE: 0.03,
  AT: 0.03,
  CH: 0.03,
};
export const COUNTRY_IDS = Object.keys(COUNTRIES);

/** How many look for it in a usual month. */
function level({ phrase }: KnownPhrase, product: string, country: string): number {
  const words = phrase.split(' ').length + Number(product !== '');
  const popular = 10 ** (3.1 + 1.6 * chance(phrase, 'level') - 0.42 * (words - 1));
  const on = product ? 0.25 + 1.5 * chance(phrase, product, 'on') : 1;
  return popular * on * COUNTRIES[country];
}

/** Figures of the last months up to one that is over: a level that grows or falls, a year, and what is left to chance. */
export function historyOf(
  known: KnownPhrase,
  product: string,
  country: string,
  last: string,
  months: number,
): MonthFigure[] {
  const { phrase, season } = known;
  const base = level(known, product, country);
  const growth = -0.1 + 0.32 * chance(phrase, 'growth');
  const noise = 0.05 + 0.16 * chance(phrase, product, country, 'noise');
  const seed = digest([phrase, product, country]).readInt32BE(0);
  return Array.from({ length: months }, (_, i) => {
    const month = monthAfter(last, i - months + 1);
    // Counted from a month that stands still, so that figures of the past never change.
    const years = Number(month.slice(0, 4)) - 2020 + (Number(month.slice(5)) - 1) / 12;
    const chances = Math.exp(noise * normal(seed, monthsBetween('2000-01', month)));
    const searches = base * (1 + growth) ** years * season[Number(month.slice(5)) - 1] * chances;
    return { month, searches: Math.max(0, Math.round(searches)) };
  });
}

/** How many listings there are for it. */
export const listingsFor = (known: KnownPhrase, product: string): number =>
  Math.round(level(known, product, 'US') * 10 ** (1.6 * chance(known.phrase, product, 'listings') - 0.7));
