/** The line along which a sticker is cut: its border by exact distances, fitted curves, and what it is like to peel. */
export * from './settings';
export { cutLineOf, type Alpha, type Cut } from './cut-line';
export { type CutLoop } from './contour';
export { type Bridge } from './bridges';
export { type Peel, type Spot } from './peel';
export { smallestCircle } from './shapes';
export {
  alphaOf,
  BORDER,
  CUT,
  CUT_COLOUR,
  cutFrom,
  cutOut,
  cutPathOf,
  cutScale,
  withCut,
  type CutOut,
} from './onto';
export { cutSeconds, judgeCut, type CutFinding, type CutRules } from './judge';
export { writeDxf } from './dxf';
