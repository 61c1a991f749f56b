import { doubtfulIn, type Severity, type Spelling } from '../proof';
import type { ListingField, ListingRules, Spec } from '../spec';
import { lengthIn, placesOfWords, tagKey, wordsOfTag } from '../wording';
import { creditsMissing, creditsOf, type UsedMaterial } from './credits';
import type { FilledListing } from './fill';
import { profitAt } from './price';
import type { ProtectedWord } from './protected';
import { rightsOf } from './rights';

export type ListingPart = ListingField | 'points' | 'rights';

/** What is wrong with a listing, by what it is wrong with; a mend is made of it by mendOf. */
export type ListingFault =
  | { kind: 'missing' | 'short' }
  | { kind: 'long'; most: number }
  | { kind: 'unknown-place' | 'empty-place'; place: string }
  | { kind: 'forbidden' | 'protected'; words: string }
  | { kind: 'character'; character: string }
  | { kind: 'few-tags'; least: number }
  | { kind: 'many-tags'; most: number }
  | { kind: 'long-tags'; most: number }
  | { kind: 'repeated-tag' | 'wasted-tag'; tag: string }
  | { kind: 'spelling'; word: string; meant: string[] }
  | { kind: 'price-out'; least: number; most: number }
  | { kind: 'loss' | 'no-price' | 'no-cost' | 'no-pictures' }
  | { kind: 'credit'; lines: string[] }
  | { kind: 'right'; material: string };

export interface ListingFinding {
  severity: Severity;
  part: ListingPart;
  message: string;
  fault: ListingFault;
  /** The tag or point that it is about, from 0. */
  at?: number;
}

/** How a listing's text stands against its limits. */
export interface Count {
  length: number;
  most: number | null;
}

export interface JudgedListing {
  words: FilledListing;
  spec: Spec;
  /** Hundredths; null where there is none yet. */
  price: number | null;
  cost: number | null;
  /** Pictures of it that are made. */
  pictures: number;
  /** What the design uses that somebody has a right to. */
  used: readonly UsedMaterial[];
}

export interface ListingHelp {
  protectedWords: readonly ProtectedWord[];
  spelling: Spelling | null;
}

/** Of a tag's allowed length: one word under it says too little. */
const WASTED = 1 / 3;

export const countingOf = ({ listing }: Spec) => listing?.counting ?? 'characters';

/** Lengths beside their limits, as they are counted while one types. */
export function countsOf(
  { title, description, tags }: FilledListing,
  spec: Spec,
): Record<'title' | 'description' | 'tags', Count> {
  const counting = countingOf(spec);
  const { titleMax, descriptionMax, tags: rule }: ListingRules = spec.listing ?? {};
  return {
    title: { length: lengthIn(title, counting), most: titleMax ?? null },
    description: { length: lengthIn(description, counting), most: descriptionMax ?? null },
    tags: { length: tags.length, most: rule?.most ?? null },
  };
}

const NAMES: Record<ListingPart, string> = {
  title: 'The title',
  description: 'The description',
  points: 'A point',
  tags: 'A tag',
  pictures: 'The listing',
  price: 'The price',
  rights: 'A right',
};

