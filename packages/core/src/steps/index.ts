/**
 * The steps of a picture: changes over an untouched original, each switched, ordered, masked and as strong as asked.
 * Pure functions on pixels, the same in a worker of the interface and on the server.
 */
export * from './kind';
export * from './registry';
export {
  alphaPlaneOf,
  isPictureCover,
  MASK_FIELD,
  maskPlane,
  type AlphaPlane,
  type CoverAlphas,
  type Covers,
  type OutlineCover,
  type PictureCover,
  type StepMask,
} from './mask';
export { coveredBy, MOST_STROKE_POINTS, MOST_STROKES, STROKE_SIZE, STROKES, type Stroke } from './strokes';
export { LOOKS, LOOK_SIDE, stepsFor, type Look, type LookInks } from './looks';
export * from './hand-loop';
export type { OutlineStep } from './kinds/outline';
export { monotone, type CurveStep, type LevelsStep } from './kinds/tones';
export { tonesOf, QUANTILES, type MatchStep, type Tones } from './kinds/match';
export { SURFACE_BLENDS, SURFACE_KINDS, SURFACE_NAMES, type SurfaceStep } from './kinds/surface';
export type { BalanceStep, ShiftStep, StencilStep, TintStep, TintStop } from './kinds/tint';
export type { EdgeStep } from './kinds/edge';
export type { GroundStep } from './kinds/ground';
export type { LightStep } from './kinds/light';
export type { MarksStep } from './kinds/marks';
export type { RaisedStep } from './kinds/raised';
