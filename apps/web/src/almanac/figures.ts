import type { ComposedFigure } from '@brelm/core/idea';
import { fetchMotif, type FoundMotif } from '../stack/use-motifs';
import { readAt } from '../platform/asked-again';
import { say } from '../words/almanac';

/** The colour that figures of one colour are fetched in; they take one of the design's. */
const PLAIN = '#20262a';

/** Figures of the library that show what words say, the best first; none where there are none. */
export async function figuresFor(
  words: string,
  count: number,
  signal?: AbortSignal,
): Promise<ComposedFigure[]> {
  const asked = words.trim();
  if (!asked) return [];
  const query = new URLSearchParams({ q: asked, count: String(count) });
  const response = await readAt(`motifs?${query.toString()}`, { signal });
  if (!response.ok) throw new Error(say('theFiguresCouldNotBe', { status: response.status }));
  const { entries } = (await response.json()) as { entries: FoundMotif[] };
  return Promise.all(
    entries.map(async ({ id }) => {
      const { name, art, licence } = await fetchMotif(id, PLAIN);
      return { name, art, licence };
    }),
  );
}

/** Figures for a phrase: for its words from the end, until one shows something. */
export async function figuresForPhrase(
  phrase: string,
  count: number,
  signal?: AbortSignal,
): Promise<ComposedFigure[]> {
  const words = (phrase.toLowerCase().match(/\p{L}{3,}/gu) ?? []).reverse();
  for (const word of words.slice(0, 8)) {
    const found = await figuresFor(word.replace(/s$/, ''), count, signal);
    if (found.length) return found;
  }
  return [];
}
