import { number } from '../../fields';
import { removeSpecks } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** Loose pieces are taken away. */
export interface SpecksStep extends StepBase {
  kind: 'specks';
  /** Pieces of fewer px go. */
  least: number;
}

export const SPECKS: StepKindOf<SpecksStep> = {
  kind: 'specks',
  label: 'Remove specks',
  does: 'loose pieces under a size',
  group: 'print',
  fields: { least: number({ min: 0, max: 100_000 }) },
  start: () => ({ least: 40 }),
  partly: false,
  apply: (image, { least }, { scale }) =>
    least > 0 ? removeSpecks(image, Math.max(1, least * scale * scale)) : image,
};
