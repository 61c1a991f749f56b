/** The marks of a product's chain, in the order in which they are earned. */
export const MARKS = [
  'designed',
  'proofed',
  'made',
  'pictured',
  'worded',
  'sent',
  'accepted',
  'selling',
] as const;
export type MarkName = (typeof MARKS)[number];

/**
 * open: nothing of it yet; part: some of it; done; watch: done, and something will look poor; waiting: somebody else's turn;
 * behind: done for what the design was before; stopped: it cannot go on so.
 */
export type MarkState = 'open' | 'part' | 'done' | 'watch' | 'waiting' | 'behind' | 'stopped';

/** The states of all marks, in their order. */
export type Chain = readonly MarkState[];

/** What is known of files of a product: how many there are to be, and of how many. */
export interface FilesKnown {
  /** Of the design as it is now. */
  now: number;
  /** Of the design as it was. */
  before: number;
  /** How many the product has. */
  of: number;
}

/** What is known of one product of a design. */
export interface ProductFacts {
  /** Nothing is on the board. */
  empty: boolean;
  /** Files whose proof is known. */
  proofed: FilesKnown;
  /** The worst that the proofs of the design as it is now found. */
  worst: 'stop' | 'watch' | null;
  made: FilesKnown;
  pictured: FilesKnown;
  /** Its listing has a title and a description. */
  worded: boolean;
  listing: 'none' | 'sent' | 'by-hand' | 'down';
  /** The artwork, or the words, are other now than what was sent. */
  behind: boolean;
  /** What its marketplace says of it; null while it has said nothing. */
  answer: string | null;
  /** Pieces. */
  sold: number;
}

/** Nothing is known of any of its files. */
export const NO_FILES: FilesKnown = { now: 0, before: 0, of: 0 };

/** What a marketplace says where a listing cannot stand so. */
const STOPPED = ['refused', 'needs changes', 'taken off'];

/** All of them as it is now, some of them, some of it as it was before, or none. */
const ofFiles = ({ now, before, of }: FilesKnown): MarkState =>
  now > 0 && now >= of ? 'done' : now > 0 ? 'part' : before > 0 ? 'behind' : 'open';

function proofState({ proofed, worst, made }: ProductFacts): MarkState {
  // Files that were made in spite of a stop were made knowingly.
  if (worst === 'stop') return ofFiles(made) === 'done' ? 'watch' : 'stopped';
  const state = ofFiles(proofed);
  return state === 'done' && worst === 'watch' ? 'watch' : state;
}

function answerState({ listing, answer }: ProductFacts): MarkState {
  if (listing === 'by-hand') return 'done';
  if (listing !== 'sent') return 'open';
  if (answer !== null && STOPPED.includes(answer)) return 'stopped';
  return answer === 'accepted' ? 'done' : 'waiting';
}

/** What comes before sending: its marks are not asked for any more once the listing stands as the design is now. */
const BEFORE_SENDING = MARKS.indexOf('sent');

/** The chain of a product. */
export function chainOf(facts: ProductFacts): Chain {
  const { listing, behind, sold } = facts;
  const stands = listing === 'sent' || listing === 'by-hand';
  const chain: MarkState[] = [
    facts.empty ? 'open' : 'done',
    proofState(facts),
    ofFiles(facts.made),
    ofFiles(facts.pictured),
    facts.worded ? 'done' : 'open',
    stands ? (behind ? 'behind' : 'done') : 'open',
    answerState(facts),
    stands && sold > 0 ? 'done' : 'open',
  ];
  if (!stands || behind) return chain;
  return chain.map((state, i) =>
    i < BEFORE_SENDING && (state === 'open' || state === 'part' || state === 'behind') ? 'done' : state,
  );
}

/** What a product waits for next, the word that a filter knows it by. */
export const WAITS = [
  'design',
  'mending',
  'proof',
  'files',
  'pictures',
  'words',
  'sending',
  'changes',
  'bringing-up',
  'answer',
] as const;
export type Waits = (typeof WAITS)[number];

const WAITS_FOR: Readonly<Record<MarkName, Waits | null>> = {
  ...{ designed: 'design', proofed: 'proof', made: 'files', pictured: 'pictures', worded: 'words' },
  ...{ sent: 'sending', accepted: 'answer', selling: null },
};

/** What a product waits for: what is refused or left behind comes before what is still to do; null for nothing. */
export function waitsFor(chain: Chain): Waits | null {
  const at = (name: MarkName) => chain[MARKS.indexOf(name)];
  if (at('accepted') === 'stopped') return 'changes';
  if (at('sent') === 'behind') return 'bringing-up';
  if (at('designed') !== 'done') return 'design';
  if (at('proofed') === 'stopped') return 'mending';
  const next = MARKS.find((name) => at(name) !== 'done' && at(name) !== 'watch');
  return next ? WAITS_FOR[next] : null;
}
