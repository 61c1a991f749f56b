import type { Aids } from '../design';
import { boxCentre, boxHeight, boxWidth, isEmptyBox, type Box } from '../geometry';

/** A line that something has snapped to, and how far it reaches; board px. */
export interface SnapLine {
  axis: 'x' | 'y';
  at: number;
  from: number;
  to: number;
}

/** A clear distance that is worth a number: along `axis`, at `at` on the other one; board px. */
export interface SnapMeasure {
  axis: 'x' | 'y';
  at: number;
  from: number;
  to: number;
}

export interface Snap {
  /** How far what is dragged must move to lie on its lines. */
  dx: number;
  dy: number;
  lines: SnapLine[];
  measures: SnapMeasure[];
}

/** Something to snap to: its sides, and its middle. */
export interface SnapTarget {
  box: Box;
  /** False takes the sides alone, or, for a mere line, the one that there is. */
  middle: boolean;
}

interface Hit {
  by: number;
  at: number;
  target: Box;
}

/** The nearest of a target's lines to the dragged box's sides and middle along one axis. */
function nearest(
  low: number,
  high: number,
  targets: readonly SnapTarget[],
  ends: (box: Box) => [number, number],
  within: number,
): Hit[] {
  let best = within;
  let hits: Hit[] = [];
  const own = [low, (low + high) / 2, high];
  for (const { box, middle } of targets) {
    const [a, b] = ends(box);
    for (const at of middle ? [a, (a + b) / 2, b] : [a, b])
      for (const side of own) {
        const by = at - side;
        if (Math.abs(by) > best + 1e-9) continue;
        if (Math.abs(by) < best - 1e-9) hits = [];
        best = Math.min(best, Math.abs(by));
        hits.push({ by, at, target: box });
      }
  }
  // Equally near to both sides: one of them, so that nothing jumps.
  return hits.filter((h) => Math.abs(h.by - hits[0].by) < 1e-9);
}

/**
 * Moves a box so that its sides or its middle lie on those of what is around it, where they are no
 * farther than `within` board px. Across and down are looked at by themselves.
 */
export function snapBox(box: Box, targets: readonly SnapTarget[], within: number): Snap {
  if (isEmptyBox(box) || within <= 0) return { dx: 0, dy: 0, lines: [], measures: [] };
  const xs = nearest(box.left, box.right, targets, (b) => [b.left, b.right], within);
  const ys = nearest(box.top, box.bottom, targets, (b) => [b.top, b.bottom], within);
  const dx = xs[0]?.by ?? 0;
  const dy = ys[0]?.by ?? 0;
  const moved = { left: box.left + dx, top: box.top + dy, right: box.right + dx, bottom: box.bottom + dy };
  const line = (axis: 'x' | 'y', hits: Hit[]): SnapLine[] => {
    const byPlace = new Map<number, SnapLine>();
    for (const { at, target } of hits) {
      const [from, to] =
        axis === 'x'
          ? [Math.min(moved.top, target.top), Math.max(moved.bottom, target.bottom)]
          : [Math.min(moved.left, target.left), Math.max(moved.right, target.right)];
      const known = byPlace.get(at);
      byPlace.set(at, {
        axis,
        at,
        from: Math.min(from, known?.from ?? from),
        to: Math.max(to, known?.to ?? to),
      });
    }
    return [...byPlace.values()];
  };
  const lines = [...line('x', xs), ...line('y', ys)];
  return { dx, dy, lines, measures: [...measuresTo(moved, xs, 'y'), ...measuresTo(moved, ys, 'x')] };
}

/** The clear distance along `axis` from a box to the nearest on each side of those that it lines up with. */
function measuresTo(box: Box, hits: readonly Hit[], axis: 'x' | 'y'): SnapMeasure[] {
  const [low, high] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const);
  const [cx, cy] = boxCentre(box);
  const at = axis === 'x' ? cy : cx;
  let before: SnapMeasure | null = null;
  let after: SnapMeasure | null = null;
  for (const { target } of hits) {
    // The frame around everything is no neighbour.
    if (!(target[high] > target[low])) continue;
    if (target[high] < box[low] && (!before || target[high] > before.from))
      before = { axis, at, from: target[high], to: box[low] };
    if (target[low] > box[high] && (!after || target[low] < after.to))
      after = { axis, at, from: box[high], to: target[low] };
  }
  return [before, after].filter((m) => m !== null);
}

