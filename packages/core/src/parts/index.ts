/** The kinds of parts, a folder each: fields, outlines or pixels, and what is called how; a registry for all. */
export * from './base';
export * from './gradient';
export * from './kind';
export * from './registry';
export { MOST_RELIEF, type Relief } from './relief';
export {
  code,
  codeShape,
  CODE_LEVELS,
  moduleMm,
  type CodeLevel,
  type CodePart,
  type CodeShape,
} from './code';
export * from './lettering';
export * from './line';
export { motif, recoloured, type MotifOutline, type MotifPart } from './motif';
export { lightOn, picture, timesEnlarged, type PicturePart } from './picture';
export { MOST_BANDS, shapeOf, type ShapePart, type ShapeStroke, type StrokeSide } from './shape';
