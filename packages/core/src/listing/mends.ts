import type { Spec } from '../spec';
import {
  lengthIn,
  overrideOf,
  shortenedTo,
  tagKey,
  withoutWords,
  type ListingOverride,
  type Wording,
} from '../wording';
import type { FilledListing } from './fill';
import { countingOf, type ListingFinding } from './judge';
import { priceFor } from './price';

/** A change of a wording that takes a finding away. */
export interface ListingMend {
  label: string;
  change: Partial<Wording>;
}

/** A wording in which one listing says something otherwise; what is `undefined` is as the wording has it again. */
export function withOverride(wording: Wording, spec: string, change: ListingOverride): Partial<Wording> {
  const merged = Object.fromEntries(
    Object.entries({ ...overrideOf(wording, spec), ...change }).filter(([, v]) => v !== undefined),
  ) as ListingOverride;
  const { [spec]: _before, ...others } = wording.overrides;
  return { overrides: Object.keys(merged).length ? { ...others, [spec]: merged } : others };
}

/** First tags that are not too many, and not too long together. */
function fittingTags(tags: readonly string[], spec: Spec): string[] {
  const { most = Infinity, total = Infinity } = spec.listing?.tags ?? {};
  let all = 0;
  return tags.slice(0, most).filter((t) => (all += lengthIn(t, countingOf(spec))) <= total);
}

/** What would take a finding away; null where only the seller can know. */
export function mendOf(
  { part, fault, at }: ListingFinding,
  words: FilledListing,
  wording: Wording,
  spec: Spec,
  cost: number | null,
): ListingMend | null {
  const here = `for ${spec.marketplace}, ${spec.product}`;
  const mend = (label: string, change: ListingOverride): ListingMend => ({
    label,
    change: withOverride(wording, spec.id, change),
  });
  const counting = countingOf(spec);
  /** The text of the finding changed, as this listing's own; null for points, which a listing has none of its own. */
  const text = (label: string, changed: (text: string) => string): ListingMend | null => {
    if (part === 'title' || part === 'description')
      return mend(`${label} ${here}`, { [part]: changed(words[part]) });
    if (part !== 'tags' || at === undefined) return null;
    const tags = words.tags.map((t, i) => (i === at ? changed(t) : t)).filter(Boolean);
    return mend(`${label} ${here}`, { tags });
  };
  switch (fault.kind) {
    case 'long':
      return text('Shorten it', (t) => shortenedTo(t, fault.most, counting));
    case 'forbidden':
    case 'protected':
      return text(`Take “${fault.words}” out`, (t) => withoutWords(t, fault.words));
    case 'character':
      return text(`Take the “${fault.character}” out`, (t) => t.replaceAll(fault.character, '').trim());
    case 'many-tags':
    case 'long-tags':
      if (part !== 'tags') return null;
      return mend(`Keep the first that fit ${here}`, { tags: fittingTags(words.tags, spec) });
    case 'repeated-tag':
      return mend(`Take “${fault.tag}” out`, { tags: words.tags.filter((_, i) => i !== at) });
    case 'wasted-tag': {
      const longer = `${fault.tag} ${words.word}`;
      const fits = lengthIn(longer, counting) <= (spec.listing?.tags?.each ?? 0);
      if (!fits || words.tags.some((t) => tagKey(t) === tagKey(longer))) return null;
      return mend(`Make it “${longer}”`, { tags: words.tags.map((t, i) => (i === at ? longer : t)) });
    }
    case 'spelling': {
      const [meant] = fault.meant;
      if (!meant || (part !== 'title' && part !== 'description')) return null;
      const word = new RegExp(`(?<![\\p{L}'’])${fault.word}(?![\\p{L}'’])`, 'gu');
      return mend(`Write “${meant}” ${here}`, { [part]: words[part].replace(word, meant) });
    }
    case 'credit':
      return creditMend(fault.lines, wording, words, spec);
    case 'price-out': {
      const price = Math.max(fault.least, Math.min(fault.most, wanted(wording, spec, cost) ?? fault.least));
      return mend(`Ask ${(price / 100).toFixed(2)} ${here}`, { price });
    }
    case 'loss': {
      const price = wanted(wording, spec, cost);
      return price === null ? null : mend(`Ask ${(price / 100).toFixed(2)} ${here}`, { price });
    }
    default:
      return null;
  }
}

const wanted = ({ pricing }: Wording, spec: Spec, cost: number | null): number | null =>
  cost === null ? null : priceFor(spec.listing?.fees, cost, pricing);

/** The makers go where all listings have them: into the wording; and into this listing's own description where it has one. */
function creditMend(
  lines: readonly string[],
  wording: Wording,
  words: FilledListing,
  spec: Spec,
): ListingMend {
  const label =
    lines.length === 1 ? 'Name the maker in the description' : 'Name the makers in the description';
  if (words.own.includes('description'))
    return {
      label,
      change: withOverride(wording, spec.id, {
        description: [words.description, ...lines].filter(Boolean).join('\n\n'),
      }),
    };
  const taken = new Set(wording.blocks.map((b) => b.id));
  let n = 1;
  while (taken.has(`credits-${n}`)) n++;
  const text = lines.join('\n').replace(/[{}]/g, (brace) => brace + brace);
  return {
    label,
    change: { blocks: [...wording.blocks, { id: `credits-${n}`, kind: 'paragraph', text, only: [] }] },
  };
}
