/**
 * The proof: `measure` what is drawn, `checks` on it, `mends` for what they find; verdicts on garments. One road:
 * artwork as it lies on a side of a product, whether that is its own board or a placement.
 */
export * from './types';
export * from './measure';
export * from './checks';
export * from './proof';
export * from './placed';
export * from './file-proof';
export * from './wall';
export * from './propose';
export { createSpelling, formsOf, wordList, type Dictionary, type WordList } from './spelling';
export { doubtfulIn, inCaseOf, spellableIn } from './checks/spelling';
export * from './separation';
