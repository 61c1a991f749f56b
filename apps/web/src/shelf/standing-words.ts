import { MARKS, type Chain, type Group, type MarkName, type Waits } from '@brelm/core/standing';
import { say } from '../words/shelf';

/** What is said of how far products have come. */

export const GROUP_WORDS: Readonly<Record<Group, string>> = {
  refused: say('refused'),
  due: say('dueSoon'),
  work: say('inWork'),
  listed: say('listed'),
};

/** `waits for …` */
export const WAITS_WORDS: Readonly<Record<Waits, string>> = {
  design: 'artwork',
  mending: say('whatTheProofStops'),
  proof: say('itsProof'),
  files: say('itsFiles'),
  pictures: say('picturesOfTheProduct'),
  words: say('itsWords'),
  sending: say('beingSent'),
  changes: say('whatItsMarketplaceAsksFor'),
  'bringing-up': say('beingBroughtUpToThe'),
  answer: say('itsMarketplace'),
};

/** Where what a product waits for is done: the stage of its design. */
export const STAGE_FOR: Readonly<Record<Waits, string>> = {
  ...{ design: 'artwork', mending: 'artwork', proof: 'placement', files: 'placement', pictures: 'mockups' },
  ...{ words: 'listings', sending: 'listings', changes: 'listings', 'bringing-up': 'listings' },
  answer: 'listings',
};

/** A mark that is other than open or done, in words. */
const ODD: Readonly<Record<Exclude<Chain[number], 'open' | 'done'>, (name: MarkName) => string>> = {
  part: (name) => say('inPart', { name }),
  watch: (name) => say('withSomethingToWatch', { name }),
  waiting: () => say('inReview'),
  behind: (name) => say('beforeItWasChanged', { name }),
  stopped: (name) => (name === 'accepted' ? say('refused2') : say('stoppedByTheProof')),
};

/** A chain in words: what is earned, then what it waits for. */
export function chainWords(chain: Chain, waits: Waits | null): string {
  const said = MARKS.flatMap((name, i) => {
    const state = chain[i];
    if (state === 'open') return [];
    return [state === 'done' ? name : ODD[state](name)];
  });
  const earned = said.join(', ') || say('nothingYet');
  return waits ? say('waitsFor', { earned, waitsWords: WAITS_WORDS[waits] }) : earned;
}

/** What the products of a design wait for, the most common first: `waits for its proof (3), its words`. */
export function waitsText(waits: readonly (Waits | null)[]): string {
  const counts = new Map<Waits, number>();
  for (const w of waits) if (w) counts.set(w, (counts.get(w) ?? 0) + 1);
  if (counts.size === 0) return '';
  const said = [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([w, n]) => `${WAITS_WORDS[w]}${n > 1 ? ` (${n})` : ''}`);
  return say('waitsFor2', { said: said.join(', ') });
}
