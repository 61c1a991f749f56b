import { folded } from './tags';

/** Where words stand in a text: from the first letter to behind the last. */
export interface WordsAt {
  from: number;
  to: number;
}

const WORD = /[\p{L}\p{N}\p{M}]+(?:['’][\p{L}\p{N}\p{M}]+)*/gu;

/** Places at which some words stand whole and side by side, whatever their case and accents. */
export function placesOfWords(text: string, words: string): WordsAt[] {
  const wanted = [...words.matchAll(WORD)].map(([w]) => folded(w));
  if (wanted.length === 0) return [];
  const there = [...text.matchAll(WORD)].map((m) => ({
    word: folded(m[0]),
    at: m.index,
    length: m[0].length,
  }));
  const out: WordsAt[] = [];
  for (let i = 0; i + wanted.length <= there.length; i++) {
    if (!wanted.every((w, k) => there[i + k].word === w)) continue;
    const last = there[i + wanted.length - 1];
    out.push({ from: there[i].at, to: last.at + last.length });
    i += wanted.length - 1;
  }
  return out;
}

/** A text without some words, and without the spaces that they leave. */
export function withoutWords(text: string, words: string): string {
  const places = placesOfWords(text, words);
  if (places.length === 0) return text;
  let [out, end] = ['', 0];
  for (const { from, to } of places) {
    out += text.slice(end, from);
    end = to;
  }
  return (out + text.slice(end))
    .replace(/[^\S\n]{2,}/g, ' ')
    .replace(/[^\S\n]+([,.;:!?])/g, '$1')
    .replace(/^[,;:\s]+|[,;:\s]+$/g, '');
}
