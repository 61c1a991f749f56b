/** The line along which a sticker is cut: its border by exact distances, fitted curves, and what it is like to peel. */
export * from './settings';
export { cutLineOf, type Alpha, type Cut, type CutHole } from './cut-line';
export { type CutLoop } from './contour';
export { type CutPiece } from './fitted';
export { type Bridge } from './bridges';
export { type Peel, type Spot } from './peel';
export { smallestCircle } from './shapes';
export {
  alphaOf,
  askedOf,
  BLADE_FILES,
  BORDER,
  CUT,
  CUT_COLOUR,
  CUT_NAMES,
  cutFrom,
  cutOut,
  cutOutRoughly,
  cutScale,
  printedBorders,
  ROUGH_PX,
  withCut,
  type BladeFile,
  type CutKind,
  type CutOut,
  type PrintedBorder,
} from './onto';
export { scaledCut } from './scaled';
export { cutSeconds, judgeCut, type CutFinding, type CutRules } from './judge';
export { writeDxf } from './dxf';
export { dxfFaults } from './check-dxf';
export { outlineOfAlpha } from './alpha-outline';
export { fieldOfPath } from './path-field';
export { nodesOf, type Node as CutNode } from './nodes';
