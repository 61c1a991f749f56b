import { encoded } from '../../colour';
import { blurPlane, type Plane, type RasterImage } from '../../raster';
import { stepKind, type MarksStep, type Stroke } from '../../steps';
import { codedInches } from '../places';
import { LINEAR } from '../sampler';
import type { MapImage, Scene, SceneMaps } from '../types';
import { lieOf } from './lie';
import { grainOf, lightFrom, quantile, softnessOf } from './measure';
import type { PhotoFacts, PhotoSetup } from './types';

const { floor, max, min, pow, round, sqrt, log, ceil } = Math;

/** px of the photo for one of the surface's map: it changes slowly. */
const COARSER = 2;
/** The same for where its light comes from. */
const SLOWER = 10;
/** How far beyond its rim a blank's surroundings are looked for, px. */
const RIM = 4;
/** What light a blank that is white sends back of what falls on it. */
const WHITE_CLOTH = 0.8;
/** Above so much light a blank is a light one. */
const LIGHT_CLOTH = 0.3;
/** On dark cloth, light that is mirrored makes folds look deeper than they are for a print. */
const DARK_FOLDS = 0.6;
/** Shares of the picture's tones that are darker, and lighter, than what counts as its darkest and lightest. */
const ENDS = 0.005;
/** A photo without any black still shows black ink about as black as this. */
const MOST_BLACK = 0.02;
/** How far a fold moves a print: share of the width, squared, for a change of light by e within a px. */
const MOVES = 4e-4;
/** At the most, share of the width. */
const MOST_MOVE = 0.01;

const TONES = 4096;
/** Tones (0–1, as sRGB encodes light) of linear light in so many steps. */
const TONE = Float32Array.from({ length: TONES + 1 }, (_, i) => encoded(i / TONES) / 255);

/** What is worked out of a photo once, however it is set up. */
export interface PhotoBase {
  image: RasterImage;
  /** Luminance of each px, linear (WCAG 2.2), free of grain. */
  calm: Plane;
  /** The same in tones, with its grain. */
  tonal: Plane;
  /** Its logarithm without what is smaller than a fold; half as large. */
  folds: Plane;
  /** What its light grows by is looked at in this, a tenth as large. */
  slow: Plane;
  darkest: number;
  lightest: number;
  tint: [number, number, number];
  /** px; NaN without edges. */
  soft: number;
}

/** Looks at a photo (sRGB, opaque). */
export function photoBase(image: RasterImage): PhotoBase {
  const { width, height, data } = image;
  const luminance: Plane = { width, height, data: new Float32Array(width * height) };
  const tonal: Plane = { width, height, data: new Float32Array(width * height) };
  const linear = LINEAR;
  for (let i = 0, o = 0; i < luminance.data.length; i++, o += 4) {
    const y = 0.2126 * linear[data[o]] + 0.7152 * linear[data[o + 1]] + 0.0722 * linear[data[o + 2]];
    luminance.data[i] = y;
    tonal.data[i] = TONE[(y * TONES + 0.5) | 0];
  }
  const half = reduced(luminance, COARSER);
  for (let i = 0; i < half.data.length; i++) half.data[i] = log(max(0.01, half.data[i]));
  const all = picked(luminance, null);
  const lightest = quantile(all, 1 - ENDS);
  return {
    ...{ image, tonal, lightest, darkest: quantile(all, ENDS) },
    calm: blurPlane(luminance, max(0.5, width / 1600)),
    folds: blurPlane(half, half.width * 0.006),
    slow: blurPlane(reduced(luminance, SLOWER), width / SLOWER / 40),
    tint: tintOf(image, luminance, lightest),
    soft: softnessOf(tonal),
  };
}

/** A plane of one px for `by` × `by`, their mean. */
function reduced({ width, height, data }: Plane, by: number): Plane {
  const [w, h] = [max(1, floor(width / by)), max(1, floor(height / by))];
  const out = new Float32Array(w * h);
  const share = 1 / (by * by);
  for (let y = 0; y < h * by && y < height; y++)
    for (let x = 0, row = floor(y / by) * w; x < w * by && x < width; x++)
      out[row + floor(x / by)] += data[y * width + x] * share;
  return { width: w, height: h, data: out };
}

/** How much of each px is the blank, 0–255: found from the strokes; all of it without any. `scale`: px for one of the scene's. */
export function photoCover(image: RasterImage, { cloth, net }: PhotoSetup, scale: number): Uint8Array {
  const { width, height } = image;
  const cover = new Uint8Array(width * height).fill(255);
  if (!cloth.length) return cover;
  if (cloth.some((s) => s.does === 'paint')) return cutBy(image, cloth, cover, scale);
  const [x, y] = [0, 1].map((k) => net.points.reduce((sum, p) => sum + p[k], 0) / net.points.length);
  // Where nothing is said to be the blank, what is printed is.
  const middle: Stroke = {
    ...{ does: 'paint', hardness: 1, flow: 1, specks: 0, size: (0.02 * width) / scale },
    points: [(x * width) / scale, (y * height) / scale, 1],
  };
  return cutBy(image, [middle, ...cloth], cover, scale);
}

