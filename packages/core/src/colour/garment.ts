import type { Hex } from './srgb';
import { deltaE } from './difference';

/** A garment colour: what the artwork is printed on. */
export interface Garment {
  id: string;
  name: string;
  /** The colour, or the heather's first yarn. */
  value: Hex;
  /** `heather`: a fine mix of two yarns, `value` and `second`. */
  kind: 'solid' | 'heather';
  /** The heather's second yarn. */
  second?: Hex;
}

/** The colours of which a garment is made: one for a solid, two yarns for a heather. */
export const yarns = (garment: Garment): Hex[] =>
  garment.kind === 'heather' && garment.second ? [garment.value, garment.second] : [garment.value];

/** The yarn that is nearer to `ink` (smallest CIEDE2000): the one that contrast is judged against. */
export function nearestYarn(garment: Garment, ink: Hex): Hex {
  return yarns(garment).reduce((best, yarn) => (deltaE(yarn, ink) < deltaE(best, ink) ? yarn : best));
}
