/** The drawing: outlines and images in board pixels, what they are, and what paints and writes them. */
export * from './types';
export { aboutNothing } from './about';
export * from './write-svg';
export * from './write-pdf';
export * from './paint';
export * from './paint-outlines';
export * from './bounds';
export * from './hull';
export {
  allItemsOf,
  clippedBox,
  groupBounds,
  imagesOf,
  inBundles,
  inRuns,
  itemsOf,
  keyOf,
  isRelief,
  unrelieved,
  leastAlpha,
  mapNode,
  movedGroup,
  movedNode,
  reachOfStroke,
  unworn,
} from './node';
export * from './pyramid';
export { memoByKey } from './memo';
export { cutPathsOf } from './cuts';
export { inkPieces, itemOutline, oneOutline, type ImageOutline, type InkPiece } from './ink-outline';
export { outlinedDrawing } from './outlined';
