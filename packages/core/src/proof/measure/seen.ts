/**
 * What the eye makes of an edge besides its ratio of luminances: how wide the stroke is that it bounds, and how its hue differs.
 * Calibrated on ninety designs judged by hand (docs/calculations.md); the shapes of the curves are those of the literature.
 */
import { labOfRgb, type Lab, type Rgb } from '../../colour';

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

const labs = new Map<number, Lab>();
/** CIELAB of 8-bit sRGB; what was asked for last is kept. */
export function labOf(rgb: Rgb): Lab {
  const key = (Math.round(rgb[0]) << 16) | (Math.round(rgb[1]) << 8) | Math.round(rgb[2]);
  let lab = labs.get(key);
  if (!lab) {
    if (labs.size > 4096) labs.clear();
    labs.set(key, (lab = labOfRgb([key >> 16, (key >> 8) & 255, key & 255])));
  }
  return lab;
}

/** What the difference of two colours' hues is worth beside their ratio, 0 to 1.2. */
export function hueWorth(a: Lab, b: Lab): number {
  const difference = Math.hypot(a.a - b.a, a.b - b.b);
  return Math.min(MOST_HUE, Math.max(0, (difference - HUE_FROM) / HUE_UNIT));
}

/**
 * The ratio of an ordinary stroke without hue that would be seen as well, of an edge whose ratio of luminances is given. Where it
 * is 3 or more so is what is needed, and it is the ratio itself.
 */
export function seenRatio(ratio: number, gain: number, hue: number): number {
  const own = gain > 1 ? Math.max(ratio - 1, (ratio - 1 - TAKEN) * gain) : (ratio - 1) * gain;
  const seen = 1 + Math.hypot(own, hue);
  return seen < NEEDED ? seen : Math.max(NEEDED, ratio);
}
