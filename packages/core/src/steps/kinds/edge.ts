import { choice, number } from '../../fields';
import {
  alphaOfLines,
  blurPlane,
  foregroundColours,
  guidedLines,
  liftFringe,
  maskOfAlpha,
  planeOf,
  reducedImage,
  squaredDistance,
  type Plane,
  type RasterImage,
} from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** The edge of a cut-out: finer, tighter, smoother, and free of what was behind it. Lengths are px of the picture. */
export interface EdgeStep extends StepBase {
  kind: 'edge';
  /** Half the width of the band along the border in which hair and soft edges are looked for; 0 for none. */
  hair: number;
  /** How far jags are smoothed out. */
  smooth: number;
  /** How far the border is moved in (outwards where less than 0). */
  tighten: number;
  /** How far it fades. */
  soften: number;
  /** Where the rim's colours come from: as they are, from the ink farther in, or estimated from both sides. */
  colours: 'own' | 'inside' | 'estimated';
}

/** Variance of a component, 0–1, that is no edge. */
const NO_EDGE = 1e-4;

/** Squared distance to what is clear where it covers at least half, and to what covers where it does not. */
function fromBorder(image: RasterImage): { inside: Int32Array; outside: Int32Array } {
  const mask = maskOfAlpha(image, 128);
  return { inside: squaredDistance(mask, 0), outside: squaredDistance(mask, 1) };
}

/** Px of the copy on which it is found how alpha follows colours. */
const FOUND_ON = 400_000;

/** An alpha, 0–1, in which hair and soft edges within `band` px of the border follow the picture's colours. */
function withHair(image: RasterImage, colours: RasterImage, band: number): Plane {
  const { inside, outside } = fromBorder(image);
  const k = Math.min(1, Math.sqrt(FOUND_ON / (image.width * image.height)));
  const seen = { ...colours, data: new Uint8ClampedArray(colours.data) };
  for (let p = 3; p < seen.data.length; p += 4) seen.data[p] = image.data[p];
  const copy = reducedImage(seen, k);
  const given = planeOf(copy, 3);
  for (let i = 0; i < given.data.length; i++) given.data[i] /= 255;
  const lines = guidedLines(given, copy, Math.max(2, Math.round(band * k)), NO_EDGE);
  const found = alphaOfLines(lines, colours).data;
  const alpha = planeOf(image, 3);
  const fades = Math.max(1, band / 3);
  for (let i = 0; i < found.length; i++) {
    alpha.data[i] /= 255;
    const d2 = Math.max(inside[i], outside[i]);
    if (d2 >= band * band) continue;
    const weight = Math.min(1, (band - Math.sqrt(d2)) / fades);
    const sharp = Math.max(0, Math.min(1, (found[i] - 0.08) / 0.84));
    alpha.data[i] += (sharp - alpha.data[i]) * weight;
  }
  return alpha;
}

/** The border moved inwards by so many px, with a rim of one px. */
function tightened(image: RasterImage, by: number): Plane {
  const { inside, outside } = fromBorder(image);
  const { width, height } = image;
  const data = Float32Array.from(inside, (d, i) => {
    const signed = d > 0 ? Math.sqrt(d) - 0.5 : 0.5 - Math.sqrt(outside[i]);
    return Math.max(0, Math.min(1, signed - by + 0.5));
  });
  return { width, height, data };
}

/** Whether the picture's colours are still those of its file where it is full. */
function hasOwnColours(image: RasterImage, untouched: RasterImage): boolean {
  for (let p = 0; p < image.data.length; p += 4)
    if (image.data[p + 3] === 255)
      for (let c = 0; c < 3; c++) if (image.data[p + c] !== untouched.data[p + c]) return false;
  return true;
}

function withAlpha(image: RasterImage, alpha: Plane): RasterImage {
  const data = new Uint8ClampedArray(image.data);
  for (let i = 0; i < alpha.data.length; i++) data[4 * i + 3] = 255 * alpha.data[i];
  return { ...image, data };
}

export const EDGE: StepKindOf<EdgeStep> = {
  kind: 'edge',
  label: 'Edge',
  does: 'hair, jags and fringes of a cut-out',
  group: 'edge',
  fields: {
    hair: number({ min: 0, max: 400, fallback: 0 }),
    smooth: number({ min: 0, max: 200, fallback: 0 }),
    tighten: number({ min: -200, max: 200, fallback: 0 }),
    soften: number({ min: 0, max: 400, fallback: 0 }),
    colours: choice(['own', 'inside', 'estimated'], 'own'),
  },
  start: () => ({ hair: 0, smooth: 1, tighten: 0, soften: 0, colours: 'estimated' }),
  partly: false,
  apply(image, { hair, smooth, tighten, soften, colours }, { scale, untouched }) {
    // What was behind the rim is asked for as it was before a cut-out changed it.
    const before = hasOwnColours(image, untouched) ? untouched : image;
    let out = image;
    if (hair > 0) out = withAlpha(out, withHair(out, before, Math.max(2, hair * scale)));
    if (smooth > 0) {
      const soft = blurPlane(planeOf(out, 3), smooth * scale);
      // As steep again as it was, about the middle: corners finer than the blur are rounded off.
      const steep = Math.max(1, 2 * smooth * scale);
      for (let i = 0; i < soft.data.length; i++)
        soft.data[i] = Math.max(0, Math.min(1, (soft.data[i] / 255 - 0.5) * steep + 0.5));
      out = withAlpha(out, soft);
    }
    if (tighten !== 0) out = withAlpha(out, tightened(out, tighten * scale));
    if (colours === 'estimated')
      out = foregroundColours(out, before, Math.max(6, Math.max(hair, 12) * scale));
    if (soften > 0) {
      const soft = blurPlane(planeOf(out, 3), soften * scale);
      for (let i = 0; i < soft.data.length; i++) soft.data[i] /= 255;
      out = withAlpha(out, soft);
    }
    return colours === 'inside' ? liftFringe(out) : out;
  },
};