function cutBy(image: RasterImage, strokes: Stroke[], cover: Uint8Array, scale: number): Uint8Array {
  const step: MarksStep = {
    ...{ kind: 'marks', on: true, strength: 1, mask: null, rim: false },
    strokes,
  };
  const cut = stepKind('marks').apply(image, step, { scale, untouched: image, light: 0 });
  for (let i = 0; i < cover.length; i++) cover[i] = cut.data[4 * i + 3];
  return cover;
}

/** Where the print may come to lie, and is the blank: what is measured is measured there. */
function lookedAt(cover: Uint8Array, { width, height }: RasterImage, { net }: PhotoSetup): Uint8Array {
  const xs = net.points.map((p) => p[0] * width);
  const ys = net.points.map((p) => p[1] * height);
  const [left, right] = [max(0, floor(min(...xs))), min(width, ceil(max(...xs)))];
  const [top, bottom] = [max(0, floor(min(...ys))), min(height, ceil(max(...ys)))];
  const within = new Uint8Array(cover.length);
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) if (cover[y * width + x] >= 200) within[y * width + x] = 1;
  return within;
}

/** Values of a plane where it is looked at, not too many. */
function picked({ data }: Plane, within: Uint8Array | null): Float32Array {
  const step = max(1, floor(data.length / 400_000));
  const found: number[] = [];
  for (let i = 0; i < data.length; i += step) if (!within || within[i]) found.push(data[i]);
  return Float32Array.from(found);
}

/** The colour of the light: half of what the lightest tenth that is not burnt out is off grey. */
function tintOf({ data }: RasterImage, light: Plane, brightest: number): [number, number, number] {
  const sums = [0, 0, 0];
  for (let i = 0; i < light.data.length; i += 3) {
    if (light.data[i] < 0.75 * brightest || light.data[i] > 0.98) continue;
    for (let c = 0; c < 3; c++) sums[c] += LINEAR[data[4 * i + c]];
  }
  const mean = 0.2126 * sums[0] + 0.7152 * sums[1] + 0.0722 * sums[2];
  if (!(mean > 0)) return [1, 1, 1];
  return sums.map((s) => 1 + 0.5 * max(-0.16, min(0.16, s / mean - 1))) as [number, number, number];
}

/** How far a blank's colour is from grey, 0–1: the mean of what its channels differ by. */
function colourfulness({ data }: RasterImage, within: Uint8Array): number {
  let sum = 0;
  let n = 0;
  for (let i = 0; i < within.length; i += 7) {
    if (!within[i]) continue;
    const [r, g, b] = [data[4 * i], data[4 * i + 1], data[4 * i + 2]];
    sum += (max(r, g, b) - min(r, g, b)) / 255;
    n++;
  }
  return n ? sum / n : 1;
}

function measured(
  base: PhotoBase,
  within: Uint8Array,
  { tones, soft, grain }: PhotoSetup,
  scale: number,
): PhotoFacts {
  const { image, calm, tonal, slow, darkest, lightest } = base;
  const cloth = quantile(picked(calm, within), 0.5) || quantile(picked(calm, null), 0.5);
  const bright = cloth >= LIGHT_CLOTH;
  // A light blank shows how much light there is; beside a dark one, the picture's lightest tones do.
  const free = bright ? min(1, cloth / WHITE_CLOTH) : 0.9;
  const kept = min(bright ? free : 1, lightest);
  const few = new Uint8Array(slow.data.length);
  for (let y = 0, i = 0; y < slow.height; y++)
    for (let x = 0; x < slow.width; x++, i++) few[i] = within[y * SLOWER * image.width + x * SLOWER];
  return {
    black: tones * min(darkest, MOST_BLACK),
    white: free + tones * (kept - free),
    cloth,
    tint: base.tint,
    soft: soft === null ? min(6, Number.isNaN(base.soft) ? 0.6 : base.soft) : soft * scale,
    grain: grain * grainOf(tonal, within),
    from: lightFrom(slow, few),
    dyeable: bright && colourfulness(image, within) < 0.12,
  };
}

/**
 * What a photo is as a scene, worked out at the size of the picture that was looked at: the light that falls on the
 * blank, which px are the blank, how its surface lies, and what was measured. Throws a RangeError for a net that
 * crosses itself, and for a scene that is no photo. `known` is its `photoCover`, where that is known already.
 */
