import { deltaE, nearestYarn, rgbToHex, type Garment, type Hex } from '../../colour';
import { BORDER } from '../../cutline';
import { told } from '../../sentences';
import type { Analysis } from '../measure';
import type { Finding, Judged } from '../types';

/** Ink within this CIEDE2000 of the garment looks like a hole in the artwork. */
const SAME_AS_GARMENT = 5;
/** Shares of the artwork from which it is worth a note, and a watch. */
const NOTE_SHARE = 0.02;
const WATCH_SHARE = 0.1;

/** The solid colours of the artwork (each to 5 bits a component) and how many px have them. */
function palette(analysis: Analysis): { colours: Map<Hex, number>; total: number } {
  const bins = new Map<number, { n: number; r: number; g: number; b: number }>();
  const { composite } = analysis;
  const pixels = new Uint32Array(composite.buffer, composite.byteOffset, composite.length / 4);
  let total = 0;
  // Artwork is flat: what lies side by side mostly is the same, and is counted together.
  for (let i = 0, next = 0; i < pixels.length; i = next) {
    for (next = i + 1; next < pixels.length && pixels[next] === pixels[i];) next++;
    if (composite[4 * i + 3] < 230) continue;
    const n = next - i;
    total += n;
    const [r, g, b] = [composite[4 * i], composite[4 * i + 1], composite[4 * i + 2]];
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
    let bin = bins.get(key);
    if (!bin) bins.set(key, (bin = { n: 0, r: 0, g: 0, b: 0 }));
    bin.n += n;
    bin.r += n * r;
    bin.g += n * g;
    bin.b += n * b;
  }
  const colours = new Map<Hex, number>();
  for (const { n, r, g, b } of bins.values()) {
    const hex = rgbToHex([r / n, g / n, b / n]);
    colours.set(hex, (colours.get(hex) ?? 0) + n);
  }
  return { colours, total };
}

/** Share of the artwork that can hardly be told from a garment, 0–1. */
function lostShare(garment: Garment, { colours, total }: ReturnType<typeof palette>): number {
  let lost = 0;
  for (const [hex, n] of colours) if (deltaE(hex, nearestYarn(garment, hex)) < SAME_AS_GARMENT) lost += n;
  return total ? lost / total : 0;
}

/** Inks, and colours of pictures, that are so near to a garment that they look like holes in the artwork. */
export function interiorFindings(input: Judged): Finding[] {
  // On a border nothing looks like a hole, whatever it is stuck to.
  if (input.drawing.groups.some((g) => g.part === BORDER)) return [];
  const colours = palette(input.analysis);
  return input.garments.flatMap((garment): Finding[] => {
    const share = lostShare(garment, colours);
    if (share < NOTE_SHARE) return [];
    const ink = input.drawing.inks.find(
      ({ value }) => deltaE(value, nearestYarn(garment, value)) < SAME_AS_GARMENT,
    );
    return [
      {
        check: 'interior',
        severity: share < WATCH_SHARE ? 'note' : 'watch',
        part: null,
        garment: garment.id,
        ...told(ink ? 'interior.ink' : 'interior.colour', {
          ...{ garment: garment.name, percent: Math.round(share * 100) },
          ...(ink && { ink: ink.name }),
        }),
        figure: share,
        threshold: NOTE_SHARE,
        unit: 'share',
        region: [0, 0, 0, 0],
        mends: [],
      },
    ];
  });
}
