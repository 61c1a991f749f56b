import { hexToRgb, linearLight, type Hex, type Rgb } from './srgb';

/** Relative luminance 0–1 of an sRGB colour, components 0–255 (WCAG 2.2). */
export const luminanceOfRgb = (rgb: Rgb): number =>
  0.2126 * linearLight(rgb[0]) + 0.7152 * linearLight(rgb[1]) + 0.0722 * linearLight(rgb[2]);

/** Relative luminance 0–1 of `#rrggbb` (WCAG 2.2). */
export const luminance = (hex: Hex): number => luminanceOfRgb(hexToRgb(hex));

/** Contrast ratio 1–21 of two relative luminances, in either order (WCAG 2.2). */
export const ratioOfLuminances = (a: number, b: number): number =>
  (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);

/** Contrast ratio 1–21 of two colours, in either order (WCAG 2.2). `#777777` on white is 4.48. */
export const contrastRatio = (a: Hex, b: Hex): number => ratioOfLuminances(luminance(a), luminance(b));

/** Relative luminance 0–1 of a CIELAB lightness 0–100 (CIE 15, with its two exact constants). */
export const luminanceOfLightness = (l: number): number => (l > 8 ? ((l + 16) / 116) ** 3 : l / (24389 / 27));

/**
 * Contrast ratio of a colour with whatever has a lightness, 0–100: the ratio knows luminance alone, so it is one smooth
 * curve over all garments of one colour, which touches 1 : 1 at the colour's own lightness.
 */
export const contrastAtLightness = (colour: Hex, l: number): number =>
  ratioOfLuminances(luminance(colour), luminanceOfLightness(l));