export function photoMaps(scene: Scene, base: PhotoBase, known?: Uint8Array): SceneMaps {
  const setup = scene.photo;
  if (!setup) throw new RangeError(`${scene.name} is no photo`);
  const { image, calm } = base;
  const { width, height } = image;
  const scale = width / scene.width;
  const cover = known ?? photoCover(image, setup, scale);
  const photo = measured(base, lookedAt(cover, image, setup), setup, scale);

  const folds = setup.folds * (photo.cloth >= LIGHT_CLOTH ? 1 : DARK_FOLDS);
  // In the brightest folds a print is as bright as the photo's lightest tones, no more.
  const top = 1 + (max(photo.white, base.lightest) - 1) * setup.tones;
  // The light that a tone of the photo tells of, by its tone.
  const litBy = Uint8Array.from(TONE, (_, i) => {
    const l = photo.white * pow(max(1e-4, i / TONES) / photo.cloth, folds);
    return round(encoded(max(photo.black, min(l, top))));
  });
  const lit = new Uint8Array(width * height);
  for (let i = 0; i < lit.length; i++) lit[i] = litBy[(calm.data[i] * TONES + 0.5) | 0];
  const covered: MapImage = { width, height, channels: 3, data: new Uint8Array(3 * cover.length) };
  const back: MapImage = { width, height, channels: 3, data: new Uint8Array(3 * cover.length) };
  for (let i = 0, o = 0, p = 0; i < cover.length; i++, o += 3, p += 4) {
    covered.data[o] = cover[i];
    back.data[o] = image.data[p];
    back.data[o + 1] = image.data[p + 1];
    back.data[o + 2] = image.data[p + 2];
  }
  if (scene.dyed && setup.cloth.length) freeRim(covered, back);
  return {
    light: { width, height, channels: 1, data: lit },
    ...{ cover: covered, back, ground: null, gloss: null, photo },
    surface: surfaceOf(setup, base),
  };
}

/**
 * What is beside a blank has some of its colour in it where they meet. So that a dyed blank has no rim of the colour
 * that it had, it is a px larger, and what is left there is as what lies beyond.
 */
function freeRim(cover: MapImage, back: MapImage): void {
  const { width, height } = cover;
  const before = Uint8Array.from({ length: width * height }, (_, i) => cover.data[3 * i]);
  const seen = new Uint8Array(back.data);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      let most = 0;
      for (const j of [i - width, i - 1, i, i + 1, i + width]) most = max(most, before[j]);
      if (most === 0) continue;
      cover.data[3 * i] = most;
      if (before[i] === 255) continue;
      let n = 0;
      const sum = [0, 0, 0];
      for (let v = max(0, y - RIM); v <= min(height - 1, y + RIM); v++)
        for (let u = max(0, x - RIM); u <= min(width - 1, x + RIM); u++) {
          const k = v * width + u;
          // Two px from the blank, nothing of it is left.
          if (before[k] || before[max(0, k - 2)] || before[min(before.length - 1, k + 2)]) continue;
          n++;
          for (let c = 0; c < 3; c++) sum[c] += seen[3 * k + c];
        }
      if (n) for (let c = 0; c < 3; c++) back.data[3 * i + c] = sum[c] / n;
    }
}

/** How the blank's surface lies: as the net says, and moved by the folds that its light tells of. */
function surfaceOf(setup: PhotoSetup, { image: { width }, folds }: PhotoBase): MapImage<Uint16Array> {
  const { width: w, height: h, data } = folds;
  const out = new Uint16Array(w * h * 3);
  const lie = lieOf(setup);
  const place = new Float64Array(2);
  // In px of this map: for a change of light within a px of the photo, that is half of one within two.
  const [most, moves] = [MOST_MOVE * w, (setup.shift * MOVES * width * width) / (2 * COARSER * COARSER)];
  const [halfWidth, still] = [setup.widthIn / 2, moves === 0];
  for (let y = 0; y < h; y++) {
    const up = max(0, y - 1) * w;
    const down = min(h - 1, y + 1) * w;
    for (let x = 0; x < w; x++) {
      let dx = 0;
      let dy = 0;
      if (!still) {
        const row = y * w;
        dx = moves * (data[row + min(w - 1, x + 1)] - data[row + max(0, x - 1)]);
        dy = moves * (data[down + x] - data[up + x]);
        const far = sqrt(dx * dx + dy * dy);
        if (far > most) {
          dx *= most / far;
          dy *= most / far;
        }
      }
      if (!lie((x + 0.5 + dx) / w, (y + 0.5 + dy) / h, place)) continue;
      const o = (y * w + x) * 3;
      out[o] = codedInches(place[0] - halfWidth);
      out[o + 1] = codedInches(place[1]);
      out[o + 2] = 1;
    }
  }
  return { width: w, height: h, channels: 3, data: out };
}
