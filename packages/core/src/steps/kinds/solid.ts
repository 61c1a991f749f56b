import { number } from '../../fields';
import { settleAlpha } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** What is half transparent prints as it is from some cover on, and not at all below. */
export interface SolidStep extends StepBase {
  kind: 'solid';
  /** Alpha, 1–255. */
  at: number;
}

export const SOLID: StepKindOf<SolidStep> = {
  kind: 'solid',
  label: 'Solid or nothing',
  does: 'nothing half transparent is left',
  group: 'print',
  fields: { at: number({ min: 1, max: 255 }) },
  start: () => ({ at: 128 }),
  partly: false,
  apply: (image, { at }) => settleAlpha(image, { mode: 'solid', at }),
};
