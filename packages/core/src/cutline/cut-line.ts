import { CLOSE, LINE, MOVE, transformPath, type PathData } from '../geometry';
import { around } from './around';
import { backingOf, TEAR_MM } from './backing';
import { bridgesBetween, stencilBridges, withBridges, type Bridge } from './bridges';
import { contours, type CutLoop, type Loop } from './contour';
import { fieldOfAlpha, type Field } from './field';
import { grown, shrunk } from './grow';
import { filled, withoutHoles } from './fill-holes';
import { fitted, fittedLoops, type CutPiece } from './fitted';
import { withMitres } from './mitres';
import { withPatches } from './patches';
import { fieldOfPath } from './path-field';
import { leastRadius, peelOf, type Peel, type Spot } from './peel';
import { encloses, piecesOf, pointWithin } from './pieces';
import { wholeBorder, type CutLine, type Share } from './settings';
import { spreadOf, type Colours, type SpreadColour } from './spread';

const { abs, ceil, max, min } = Math;

/** Shorter lines are specks of rounding, mm². */
const LEAST_MM2 = 0.05;
/** Holes that can be chosen one by one: from this size on, mm², and so many. */
const LEAST_HOLE_MM2 = 1;
const MOST_HOLES = 200;
/** How far the ends of a stretch that was put elsewhere by hand may be from the line as it is now, mm. */
const HAND_MM = 0.75;
/** By how much a bend is made wider than asked for, so that once it is fitted it is wide enough at the first go. */
const HEADROOM = 1.08;
/** px of nothing that contours and distances need around what they are asked for. */
const SPARE = 4;

/** The alpha of artwork, a byte a pixel, as it lies on its print, and what else a cut may ask of it. */
export interface Alpha {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
  /** For a border in the artwork's own colours. */
  colours?: Colours;
  /** The outline of one's own that it is cut to, px; null where there is none. */
  outline?: PathData | null;
}

/** A hole of the artwork, whether it is cut out or filled. */
export interface CutHole {
  path: PathData;
  /** A place within it, as the settings name holes. */
  at: Share;
  open: boolean;
}

export interface Cut {
  /** What a blade follows: outer lines first, each before its holes' lines; holes turn the other way. */
  loops: CutLoop[];
  /** What comes off one by one, the largest first. */
  pieces: CutPiece[];
  /** What is filled with inks behind the artwork, the outermost first: the cut and its bleed, then what is within rims. */
  borders: PathData[];
  /** What lies behind the artwork in its own colours, the first under all of it; none where a border has an ink. */
  spread: SpreadColour[];
  /** It was to be cut to an outline that is not there, and follows the artwork instead. */
  unoutlined: boolean;
  /** What is cut through the backing as well, around the sticker; null without. */
  backing: PathData | null;
  bridges: Bridge[];
  /** All holes that could be cut out. */
  holes: CutHole[];
  peel: Peel;
  /** Stretches put elsewhere by hand that no longer fit, by their numbers. */
  lost: number[];
  /** Largest distance of the fitted line from the one that was measured, mm. */
  deviation: number;
  /** The box of what is visible, in which settings name places. */
  box: { left: number; top: number; right: number; bottom: number };
}

/**
 * The line along which artwork is cut out as a sticker. The border is all that is at most the distance from the visible
 * artwork (alpha of a half or more), its gaps closed, its corners rounded, its pieces joined; or a form around it; or the
 * artwork itself. Distances are Euclidean and exact to a few hundredths of a px; the fitted line is within 0.022 mm of
 * them. Null where there is nothing visible.
 */
export function cutLineOf(alpha: Alpha, pxPerMm: number, asked: CutLine): Cut | null {
  const unoutlined = asked.shape === 'own' && !alpha.outline?.length;
  const settings: CutLine = unoutlined ? { ...asked, shape: 'follow' } : asked;
  let radius = settings.shape === 'follow' ? settings.radius * HEADROOM : settings.radius;
  // Corners that are kept sharp are no bends.
  const bends = keepsCorners(settings) ? 'inner' : 'all';
  for (let round = 0; ; round++) {
    const lines = cutWith(alpha, pxPerMm, settings, radius);
    if (!lines) return null;
    // Fitted curves bend a little more sharply in places than what they were fitted to: those count.
    const least = settings.radius === 0 ? Infinity : leastRadius(lines.loops, pxPerMm, bends);
    // What was moved by hand may bend as it likes: the rest is not made rounder for it.
    if (round === 2 || settings.patches.length > 0 || least >= settings.radius * 0.98)
      return { ...measured(lines, alpha, pxPerMm, settings), unoutlined };
    radius *= min(1.5, (settings.radius * 1.02) / least);
  }
}

