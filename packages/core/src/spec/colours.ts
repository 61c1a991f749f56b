import type { Garment } from '../colour';
import { isWorn } from './side';
import type { Spec } from './types';

const named = (ids: readonly string[], library: readonly Garment[]): Garment[] =>
  ids.flatMap((id) => library.find((g) => g.id === id) ?? []);

/** The colours of the library that a product comes in, in the product's own order; all where it says none. */
export const comesIn = (spec: Spec | undefined, garments: readonly Garment[]): Garment[] =>
  spec?.garments ? named(spec.garments, garments) : garments.filter((g) => !g.ground);

/**
 * What artwork for a product is seen and judged on: the colours that the product comes in, and of a sticker what it will be
 * stuck on, whatever it comes in. A library without grounds has its colours stand for them.
 */
export function seenOn(spec: Spec | undefined, garments: readonly Garment[]): Garment[] {
  if (!isStuck(spec)) return comesIn(spec, garments);
  const grounds = spec?.grounds ? named(spec.grounds, garments) : garments.filter((g) => g.ground);
  return grounds.length ? grounds : comesIn(spec, garments);
}

/** Whether a product is stuck on something: judged on that, not on what it comes in. */
export const isStuck = (spec: Spec | undefined): boolean =>
  spec?.sticker !== undefined || spec?.kind === 'sticker' || spec?.kind === 'sticker sheet';

/**
 * The colours on which a design is judged: those chosen for it that it is seen on; where that is none of them, and the
 * product is not seen on all there are, all that it is seen on.
 */
export function judgedColours(
  spec: Spec | undefined,
  chosen: readonly string[],
  garments: readonly Garment[],
): Garment[] {
  const own = seenOn(spec, garments);
  const picked = named(chosen, own);
  return picked.length || (!spec?.garments && !isStuck(spec)) ? picked : own;
}

/** What a product is called where one of its colours is meant: `garment` for what is worn, `ground` for what a sticker is stuck on, else the thing itself. */
export const nounOf = (spec: Spec | undefined): string =>
  !spec || isWorn(spec)
    ? 'garment'
    : isStuck(spec)
      ? 'ground'
      : spec.kind === 'other'
        ? 'product'
        : spec.kind;
