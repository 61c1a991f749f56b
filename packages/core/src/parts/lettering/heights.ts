import type { Materials } from '../../drawing';
import { pathBounds } from '../../geometry';
import { letteringBlock } from './outlines';
import type { LetteringPart } from './types';

/** Height of a line's letters in its part's units: of x when it has lower case, else of capitals. */
function heightOf(line: LetteringPart['lines'][number], materials: Materials): number | null {
  const face = materials.face(line.face);
  const letters = [...line.text].filter((c) => /[\p{L}\p{N}]/u.test(c) && face?.has(c));
  if (!face || letters.length === 0) return null;
  const sample =
    letters.some((c) => /\p{Ll}/u.test(c)) && face.has('x') ? 'x' : face.has('H') ? 'H' : letters[0];
  const [glyph] = face.shape(sample, line.features);
  const box = pathBounds(face.outline(glyph.id));
  const height = box.bottom - box.top;
  return Number.isFinite(height) && height > 0 ? (height * line.size) / face.unitsPerEm : null;
}

/** Height of the smallest letters of lettering, board px; null where it has none. */
export function smallestLetters(part: LetteringPart, materials: Materials): number | null {
  const block = letteringBlock(part, materials, () => null);
  let least: number | null = null;
  for (const [i, line] of part.lines.entries()) {
    const own = heightOf(line, materials);
    if (own === null) continue;
    // A measure sets lines larger or smaller than their size says.
    const set = block.letters.find(
      (l) => l.line === i && !line.spans.some((s) => s.from <= l.from && l.from < s.to),
    );
    const height = own * ((set?.size ?? line.size) / line.size);
    if (least === null || height < least) least = height;
  }
  return least === null ? null : least * Math.abs(part.place.scaleY);
}
