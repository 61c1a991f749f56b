import { applyMatrix, axisScales, invert, multiply, type Matrix } from '@brelm/core/geometry';
import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';
import type { HandLoop, OutlineStep, Step, Stroke } from '@brelm/core/steps';
import type { Editing } from '../editor/use-edit';
import type { StepTarget } from './tools';

/** The step that is painted in or outlined, and how its picture lies. */
export interface Aimed {
  part: PicturePart;
  step: Step;
  of: StepTarget['of'];
  /** From px of the untouched picture to board px, and back. */
  toBoard: Matrix;
  fromBoard: Matrix;
  /** Board px for one of the picture. */
  scale: number;
  size: { width: number; height: number };
}

/** What a target stands for; null where its part or step is gone. */
export function aimedAt(design: Design, target: StepTarget | null): Aimed | null {
  const part = target && design.parts.find((p) => p.id === target.part);
  if (part?.kind !== 'picture' || !part.steps[target!.step]) return null;
  const found = design.materials.find((m) => m.id === part.material);
  if (!found) return null;
  const matrix = partMatrix(part);
  const toBoard = multiply(matrix, [1, 0, 0, 1, -found.width / 2, -found.height / 2]);
  const scale = Math.max(...axisScales(matrix));
  const size = { width: found.width, height: found.height };
  return {
    part,
    step: part.steps[target!.step],
    of: target!.of,
    toBoard,
    fromBoard: invert(toBoard),
    scale,
    size,
  };
}

/** The strokes that a target has. */
export function strokesOf({ step, of }: Aimed): Stroke[] {
  if (of === 'mask') return step.mask?.kind === 'brush' ? step.mask.strokes : [];
  return 'strokes' in step ? step.strokes : [];
}

/** Changes the step that is aimed at. */
export function changeStep(edit: Editing, { part, step }: Aimed, label: string, next: Step): void {
  edit.part(part.id, label, { steps: part.steps.map((s) => (s === step ? next : s)) });
}

/** The step with other strokes. */
export function withStrokes({ step, of }: Aimed, strokes: Stroke[]): Step {
  if (of === 'step') return { ...step, strokes } as Step;
  const mask =
    step.mask?.kind === 'brush' ? step.mask : { kind: 'brush' as const, invert: false, soften: 0, grow: 0 };
  return { ...step, mask: { ...mask, strokes } };
}

const ringOf = ({ points, handles }: Pick<HandLoop, 'points' | 'handles'>) => ({
  points,
  ...(handles && { handles }),
});

/** The outlines that a target has, in px of the untouched picture. */
export function outlinesOf({ step, of }: Aimed): OutlineStep['loops'] {
  if (of === 'mask')
    return step.mask?.kind === 'outline'
      ? [{ ...ringOf(step.mask), curved: step.mask.curved ?? false, takes: false }]
      : [];
  return step.kind === 'outline' ? step.loops : [];
}

/** The step with other outlines; a mask has the first one alone. */
export function withOutlines({ step, of }: Aimed, loops: OutlineStep['loops']): Step {
  if (of === 'step') return { ...step, loops } as Step;
  const { invert: turned, soften, grow } = step.mask ?? { invert: false, soften: 0, grow: 0 };
  return {
    ...step,
    mask: loops.length
      ? { kind: 'outline', ...ringOf(loops[0]), curved: loops[0].curved, invert: turned, soften, grow }
      : null,
  };
}

/** A place on the board in px of the untouched picture. */
export const onPicture = ({ fromBoard }: Aimed, x: number, y: number): [number, number] =>
  applyMatrix(fromBoard, x, y);
