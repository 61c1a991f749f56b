import {
  hypot,
  CLOSE,
  LINE as TO,
  MOVE,
  pathBounds,
  type Box,
  type OutlineOps,
  type PathData,
} from '../../geometry';
import type { Fill, Piece } from '../types';
import { rimsOf } from './line';
import { INK, lineAlong, seenOf, without } from './seen';

/** From one cut to the next, px. */
const STEP = 13;
const LINE = 4;
const RIM = 8;
/** A form darker than this is all ink, but for its edge towards the light; CIE L*. */
const BLACK = 22;
/** A form lighter than this is paper. */
const PAPER = 90;
/** Directions of the cuts, degrees: neighbours in different ones. */
const WAYS = [38, -24, 64, 8, -52] as const;

/**
 * Parallel cuts over a box at an angle: strips that swell from the upper left, where the light is, to the lower right.
 * `tone` is the share of ink that they come to, 0–1, on the average.
 */
export function cuts(box: Box, angle: number, tone: number): PathData {
  const r = (angle * Math.PI) / 180;
  const [ux, uy] = [Math.cos(r), Math.sin(r)];
  const [cx, cy] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const reach = hypot(box.right - box.left, box.bottom - box.top) / 2;
  if (!(reach > 0)) return [];
  const out: number[] = [];
  const pieces = 8;
  for (let at = -reach + STEP / 2; at < reach; at += STEP) {
    const upper: [number, number][] = [];
    const lower: [number, number][] = [];
    for (let i = 0; i <= pieces; i++) {
      const along = -reach + (2 * reach * i) / pieces;
      const [x, y] = [cx + along * ux - at * uy, cy + along * uy + at * ux];
      // From −1 towards the light to 1 away from it.
      const away = (x - cx + (y - cy)) / (Math.SQRT2 * reach);
      const half = (STEP / 2) * Math.min(0.96, Math.max(0.05, tone * (1 + 0.75 * away)));
      // Hands are not rulers.
      const sway = 1.2 * Math.sin(along / 37 + at);
      upper.push([x - (half + sway) * -uy, y - (half + sway) * ux]);
      lower.push([x + (half - sway) * -uy, y + (half - sway) * ux]);
    }
    const round = [...upper, ...lower.reverse()];
    out.push(MOVE, ...round[0]);
    for (const point of round.slice(1)) out.push(TO, ...point);
    out.push(CLOSE);
  }
  return out;
}

/** One ink, tones by cuts: the darker a form, the broader its lines. */
export function woodcut(pieces: readonly Piece[], ops: OutlineOps): Fill[] {
  const out: number[] = [];
  seenOf(pieces, ops, 3).forEach(({ whole, seen, above, lightness, piece }, i) => {
    if (!seen.length) return;
    if (lightness <= BLACK) out.push(...seen);
    else if (lightness < PAPER) {
      const tone = 0.12 + 0.72 * (1 - lightness / 100);
      const hatch = cuts(pathBounds(whole), WAYS[(piece * 2 + i) % WAYS.length], tone);
      out.push(...ops.intersect(seen, hatch));
    }
    const along = lineAlong(whole, LINE, ops);
    out.push(...without(along, above, ops));
  });
  out.push(...rimsOf(pieces, RIM, ops));
  const path = ops.weld(out);
  return path.length ? [{ path, colour: INK, opacity: 1 }] : [];
}
