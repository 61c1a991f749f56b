import { MARKS, type Chain, type Group, type MarkName, type Waits } from '@brelm/core/standing';

/** What is said of how far products have come. */

export const GROUP_WORDS: Readonly<Record<Group, string>> = {
  refused: 'Refused',
  due: 'Due soon',
  work: 'In work',
  listed: 'Listed',
};

/** `waits for …` */
export const WAITS_WORDS: Readonly<Record<Waits, string>> = {
  design: 'artwork',
  mending: 'what the proof stops',
  proof: 'its proof',
  files: 'its files',
  pictures: 'pictures of the product',
  words: 'its words',
  sending: 'being sent',
  changes: 'what its marketplace asks for',
  'bringing-up': 'being brought up to the design',
  answer: 'its marketplace',
};

/** Where what a product waits for is done: the stage of its design. */
export const STAGE_FOR: Readonly<Record<Waits, string>> = {
  ...{ design: 'artwork', mending: 'artwork', proof: 'placement', files: 'placement', pictures: 'mockups' },
  ...{ words: 'listings', sending: 'listings', changes: 'listings', 'bringing-up': 'listings' },
  answer: 'listings',
};

/** A mark that is other than open or done, in words. */
const ODD: Readonly<Record<Exclude<Chain[number], 'open' | 'done'>, (name: MarkName) => string>> = {
  part: (name) => `${name} in part`,
  watch: (name) => `${name}, with something to watch`,
  waiting: () => 'in review',
  behind: (name) => `${name} before it was changed`,
  stopped: (name) => (name === 'accepted' ? 'refused' : `stopped by the proof`),
};

/** A chain in words: what is earned, then what it waits for. */
export function chainWords(chain: Chain, waits: Waits | null): string {
  const said = MARKS.flatMap((name, i) => {
    const state = chain[i];
    if (state === 'open') return [];
    return [state === 'done' ? name : ODD[state](name)];
  });
  const earned = said.join(', ') || 'nothing yet';
  return waits ? `${earned}; waits for ${WAITS_WORDS[waits]}` : earned;
}

/** What the products of a design wait for, the most common first: `waits for its proof (3), its words`. */
export function waitsText(waits: readonly (Waits | null)[]): string {
  const counts = new Map<Waits, number>();
  for (const w of waits) if (w) counts.set(w, (counts.get(w) ?? 0) + 1);
  if (counts.size === 0) return '';
  const said = [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([w, n]) => `${WAITS_WORDS[w]}${n > 1 ? ` (${n})` : ''}`);
  return `waits for ${said.join(', ')}`;
}
