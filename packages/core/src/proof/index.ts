/** The proof: one file a check, each (input) → findings; mends as edits; verdicts on garments. */
export * from './types';
export * from './analysis';
export * from './edges';
export * from './contrast';
export * from './proof';
export * from './wall';
export * from './propose';
export { contrastFindings } from './check-contrast';
export { boxFindings } from './check-box';
export { resolutionFindings, pictureDpi, wholeDpi } from './check-resolution';
export { safeAreaFindings } from './check-safe-area';
export { extentFindings, fillOf } from './check-extent';
export { interiorFindings } from './check-interior';
export { rightsFindings } from './check-rights';
export { letterFindings } from './check-letters';
