import { lightness } from '../../colour';
import {
  CLOSE,
  flatten,
  LINE,
  MOVE,
  reversePath,
  signedArea,
  type OutlineOps,
  type PathData,
} from '../../geometry';
import type { Fill, Piece } from '../types';

/** The ink of styles that have one. */
export const INK = '#20262a';
/** Less than this is a sheen or a shade, no form of its own. */
const LEAST_OPACITY = 0.5;

/** What is seen of one outline of a piece: the rest is covered by those before it. */
export interface Seen {
  /** The whole outline. */
  whole: PathData;
  /** What of it is seen. */
  seen: PathData;
  /** What lies before it, welded. */
  above: PathData;
  /** CIE L* of its colour, 0–100. */
  lightness: number;
  /** Which piece it is of, back to front. */
  piece: number;
}

const windingOf = (path: PathData): number =>
  flatten(path, 0.5).reduce((sum, { points }) => sum + signedArea(points) / 2, 0);

/** Area that a path covers, px²; of outlines as operations give them, holes the other way round. */
export const areaOf = (path: PathData): number => Math.abs(windingOf(path));

/** A path that goes round as all do: two that go round against one another would be a hole where they overlap. */
const oneWay = (path: PathData): PathData => (windingOf(path) < 0 ? reversePath(path) : path);

/** Edges that all but touch make operations fail: then what is taken away is a little larger, px. */
const NUDGES = [0, 0.35, 0.8];

/** A path of straight pieces: what fails of curves does not of these. */
const straight = (path: PathData): PathData =>
  flatten(path, 0.2).flatMap(({ points }) => {
    const out: number[] = [];
    for (let i = 0; i < points.length; i += 2) out.push(i ? LINE : MOVE, points[i], points[i + 1]);
    return [...out, CLOSE];
  });

/**
 * A path without another. Held against the areas of what is left and what both have in common: an operation that
 * failed leaves all of it.
 */
export function without(path: PathData, what: PathData, ops: OutlineOps): PathData {
  if (!what.length) return path;
  const whole = areaOf(ops.weld(path));
  const tried = (from: PathData, taken: PathData): PathData | null => {
    const left = ops.subtract(from, taken);
    const agree = areaOf(left) + areaOf(ops.intersect(from, taken)) - whole;
    return Math.abs(agree) < 0.02 * whole + 4 ? left : null;
  };
  for (const nudge of NUDGES) {
    const grown = nudge ? ops.offset(what, nudge, 'round') : what;
    const left = tried(path, grown) ?? tried(straight(path), straight(grown));
    if (left) return left;
  }
  return ops.subtract(path, what);
}

const solid = ({ opacity }: Fill): boolean => opacity >= LEAST_OPACITY;

/** All that a piece covers, welded. */
export const bodyOf = (piece: Piece, ops: OutlineOps): PathData =>
  ops.weld(piece.fills.filter(solid).flatMap((f) => [...oneWay(f.path)]));

/**
 * What is seen of each outline, back to front. A piece that lies before others is kept clear of them by a gap of so many
 * px, so that dark on dark stays two things.
 */
export function seenOf(pieces: readonly Piece[], ops: OutlineOps, gap: number): Seen[] {
  const out: Seen[] = [];
  let above: PathData = [];
  for (let p = pieces.length - 1; p >= 0; p--) {
    let own: PathData = [];
    for (const fill of [...pieces[p].fills].reverse().filter(solid)) {
      const whole = oneWay(fill.path);
      const covered = own.length && above.length ? ops.weld([...above, ...own]) : own.length ? own : above;
      out.push({
        ...{ whole, above: covered, lightness: lightness(fill.colour), piece: p },
        seen: without(whole, covered, ops),
      });
      own = own.length ? ops.weld([...own, ...whole]) : whole;
    }
    const clear = gap > 0 && p > 0 ? ops.offset(own, gap, 'round') : own;
    above = above.length ? ops.weld([...above, ...clear]) : clear;
  }
  return out.reverse();
}

/** An even line along an outline, half of it on either side. */
export const lineAlong = (path: PathData, width: number, ops: OutlineOps): PathData =>
  ops.subtract(ops.offset(path, width / 2, 'round'), ops.offset(path, -width / 2, 'round'));
