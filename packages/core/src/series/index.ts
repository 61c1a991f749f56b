/** Series: many designs from one layout and a table of words, each fitted, judged, and corrected by hand where it must be. */
export * from './types';
export { readSeries, SERIES_FIELD, seriesDocument, seriesSchema } from './fields';
export * from './columns';
export * from './table';
export * from './make-rows';
export { fitWords, type FittedWords, type Gave, type Measuring, type WordsPlace } from './fit-words';
export { figureInPlace, weightOfFigure } from './fit-figure';
export * from './troubles';
export * from './wanted';
export { withByHand } from './by-hand';
export { mendByHand, mendedLayout, withMoreByHand } from './mend';
export { wordsIn } from './set-places';
export * from './fill';
export * from './judge';
export * from './start';
