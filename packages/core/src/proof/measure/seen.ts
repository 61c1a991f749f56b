/**
 * What the eye makes of an edge besides its ratio of luminances: how wide the stroke is that it bounds, and how its hue differs.
 * Calibrated on ninety designs judged by hand (docs/calculations.md); the shapes of the curves are those of the literature.
 */
import { linearLight } from '../../colour';

/** Ratio that is needed at an ordinary stroke: WCAG 2.2, 1.4.11 and 1.4.3. */
const NEEDED = 3;
/** Widths of stroke, mm: what needs 4.5 : 1, what needs 3 : 1, and from where on nothing more is gained. */
const FINE = 0.5;
const ORDINARY = 1;
const LARGE = 3;
/** Ratio that fine strokes need: WCAG 2.2, 1.4.3, ordinary text. */
export const FINE_NEEDED = 4.5;
/** How much more a difference counts along a large stroke: 2.1 : 1 is as good there as 3 : 1 along an ordinary one. */
const MOST_GAIN = 2;
/** What printing, wear and light take from a difference before any of it is gained, as a ratio. */
const TAKEN = 0.08;

const along = (mm: number, from: number, to: number): number =>
  Math.log(Math.max(from, Math.min(to, mm)) / from) / Math.log(to / from);

/**
 * How much contrast counts along strokes of a width, mm, against strokes of a millimetre: with the logarithm of the angle under
 * which the stroke is seen, from 4/7 at half a millimetre to 2 at three millimetres, seen from a metre (1.7 to 10 minutes of
 * arc). The contrast that reading needs falls with the size of letters until they are about a degree high, and no further:
 * Legge, Rubin & Luebker 1987.
 */
export const strokeGain = (mm: number): number =>
  mm >= ORDINARY
    ? 1 + along(mm, ORDINARY, LARGE) * (MOST_GAIN - 1)
    : (NEEDED - 1) / (FINE_NEEDED - 1 + along(mm, FINE, ORDINARY) * (NEEDED - FINE_NEEDED));

/** Ratio of a heather's yarns up to which it is its mean along wide strokes, and from which its grain hides as much as its yarns do. */
const FINE_GRAIN = 1.7;
const COARSE_GRAIN = 3;
/** How much a heather counts as its mean along wide strokes, by the ratio of its yarns; the rest is the yarn nearer to the ink. */
export const meanShare = (yarns: number): number =>
  Math.max(0, Math.min(1, (COARSE_GRAIN - yarns) / (COARSE_GRAIN - FINE_GRAIN)));

/** A line narrower than this is spread by the eye over its surroundings, mm: 1.7 minutes of arc at a metre. */
const SPREAD_MM = 0.5;
/** How much of a line of a width, mm, is seen as itself; the rest looks like what lies beside it. */
export const lineShare = (mm: number): number => Math.min(1, mm / SPREAD_MM);

/** Difference of a* and b* from which hue begins to tell things apart, and how much more counts as much as 1 of ratio. */
const HUE_FROM = 20;
const HUE_UNIT = 20;
/** The most that hue is worth: colours of one lightness are made out by it, with trouble. */
const MOST_HUE = 1.2;

/** a* and b* of CIELAB. */
export interface Hue {
  a: number;
  b: number;
}

/** What a table of the 256 levels says of a component 0–255, by the straight line between two. */
export function between(table: Float64Array, component: number): number {
  const below = component | 0;
  return below >= 255 ? table[255] : table[below] + (table[below + 1] - table[below]) * (component - below);
}

const LINEAR = Float64Array.from({ length: 256 }, (_, c) => linearLight(c));
/** CIELAB's f (CIE 15). */
const f = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);

/** a* and b* of sRGB components 0–255, against D65; they need not be whole. Worked out for each edge on each garment: hence by table. */
export function hueOfRgb(red: number, green: number, blue: number): Hue {
  const [r, g, b] = [between(LINEAR, red), between(LINEAR, green), between(LINEAR, blue)];
  // IEC 61966-2-1, each row over the white's.
  const x = f((0.4123908 * r + 0.3575843 * g + 0.1804808 * b) / 0.9504559);
  const y = f(0.212639 * r + 0.7151687 * g + 0.0721923 * b);
  const z = f((0.0193308 * r + 0.1191948 * g + 0.9505322 * b) / 1.0890578);
  return { a: 500 * (x - y), b: 200 * (y - z) };
}

/** What the difference of two colours' hues is worth beside their ratio, 0 to 1.2. */
export function hueWorth(p: Hue, q: Hue): number {
  const [a, b] = [p.a - q.a, p.b - q.b];
  const squared = a * a + b * b;
  return squared <= HUE_FROM * HUE_FROM ? 0 : Math.min(MOST_HUE, (Math.sqrt(squared) - HUE_FROM) / HUE_UNIT);
}

/** How much a ratio of luminances counts along strokes of a gain, beyond 1. */
export const strokeWorth = (ratio: number, gain: number): number =>
  gain > 1 ? Math.max(ratio - 1, (ratio - 1 - TAKEN) * gain) : (ratio - 1) * gain;

/**
 * The ratio of an ordinary stroke without hue that would be seen as well, of an edge whose ratio of luminances is given. Where it
 * is 3 or more so is what is needed, and it is the ratio itself.
 */
export function seenRatio(ratio: number, gain: number, hue: number): number {
  const own = strokeWorth(ratio, gain);
  const seen = 1 + Math.sqrt(own * own + hue * hue);
  return seen < NEEDED ? seen : Math.max(NEEDED, ratio);
}