/** What a marketplace would refuse in a listing, and what would help it to sell; the worst first. */
export function judgeListing(input: JudgedListing, help: ListingHelp): ListingFinding[] {
  const { words, spec, price, cost, pictures } = input;
  const rules = spec.listing ?? {};
  const { marketplace } = spec;
  const counting = countingOf(spec);
  const length = (text: string) => lengthIn(text, counting);
  const unit = counting === 'bytes' ? 'bytes' : 'characters';
  const required = rules.required ?? ['title'];
  const out: ListingFinding[] = [];
  const found = (
    severity: Severity,
    part: ListingPart,
    message: string,
    fault: ListingFault,
    at?: number,
  ): void => void out.push({ severity, part, message, fault, ...(at === undefined ? {} : { at }) });

  const texts: [ListingPart, string, number?][] = [
    ['title', words.title],
    ['description', words.description],
    ...words.points.map((p, i): [ListingPart, string, number] => ['points', p, i]),
    ...words.tags.map((t, i): [ListingPart, string, number] => ['tags', t, i]),
  ];

  for (const part of ['title', 'description'] as const)
    if (required.includes(part) && !words[part].trim())
      found('stop', part, `${NAMES[part]} is empty: ${marketplace} asks for one`, { kind: 'missing' });
  if (rules.titleLeast && words.title && length(words.title) < rules.titleLeast)
    found(
      'stop',
      'title',
      `The title has ${length(words.title)} ${unit}: ${marketplace} asks for ${rules.titleLeast} at least`,
      { kind: 'short' },
    );
  const limit = (part: ListingPart, text: string, most: number | undefined, at?: number) => {
    if (most !== undefined && length(text) > most)
      found(
        'stop',
        part,
        `${NAMES[part]} ${at === undefined ? '' : `“${text}” `}has ${length(text)} ${unit}, ${marketplace} takes ${most}`,
        { kind: 'long', most },
        at,
      );
  };
  limit('title', words.title, rules.titleMax);
  limit('description', words.description, rules.descriptionMax);
  words.points.forEach((p, i) => limit('points', p, rules.bullets?.each, i));
  words.tags.forEach((t, i) => limit('tags', t, rules.tags?.each, i));
  if (rules.bullets && words.points.length > rules.bullets.most)
    found('stop', 'points', `${words.points.length} points: ${marketplace} takes ${rules.bullets.most}`, {
      kind: 'many-tags',
      most: rules.bullets.most,
    });

  for (const place of words.unknown)
    found('stop', 'title', `Nothing is called ${place}: it would stand in the listing as it is written`, {
      kind: 'unknown-place',
      place,
    });
  for (const place of words.empty)
    found('watch', 'title', `The place “${place}” has no words yet: they are missing in the listing`, {
      kind: 'empty-place',
      place,
    });

  for (const [part, text, at] of texts) {
    const name = at === undefined ? NAMES[part] : `${NAMES[part]}, “${text}”,`;
    for (const forbidden of rules.forbidden ?? [])
      if (placesOfWords(text, forbidden).length)
        found(
          'stop',
          part,
          `${name} has “${forbidden}”, which ${marketplace} refuses`,
          { kind: 'forbidden', words: forbidden },
          at,
        );
    for (const { words: own, why } of help.protectedWords)
      if (placesOfWords(text, own).length)
        found(
          'stop',
          part,
          `${name} has “${own}”, which is protected${why ? `: ${why}` : ''}`,
          { kind: 'protected', words: own },
          at,
        );
    for (const character of new Set(rules.forbiddenCharacters ?? ''))
      if (text.includes(character))
        found(
          'stop',
          part,
          `${name} has a “${character}”, which ${marketplace} refuses`,
          { kind: 'character', character },
          at,
        );
  }

  tagFindings(words.tags, input, found);

  if (help.spelling && (words.title || words.description || words.tags.length)) {
    const doubtful = (part: ListingPart, lines: readonly string[]) => {
      for (const { word, meant } of doubtfulIn(lines, help.spelling!))
        found('note', part, `“${word}” is in no dictionary`, { kind: 'spelling', word, meant });
    };
    doubtful('title', [words.title]);
    doubtful('description', words.description.split('\n'));
    doubtful('tags', words.tags);
  }

  for (const { kind, title, goods, why, key } of rightsOf(input.used)) {
    if (goods === 'yes') continue;
    const what = kind === 'typeface' ? `Typeface ${title}` : `“${title}”`;
    found(goods === 'no' ? 'stop' : 'watch', 'rights', `${what}: ${why}`, {
      kind: 'right',
      material: key,
    });
  }
  const owed = creditsMissing([words.description, ...words.points].join('\n'), creditsOf(input.used));
  if (owed.length)
    found(
      'stop',
      'description',
      `The description must name ${owed.length === 1 ? 'a maker' : `${owed.length} makers`}: ${owed.join('; ')}`,
      {
        kind: 'credit',
        lines: owed,
      },
    );
  if (required.includes('pictures') && pictures === 0)
    found('stop', 'pictures', `There is no picture of it yet: ${marketplace} asks for one`, {
      kind: 'no-pictures',
    });
  priceFindings(price, cost, spec, required.includes('price'), found);
  const rank: Record<Severity, number> = { stop: 0, watch: 1, note: 2 };
  return out
    .map((f, i) => ({ f, i }))
    .sort((a, b) => rank[a.f.severity] - rank[b.f.severity] || a.i - b.i)
    .map(({ f }) => f);
}

