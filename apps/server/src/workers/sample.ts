import { boxWidth, pathBounds, toSvgPath } from '@brelm/core/geometry';
import { plainWords, type Typeface } from '@brelm/core/type';
import type { FaceSample } from '@brelm/contract';

const SAMPLE_SIZE = 100;
const MOST_SAMPLE = 60;

/** Something to show of a typeface that has none of the seller's letters: figures of its own. */
const figuresOf = (face: Typeface): string =>
  ['★', '🦉', '🌙', '🍄', '✂', '❤', '☀', '✿'].filter(face.has).slice(0, 5).join('') || 'Aa';

/** The seller's words in a typeface; letters that it lacks are left out. */
export function sampleOf(face: Typeface, text: string): FaceSample {
  const letters = [...text.slice(0, MOST_SAMPLE * 4)].slice(0, MOST_SAMPLE);
  const has = letters.filter((c) => c.trim() === '' || face.has(c)).join('');
  const words = has.trim() ? has : figuresOf(face);
  const { path, width } = plainWords(words, face, SAMPLE_SIZE);
  const box = pathBounds(path);
  if (!path.length) return { path: '', width: 0, top: 0, bottom: 0 };
  // A hundredth of a unit is enough for a list, and halves what is sent.
  return {
    path: toSvgPath(path.map((n) => Math.round(n * 10) / 10)),
    width: Math.max(width, boxWidth(box)),
    top: box.top,
    bottom: box.bottom,
  };
}
