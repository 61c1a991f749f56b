import { luminance, type Hex } from '../colour';
import { emptyDesign, type Design } from '../design';
import { inkBox, type Drawing, type Materials } from '../drawing';
import { lettering, letteringLine, place } from '../parts';
import { resolve } from '../resolve';

/** Typefaces that captions are offered in, by their ids. */
export const CAPTION_FACES = [
  'archivo-black',
  'oswald-bold',
  'playfair-display-black',
  'pacifico',
  'rye',
] as const;

/** Words that are set within a box, px. */
export interface WordsBox {
  text: string;
  face: string;
  width: number;
  height: number;
  colour: Hex;
}

/** Share of the box's height that the letters take up, and of its width that they may. */
const [TALL, WIDE] = [0.46, 0.92];

const designOf = ({ text, face, width, height, colour }: WordsBox, size: number): Design => {
  const empty = emptyDesign('Caption', { spec: 'own', side: 'front', width, height, dpi: 72 }, '', [], {
    name: 'Words',
    value: colour,
  });
  const line = letteringLine(text, face, size, 'ink-1');
  return {
    ...empty,
    parts: [lettering('caption', 'Caption', place(width / 2, height / 2), [line])],
  };
};

/** The design that words in a box need the typeface of; load it before they are drawn. */
export const wordsDesign = (box: WordsBox): Design => designOf(box, 10);

/** Words set in the middle of a box, as large as it lets them; null where nothing of them can be drawn. */
export function wordsDrawing(box: WordsBox, materials: Materials): Drawing | null {
  const size = box.height * TALL;
  const first = resolve(designOf(box, size), undefined, materials);
  const ink = inkBox(first);
  if (!ink) return null;
  const k = Math.min(1, (box.width * WIDE) / (ink.right - ink.left));
  return k === 1 ? first : resolve(designOf(box, size * k), undefined, materials);
}

/** The ink that words are read in on a ground. */
export const wordsOn = (ground: Hex): Hex => (luminance(ground) > 0.22 ? '#20262a' : '#fffdf9');
