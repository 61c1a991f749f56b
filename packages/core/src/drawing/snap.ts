import { boxHeight, boxWidth, isEmptyBox, type Box } from '../geometry';

/** A line that something has snapped to, and how far it reaches; board px. */
export interface SnapLine {
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
  if (isEmptyBox(box) || within <= 0) return { dx: 0, dy: 0, lines: [] };
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
  return { dx, dy, lines: [...line('x', xs), ...line('y', ys)] };
}

/** Gaps between parts that stand side by side, and a dragged box that could stand at the same gap. */
export function snapGaps(box: Box, others: readonly Box[], within: number): Pick<Snap, 'dx' | 'dy'> {
  const along = (
    low: (b: Box) => number,
    high: (b: Box) => number,
    sideLow: (b: Box) => number,
    sideHigh: (b: Box) => number,
  ): number => {
    const beside = others
      .filter((o) => sideLow(o) < sideHigh(box) && sideHigh(o) > sideLow(box))
      .sort((a, b) => low(a) - low(b));
    let best = 0;
    let least = within;
    const offer = (by: number) => {
      if (Math.abs(by) > least) return;
      least = Math.abs(by);
      best = by;
    };
    for (let i = 0; i + 1 < beside.length; i++) {
      const gap = low(beside[i + 1]) - high(beside[i]);
      if (gap <= 0) continue;
      offer(high(beside[i + 1]) + gap - low(box));
      offer(low(beside[i]) - gap - high(box));
    }
    for (let i = 0; i < beside.length; i++)
      for (let j = i + 1; j < beside.length; j++) {
        const room = low(beside[j]) - high(beside[i]) - (high(box) - low(box));
        if (room > 0) offer(high(beside[i]) + room / 2 - low(box));
      }
    return best;
  };
  return {
    dx: along(
      (b) => b.left,
      (b) => b.right,
      (b) => b.top,
      (b) => b.bottom,
    ),
    dy: along(
      (b) => b.top,
      (b) => b.bottom,
      (b) => b.left,
      (b) => b.right,
    ),
  };
}

/** True for a box with some area: others have no sides to snap to. */
export const canSnapTo = (box: Box): boolean => !isEmptyBox(box) && boxWidth(box) > 0 && boxHeight(box) > 0;
