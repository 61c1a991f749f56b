import type { ListingOverride, Wording } from './types';

/** What one listing says otherwise than the wording; nothing for a spec that it does not name. */
export const overrideOf = ({ overrides }: Pick<Wording, 'overrides'>, spec: string): ListingOverride =>
  Object.hasOwn(overrides, spec) ? overrides[spec] : {};

/** Those of some products whose listings have a title and a description. */
export const wordedOf = (
  wording: Pick<Wording, 'title' | 'blocks' | 'overrides'>,
  specs: readonly string[],
): string[] => {
  const described = wording.blocks.some((b) => b.text.trim());
  return specs.filter((spec) => {
    const { title = wording.title, description } = overrideOf(wording, spec);
    return title.trim() !== '' && (described || Boolean(description?.trim()));
  });
};