/** Whether a border's outer corners are as sharp as the artwork's. */
const keepsCorners = (settings: CutLine) =>
  settings.shape === 'follow' && settings.corners === 'sharp' && wholeBorder(settings) > 0;

/** A cut with nothing measured of it yet; places are px of its own raster, which has a margin around the print. */
interface Lines {
  cut: Field;
  /** Its contours. */
  kept: Loop[];
  artwork: Field;
  /** Where the corner of the cut's raster lies on the print, px. */
  corner: Spot;
  /** Of what is visible, px of the print. */
  box: Cut['box'];
  loops: CutLoop[];
  pieces: CutPiece[];
  bridges: Bridge[];
  /** Holes before any was filled, in the raster's px. */
  holes: Loop[];
  lost: number[];
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
  const seen = visible(alpha);
  if (!seen) return null;
  const { width, height } = seen.alpha;
  const px = (mm: number) => mm * pxPerMm;
  const { bleed, backing, shape } = settings;
  const beyond = ceil(
    max(px(bleed), backing ? px(backing.margin + (backing.tear === 'none' ? 0 : TEAR_MM) + 3) : 0) + SPARE,
  );
  const follows = shape === 'follow' || shape === 'silhouette';
  let margin = follows ? ceil(reachOf(settings, pxPerMm, radius)) + beyond : SPARE;
  const artwork = fieldOfAlpha(seen.alpha, margin);
  const point = ([x, y]: Share): [number, number] => [margin + x * width, margin + y * height];
  let made: { set: Field; bridges: Bridge[] };
  if (follows) made = followed(artwork, settings, pxPerMm, radius, point);
  else {
    const own = alpha.outline
      ? transformPath(alpha.outline, [1, 0, 0, 1, margin - seen.left, margin - seen.top])
      : null;
    const found = around(artwork, settings, own, pxPerMm, radius, beyond);
    if (!found) return null;
    margin += found.over;
    made = { set: found.set, bridges: [] };
  }
  const { set, bridges } = made;
  const least = LEAST_MM2 * pxPerMm * pxPerMm;
  const all = contours(set).filter((l) => abs(l.area) >= least);
  const whole = withoutHoles(all, settings, pxPerMm, point);
  const byHand = settings.patches.map(({ from, to, via }) => ({
    ...{ from: point(from), to: point(to), via: via.map(point) },
  }));
  const { loops: kept, lost } = withPatches(whole, byHand, HAND_MM * pxPerMm);
  // What was moved by hand is another set, too.
  const cut =
    lost.length < byHand.length
      ? fieldOfPath(kept.flatMap(pathOfLoop), set.width, set.height)
      : filled(set, whole, all);
  const corner = { x: seen.left - margin, y: seen.top - margin };
  return {
    ...{ cut, kept, artwork, corner, bridges, lost },
    box: { left: seen.left, top: seen.top, right: seen.left + width, bottom: seen.top + height },
    holes: all.filter((l) => l.area < 0),
    ...fittedLoops(kept, pxPerMm, corner),
  };
}

/** How far a cut that follows artwork may reach beyond what is visible, px. */
function reachOf(settings: CutLine, pxPerMm: number, radius: number): number {
  const { shape, corners, mitre, close } = settings;
  const border = wholeBorder(settings) * pxPerMm * (corners === 'sharp' ? mitre : 1);
  return border + max(shape === 'silhouette' ? 0 : (close * pxPerMm) / 2, radius * pxPerMm);
}

/** A line of straight pieces. */
const pathOfLoop = ({ points }: Loop): PathData => {
  const path: number[] = [MOVE, points[0], points[1]];
  for (let i = 2; i < points.length; i += 2) path.push(LINE, points[i], points[i + 1]);
  return [...path, CLOSE];
};

