import { placementOn } from '../placement';
import type { DesignHead } from '../design';
import { quoteOf, QuoteError, type Catalogue } from '../press';
import type { Spec } from '../spec';

/**
 * What one piece costs, printed on every side that the design is placed on, without its postage; hundredths of the
 * catalogue's currency. In its first size and first colour that is there. Null where the press prints nothing like it.
 */
export function pieceCost(catalogue: Catalogue, design: DesignHead, spec: Spec): number | null {
  const blank = catalogue.blanks.find((b) => b.kind === spec.kind && b.blank === spec.blank);
  const country = catalogue.zones[0]?.countries[0];
  if (!blank || !country) return null;
  const prints = spec.sides
    .filter((side) => placementOn(design, spec, side))
    .map(({ id, widthIn, heightIn }) => ({ side: id, widthIn, heightIn }));
  const colour = blank.colours.find((c) => !blank.out.includes(c)) ?? null;
  try {
    const item = { blank: blank.id, size: blank.sizes[0].id, colour, quantity: 1, prints };
    return quoteOf(catalogue, [item], country, 0).items[0].each;
  } catch (error) {
    if (error instanceof QuoteError) return null;
    throw error;
  }
}
