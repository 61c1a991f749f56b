import { flag, number } from '../../fields';
import { removeGround } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** The ground of the picture's rim is taken away. */
export interface GroundStep extends StepBase {
  kind: 'ground';
  /** Largest CIELAB distance (ΔE 76) from the ground nearby that still counts as ground. */
  tolerance: number;
  holes: boolean;
  shadows: boolean;
}

export const GROUND: StepKindOf<GroundStep> = {
  kind: 'ground',
  label: 'Take the ground away',
  does: 'a plain or graded ground, followed in from the rim',
  group: 'cut',
  fields: { tolerance: number({ min: 0, max: 100 }), holes: flag(), shadows: flag() },
  start: () => ({ tolerance: 10, holes: false, shadows: false }),
  partly: false,
  apply: (image, step) => removeGround(image, step),
};
