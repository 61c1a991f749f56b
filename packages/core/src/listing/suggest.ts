import type { Spec } from '../spec';
import { folded, lengthIn, tagKey } from '../wording';
import { countingOf } from './judge';

/** A tag that is offered, and why. */
export interface Suggestion {
  tag: string;
  from: 'words' | 'figures' | 'occasion' | 'product';
}

export interface SuggestFrom {
  /** Lines of the artwork. */
  lines: readonly string[];
  /** What figures show, and other words for it; the nearest first. */
  topics: readonly string[];
  occasion: string;
  product: string;
  /** Tags that are there already. */
  taken: readonly string[];
}

/** Words that nobody looks for by themselves. */
const SMALL = new Set(
  'a an and are as at be but by for from if in is it its me my no not of off on or our out so that the their them they this to up us was we were with you your'.split(
    ' ',
  ),
);
/** Suggestions at once. */
const MOST = 30;

/**
 * Tags for a listing, made of what is known without anybody being asked: what figures show with the product's word,
 * the words on the artwork, the occasion. None is longer than the marketplace takes, and none says what a tag says
 * that is there.
 */
export function suggestTags(
  { lines, topics, occasion, product, taken }: SuggestFrom,
  spec: Spec,
): Suggestion[] {
  const rule = spec.listing?.tags;
  if (!rule) return [];
  const known = new Set(taken.map(tagKey));
  const out: Suggestion[] = [];
  const offer = (words: string, from: Suggestion['from']) => {
    const tag = folded(words)
      .replace(/[^\p{L}\p{N} '’-]+/gu, ' ')
      .replace(/\s+/g, ' ')
      .trim();
    const key = tagKey(tag);
    if (!key || known.has(key) || lengthIn(tag, countingOf(spec)) > rule.each || out.length >= MOST) return;
    known.add(key);
    out.push({ tag, from });
  };
  const phrase = lines.join(' ');
  const words = folded(phrase).match(/\p{L}{3,}/gu) ?? [];
  const telling = [...new Set(words)].filter((w) => !SMALL.has(w));
  // What is meant and what it is on, as buyers type it.
  for (const topic of topics.slice(0, 6)) offer(`${topic} ${product}`, 'figures');
  offer(phrase, 'words');
  if (occasion) {
    offer(`${occasion} ${product}`, 'occasion');
    offer(`${occasion} gift`, 'occasion');
  }
  for (const word of telling.slice(0, 6)) offer(`${word} ${product}`, 'words');
  for (const topic of topics.slice(0, 6)) offer(`${topic} gift`, 'figures');
  for (const topic of topics) offer(topic, 'figures');
  for (let i = 0; i + 1 < words.length; i++)
    if (!SMALL.has(words[i]) && !SMALL.has(words[i + 1])) offer(`${words[i]} ${words[i + 1]}`, 'words');
  offer(`${product} gift`, 'product');
  return out;
}