/** The border that follows artwork, its gaps closed and its pieces joined. */
function followed(
  artwork: Field,
  settings: CutLine,
  pxPerMm: number,
  radius: number,
  point: (share: Share) => readonly [number, number],
): { set: Field; bridges: Bridge[] } {
  const px = (mm: number) => mm * pxPerMm;
  const border = wholeBorder(settings);
  const sharp = keepsCorners(settings);
  // Closing rounds inner corners to its radius; growing rounds outer ones to the distance.
  const close = max(settings.shape === 'silhouette' ? 0 : px(settings.close) / 2, px(radius));
  const open = border >= radius || sharp ? 0 : px(radius);
  let set = artwork;
  if (px(border) + close > 0) set = grown(set, px(border) + close);
  const bridges: Bridge[] = settings.joints.map(([ax, ay, bx, by]) => ({
    from: point([ax, ay]),
    to: point([bx, by]),
  }));
  // What is drawn here is shrunk with the rest, and grown by as much before.
  const wide = px(settings.bridge) + 2 * close;
  if (settings.islands !== 'apart') {
    if (bridges.length) set = withBridges(set, bridges, wide);
    const join = (found: Bridge[]) => {
      if (found.length === 0) return;
      bridges.push(...found);
      set = withBridges(set, found, wide);
    };
    const least = LEAST_MM2 * pxPerMm * pxPerMm;
    const pieces = () =>
      piecesOf(
        withoutHoles(
          contours(set).filter((l) => abs(l.area) >= least),
          ahead(settings),
          pxPerMm,
          point,
        ),
      );
    if (settings.islands === 'stencil') join(stencilBridges(pieces()));
    join(bridgesBetween(pieces()));
  }
  if (close + open > 0) set = shrunk(set, close + open);
  if (open > 0) set = grown(set, open);
  if (sharp) {
    // The corners are those of the artwork with its gaps closed.
    const closed = close > 0 ? shrunk(grown(artwork, close), close) : artwork;
    const lines = contours(closed).map((l) => fitted(l, pxPerMm, { x: 0, y: 0 }).path);
    set = withMitres(set, lines, px(border), settings.mitre);
  }
  return { set, bridges: settings.islands === 'apart' ? [] : bridges };
}

/** Holes of which it is known before they are measured that they will be filled: what lies in them needs no bridge. */
const ahead = ({ holes, openHoles }: CutLine) => ({
  ...{ holeSize: 0, openHoles },
  holes: holes === 'small' ? ('none' as const) : holes,
});

/** Its borders, its backing and what it is like to peel. */
function measured(lines: Lines, alpha: Alpha, pxPerMm: number, settings: CutLine): Omit<Cut, 'unoutlined'> {
  const { cut, artwork, corner, loops, pieces, bridges, deviation, box } = lines;
  const { bleed, rims, backing } = settings;
  const least = LEAST_MM2 * pxPerMm * pxPerMm;
  const pathOf = (set: Field): PathData =>
    contours(set)
      .filter((l) => l.area > 0 || abs(l.area) >= least)
      .flatMap((l) => fitted(l, pxPerMm, corner).path);
  const whole = loops.flatMap((l) => l.path);
  const wide = bleed > 0 ? grown(cut, bleed * pxPerMm) : cut;
  const borders = [bleed > 0 ? pathOf(wide) : whole];
  // The innermost border is the artwork's own.
  let inner = wide;
  let within = 0;
  if (settings.shape !== 'silhouette')
    for (const rim of [...rims].reverse()) {
      within += rim.width * pxPerMm;
      inner = shrunk(cut, within);
      borders.push(pathOf(inner));
    }
  const [w, h] = [box.right - box.left, box.bottom - box.top];
  const artworkMargin = (cut.width - artwork.width) / 2;
  const { colours } = alpha;
  const indexOf = (x: number, y: number) => {
    const [u, v] = [x + corner.x, y + corner.y];
    return u >= 0 && v >= 0 && u < alpha.width && v < alpha.height ? v * alpha.width + u : -1;
  };
  const spread =
    settings.spread && settings.ink === null && settings.shape !== 'silhouette' && colours
      ? spreadOf(inner, artwork, artworkMargin, colours, indexOf, pxPerMm, corner)
      : [];
  const { kept } = lines;
  const peel = peelOf({ cut, lines: kept, artwork, artworkMargin, corner, loops, pxPerMm });
  const outer = kept.filter((l) => l.area > 0);
  return {
    ...{ loops, pieces, borders, spread, deviation, box, lost: lines.lost },
    backing: backing ? pathOf(backingOf(filled(cut, outer, kept), backing, pxPerMm)) : null,
    bridges: bridges.map(({ from, to }) => ({
      from: [from[0] + corner.x, from[1] + corner.y],
      to: [to[0] + corner.x, to[1] + corner.y],
    })),
    holes: lines.holes
      .filter((hole) => -hole.area >= LEAST_HOLE_MM2 * pxPerMm * pxPerMm)
      .slice(0, MOST_HOLES)
      .map((hole): CutHole => {
        const [x, y] = pointWithin(hole);
        return {
          path: fitted(hole, pxPerMm, corner).path,
          at: [(x + corner.x - box.left) / w, (y + corner.y - box.top) / h],
          open: kept.some((l) => l.area < 0 && encloses(l, x, y)),
        };
      }),
    // Nothing is printed on film, so nothing of it can be too near to the cut.
    peel: { ...peel, border: settings.shape === 'silhouette' ? null : peel.border },
  };
}
