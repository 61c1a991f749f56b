import { converter, clampChroma, formatHex } from 'culori';
import { contrastRatio, luminance } from './contrast';
import { deltaE } from './difference';
import type { Hex } from './srgb';

const toOklch = converter('oklch');

/** The colour of OKLCH hue `h` and chroma `c` (reduced to fit sRGB) whose luminance is `y` (0–1). */
function withLuminance(y: number, c: number, h: number): Hex {
  let low = 0;
  let high = 1;
  let hex: Hex = '#000000';
  for (let i = 0; i < 22; i++) {
    const l = (low + high) / 2;
    hex = formatHex(clampChroma({ mode: 'oklch', l, c, h }, 'oklch')) ?? '#000000';
    if (luminance(hex) < y) low = l;
    else high = l;
  }
  return hex;
}

/**
 * The colour nearest to `ink` (smallest CIEDE2000) whose contrast ratio against every colour of
 * `grounds` is at least `ratio`. The hue is kept within 12° and chroma is reduced where needed.
 * Returns `ink` itself when it already reads, null when no sRGB colour does.
 */
export function nearestReading(ink: Hex, grounds: readonly Hex[], ratio: number): Hex | null {
  const reads = (hex: Hex) => grounds.every((g) => contrastRatio(hex, g) >= ratio);
  if (reads(ink)) return ink;
  const from = toOklch(ink)!;
  const hue = from.h ?? 0;
  const ys = grounds.map(luminance);
  // Rounding to 8 bits may fall short of the target by a hair, so aim a little past it.
  const targets = ys.flatMap((y) => [(y + 0.05) * ratio * 1.004 - 0.05, (y + 0.05) / (ratio * 1.004) - 0.05]);
  let best: Hex | null = null;
  let bestDifference = Infinity;
  const consider = (hex: Hex) => {
    if (!reads(hex)) return;
    const difference = deltaE(ink, hex);
    if (difference < bestDifference) {
      best = hex;
      bestDifference = difference;
    }
  };
  for (const y of targets) {
    if (y < 0 || y > 1) continue;
    for (const share of [1, 0.8, 0.6, 0.4, 0.2, 0])
      for (const turn of from.c < 0.005 ? [0] : [-12, -6, 0, 6, 12])
        consider(withLuminance(y, from.c * share, hue + turn));
  }
  consider('#ffffff');
  consider('#000000');
  return best;
}
