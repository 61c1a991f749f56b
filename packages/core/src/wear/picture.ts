import type { RasterImage } from '../raster';
import { pxToMm } from '../units';
import { heightOf, surfaceOf, type Height } from './height';
import { greyName, greyNamed } from './grey';
import { wearKind } from './kinds';
import type { Wear } from './wear';

/** What of a board wear takes away, as a picture: opaque where the ink goes. */
export interface WearPicture extends Pick<
  Wear,
  'kind' | 'size' | 'turn' | 'seed' | 'soft' | 'picture' | 'light'
> {
  /** Ink goes where the height, and what is added to it, lies under this. */
  threshold: number;
  /** Goes first towards this side, degrees clockwise from the top; null: all over. */
  toward: number | null;
  /** The board, px at its resolution. */
  width: number;
  height: number;
  dpi: number;
}

const PREFIX = 'wear:';

/** A name for a picture of wear, from which it can be made: it stands where materials stand. */
export const wearMaterial = (wear: WearPicture): string =>
  PREFIX + JSON.stringify(wear.picture ? { ...wear, picture: greyName(wear.picture) } : wear);

export const isWear = (material: string): boolean => material.startsWith(PREFIX);

/** The picture that such a name stands for. */
export function wearOf(material: string): WearPicture {
  const { picture, ...wear } = JSON.parse(material.slice(PREFIX.length)) as Omit<WearPicture, 'picture'> & {
    picture?: string;
  };
  const grey = picture === undefined ? undefined : greyNamed(picture);
  return grey ? { ...wear, picture: grey } : wear;
}

/** The size of the board, mm. */
const sizeMm = ({ width, height, dpi }: Pick<WearPicture, 'width' | 'height' | 'dpi'>) => ({
  width: pxToMm(width, dpi),
  height: pxToMm(height, dpi),
});

/** How much later the ink goes on the side that lies away from the worn one. */
const LATER = 1.1;

/** What is added to the heights of a board, by place in mm. */
export function biasOf(picture: Pick<WearPicture, 'toward' | 'width' | 'height' | 'dpi'>): Height | null {
  const { toward } = picture;
  if (toward === null) return null;
  const { width, height } = sizeMm(picture);
  const angle = (toward * Math.PI) / 180;
  const [dx, dy] = [Math.sin(angle), -Math.cos(angle)];
  const reach = (Math.abs(dx) * width + Math.abs(dy) * height) / 2;
  // 0 at the worn side, LATER at the other.
  return (x, y) => (LATER / 2) * (1 - ((x - width / 2) * dx + (y - height / 2) * dy) / reach);
}

/** Heights are worked out at no more places than this, and are even between them. */
const MOST_PLACES = 6_200_000;

/** Heights of a board at every so many px. */
interface Lattice {
  heights: Float32Array;
  columns: number;
  step: number;
  width: number;
  height: number;
}

/** What varies slowly is worked out at so many places across its finest detail. */
const BROAD_PLACES = 6;

function latticeOf(picture: WearPicture, bias: Height | null, width: number, height: number): Lattice {
  const board = sizeMm(picture);
  const [px, py] = [board.width / width, board.height / height];
  const surface = surfaceOf(picture);
  const fine = (wearKind(picture.kind).detail * picture.size) / px / 2.5;
  const least = Math.ceil(Math.sqrt((width * height) / MOST_PLACES));
  const step = Math.max(1, least, Math.min(4, Math.floor(fine)));
  const columns = Math.ceil(width / step) + 2;
  const rows = Math.ceil(height / step) + 2;
  const heights = new Float32Array(columns * rows);
  // So many places of the lattice lie between two of the broad part's.
  const every = Math.max(1, Math.min(16, Math.floor(surface.broadDetail / px / step / BROAD_PLACES)));
  const across = Math.ceil(columns / every) + 2;
  const broadRow = (j: number) =>
    Float64Array.from({ length: across }, (_, i) =>
      surface.broad((i * every * step + 0.5) * px, (j * every * step + 0.5) * py),
    );
  let above = broadRow(0);
  let below = broadRow(1);
  const between = new Float64Array(across);
  for (let j = 0, k = 0; j < rows; j++) {
    if (j > 0 && j % every === 0) {
      above = below;
      below = broadRow(j / every + 1);
    }
    const t = (j % every) / every;
    for (let i = 0; i < across; i++) between[i] = above[i] + (below[i] - above[i]) * t;
    const y = (j * step + 0.5) * py;
    for (let i = 0, b = 0, s = 0; i < columns; i++, k++) {
      const x = (i * step + 0.5) * px;
      const rank = surface.rank(x, y, between[b] + ((between[b + 1] - between[b]) * s) / every);
      heights[k] = bias ? rank + bias(x, y) : rank;
      if (++s === every) {
        s = 0;
        b++;
      }
    }
  }
  return { heights, columns, step, width, height };
}

/** Where the surface breaks off, ink ends from one px to the next: no more than this is taken for a slope, a px. */
const STEEPEST = 0.15;

