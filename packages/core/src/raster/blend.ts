/** How a colour meets the one below it: W3C Compositing and Blending Level 1, on encoded sRGB, 0–1. */
export type PixelBlend =
  | 'normal'
  | 'multiply'
  | 'screen'
  | 'overlay'
  | 'darken'
  | 'lighten'
  | 'hard-light'
  | 'soft-light'
  | 'color'
  | 'luminosity';

/** Blends that work on each component by itself. `b`: what lies below, `s`: what is laid over it. */
const SEPARABLE: Partial<Record<PixelBlend, (b: number, s: number) => number>> = {
  normal: (_, s) => s,
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  darken: (b, s) => Math.min(b, s),
  lighten: (b, s) => Math.max(b, s),
  'hard-light': (b, s) => hardLight(b, s),
  'soft-light': (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return b + (2 * s - 1) * (d - b);
  },
};

function hardLight(b: number, s: number): number {
  return s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1);
}

type Three = [number, number, number];
const lum = (c: readonly number[]) => 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];

/** A colour with another luminosity, brought back within what can be shown. */
function withLum(c: readonly number[], l: number): Three {
  const d = l - lum(c);
  const made = c.map((v) => v + d);
  const least = Math.min(...made);
  const most = Math.max(...made);
  const own = lum(made);
  return made.map((v) => {
    let to = v;
    if (least < 0) to = own + ((to - own) * own) / (own - least);
    if (most > 1) to = own + ((to - own) * (1 - own)) / (most - own);
    return to;
  }) as Three;
}

/**
 * The colour that `over` makes of `below`, both opaque, components 0–1, by a blend of the W3C's; written to `out`.
 * Separable blends take each component by itself, `color` and `luminosity` the three together.
 */
export function blendColour(
  blend: PixelBlend,
  below: Float64Array,
  over: Float64Array,
  out: Float64Array,
): void {
  const separable = SEPARABLE[blend];
  if (separable) {
    for (let c = 0; c < 3; c++) out[c] = separable(below[c], over[c]);
    return;
  }
  out.set(blend === 'color' ? withLum([...over], lum([...below])) : withLum([...below], lum([...over])));
}
