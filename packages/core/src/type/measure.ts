import { flatten, transformPath } from '../geometry';
import { inkOf, type Letter, type ShapedLine } from './shape-line';
import type { Measure } from './settings';

/** Tracking goes no further than this, in ems: beyond it letters overlap, or a word falls apart. */
const LEAST_TRACKING = -0.12;
const MOST_TRACKING = 2.5;

/** A line scaled as a whole by `k`, with `more` px after each letter but the last. */
function stretched(line: ShapedLine, k: number, more: number): ShapedLine {
  let moved = 0;
  const letters = line.letters.map((l): Letter => {
    const x = l.x * k + moved;
    if (l.advance > 0) moved += more;
    return {
      ...l,
      x,
      path: k === 1 ? l.path : transformPath(l.path, [k, 0, 0, k, 0, 0]),
      box: { left: l.box.left * k, top: l.box.top * k, right: l.box.right * k, bottom: l.box.bottom * k },
      advance: l.advance * k,
      size: l.size * k,
      capHeight: l.capHeight * k,
      ascent: l.ascent * k,
      descent: l.descent * k,
    };
  });
  return { ...line, letters, width: Math.max(0, line.width * k + moved - (moved ? more : 0)) };
}

/**
 * How far a letter's side lies back on average from its outermost point, px: 0 for an H, some of its
 * width for an O or a V. `side` 1 is the right one. Sampled at 24 heights between its top and bottom.
 */
function roundness(letter: Letter, side: 1 | -1): number {
  const { top, bottom, left, right } = letter.box;
  if (!(bottom > top)) return 0;
  const rows = 24;
  const reach = new Array<number>(rows).fill(-Infinity);
  for (const { points } of flatten(letter.path, Math.max(0.25, (bottom - top) / 200)))
    for (let i = 0; i + 3 < points.length; i += 2) {
      const [ax, ay, bx, by] = points.slice(i, i + 4);
      const rowOf = (y: number) => ((y - top) / (bottom - top)) * rows - 0.5;
      const [r0, r1] = [Math.min(rowOf(ay), rowOf(by)), Math.max(rowOf(ay), rowOf(by))];
      for (let r = Math.max(0, Math.ceil(r0)); r <= Math.min(rows - 1, Math.floor(r1)); r++) {
        const y = top + ((r + 0.5) / rows) * (bottom - top);
        const x = by === ay ? bx : ax + ((y - ay) / (by - ay)) * (bx - ax);
        reach[r] = Math.max(reach[r], x * side);
      }
    }
  const outermost = side === 1 ? right : -left;
  const back = reach.map((x) => (x === -Infinity ? right - left : outermost - x));
  return back.reduce((sum, d) => sum + d, 0) / rows;
}

/** A letter stands out by an eighth of its roundness, and never by more than 3 % of its size. */
const overhang = (letter: Letter, side: 1 | -1): number =>
  Math.min(roundness(letter, side) / 8, letter.size * 0.03);

/** Where a line looks as if it began and ended, px. */
function edges(letters: readonly Letter[], optical: boolean): { left: number; right: number } {
  const ink = inkOf(letters);
  if (!optical) return ink;
  const first = letters.find((l) => l.x + l.box.left === ink.left);
  const last = letters.findLast((l) => l.x + l.box.right === ink.right);
  return {
    left: ink.left + (first ? overhang(first, -1) : 0),
    right: ink.right - (last ? overhang(last, 1) : 0),
  };
}

/**
 * A line set to a measure: its ink (its look, with optical edges) from 0 to `measure.width`. A line
 * without ink stays as it is; one letter can only give by its size.
 */
export function setToMeasure(line: ShapedLine, measure: Measure): ShapedLine {
  const { left, right } = edges(line.letters, measure.optical);
  const natural = right - left;
  if (!(natural > 0)) return line;
  const inked = line.letters.filter((l) => l.advance > 0);
  const gaps = inked.length - 1;
  const full = measure.width / natural;
  let k = 1;
  if (measure.by === 'size' || gaps < 1) k = full;
  else if (measure.by === 'both') k = Math.max(measure.least, Math.min(measure.most, full));
  let more = 0;
  if (measure.by !== 'size' && gaps >= 1) {
    const size = Math.max(...inked.map((l) => l.size)) * k;
    more = (measure.width - natural * k) / gaps;
    more = Math.max(LEAST_TRACKING * size, Math.min(MOST_TRACKING * size, more));
  }
  const set = stretched(line, k, more);
  const at = edges(set.letters, measure.optical).left;
  return { ...set, letters: set.letters.map((l) => ({ ...l, x: l.x - at })) };
}
