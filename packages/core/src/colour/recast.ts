import { converter, formatHex } from 'culori';
import type { Hex } from './srgb';

const toOklch = converter('oklch');

/** Colours darker than this, and greyer than `GREY`, are lines, pupils and shadows: they stay. OKLCH. */
const DARK = 0.32;
const WHITE = 0.94;
const GREY = 0.045;

/** A colour a little aside: its hue turned by so many degrees, lighter by so much of OKLCH's lightness; a grey stays. */
export function shifted(colour: Hex, degrees: number, lighter: number): Hex {
  const { l, c, h = 0 } = toOklch(colour)!;
  if (c < GREY) return colour;
  return formatHex({ mode: 'oklch', l: Math.min(0.97, Math.max(0.12, l + lighter)), c, h: h + degrees });
}

/**
 * Colours of a figure in another colour, as somebody asks for a "red hat": the main one becomes it, the others keep
 * how much lighter and how much more colourful they are than the main one. Near-black and near-white greys stay.
 * In OKLCH (Ottosson 2020). `main` is one of them, the one that covers most.
 */
export function recast(main: Hex, like: Hex): (colour: Hex) => Hex {
  const [from, to] = [toOklch(main)!, toOklch(like)!];
  return (colour) => {
    const { l, c } = toOklch(colour)!;
    if (colour !== main && c < GREY && (l < DARK || l > WHITE)) return colour;
    const more = from.c > GREY ? Math.min(1.4, c / from.c) : 1;
    return formatHex({
      mode: 'oklch',
      l: Math.min(0.97, Math.max(0.12, to.l + 0.8 * (l - from.l))),
      c: to.c * more,
      h: to.h ?? 0,
    });
  };
}
