import { hypot, flatten, type Polyline } from '../geometry';
import type { Align, Baseline } from './settings';

/** A place on a baseline: px, and the way on in radians clockwise (y down). */
export interface TrackPoint {
  x: number;
  y: number;
  angle: number;
}

/** Where the middle of a letter goes that stands at `x` on the straight line. */
export type Track = (x: number) => TrackPoint;

/** What a baseline needs to know of the line that is laid on it. */
export interface TrackLine {
  /** Which line of the block, and how far its baseline lies below the first one's, px. */
  index: number;
  below: number;
  /** Cap height of the line, px. */
  cap: number;
  /** Width of the widest line, px. */
  widest: number;
  align: Align;
}

/** No arch bends further than this, radians: its ends would meet. */
const MOST_ARC = (350 / 180) * Math.PI;

/** Radius of the circle whose arc of length `length` rises by `height`, px; Infinity for a flat one. */
export function radiusForHeight(length: number, height: number): number {
  const h = Math.abs(height);
  if (h < 1e-6 || length <= 0) return Infinity;
  // An arc of angle a rises by (length ⁄ a) (1 − cos(a ⁄ 2)), which grows with a up to about 4.66.
  const rise = (a: number) => (length / a) * (1 - Math.cos(a / 2));
  let [low, high] = [1e-6, 4.66];
  if (rise(high) <= h) return length / high;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (rise(mid) < h) low = mid;
    else high = mid;
  }
  return length / ((low + high) / 2);
}

/**
 * Letters are spaced as they look at half their cap height: on a circle of radius r that is r + cap ⁄ 2
 * where they fan out, r − cap ⁄ 2 where they lean together.
 */
const looking = (r: number, cap: number, outwards: boolean): number =>
  Math.max(1, cap / 4, outwards ? r + cap / 2 : r - cap / 2);

function arch(
  { by, value }: Extract<Baseline, { kind: 'arch' }>,
  { below, cap, widest, align }: TrackLine,
): Track {
  const up = value >= 0;
  let radius = by === 'radius' ? Math.abs(value) : radiusForHeight(widest, value);
  if (!Number.isFinite(radius) || radius > 1e7) return (x) => ({ x, y: below, angle: 0 });
  radius = Math.max(radius, widest / MOST_ARC);
  // The top of the arch is over the middle of the block, however its lines are aligned.
  const middle = align === 'centre' ? 0 : align === 'left' ? widest / 2 : -widest / 2;
  const r = Math.max(cap / 4, up ? radius - below : radius + below);
  const round = looking(r, cap, up);
  return (x) => {
    const a = (x - middle) / round;
    return up
      ? { x: middle + r * Math.sin(a), y: radius - r * Math.cos(a), angle: a }
      : { x: middle + r * Math.sin(a), y: r * Math.cos(a) - radius, angle: -a };
  };
}

/** Whether a line of a ring reads clockwise, its radius, and where its origin lies, radians from the top. */
export function ringLine(
  ring: Extract<Baseline, { kind: 'ring' }>,
  { index, below, cap }: Pick<TrackLine, 'index' | 'below' | 'cap'>,
): { clockwise: boolean; radius: number; start: number } {
  const under = ring.halves && index % 2 === 1;
  const clockwise = ring.halves ? !under : ring.direction === 'clockwise';
  const outside = ring.side === 'outside';
  // Clockwise letters stand on their baseline outwards, others hang inwards from it.
  const base = clockwise ? (outside ? 0 : -cap) : outside ? cap : 0;
  const radius = Math.max(cap / 4, 1, ring.radius + base + (clockwise ? -below : below));
  return { clockwise, radius, start: ((ring.start + (under ? 180 : 0)) / 180) * Math.PI };
}

function ring(baseline: Extract<Baseline, { kind: 'ring' }>, line: TrackLine): Track {
  const { clockwise, radius, start } = ringLine(baseline, line);
  const round = looking(radius, line.cap, clockwise);
  return (x) => {
    const a = clockwise ? start + x / round : start - x / round;
    return {
      x: radius * Math.sin(a),
      y: -radius * Math.cos(a),
      angle: clockwise ? a : a - Math.PI,
    };
  };
}

/** A curve by its length: points every so often, run on straight beyond its ends, or around when closed. */
class Way {
  readonly length: number;
  private readonly at: Float64Array;
  constructor(
    private readonly points: readonly number[],
    private readonly closed: boolean,
  ) {
    const n = points.length / 2;
    this.at = new Float64Array(n + (closed ? 1 : 0));
    for (let i = 1; i < this.at.length; i++) {
      const [a, b] = [i - 1, i % n];
      const step = hypot(points[b * 2] - points[a * 2], points[b * 2 + 1] - points[a * 2 + 1]);
      this.at[i] = this.at[i - 1] + step;
    }
    this.length = this.at[this.at.length - 1] ?? 0;
  }

