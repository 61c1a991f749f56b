import { nodesOf, type LineSample } from './drawn';
import type { LinePart } from './types';

/** A stroke that was drawn somewhere else: places in order, each with its width there, all in one unit. */
export interface Stroke {
  samples: readonly (readonly [x: number, y: number, width: number])[];
  /** It runs back into its first place, which is not said again. */
  closed: boolean;
}

/** What of a line part a stroke makes. */
export type StrokeLine = Pick<LinePart, 'nodes' | 'closed' | 'width' | 'pen'>;

/** So much wider at its widest than at its thinnest, a line is not one of even width any more. */
const EVEN = 1.6;

/** The value so far up in what is sorted, 0–1. */
const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];

/**
 * A line of few nodes through a stroke, within `tolerance` of it: of even width where the stroke is nearly that, or
 * where `width` says which; otherwise pressed as the stroke swells. Null for a stroke that is all in one place.
 */
export function lineOfStroke(
  { samples, closed }: Stroke,
  tolerance: number,
  width: number | null = null,
): StrokeLine | null {
  const widths = samples.map((s) => s[2]).sort((a, b) => a - b);
  if (widths.length === 0) return null;
  const [thin, usual, wide] = [at(widths, 0.1), at(widths, 0.5), at(widths, 0.95)];
  const even = width !== null || wide <= EVEN * thin;
  const pressed = samples.map(([x, y, w]): LineSample => [x, y, even ? 1 : Math.min(1, w / wide)]);
  const fitted = nodesOf(closed && samples.length > 2 ? [...pressed, pressed[0]] : pressed, tolerance);
  if (!fitted) return null;
  const { nodes } = fitted;
  const look = {
    width: width ?? (even ? usual : wide),
    pen: even ? ('even' as const) : ('pressed' as const),
  };
  if (!closed || nodes.length < 3) return { nodes, closed: false, ...look };
  // The last node lies on the first: its curve in belongs to that.
  const { inX, inY } = nodes.at(-1)!;
  return { nodes: [{ ...nodes[0], inX, inY }, ...nodes.slice(1, -1)], closed: true, ...look };
}
