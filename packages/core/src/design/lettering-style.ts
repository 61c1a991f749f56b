import { bringInks, clippingOf, readClipping, type Clipping } from './clipping';
import type { Edit } from './edits';
import { scaledOverride, scaledPart } from './refit';
import { reinked } from './reink';
import type { Design } from './types';
import type { Decoration, LetteringPart } from '../parts';

/** The look of lettering by itself: one part of lettering with its inks, as a clipping. */
export interface LetteringStyle {
  inks: Clipping['inks'];
  part: LetteringPart;
}

/** The look of a part of lettering as text that `readStyle` reads. */
export const styleText = (design: Design, part: LetteringPart): string =>
  clippingOf({ ...design, parts: [{ ...part, bundle: null, repeat: null, slot: null }], bundles: [] }, [
    part.id,
  ]);

/** A style from text; null when it is none. */
export function readStyle(text: string): LetteringStyle | null {
  const clipping = readClipping(text);
  const part = clipping?.parts[0];
  return clipping && part?.kind === 'lettering' && part.lines.length ? { inks: clipping.inks, part } : null;
}

const sizeOf = (part: LetteringPart) => (part.lines[0]?.size ?? 100) * Math.abs(part.place.scaleY);

const scaledDecoration = (d: Decoration, k: number): Decoration => ({
  ...d,
  ...('width' in d ? { width: d.width * k } : {}),
  ...('distance' in d ? { distance: d.distance * k } : {}),
  ...('pitch' in d ? { pitch: d.pitch * k } : {}),
});

/**
 * Edits that give lettering the look of a style, in proportion to its size: typeface, spacing, case and
 * inks of the style's first line, keylines, shade, relief, decorations, gradient and envelope. Words, size,
 * place and baseline stay.
 */
export function styleEdits(design: Design, part: LetteringPart, style: LetteringStyle): Edit[] {
  const { edits, to } = bringInks(design, style.inks);
  const look = reinked(style.part, to) as LetteringPart;
  const k = sizeOf(part) / Math.max(1e-6, sizeOf(style.part));
  const [line] = look.lines;
  // Decorations count the part's own px, keylines and shades board px.
  const own = (part.lines[0]?.size ?? 100) / Math.max(1e-6, line.size);
  const { face, tracking, wordSpace, ink, features, axes } = line;
  return [
    ...edits,
    {
      op: 'updatePart',
      part: part.id,
      change: {
        lines: part.lines.map((l) => ({
          ...{ ...l, face, tracking, wordSpace, ink, features, axes },
          case: line.case,
          spans: [],
        })),
        ...scaledOverride({ keylines: look.keylines, shade: look.shade }, k),
        decorations: look.decorations.map((d) => scaledDecoration(d, own)),
        gradient: look.gradient,
        envelope: look.envelope,
        hollow: look.hollow,
        spread: look.spread * k,
        relief: scaledPart(look, k).relief,
      },
    },
  ];
}
