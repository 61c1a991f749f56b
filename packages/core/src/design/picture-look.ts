import { Checked, choice, list, mapField, number, readField, record, type Known } from '../fields';
import type { PicturePart } from '../parts';
import { LOOK_SIDE, STEP_FIELD, STEPS_FIELD, stepsFor, type Step } from '../steps';
import { bringInks } from './clipping';
import type { Edit } from './edits';
import { inkField } from './fields';
import type { Design, Ink } from './types';

const FORMAT = 'brelm-look';

/** A list of steps that is kept, with the inks that it takes; lengths are for a picture of LOOK_SIDE px. */
export interface KeptLook {
  format: typeof FORMAT;
  version: number;
  inks: Ink[];
  steps: Step[];
}

const FIELD = record<KeptLook>({
  format: choice([FORMAT]),
  version: number({ min: 1, max: 1 }),
  inks: list(inkField, { most: 100 }),
  steps: STEPS_FIELD,
});

/** Kinds that say what of a picture is there: they belong to their own picture. */
const CUTS: readonly Step['kind'][] = ['ground', 'screen', 'marks', 'outline', 'edge', 'light'];

/** The steps of a picture that can be put on others: not what cuts it out, nor what was painted on it. */
export const lookOf = ({ steps }: PicturePart): Step[] => steps.filter((s) => !CUTS.includes(s.kind));

/** The look of a picture whose long side has so many px, as text that `readLook` reads. */
export function lookText(design: Design, part: PicturePart, side: number): string {
  const steps = stepsFor(lookOf(part), LOOK_SIDE / side);
  const used = new Set<string>();
  for (const step of steps)
    mapField(STEP_FIELD, step, {
      ref: (to, id) => {
        if (to === 'ink') used.add(id);
        return id;
      },
    });
  const look: KeptLook = {
    format: FORMAT,
    version: 1,
    inks: design.inks.filter((i) => used.has(i.id)),
    steps,
  };
  return JSON.stringify(look);
}

/** A look from text; null when it is none, or has no step. */
export function readLook(text: string): KeptLook | null {
  try {
    const given = JSON.parse(text) as { inks?: { id: string }[] };
    const none = new Map<string, unknown>();
    const known: Known = {
      ink: new Map((given.inks ?? []).map((i) => [i.id, i])),
      ...{ material: none, bundle: none },
    };
    const look = Checked.read(given, (c) => readField(FIELD, c, known));
    return look.steps.length ? look : null;
  } catch {
    return null;
  }
}

/** Edits that put a look on a picture whose long side has so many px: what cuts it out and what was painted on it stay. */
export function lookEdits(design: Design, part: PicturePart, look: KeptLook, side: number): Edit[] {
  const { edits, to } = bringInks(design, look.inks);
  const steps = stepsFor(look.steps, side / LOOK_SIDE).map((step) =>
    mapField(STEP_FIELD, step, { ref: (kind, id) => (kind === 'ink' ? to(id) : id) }),
  );
  return [...edits, { op: 'updatePart', part: part.id, change: { steps: withLook(part, steps) } }];
}

/** The steps of a picture with those of a look in place of its own; its painted light comes last. */
export function withLook({ steps }: PicturePart, look: readonly Step[]): Step[] {
  const own = steps.filter((s) => CUTS.includes(s.kind));
  return [...own.filter((s) => s.kind !== 'light'), ...look, ...own.filter((s) => s.kind === 'light')];
}
