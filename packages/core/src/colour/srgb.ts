/** An sRGB colour as `#rrggbb`, lower case. */
export type Hex = string;

/** Red, green, blue: each 0–255. */
export type Rgb = readonly [number, number, number];

const HEX = /^#([0-9a-f]{3}|[0-9a-f]{6})$/i;

/** True for `#rgb` and `#rrggbb`. */
export const isHex = (text: unknown): text is Hex => typeof text === 'string' && HEX.test(text);

/** Lower-case `#rrggbb` of `#rgb` or `#rrggbb`; throws a RangeError on anything else. */
export function normaliseHex(text: string): Hex {
  if (!isHex(text)) throw new RangeError(`"${text}" is not a colour: write it as #rrggbb`);
  const digits = text.slice(1).toLowerCase();
  return '#' + (digits.length === 3 ? [...digits].map((d) => d + d).join('') : digits);
}

/** `#rrggbb` as 0–255 components. */
export function hexToRgb(hex: Hex): Rgb {
  const n = parseInt(normaliseHex(hex).slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}

/** 0–255 components (rounded and clamped) as `#rrggbb`. */
export function rgbToHex(rgb: Rgb): Hex {
  return (
    '#' +
    rgb
      .map((v) =>
        Math.max(0, Math.min(255, Math.round(v)))
          .toString(16)
          .padStart(2, '0'),
      )
      .join('')
  );
}

/**
 * `top` at opacity `alpha` (0–1) over `ground`: alpha over in sRGB-encoded values, which is what
 * canvases, browsers and marketplaces do. Components are not rounded.
 */
export const over = (top: Rgb, alpha: number, ground: Rgb): Rgb => [
  top[0] * alpha + ground[0] * (1 - alpha),
  top[1] * alpha + ground[1] * (1 - alpha),
  top[2] * alpha + ground[2] * (1 - alpha),
];

/** sRGB's transfer function: an encoded component 0–255 as linear light 0–1 (IEC 61966-2-1). */
export function linearLight(component: number): number {
  const c = component / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
}

/** Linear light 0–1 as an encoded sRGB component 0–255 (IEC 61966-2-1); values beyond are clamped. */
export function encoded(linear: number): number {
  const v = Math.max(0, Math.min(1, linear));
  return 255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);
}
