/** A design made into its drawing: parts resolved, dressed, repeated and arranged, within a budget. */
export * from './resolve';
export { outlineOn, ownItems, partMatrix, shapeOfPart } from './own';
export { picturesIn } from './picture-of';
export { masksByParts, maskCover } from './mask-of';
export { handleOf, type Handle } from './handle';
export * from './arrange';
export * from './repeat';
export * from './to-outlines';
export * from './letters-apart';
export { MOST_PIECES, splitEdits, type Split } from './split';
export * from './snap';
export * from './onto-board';
export { graspOf, paintsAt, pickPart } from './pick';
