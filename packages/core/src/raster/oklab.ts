import { encoded, linearLight } from '../colour';

// OKLab (Ottosson 2020) of 8-bit sRGB, made for whole pictures: plain numbers, tables, nothing that is allocated.

const LINEAR = Float64Array.from({ length: 256 }, (_, i) => linearLight(i));
/** Encoded components of linear light, in steps fine enough that none is missed. */
const ENCODED_STEPS = 1 << 14;
const ENCODED = Float64Array.from({ length: ENCODED_STEPS + 2 }, (_, i) => encoded(i / ENCODED_STEPS));
const { cbrt, max, min } = Math;

/** Writes L (0–1), a and b of an sRGB colour (whole components 0–255) to `out` at `at`. */
export function toOklab(r: number, g: number, b: number, out: Float64Array | Float32Array, at = 0): void {
  const lr = LINEAR[r];
  const lg = LINEAR[g];
  const lb = LINEAR[b];
  const l = cbrt(0.4122214708 * lr + 0.5363325363 * lg + 0.0514459929 * lb);
  const m = cbrt(0.2119034982 * lr + 0.6806995451 * lg + 0.1073969566 * lb);
  const s = cbrt(0.0883024619 * lr + 0.2817188376 * lg + 0.6299787005 * lb);
  out[at] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[at + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[at + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** A linear component as an encoded one, 0–255, not rounded; clamped. */
export function encodedAt(linear: number): number {
  const t = max(0, min(1, linear)) * ENCODED_STEPS;
  const i = t | 0;
  return ENCODED[i] + (ENCODED[i + 1] - ENCODED[i]) * (t - i);
}

const cubed = (v: number): number => v * v * v;

/** Writes the sRGB components (0–255, not rounded; colours beyond sRGB are clamped) of an OKLab colour to `out` at `at`. */
export function fromOklab(
  L: number,
  a: number,
  b: number,
  out: Uint8ClampedArray | Float64Array,
  at = 0,
): void {
  const l = cubed(L + 0.3963377774 * a + 0.2158037573 * b);
  const m = cubed(L - 0.1055613458 * a - 0.0638541728 * b);
  const s = cubed(L - 0.0894841775 * a - 1.291485548 * b);
  out[at] = encodedAt(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s);
  out[at + 1] = encodedAt(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s);
  out[at + 2] = encodedAt(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s);
}
