import { dilateByDisc, erodeByDiscs, hasBit, invertBits, maskOfBits, type Bits } from './bits';
import { componentsOf, type Component } from './components';
import { createMask, squaredDistance } from './distance';

/** A place that is thinner than it may be. */
export interface ThinPlace extends Component {
  /** Its greatest thickness, px. */
  thickness: number;
}

/**
 * The part of `of` that an opening by a disc of `width` px takes away: what is thinner than that. What reaches the
 * border counts as going on there. A bar of n px has its middle (n + 1) / 2 from the nearest pixel outside when n is
 * odd, and two rows of n / 2 when n is even; both are looked at, so that bars are told apart to the pixel.
 */
function thinBits(of: Bits, width: number): Bits {
  const whole = ((width + 1) / 2) ** 2;
  const [core, even] = erodeByDiscs(of, [Math.max(0, whole - 1e-6), Math.max(0, (width / 2) ** 2 - 1e-6)]);
  addBlocks(core, even);
  const thin = dilateByDisc(core, whole);
  for (let i = 0; i < thin.data.length; i++) thin.data[i] = of.data[i] & ~thin.data[i];
  return thin;
}

/** Adds to `out` each square of 2 × 2 pixels that are all in `from`. */
function addBlocks(out: Bits, from: Bits): void {
  const { width, height, words, data } = from;
  // Beyond the last column there is nothing that a square could end in.
  const within = width & 31 ? ~(-1 << (width & 31)) : -1;
  const pairs = new Int32Array(words);
  for (let y = 0; y + 1 < height; y++) {
    const row = y * words;
    for (let w = 0; w < words; w++) {
      const here = data[row + w] & data[row + words + w] & (w === words - 1 ? within : -1);
      pairs[w] = here;
    }
    let carried = 0;
    for (let w = 0; w < words; w++) {
      const next = w + 1 < words ? pairs[w + 1] : 0;
      const left = pairs[w] & ((pairs[w] >>> 1) | (next << 31));
      const both = left | (left << 1) | carried;
      carried = left >>> 31;
      out.data[row + w] |= both;
      out.data[row + words + w] |= both;
    }
  }
}

/**
 * Places of what is set (or, for `value` 0, of the gaps) that are thinner than `width` px. Corners are
 * rounded by any opening: places with fewer than `least` px are taken for such and left out.
 */
export function thinPlaces(bits: Bits, value: 0 | 1, width: number, least = width * width): ThinPlace[] {
  const of = value === 1 ? bits : invertBits(bits);
  return componentsOf(maskOfBits(thinBits(of, width)))
    .filter((place) => place.area >= least)
    .map((place) => ({ ...place, thickness: thicknessOf(of, place) }));
}

/** The greatest thickness within one place, px: the number of px across for a bar. */
function thicknessOf(of: Bits, place: Component): number {
  const pad = 2;
  const left = Math.max(0, place.box.left - pad);
  const top = Math.max(0, place.box.top - pad);
  const width = Math.min(of.width, place.box.right + pad) - left;
  const height = Math.min(of.height, place.box.bottom + pad) - top;
  const part = createMask(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) part.data[y * width + x] = hasBit(of, left + x, top + y) ? 1 : 0;
  const distance = squaredDistance(part);
  const own = place.pixels.map((i) => (Math.floor(i / of.width) - top) * width + (i % of.width) - left);
  const most = own.reduce((m, i) => Math.max(m, distance[i]), 0);
  const inBlock = (i: number) =>
    [i, i + 1, i + width, i + width + 1].every((n) => n < distance.length && distance[n] === most);
  const across = 2 * Math.sqrt(most);
  return own.some(inBlock) ? across : across - 1;
}
