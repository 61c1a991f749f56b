import { deltaE, plainName, type Hex } from '../colour';
import { freshId, type Ink, type MotifOutline } from '../design';
import type { SvgArt } from './read-svg';

/** Colours nearer to each other than this (CIEDE2000) become one ink. */
const SAME_INK = 2.3;

/**
 * The art's colours as inks: an ink that the design has already is used again, near colours are
 * merged, and the rest become new inks with plain names.
 */
export function inkOutlines(
  art: Pick<SvgArt, 'outlines'>,
  inks: readonly Ink[],
): { outlines: MotifOutline[]; added: Ink[] } {
  const added: Ink[] = [];
  const byColour = new Map<Hex, string>();
  const inkFor = (colour: Hex): string => {
    const known = byColour.get(colour);
    if (known) return known;
    const all = [...inks, ...added];
    let ink = all.find((i) => deltaE(i.value, colour) < SAME_INK);
    if (!ink) {
      const stem = plainName(colour);
      const names = new Set(all.map((i) => i.name));
      let name = stem;
      for (let n = 2; names.has(name); n++) name = `${stem} ${n}`;
      ink = {
        id: freshId(
          'ink',
          all.map((i) => i.id),
        ),
        name,
        value: colour,
      };
      added.push(ink);
    }
    byColour.set(colour, ink.id);
    return ink.id;
  };
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