/** What goes of the px of one row from the place `first` of the lattice on, 0–255; rims are one px wide, or soft. */
function alphaRow(
  lattice: Lattice,
  y: number,
  first: number,
  threshold: number,
  soft: number,
  out: Uint8ClampedArray,
): void {
  const { heights, columns, step } = lattice;
  const width = out.length;
  const row = Math.floor(y / step);
  const t = (y - row * step) / step;
  const above = row * columns + first;
  const below = above + columns;
  const per = 1 / step;
  const rim = 0.5 * Math.max(STEEPEST, soft);
  const all = threshold + rim;
  const none = threshold - rim;
  for (let i = 0, x = 0; x < width; i++) {
    const a = heights[above + i];
    const b = heights[above + i + 1];
    const c = heights[below + i];
    const d = heights[below + i + 1];
    const end = x + step < width ? x + step : width;
    // Far over or under the threshold there is no rim.
    if (a > all && b > all && c > all && d > all) {
      for (; x < end; x++) out[x] = 0;
      continue;
    }
    if (a < none && b < none && c < none && d < none) {
      for (; x < end; x++) out[x] = 255;
      continue;
    }
    const left = a + (c - a) * t;
    const right = b + (d - b) * t;
    const across = (right - left) * per;
    const down = (c - a + d - b) * 0.5 * per;
    // The height that the surface climbs from one px to the next.
    const slope = Math.sqrt(across * across + down * down);
    const climb = slope > STEEPEST ? Math.max(STEEPEST, soft) : slope > soft ? slope : soft;
    const more = -across / climb;
    for (let share = 0.5 + (threshold - left) / climb; x < end; x++, share += more)
      out[x] = share <= 0 ? 0 : share >= 1 ? 255 : share * 255;
  }
}

/** Short stretches of rows in which what goes is counted, and how many places of the lattice each is long. */
const COUNTED = 4000;
const STRETCH = 8;

/**
 * The threshold with which as much goes of a lattice as is to go of the board: what lies between the places of a
 * lattice is evener than the surface itself. Both are counted in the same stretches.
 */
function calibrated(lattice: Lattice, at: Height, picture: WearPicture, soft: number): number {
  const { width, height, step } = lattice;
  const { threshold } = picture;
  const board = sizeMm(picture);
  const [px, py] = [board.width / width, board.height / height];
  const places = Math.floor(width / step);
  const long = Math.min(STRETCH, places);
  const out = new Uint8ClampedArray(long * step);
  const stretches = Array.from({ length: COUNTED }, (_, k) => [
    Math.floor(((k * 0.7548776662466927) % 1) * (places - long)),
    Math.floor(((k * 0.5698402909980532) % 1) * height),
  ]);
  let wanted = 0;
  stretches.forEach(([first, y], k) => {
    for (let i = 0; i < long; i++) {
      const x = first * step + ((i + ((k * 0.618) % 1)) * out.length) / long;
      if (at(x * px, (y + 0.5) * py) < threshold) wanted += 255 * step;
    }
  });
  const goes = (t: number) => {
    let sum = 0;
    for (const [first, y] of stretches) {
      alphaRow(lattice, y, first, t, soft, out);
      for (let x = 0; x < out.length; x++) sum += out[x];
    }
    return sum;
  };
  let [low, high] = [threshold - 0.25, threshold + 0.25];
  for (let k = 0; k < 9; k++) {
    const middle = (low + high) / 2;
    if (goes(middle) < wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** How many px wide a picture of wear is made to be shown `shown` px wide: about as many or more, in steps of halves. */
export function wearWidth({ width }: WearPicture, shown: number, most = Infinity): number {
  let made = width;
  while (made > most || (made / 2 >= shown * 0.95 && made > 64)) made /= 2;
  return Math.max(1, Math.round(made));
}

/**
 * The picture, `width` px wide (as wide as the board where it is left out): black, its alpha is what goes. Heights are worked out on a grid of whole px, as
 * fine as the kind's detail asks for and as its number of places allows, and interpolated between.
 */
export function wearRaster(picture: WearPicture, width = picture.width): RasterImage {
  const height = Math.max(1, Math.round((picture.height * width) / picture.width));
  const base = heightOf(picture);
  const bias = biasOf(picture);
  const at: Height = bias ? (x, y) => base(x, y) + bias(x, y) : base;
  const lattice = latticeOf(picture, bias, width, height);
  const soft = Math.max(1e-4, picture.soft * 0.5);
  const threshold = calibrated(lattice, at, picture, soft);
  const words = new Uint32Array(width * height);
  const row = new Uint8ClampedArray(width);
  for (let y = 0, k = 0; y < height; y++) {
    alphaRow(lattice, y, 0, threshold, soft, row);
    for (let x = 0; x < width; x++, k++) words[k] = row[x] << LAST_BYTE;
  }
  return { width, height, data: new Uint8ClampedArray(words.buffer) };
}

/** Where the fourth byte of a pixel lies in its word on this machine. */
const LAST_BYTE = new Uint8Array(Uint32Array.of(1).buffer)[0] === 1 ? 24 : 0;