type Found = (
  severity: Severity,
  part: ListingPart,
  message: string,
  fault: ListingFault,
  at?: number,
) => void;

function tagFindings(tags: readonly string[], { spec }: JudgedListing, found: Found): void {
  const rule = spec.listing?.tags;
  if (!rule) return;
  const { marketplace } = spec;
  if (tags.length > rule.most)
    found('stop', 'tags', `${tags.length} tags: ${marketplace} takes ${rule.most}`, {
      kind: 'many-tags',
      most: rule.most,
    });
  if (rule.total !== undefined) {
    const all = tags.reduce((n, t) => n + lengthIn(t, countingOf(spec)), 0);
    if (all > rule.total)
      found('stop', 'tags', `The tags have ${all} characters together: ${marketplace} takes ${rule.total}`, {
        kind: 'long-tags',
        most: rule.total,
      });
  }
  const least = rule.least ?? (spec.listing?.required?.includes('tags') ? 1 : 0);
  if (tags.length < least)
    found(
      'stop',
      'tags',
      `${tags.length === 0 ? 'No tag' : `${tags.length} tags`}: ${marketplace} asks for ${least} at least`,
      { kind: 'few-tags', least },
    );
  const seen = new Map<string, string>();
  tags.forEach((tag, at) => {
    const key = tagKey(tag);
    const before = seen.get(key);
    if (before !== undefined)
      found(
        'watch',
        'tags',
        `“${tag}” says the same as “${before}”: the place of one is lost`,
        { kind: 'repeated-tag', tag },
        at,
      );
    else seen.set(key, tag);
    if (
      before === undefined &&
      wordsOfTag(tag).length === 1 &&
      lengthIn(tag, countingOf(spec)) < rule.each * WASTED
    )
      found(
        'note',
        'tags',
        `“${tag}” uses ${lengthIn(tag, countingOf(spec))} of ${rule.each} characters: a phrase is looked for by more buyers that mean it`,
        { kind: 'wasted-tag', tag },
        at,
      );
  });
}

function priceFindings(
  price: number | null,
  cost: number | null,
  spec: Spec,
  required: boolean,
  found: Found,
): void {
  const { fees, prices } = spec.listing ?? {};
  if (cost === null)
    found('note', 'price', 'The press prints nothing like it: what it costs is not known', {
      kind: 'no-cost',
    });
  if (price === null) {
    if (required)
      found('stop', 'price', `There is no price: ${spec.marketplace} asks for one`, { kind: 'no-price' });
    return;
  }
  if (prices && (price < prices.least || price > prices.most))
    found(
      'stop',
      'price',
      `${spec.marketplace} takes prices from ${sum(prices.least)} to ${sum(prices.most)}`,
      { kind: 'price-out', ...prices },
    );
  if (cost === null) return;
  const { profit } = profitAt(fees, cost, price);
  if (profit < 0) found('watch', 'price', `Each sale loses ${sum(-profit)}`, { kind: 'loss' });
}

/** Hundredths as a sum. */
const sum = (hundredths: number): string => (hundredths / 100).toFixed(2);
