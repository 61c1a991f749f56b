import type { Hex } from '../colour';
import { toSvgPath } from '../geometry';
import type { Traced } from './types';

/** What becomes of one traced colour: it prints as it is, as another one, or not at all. */
export type ColourFate = { keep: true } | { joins: number } | { drop: true };

/** An outline of a traced picture, in its px, before colours become inks. */
export interface TracedOutline {
  path: string;
  colour: Hex;
  rule: 'nonzero' | 'evenodd';
  opacity: number;
  stroke: { width: number; join: 'round'; cap: 'round' } | null;
}

/** A traced picture as outlines, back to front; `fates` by the order of its colours, what is left out is kept. */
export function artOf(
  { colours }: Traced,
  trap: number,
  fates: readonly (ColourFate | undefined)[] = [],
): TracedOutline[] {
  return colours.flatMap(({ colour: own, path, under }, i): TracedOutline[] => {
    const fate = fates[i];
    if (fate && 'drop' in fate) return [];
    const colour = fate && 'joins' in fate ? (colours[fate.joins]?.colour ?? own) : own;
    const outline = { colour, opacity: 1 };
    const fill: TracedOutline = { ...outline, path: toSvgPath(path), rule: 'evenodd', stroke: null };
    if (trap <= 0 || under.length === 0) return [fill];
    const stroke = { width: 2 * trap, join: 'round', cap: 'round' } as const;
    return [fill, { ...outline, path: toSvgPath(under), rule: 'nonzero', stroke }];
  });
}
