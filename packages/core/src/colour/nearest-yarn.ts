import { deltaE } from './difference';
import { yarns, type Garment } from './garment';
import type { Hex } from './srgb';

/** The yarn that is nearer to `ink` (smallest CIEDE2000): the one that contrast is judged against. */
export function nearestYarn(garment: Garment, ink: Hex): Hex {
  return yarns(garment).reduce((best, yarn) => (deltaE(yarn, ink) < deltaE(best, ink) ? yarn : best));
}
