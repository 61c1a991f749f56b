import { deltaE, plainName, type Hex } from '../colour';
import { freeInkName, freshId, type Ink } from '../design';
import type { MotifOutline } from '../parts';
import type { SvgArt } from './read-svg';

/** Colours nearer to each other than this (CIEDE2000) become one ink: nobody sees so small a difference. */
const SAME_INK = 1;

/**
 * Inks for colours: one that the design has already is used again, each colour takes the nearest within `same` (CIEDE2000), and
 * the rest become new inks with plain names, in `added`.
 */
export function inksFor(
  inks: readonly Ink[],
  same = SAME_INK,
): { inkFor: (colour: Hex) => string; added: Ink[] } {
  const added: Ink[] = [];
  const byColour = new Map<Hex, string>();
  const inkFor = (colour: Hex): string => {
    const known = byColour.get(colour);
    if (known) return known;
    const all = [...inks, ...added];
    let ink: Ink | undefined;
    let least = same;
    for (const known of all) {
      const difference = deltaE(known.value, colour);
      if (difference < least) [ink, least] = [known, difference];
    }
    if (!ink) {
      const id = freshId(
        'ink',
        all.map((i) => i.id),
      );
      ink = { id, name: freeInkName({ inks: all }, { id, name: plainName(colour) }), value: colour };
      added.push(ink);
    }
    byColour.set(colour, ink.id);
    return ink.id;
  };
  return { inkFor, added };
}

/** The art's colours as inks: see {@link inksFor}. */
export function inkOutlines(
  art: Pick<SvgArt, 'outlines'>,
  inks: readonly Ink[],
  same = SAME_INK,
): { outlines: MotifOutline[]; added: Ink[] } {
  const { inkFor, added } = inksFor(inks, same);
  const outlines = art.outlines.map(({ colour, gradient, ...outline }): MotifOutline => ({
    ...outline,
    ink: inkFor(colour),
    ...(gradient
      ? {
          gradient: {
            ...gradient,
            stops: gradient.stops.map((s) => ({ at: s.at, ink: inkFor(s.colour), opacity: s.opacity })),
          },
        }
      : {}),
  }));
  return { outlines, added };
}