/** What a design's guides and margin offer to snap to. */
export function aidTargets(aids: Aids, board: { width: number; height: number }): SnapTarget[] {
  const { width, height } = board;
  const guides = aids.guides.map(({ axis, at }): SnapTarget => ({
    box:
      axis === 'x'
        ? { left: at, right: at, top: -Infinity, bottom: Infinity }
        : { left: -Infinity, right: Infinity, top: at, bottom: at },
    middle: false,
  }));
  const { margin } = aids;
  if (margin <= 0 || 2 * margin >= Math.min(width, height)) return guides;
  const box = { left: margin, top: margin, right: width - margin, bottom: height - margin };
  return [...guides, { box, middle: true }];
}

/** How far a box must move so that its nearest sides lie on a grid from the board's top left corner. */
export function snapGrid(box: Box, step: number, within: number): Pick<Snap, 'dx' | 'dy'> {
  if (isEmptyBox(box)) return { dx: 0, dy: 0 };
  const along = (sides: [number, number]) => {
    const [a, b] = sides.map((side) => Math.round(side / step) * step - side);
    const by = Math.abs(a) <= Math.abs(b) ? a : b;
    return Math.abs(by) <= within ? by : 0;
  };
  return { dx: along([box.left, box.right]), dy: along([box.top, box.bottom]) };
}

/** Gaps between parts that stand side by side, and a dragged box that could stand at the same gap. */
export function snapGaps(
  box: Box,
  others: readonly Box[],
  within: number,
): Pick<Snap, 'dx' | 'dy' | 'measures'> {
  const along = (
    low: (b: Box) => number,
    high: (b: Box) => number,
    sideLow: (b: Box) => number,
    sideHigh: (b: Box) => number,
  ): { by: number; gaps: [number, number][] } => {
    const beside = others
      .filter((o) => sideLow(o) < sideHigh(box) && sideHigh(o) > sideLow(box))
      .sort((a, b) => low(a) - low(b));
    let best = { by: 0, gaps: [] as [number, number][] };
    let least = within;
    const offer = (by: number, gaps: [number, number][]) => {
      if (Math.abs(by) > least) return;
      least = Math.abs(by);
      best = { by, gaps };
    };
    for (let i = 0; i + 1 < beside.length; i++) {
      const gap = low(beside[i + 1]) - high(beside[i]);
      if (gap <= 0) continue;
      const known: [number, number] = [high(beside[i]), low(beside[i + 1])];
      const [first, last] = [low(beside[i]), high(beside[i + 1])];
      offer(last + gap - low(box), [known, [last, last + gap]]);
      offer(first - gap - high(box), [[first - gap, first], known]);
    }
    for (let i = 0; i < beside.length; i++)
      for (let j = i + 1; j < beside.length; j++) {
        const room = low(beside[j]) - high(beside[i]) - (high(box) - low(box));
        if (room > 0)
          offer(high(beside[i]) + room / 2 - low(box), [
            [high(beside[i]), high(beside[i]) + room / 2],
            [low(beside[j]) - room / 2, low(beside[j])],
          ]);
      }
    return best;
  };
  const across = along(
    (b) => b.left,
    (b) => b.right,
    (b) => b.top,
    (b) => b.bottom,
  );
  const down = along(
    (b) => b.top,
    (b) => b.bottom,
    (b) => b.left,
    (b) => b.right,
  );
  const [cx, cy] = boxCentre(box);
  const measures = (axis: 'x' | 'y', at: number, gaps: [number, number][]) =>
    gaps.map(([from, to]): SnapMeasure => ({ axis, at, from, to }));
  return {
    dx: across.by,
    dy: down.by,
    measures: [...measures('x', cy + down.by, across.gaps), ...measures('y', cx + across.by, down.gaps)],
  };
}

/** True for a box with some area: others have no sides to snap to. */
export const canSnapTo = (box: Box): boolean => !isEmptyBox(box) && boxWidth(box) > 0 && boxHeight(box) > 0;
