import { lightness, type Garment } from '@brelm/core/colour';
import { byLightness } from '@brelm/core/proof';
import { ofShop } from '../platform/address';

/** What is offered before there was any design. */
export const FIRST_PRODUCT = 'pinfold/tee-front';
/** Where the product that a design was made for last is kept, in this browser. */
const LAST_PRODUCT = ofShop('brelm-last-product');

/** The product that a design was made for last, as specSides names it; null for none. */
export const lastProduct = (): string | null => localStorage.getItem(LAST_PRODUCT);
export const keepLastProduct = (key: string): void => localStorage.setItem(LAST_PRODUCT, key);

/** From this lightness on a garment is pale. */
const PALE = 55;
export const isPale = (garment: Garment): boolean => lightness(garment.value) >= PALE;

/** Garments that a new design is judged on: the chosen one, then an even spread from dark to light. */
export function spread(garments: readonly Garment[], chosen: Garment): string[] {
  const others = byLightness(garments.filter((g) => g.id !== chosen.id));
  const step = (others.length - 1) / 4;
  const picked = Array.from({ length: 5 }, (_, i) => others[Math.round(i * step)]).filter(Boolean);
  return [...new Set([chosen, ...picked].map((g) => g.id))];
}