  place(given: number): [number, number] {
    const { points, at, length, closed } = this;
    const n = points.length / 2;
    let s = given;
    if (closed && length > 0) s = ((s % length) + length) % length;
    let [low, high] = [0, at.length - 1];
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if (at[mid] <= s) low = mid;
      else high = mid;
    }
    const [a, b] = [low, high % n];
    const step = at[high] - at[low];
    const t = step > 0 ? (s - at[low]) / step : 0;
    return [
      points[a * 2] + (points[b * 2] - points[a * 2]) * t,
      points[a * 2 + 1] + (points[b * 2 + 1] - points[a * 2 + 1]) * t,
    ];
  }

  /** The way on at `s`, seen over `reach` px, so that a corner does not throw a letter about. */
  angle(s: number, reach: number): number {
    const [ax, ay] = this.place(s - reach);
    const [bx, by] = this.place(s + reach);
    return Math.atan2(by - ay, bx - ax);
  }
}

/** Steps of the table that corrects the spacing, in cap heights. */
const STEP = 0.25;
const MOST_STEPS = 4000;

/** A track along a way: letter spacing is kept where letters look, at half their cap height. */
function along(way: Way, start: number, { below, cap, align, widest }: TrackLine): Track {
  const reach = Math.max(0.5, cap * 0.3);
  const step = Math.max(0.5, cap * STEP, (2 * widest) / MOST_STEPS);
  const bendAt = (s: number) => {
    let turn = way.angle(s + reach, reach) - way.angle(s - reach, reach);
    turn = Math.atan2(Math.sin(turn), Math.cos(turn));
    return turn / (2 * reach);
  };
  // How far along the way for every step on the straight line, forwards and backwards from the origin.
  const table = (sign: 1 | -1): number[] => {
    const out = [0];
    const most = align === 'centre' ? widest / 2 : widest;
    for (let x = 0; x < most + 2 * step && out.length < MOST_STEPS; x += step) {
      const s = out[out.length - 1];
      const k = Math.max(0.5, Math.min(2, 1 + bendAt(start + sign * s) * (cap / 2 - below)));
      out.push(s + step / k);
    }
    return out;
  };
  const tables = { 1: table(1), [-1]: table(-1) } as Record<1 | -1, number[]>;
  return (x) => {
    const sign = x < 0 ? -1 : 1;
    const t = tables[sign];
    const i = Math.abs(x) / step;
    const a = Math.min(t.length - 1, Math.floor(i));
    const beyond = (i - a) * step;
    const walked = a + 1 < t.length ? t[a] + (t[a + 1] - t[a]) * (i - a) : t[a] + beyond;
    const s = start + sign * walked;
    const [px, py] = way.place(s);
    const angle = way.angle(s, reach);
    return { x: px - Math.sin(angle) * below, y: py + Math.cos(angle) * below, angle };
  };
}

function wave({ length, height, phase }: Extract<Baseline, { kind: 'wave' }>, line: TrackLine): Track {
  const span = line.widest * 1.1 + length;
  const samples = Math.min(4000, Math.max(64, Math.ceil((2 * span) / Math.max(1, length / 48))));
  const points: number[] = [];
  for (let i = 0; i <= samples; i++) {
    const x = -span + (2 * span * i) / samples;
    points.push(x, (-height / 2) * Math.sin((2 * Math.PI * x) / length + (phase / 180) * Math.PI));
  }
  const way = new Way(points, false);
  // The origin is where x is 0: half of the way, but for the part of a wave that is cut off.
  let start = way.length / 2;
  for (let i = 0; i < 20; i++) start -= way.place(start)[0];
  return along(way, start, line);
}

/**
 * The track of one line of a block. `outline` is what an `along` baseline runs on, in the block's own
 * units; without it the line stays straight.
 */
export function trackOf(baseline: Baseline, line: TrackLine, outline: Polyline | null): Track {
  switch (baseline.kind) {
    case 'straight':
      return (x) => ({ x, y: line.below, angle: 0 });
    case 'slope': {
      const a = (-baseline.degrees / 180) * Math.PI;
      return (x) => ({
        x: x * Math.cos(a) - line.below * Math.sin(a),
        y: x * Math.sin(a) + line.below * Math.cos(a),
        angle: a,
      });
    }
    case 'arch':
      return arch(baseline, line);
    case 'ring':
      return ring(baseline, line);
    case 'wave':
      return wave(baseline, line);
    case 'along': {
      if (!outline || outline.points.length < 4) return (x) => ({ x, y: line.below, angle: 0 });
      const points = baseline.flip ? reversed(outline.points) : outline.points;
      const way = new Way(points, outline.closed);
      return along(way, baseline.start * way.length, line);
    }
  }
}

function reversed(points: readonly number[]): number[] {
  const out: number[] = [];
  for (let i = points.length - 2; i >= 0; i -= 2) out.push(points[i], points[i + 1]);
  return out;
}

/** The longest stretch of a path, as a polyline for lettering to run along; null when it has none. */
export function longestStretch(path: readonly number[], tolerance: number): Polyline | null {
  let [best, most]: [Polyline | null, number] = [null, 0];
  for (const line of flatten(path, tolerance)) {
    let length = 0;
    for (let i = 2; i < line.points.length; i += 2)
      length += hypot(line.points[i] - line.points[i - 2], line.points[i + 1] - line.points[i - 1]);
    if (length > most) [best, most] = [line, length];
  }
  return best;
}
