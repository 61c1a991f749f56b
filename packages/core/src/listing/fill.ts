import type { Spec } from '../spec';
import { fillTemplate, folded, overrideOf, type FilledWords, type ListingOverride } from '../wording';
import { factsOf, type ListingContext } from './facts';

/** Words of a listing, with what its templates could not fill. */
export interface FilledListing extends FilledWords {
  /** Places that nobody has named, as they are written. */
  unknown: string[];
  /** Places that are known and have no words. */
  empty: string[];
  /** What the product is called in it. */
  word: string;
  /** Fields that this listing says otherwise than the wording. */
  own: (keyof ListingOverride)[];
}

const madeFor = (spec: Spec, { only }: { only: readonly string[] }): boolean =>
  only.length === 0 || only.includes(spec.kind);

/** The words of one listing: the design's wording with its places filled, and what this listing says otherwise. */
export function filledListing(context: ListingContext): FilledListing {
  const { design, spec } = context;
  const { wording } = design;
  const override = overrideOf(wording, spec.id);
  const values = factsOf(context);
  const [unknown, empty] = [new Set<string>(), new Set<string>()];
  const fill = (template: string): string => {
    const filled = fillTemplate(template, values);
    filled.unknown.forEach((p) => unknown.add(p));
    filled.empty.forEach((p) => empty.add(p));
    return filled.text;
  };
  const apart = spec.listing?.bullets !== undefined;
  const blocks = wording.blocks.filter((b) => madeFor(spec, b) && b.text.trim());
  const points = apart ? blocks.filter((b) => b.kind === 'point').map((b) => fill(b.text).trim()) : [];
  const description = (): string => {
    let [text, last] = ['', ''];
    for (const { kind, text: template } of blocks) {
      if (apart && kind === 'point') continue;
      const filled = fill(template).trim();
      if (!filled) continue;
      const gap = !text ? '' : kind === 'point' && last === 'point' ? '\n' : '\n\n';
      text += gap + (kind === 'point' ? `• ${filled}` : filled);
      last = kind;
    }
    return text;
  };
  const tags = (): string[] => {
    const seen = new Set<string>();
    return wording.tags
      .filter((t) => madeFor(spec, t))
      .map((t) => fill(t.text).trim())
      .filter((t) => t && !seen.has(folded(t)) && seen.add(folded(t)));
  };
  return {
    title: override.title ?? fill(wording.title).trim(),
    description: override.description ?? description(),
    points,
    tags: spec.listing?.tags || !spec.listing ? (override.tags ?? tags()) : [],
    word: values.product,
    unknown: [...unknown],
    empty: [...empty],
    own: (Object.keys(override) as (keyof ListingOverride)[]).filter((k) => override[k] !== undefined),
  };
}
