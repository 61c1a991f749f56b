import { CLOSE, CUBIC, fitClosed, MOVE, type PathData, type Point } from '../geometry';
import { bridgesBetween, withBridges, type Bridge } from './bridges';
import { contours, type CutLoop, type Loop } from './contour';
import { fieldOfAlpha, grown, shrunk, type Field } from './field';
import { leastRadius, peelOf, type Peel, type Spot } from './peel';
import type { CutLine } from './settings';
import { formAround } from './shapes';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, ceil, floor, hypot, max, min } = Math;

/** How far from the true line a fitted one may lie, mm. */
const TOLERANCE_MM = 0.015;
/** Over how long a stretch the direction of a line is taken, mm. */
const REACH_MM = 0.2;
/** Shorter lines are specks of rounding, mm². */
const LEAST_MM2 = 0.05;
/** By how much a bend is made wider than asked for, so that once it is fitted it is wide enough at the first go. */
const HEADROOM = 1.04;
/** px of nothing that contours and distances need around what they are asked for. */
const SPARE = 4;

/** The alpha of artwork, a byte a pixel, as it lies on its print. */
export interface Alpha {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}

export interface Cut {
  /** What a blade follows: outer lines first, each before its holes' lines; holes turn the other way. */
  loops: CutLoop[];
  /** What is filled with the border's ink: as the cut, and the bleed farther. */
  border: PathData;
  bridges: Bridge[];
  peel: Peel;
  /** Largest distance of the fitted line from the one that was measured, mm. */
  deviation: number;
}

/** A closed line fitted with curves, moved to where its raster's corner lies. */
function fitted(loop: Loop, pxPerMm: number, corner: Spot): { path: PathData; error: number } {
  const { points } = loop;
  const samples: Point[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const before = samples.at(-1);
    // Neighbours on either side of a pixel's centre may fall together.
    if (before && hypot(points[i] - before[0], points[i + 1] - before[1]) < 0.3) continue;
    samples.push([points[i], points[i + 1]]);
  }
  if (samples.length < 8) return { path: [], error: 0 };
  const { start, segments, error } = fitClosed(samples, TOLERANCE_MM * pxPerMm, REACH_MM * pxPerMm);
  const path: number[] = [MOVE, start[0] + corner.x, start[1] + corner.y];
  for (const { c1, c2, end } of segments) {
    path.push(CUBIC);
    for (const [x, y] of [c1, c2, end]) path.push(x + corner.x, y + corner.y);
  }
  path.push(CLOSE);
  return { path, error };
}

/** Fills holes by setting. */
function withoutHoles(loops: readonly Loop[], { holes, holeSize }: CutLine, pxPerMm: number): Loop[] {
  return loops.filter((l) => {
    if (l.area > 0 || holes === 'none') return true;
    if (holes === 'all') return false;
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < l.points.length; i += 2) {
      left = min(left, l.points[i]);
      right = max(right, l.points[i]);
      top = min(top, l.points[i + 1]);
      bottom = max(bottom, l.points[i + 1]);
    }
    return min(right - left, bottom - top) >= holeSize * pxPerMm;
  });
}

/** The set that lines enclose, by filling those of `set` that are gone: their pixels count as inside. */
function filled(set: Field, kept: readonly Loop[], all: readonly Loop[]): Field {
  const gone = all.filter((l) => !kept.includes(l));
  if (gone.length === 0) return set;
  const { width, height } = set;
  const data = set.data.slice();
  for (const { points } of gone)
    for (const [x0, x1, y] of rowsWithin(points, height))
      for (let x = max(0, x0); x <= min(width - 1, x1); x++)
        data[y * width + x] = max(data[y * width + x], SPARE);
  return { width, height, data };
}

/** The stretches of pixels whose centres a closed line encloses, a pixel more at either end: x0, x1, y. */
function* rowsWithin(points: Float64Array, height: number): Generator<[number, number, number]> {
  const crossings = new Map<number, number[]>();
  const n = points.length;
  for (let i = 0; i < n; i += 2) {
    const [ax, ay, bx, by] = [points[i], points[i + 1], points[(i + 2) % n], points[(i + 3) % n]];
    const [low, high] = ay < by ? [ay, by] : [by, ay];
    for (let y = max(0, ceil(low - 0.5)); y < height && y + 0.5 < high; y++) {
      const at = ax + ((y + 0.5 - ay) / (by - ay)) * (bx - ax);
      const list = crossings.get(y);
      if (list) list.push(at);
      else crossings.set(y, [at]);
    }
  }
  for (const [y, xs] of crossings) {
    xs.sort((a, b) => a - b);
    for (let k = 0; k + 1 < xs.length; k += 2) yield [ceil(xs[k] - 0.5) - 1, floor(xs[k + 1] - 0.5) + 1, y];
  }
}

/**
 * The line along which artwork is cut out as a sticker. The border is all that is at most the distance from the visible
 * artwork (alpha of a half or more), its gaps closed, its corners rounded, its pieces joined; or a plain form around
 * it. Distances are Euclidean and exact to a few hundredths of a px; the fitted line is within 0.015 mm of them. Null
 * where there is nothing visible.
 */
