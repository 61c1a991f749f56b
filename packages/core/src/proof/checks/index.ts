/**
 * The checks: each a pure function from artwork as it lies on a side of a product to findings, with a section in
 * docs/calculations.md. They see the drawing alone, never the design; a new one is one file and one line here.
 */
import type { Artwork, Finding, Judged } from '../types';
import { boxFindings } from './box';
import { codeFindings } from './code';
import { contrastFindings } from './contrast';
import { distanceFindings } from './distance';
import { eyesFindings } from './eyes';
import { extentFindings } from './extent';
import { fringeFindings } from './fringe';
import { hazeFindings } from './haze';
import { interiorFindings } from './interior';
import { letterFindings } from './letters';
import { nothingFindings } from './nothing';
import { resolutionFindings } from './resolution';
import { rightsFindings } from './rights';
import { safeAreaFindings } from './safe-area';
import { speckFindings } from './specks';
import { spellingFindings } from './spelling';
import { thinFindings } from './thin';
import { tieFindings } from './ties';
import { wornFindings } from './worn';

export const CHECKS: readonly ((input: Judged) => Finding[])[] = [
  nothingFindings,
  letterFindings,
  tieFindings,
  boxFindings,
  contrastFindings,
  resolutionFindings,
  safeAreaFindings,
  codeFindings,
  extentFindings,
  interiorFindings,
  hazeFindings,
  fringeFindings,
  speckFindings,
  rightsFindings,
  distanceFindings,
  wornFindings,
];

/** Those that take longer than a moment. */
export const SLOW_CHECKS: readonly ((input: Artwork) => Finding[])[] = [
  thinFindings,
  spellingFindings,
  eyesFindings,
];

export { fillOf } from './extent';
export { fringeOf } from './fringe';
export { hazeShare } from './haze';
export { pictureDpi, wholeDpi } from './resolution';
export { readingDistance } from './distance';
export { thinLimits } from './thin';
