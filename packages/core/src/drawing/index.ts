/** The drawing: a design resolved once into outlines and images in board pixels; everything else reads it. */
export * from './types';
export * from './resolve';
export * from './code';
export { facesOf, givesOutline, letteringBlock } from './lettering-shape';
export * from './write-svg';
export * from './write-pdf';
export * from './paint';
export * from './paint-outlines';
export * from './bounds';
export {
  allItemsOf,
  groupBounds,
  imagesOf,
  itemsOf,
  keyOf,
  leastAlpha,
  mapNode,
  movedGroup,
  movedNode,
  reachOfStroke,
} from './node';
export * from './arrange';
export * from './repeat';
export * from './to-outlines';
export * from './letters-apart';
export * from './snap';
export * from './pyramid';
