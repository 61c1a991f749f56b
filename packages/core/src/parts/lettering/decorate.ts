import { bendPath, CLOSE, CUBIC, LINE, MOVE, transformPath, type PathData } from '../../geometry';
import type { SetBlock, SetLetter } from '../../type';
import type { UninkedItem } from '../kind';
import type { Decoration } from './types';

/** A stretch of heights, in cap heights above the baseline. */
type Stretch = readonly [from: number, to: number];
const ALL_HEIGHTS: Stretch = [-10, 10];

const fill = (ink: string, path: PathData, clip: PathData | null): UninkedItem => ({
  kind: 'outline',
  role: 'ink',
  ink,
  path,
  rule: 'nonzero',
  opacity: 1,
  stroke: null,
  ...(clip ? { clips: [{ path: clip, rule: 'nonzero' as const }] } : {}),
});

/** What is left of stretches without another one. */
const without = (stretches: readonly Stretch[], [from, to]: Stretch): Stretch[] =>
  stretches.flatMap(([a, b]): Stretch[] => {
    const left: Stretch[] = [];
    if (from > a) left.push([a, Math.min(b, from)]);
    if (to < b) left.push([Math.max(a, to), b]);
    return left.filter(([x, y]) => y > x);
  });

/** A stretch of heights over one letter, and a little beyond its ink on both sides; block px. */
function strip(letter: SetLetter, block: SetBlock, [from, to]: Stretch): PathData {
  const { box, advance, capHeight, frame } = letter;
  const left = Math.min(0, box.left) - 1;
  const right = Math.max(advance, box.right) + 1;
  const level = (share: number, otherwise: number) =>
    Math.abs(share) >= 10 ? otherwise : -share * capHeight;
  const top = level(to, Math.min(box.top, -letter.ascent) - 1);
  const bottom = level(from, Math.max(box.bottom, letter.descent) + 1);
  if (!(bottom > top)) return [];
  const rect: PathData = [MOVE, left, top, LINE, right, top, LINE, right, bottom, LINE, left, bottom, CLOSE];
  return carried(rect, frame, block);
}

/** From a letter's own px to the block's, envelope and all. */
function carried(path: PathData, frame: SetLetter['frame'], block: SetBlock): PathData {
  const set = transformPath(path, frame);
  return block.bend ? bendPath(set, block.bend) : set;
}

/** Cubic handles of a quarter circle, over its radius. */
const ROUND = 0.5522847498;

const dot = (x: number, y: number, r: number): number[] => {
  const k = r * ROUND;
  return [
    ...[MOVE, x + r, y, CUBIC, x + r, y + k, x + k, y + r, x, y + r],
    ...[CUBIC, x - k, y + r, x - r, y + k, x - r, y],
    ...[CUBIC, x - r, y - k, x - k, y - r, x, y - r],
    ...[CUBIC, x + k, y - r, x + r, y - k, x + r, y, CLOSE],
  ];
};

/** No letter is dotted with more than this. */
const MOST_DOTS = 6000;

/** Dots in staggered rows over one letter, from full cover at height `from` to none at `to`. */
function dots(letter: SetLetter, block: SetBlock, fade: Extract<Decoration, { kind: 'fade' }>): PathData {
  const { box, capHeight, frame } = letter;
  if (!(box.right > box.left)) return [];
  const [y0, y1] = [-fade.from * capHeight, -fade.to * capHeight];
  const rows = Math.max(1, Math.ceil(Math.abs(y1 - y0) / (fade.pitch / 2)));
  const columns = Math.ceil((box.right - box.left) / fade.pitch) + 2;
  const coarser = Math.max(1, Math.sqrt((rows * columns) / MOST_DOTS));
  const pitch = fade.pitch * coarser;
  const out: number[] = [];
  const steps = Math.max(1, Math.round(Math.abs(y1 - y0) / (pitch / 2)));
  for (let row = 0; row <= steps; row++) {
    const cover = 1 - row / steps;
    // Two dots share a square of the pitch; where they overlap they cover a little less.
    const r = pitch * Math.sqrt(cover / 2 / Math.PI) * (1 + 0.25 * cover);
    if (r < pitch * 0.04) continue;
    const y = y0 + ((y1 - y0) * row) / steps;
    const from = Math.floor((box.left - pitch) / pitch) * pitch + (row % 2 ? pitch / 2 : 0);
    for (let x = from; x <= box.right + pitch; x += pitch) for (const n of dot(x, y, r)) out.push(n);
  }
  return carried(out, frame, block);
}

/** The heights that a decoration covers, and those that it leaves the letter's own ink. */
function stretchesOf(decoration: Decoration, capHeight: number): Stretch[] {
  const half = (width: number) => width / 2 / Math.max(1, capHeight);
  switch (decoration.kind) {
    case 'band':
      return [[decoration.at - half(decoration.width), decoration.at + half(decoration.width)]];
    case 'cuts': {
      const { count, from, to, width } = decoration;
      return Array.from({ length: count }, (_, i): Stretch => {
        const at = count === 1 ? (from + to) / 2 : from + ((to - from) * i) / (count - 1);
        return [at - half(width), at + half(width)];
      });
    }
    case 'split':
      return [[ALL_HEIGHTS[0], decoration.at]];
    case 'fade': {
      const { from, to } = decoration;
      return [to > from ? [from, ALL_HEIGHTS[1]] : [ALL_HEIGHTS[0], from]];
    }
    case 'inner':
      return [];
  }
}

/**
 * Letters of one ink with their decorations: the letters themselves (without what is cut away), then
 * what lies on them, all clipped to the letters. Without decorations, just the letters.
 */
export function decorated(
  letters: readonly SetLetter[],
  block: SetBlock,
  ink: string,
  decorations: readonly Decoration[],
): UninkedItem[] {
  const whole = letters.flatMap((l) => l.set);
  if (whole.length === 0) return [];
  const flat = decorations.filter((d) => d.kind !== 'inner');
  const fade = flat.find((d) => d.kind === 'fade');
  const items: UninkedItem[] = [];
  const gaps = flat.filter((d) => d.ink === null || d.kind === 'fade');
  const over = (stretches: (letter: SetLetter) => readonly Stretch[]): PathData =>
    letters.flatMap((l) => stretches(l).flatMap((s) => strip(l, block, s)));
  if (fade?.ink) items.push(fill(fade.ink, whole, null));
  if (gaps.length === 0) items.push(fill(ink, whole, null));
  else {
    const kept = (l: SetLetter) =>
      gaps.flatMap((d) => stretchesOf(d, l.capHeight)).reduce(without, [ALL_HEIGHTS] as Stretch[]);
    items.push(fill(ink, over(kept), whole));
    if (fade)
      items.push(
        fill(
          ink,
          letters.flatMap((l) => dots(l, block, fade)),
          whole,
        ),
      );
  }
  for (const d of flat)
    if (d.ink !== null && d.kind !== 'fade')
      items.push(
        fill(
          d.ink,
          over((l) => stretchesOf(d, l.capHeight)),
          whole,
        ),
      );
  for (const d of decorations) {
    if (d.kind !== 'inner') continue;
    const line = (color: string, width: number): UninkedItem => ({
      ...fill(color, whole, null),
      stroke: { width, join: 'round', cap: 'round', space: 'own', side: 'inside' },
    });
    items.push(line(d.ink, d.distance + d.width));
    // What lies between the edge and the line has the letter's own ink again.
    if (d.distance > 0) items.push(line(ink, d.distance));
  }
  return items.filter((i) => i.path.length > 0);
}
