import { encoded, linearLight, type Rgb } from './srgb';

/** Eyes that lack a kind of cone: for red, for green, for blue. */
export const OTHER_EYES = ['protan', 'deutan', 'tritan'] as const;
export type OtherEyes = (typeof OTHER_EYES)[number];

/** Machado, Oliveira & Fernandes (2009), severity 1.0: rows of red, green and blue, of linear light. */
const SEEN: Record<OtherEyes, readonly (readonly [number, number, number])[]> = {
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

/** A colour, sRGB 0–255, as it looks to other eyes: what looks the same to them has the same components. Not rounded. */
export function seenByOthers(rgb: Rgb, eyes: OtherEyes): Rgb {
  const linear = rgb.map(linearLight);
  const [r, g, b] = SEEN[eyes].map((row) => encoded(row.reduce((sum, k, i) => sum + k * linear[i], 0)));
  return [r, g, b];
}