export function cutLineOf(alpha: Alpha, pxPerMm: number, settings: CutLine): Cut | null {
  let radius = settings.shape === 'follow' ? settings.radius * HEADROOM : settings.radius;
  for (let round = 0; ; round++) {
    const lines = cutWith(alpha, pxPerMm, settings, radius);
    if (!lines) return null;
    // Fitted curves bend a little more sharply in places than what they were fitted to: those count.
    const least = settings.radius === 0 ? Infinity : leastRadius(lines.loops, pxPerMm);
    if (round === 2 || least >= settings.radius * 0.98) return measured(lines, pxPerMm, settings);
    radius *= min(1.5, (settings.radius * 1.02) / least);
  }
}

/** A cut with nothing measured of it yet; places are px of its own raster, which has a margin around the print. */
interface Lines {
  cut: Field;
  artwork: Field;
  /** Where the corner of the cut's raster lies on the print, px. */
  corner: Spot;
  loops: CutLoop[];
  bridges: Bridge[];
  deviation: number;
}

/** The part of an alpha channel in which anything is visible, and where it lies; null where nothing is. */
function visible(alpha: Alpha): { alpha: Alpha; left: number; top: number } | null {
  const { width, height, data } = alpha;
  let [left, top, right, bottom] = [width, height, -1, -1];
  let solid = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const v = data[i];
      if (v === 0) continue;
      if (v > solid) solid = v;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
    }
  if (solid < 128) return null;
  const [w, h] = [right - left + 1, bottom - top + 1];
  const cropped = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) {
    const from = (top + y) * width + left;
    cropped.set(data.subarray(from, from + w), y * w);
  }
  return { alpha: { width: w, height: h, data: cropped }, left, top };
}

/** As cutLineOf, with the radius that bends are given before they are fitted, mm. */
function cutWith(alpha: Alpha, pxPerMm: number, settings: CutLine, radius: number): Lines | null {
  const px = (mm: number) => mm * pxPerMm;
  const distance = px(settings.distance);
  // Closing rounds inner corners to its radius; growing rounds outer ones to the distance.
  const close = max(px(settings.close) / 2, px(radius));
  const open = settings.distance >= radius ? 0 : px(radius);
  const bleed = px(settings.bleed);
  let margin = ceil(distance + close + bleed) + SPARE;
  const seen = visible(alpha);
  if (!seen) return null;
  let set = fieldOfAlpha(seen.alpha, margin);
  const artwork = set;
  let bridges: Bridge[] = [];
  if (settings.shape === 'follow') {
    set = grown(set, distance + close);
    if (settings.islands === 'bridge') {
      bridges = bridgesBetween(contours(set));
      // What is drawn here is shrunk with the rest, and grown by as much before.
      if (bridges.length) set = withBridges(set, bridges, px(settings.bridge) + 2 * close);
    }
    if (close + open > 0) set = shrunk(set, close + open);
    if (open > 0) set = grown(set, open);
  } else {
    const form = formAround(set, settings.shape, distance, max(px(radius), 1));
    if (!form) return null;
    const [left, top, right, bottom] = form.box;
    const over = ceil(max(0, -left, -top, right - set.width, bottom - set.height) + bleed + SPARE);
    margin += over;
    const [width, height] = [set.width + 2 * over, set.height + 2 * over];
    const data = new Float32Array(width * height);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) data[i] = form.inside(x - over, y - over);
    set = { width, height, data };
  }
  const least = LEAST_MM2 * pxPerMm * pxPerMm;
  const all = contours(set).filter((l) => abs(l.area) >= least);
  const kept = withoutHoles(all, settings, pxPerMm);
  const cut = filled(set, kept, all);
  const corner = { x: seen.left - margin, y: seen.top - margin };
  let deviation = 0;
  const loops = kept
    .sort((a, b) => Number(b.area > 0) - Number(a.area > 0) || abs(b.area) - abs(a.area))
    .map((loop): CutLoop => {
      const { path, error } = fitted(loop, pxPerMm, corner);
      deviation = max(deviation, error / pxPerMm);
      return { path, area: loop.area };
    })
    .filter((l) => l.path.length > 0);
  return { cut, artwork, corner, loops, bridges, deviation };
}

/** Its border and what it is like to peel. */
function measured(
  { cut, artwork, corner, loops, bridges, deviation }: Lines,
  pxPerMm: number,
  { bleed }: CutLine,
): Cut {
  const least = LEAST_MM2 * pxPerMm * pxPerMm;
  const border =
    bleed > 0
      ? contours(grown(cut, bleed * pxPerMm))
          .filter((l) => l.area > 0 || abs(l.area) >= least)
          .flatMap((l) => fitted(l, pxPerMm, corner).path)
      : loops.flatMap((l) => l.path);
  return {
    loops,
    border,
    bridges: bridges.map(({ from, to }) => ({
      from: [from[0] + corner.x, from[1] + corner.y],
      to: [to[0] + corner.x, to[1] + corner.y],
    })),
    peel: peelOf({ cut, artwork, artworkMargin: (cut.width - artwork.width) / 2, corner, loops, pxPerMm }),
    deviation,
  };
}
