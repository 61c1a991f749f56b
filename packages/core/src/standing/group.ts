import { MARKS, waitsFor, type Chain } from './chain';

/** Where designs belong on the shelf, what is most urgent first. */
export const GROUPS = ['refused', 'due', 'work', 'listed'] as const;
export type Group = (typeof GROUPS)[number];

/** Days before the day by which it is to be listed from which a design is due soon. */
export const DUE_DAYS = 28;

const SENT = MARKS.indexOf('sent');

/** Whether a product is listed, whatever is said of it. */
const isListed = (chain: Chain): boolean => chain[SENT] === 'done' || chain[SENT] === 'behind';

/**
 * The group of a design by the chains of its products: refused where a marketplace wants something changed of one; listed
 * where all are; else due where it is to be listed within {@link DUE_DAYS}, or should be already; else in work.
 * @param left Days until it is to be listed, negative afterwards; null where it is for no day.
 */
export function groupOf(chains: readonly Chain[], left: number | null): Group {
  if (chains.some((c) => waitsFor(c) === 'changes')) return 'refused';
  if (chains.length > 0 && chains.every(isListed)) return 'listed';
  return left !== null && left <= DUE_DAYS ? 'due' : 'work';
}
