import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import type { Step, StepKind } from '@brelm/core/steps';
import type { Measure, SetStep } from './step-fields';

/** What the settings of a step of one kind are given. */
export interface OwnProps<K extends StepKind> {
  step: Extract<Step, { kind: K }>;
  at: number;
  part: PicturePart;
  design: Design;
  measure: Measure;
  onSet: SetStep;
}
