import type { Edit } from '../../design';
import type { PicturePart } from '../../parts';
import { newStep, type Step, type StepKind } from '../../steps';

type StepOf<K extends StepKind> = Extract<Step, { kind: K }>;

/** Steps that take no ink. */
const NO_INKS = { ink: '', light: '' };

/** A picture's steps with one of a kind (or of another in its place) set as given: the first or the last one made. */
export function setStep<K extends StepKind>(
  part: PicturePart,
  kind: K,
  settings: Partial<StepOf<K>>,
  where: 'first' | 'last',
  instead: readonly StepKind[] = [],
): Edit[] {
  const own = part.steps.find((s) => s.kind === kind);
  const step = own ? ({ ...own, ...settings, on: true } as Step) : newStep(kind, NO_INKS, settings);
  const others = part.steps.filter((s) => s.kind !== kind && !instead.includes(s.kind));
  const at = own ? part.steps.indexOf(own) : where === 'first' ? 0 : others.length;
  const steps =
    own && instead.length === 0
      ? part.steps.with(at, step)
      : [...others.slice(0, at), step, ...others.slice(at)];
  return [{ op: 'updatePart', part: part.id, change: { steps } }];
}
