import { converter, differenceCiede2000 } from 'culori';
import type { Hex } from './srgb';

const toLab = converter('lab65');
const ciede2000 = differenceCiede2000();

/** CIE L* 0–100 of `#rrggbb`, against D65 (sRGB's own white). */
export const lightness = (hex: Hex): number => toLab(hex)!.l;

/** CIEDE2000 difference of two sRGB colours, in CIELAB against D65 (Sharma, Wu & Dalal 2005). */
export const deltaE = (a: Hex, b: Hex): number => ciede2000(a, b);

/** A CIELAB colour: L* 0–100, a*, b*. */
export interface Lab {
  l: number;
  a: number;
  b: number;
}

/** CIEDE2000 difference of two CIELAB colours (Sharma, Wu & Dalal 2005). */
export const deltaELab = (p: Lab, q: Lab): number =>
  ciede2000({ mode: 'lab65', ...p }, { mode: 'lab65', ...q });
