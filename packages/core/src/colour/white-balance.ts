import { encoded, hexToRgb, linearLight, rgbToHex, type Hex, type Rgb } from './srgb';

/** What may stand in a photograph as a reference: paper, or a photographer's grey card. */
export const REFERENCES: Record<'white' | 'grey', Hex> = {
  white: '#f4f4f2',
  /** 18 % reflectance. */
  grey: rgbToHex([encoded(0.18), encoded(0.18), encoded(0.18)]),
};

/**
 * A colour in a photograph as it would be in the light for which a reference in the same light has the
 * value that it should have: each channel is scaled in linear light (von Kries). `seen` is the
 * reference as photographed. Throws a RangeError when the reference is too dark to tell its colour.
 */
export function correctByReference(colour: Rgb, seen: Rgb, reference: Hex): Hex {
  const should = hexToRgb(reference);
  const channels = [0, 1, 2].map((c) => {
    const light = linearLight(seen[c]);
    if (light < 0.004)
      throw new RangeError('the reference is too dark in the picture: choose a brighter place');
    return encoded((linearLight(colour[c]) / light) * linearLight(should[c]));
  });
  return rgbToHex(channels as unknown as Rgb);
}

/** The mean colour of RGBA px (straight alpha), in linear light, as a camera would mix them; 0–255. */
export function meanColour(data: Uint8ClampedArray | Uint8Array): Rgb {
  const sums = [0, 0, 0];
  let n = 0;
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] < 128) continue;
    for (let c = 0; c < 3; c++) sums[c] += linearLight(data[i + c]);
    n++;
  }
  return sums.map((s) => encoded(n ? s / n : 0)) as unknown as Rgb;
}
