import type { Spec } from '@brelm/core/spec';
import type { MarketFault, MarketWords } from '@brelm/contract';

/** Lengths as this marketplace counts them; told apart from the seller's own counting on purpose. */
function lengthOf(text: string, counting: string | undefined): number {
  if (counting === 'bytes') return Buffer.byteLength(text, 'utf8');
  if (counting === 'utf-16') return text.length;
  if (counting === 'code points') return Array.from(text).length;
  return Array.from(new Intl.Segmenter('en').segment(text)).length;
}

/** What a marketplace finds wrong with the words of a listing. */
export function checkWords(words: MarketWords, pictures: number, { listing }: Spec): MarketFault[] {
  const rules = listing ?? {};
  const faults: MarketFault[] = [];
  const fault = (field: string, message: string) => faults.push({ field, message });
  const length = (text: string) => lengthOf(text, rules.counting);
  const needs = (field: string) => (rules.required ?? ['title']).some((r) => r === field);
  if (needs('title') && !words.title.trim()) fault('title', 'The title is missing.');
  if (needs('description') && !words.description.trim()) fault('description', 'The description is missing.');
  if (needs('tags') && words.tags.length === 0) fault('tags', 'Tags are missing.');
  if (needs('pictures') && pictures === 0) fault('pictures', 'There is no picture of it.');
  if (pictures > (rules.pictures?.most ?? 10))
    fault('pictures', `At most ${rules.pictures?.most ?? 10} pictures are shown.`);
  if (words.title && length(words.title) < (rules.titleLeast ?? 0))
    fault('title', `The title needs ${rules.titleLeast} at least.`);
  const most = (field: string, text: string, limit: number | undefined) => {
    if (limit !== undefined && length(text) > limit)
      fault(field, `This has ${length(text)}, at most ${limit} are taken.`);
  };
  most('title', words.title, rules.titleMax);
  most('description', words.description, rules.descriptionMax);
  words.tags.forEach((t, i) => most(`tags[${i}]`, t, rules.tags?.each));
  words.points.forEach((p, i) => most(`points[${i}]`, p, rules.bullets?.each));
  if (rules.tags && words.tags.length > rules.tags.most)
    fault('tags', `At most ${rules.tags.most} tags are taken.`);
  if (rules.bullets && words.points.length > rules.bullets.most)
    fault('points', `At most ${rules.bullets.most} points are taken.`);
  const texts = [words.title, words.description, ...words.points, ...words.tags].map((t) => t.toLowerCase());
  // Each by itself: a title’s end and a description’s beginning say nothing together.
  const plain = texts.map((t) => ` ${t.replace(/[^\p{L}\p{N}]+/gu, ' ')} `);
  for (const bad of rules.forbidden ?? [])
    if (plain.some((t) => t.includes(` ${bad.toLowerCase()} `)))
      fault('words', `“${bad}” is not allowed here.`);
  for (const bad of new Set(rules.forbiddenCharacters ?? ''))
    if (texts.some((t) => t.includes(bad.toLowerCase())))
      fault('words', `The character “${bad}” is not allowed here.`);
  const { least = 1, most: dearest = 100_000_000 } = rules.prices ?? {};
  if (words.price < least || words.price > dearest)
    fault('price', `Prices from ${(least / 100).toFixed(2)} to ${(dearest / 100).toFixed(2)} are taken.`);
  return faults;
}
