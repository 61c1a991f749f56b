import { number } from '../../fields';
import { settleAlpha } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** What is half transparent becomes dots that cover the same share. */
export interface DotsStep extends StepBase {
  kind: 'dots';
  /** From dot to dot, px. */
  pitch: number;
}

export const DOTS: StepKindOf<DotsStep> = {
  kind: 'dots',
  label: 'Half transparent places as dots',
  does: 'a soft edge or a veil becomes solid dots',
  group: 'print',
  fields: { pitch: number({ min: 2, max: 400 }) },
  start: () => ({ pitch: 8 }),
  partly: false,
  finest: ({ pitch }) => pitch,
  apply: (image, { pitch }, { scale }) =>
    settleAlpha(image, { mode: 'halftone', pitch: Math.max(2, pitch * scale) }),
};
