import type { Hex } from '../colour';
import { flag, kinds, list, mapField, nullable, share, type Field } from '../fields';
import { enlarge, type RasterImage } from '../raster';
import type { StepBase, StepGiven, StepGroup, StepKindOf } from './kind';
import { DOTS, type DotsStep } from './kinds/dots';
import { EDGE, type EdgeStep } from './kinds/edge';
import { BLUR, GRAIN, SHARPEN, type BlurStep, type GrainStep, type SharpenStep } from './kinds/focus';
import { GREY, THRESHOLD, type GreyStep, type ThresholdStep } from './kinds/greys';
import { GROUND, type GroundStep } from './kinds/ground';
import { LIGHT, type LightStep } from './kinds/light';
import { MARKS, type MarksStep } from './kinds/marks';
import { MATCH, type MatchStep } from './kinds/match';
import { OUTLINE, type OutlineStep } from './kinds/outline';
import { RAISED, type RaisedStep } from './kinds/raised';
import { SCREEN, type ScreenStep } from './kinds/screen';
import { HALFTONE, type HalftoneStep } from './kinds/screened';
import { SOLID, type SolidStep } from './kinds/solid';
import { SPECKS, type SpecksStep } from './kinds/specks';
import { SURFACE, type SurfaceStep } from './kinds/surface';
import { BALANCE, SHIFT, STENCIL, TINT } from './kinds/tint';
import type { BalanceStep, ShiftStep, StencilStep, TintStep } from './kinds/tint';
import { CURVE, EXPOSURE, LEVELS, POSTERISE } from './kinds/tones';
import type { CurveStep, ExposureStep, LevelsStep, PosteriseStep } from './kinds/tones';
import { greyName, type WearGrey } from '../wear';
import { isPictureCover, MASK_FIELD, type CoverAlphas, type Covers, type PictureCover } from './mask';
import { mixed } from './mix';

/** Every kind of step, in the order in which they are offered. A new kind is a file and a line here. */
const KINDS = {
  ground: GROUND,
  screen: SCREEN,
  marks: MARKS,
  outline: OUTLINE,
  edge: EDGE,
  levels: LEVELS,
  curve: CURVE,
  exposure: EXPOSURE,
  grey: GREY,
  match: MATCH,
  sharpen: SHARPEN,
  blur: BLUR,
  posterise: POSTERISE,
  threshold: THRESHOLD,
  tint: TINT,
  balance: BALANCE,
  shift: SHIFT,
  stencil: STENCIL,
  light: LIGHT,
  raised: RAISED,
  surface: SURFACE,
  grain: GRAIN,
  halftone: HALFTONE,
  dots: DOTS,
  solid: SOLID,
  specks: SPECKS,
};

type ToneStep = LevelsStep | CurveStep | ExposureStep | GreyStep | MatchStep | PosteriseStep | ThresholdStep;
/** One change of a picture. */
export type Step =
  | (GroundStep | ScreenStep | MarksStep | OutlineStep | EdgeStep)
  | (ToneStep | SharpenStep | BlurStep)
  | (TintStep | BalanceStep | ShiftStep | StencilStep)
  | (LightStep | RaisedStep | SurfaceStep | GrainStep)
  | (HalftoneStep | DotsStep | SolidStep | SpecksStep);
/** Times a side that a picture may be enlarged. */
export type Enlarge = 1 | 2 | 4;
export type StepKind = Step['kind'];
export const STEP_KINDS = Object.keys(KINDS) as readonly StepKind[];

/** The groups in which kinds are offered, and what they are called. */
export const STEP_GROUPS: Readonly<Record<StepGroup, string>> = {
  cut: 'Cut out',
  edge: 'Edge',
  tone: 'Tone',
  tint: 'Tint',
  light: 'Light and shade',
  surface: 'Surface',
  print: 'For printing',
};

type AnyKind = StepKindOf<StepBase & { kind: string }>;

/** All that is known about a kind of step. */
export const stepKind = (kind: StepKind): AnyKind => KINDS[kind] as unknown as AnyKind;

export const MOST_STEPS = 40;

export const STEP_FIELD: Field<Step> = kinds<Step, 'kind', StepBase>(
  Object.fromEntries(Object.values(KINDS).map((k) => [k.kind, k.fields])) as never,
  { name: 'pictureStep', shared: { on: flag(true), strength: share(1), mask: nullable(MASK_FIELD) } },
);
export const STEPS_FIELD: Field<Step[]> = list(STEP_FIELD, { most: MOST_STEPS, optional: true });

/** A new step as it usually is, in the inks given by their ids. */
export const newStep = <K extends StepKind>(
  kind: K,
  inks: { ink: string; light: string },
  change: Partial<Extract<Step, { kind: K }>> = {},
): Extract<Step, { kind: K }> =>
  ({
    ...{ kind, on: true, strength: 1, mask: null },
    ...stepKind(kind).start(inks),
    ...change,
  }) as unknown as Extract<Step, { kind: K }>;

/** Steps as they hold for another picture than the one that they were made on: what was drawn on that by hand is left away. */
export const stepsForAnother = (steps: readonly Step[]): Step[] =>
  steps.flatMap((step): Step[] => {
    if (step.kind === 'outline' || stepKind(step.kind).brush) return [];
    // Another part is there, too, but lies elsewhere on another picture.
    const drawn = step.mask && ['brush', 'outline', 'part'].includes(step.mask.kind);
    return [drawn ? { ...step, mask: null } : step];
  });

/** Whether a step changes anything, as far as its settings tell. */
export const acts = ({ on, strength }: Step): boolean => on && strength > 0;

/**
 * What is done to a picture before it is painted: its steps that act, with colours for inks, and where the design's
 * light comes from as seen on the picture, degrees clockwise from its top.
 */
export interface Treatment {
  steps: readonly Step[];
  light: number;
  /** Times that it is enlarged a side, after its steps; see {@link enlargedFor}. */
  enlarge: Enlarge;
  /** Of the parts that masks of its steps name, each that is there; left out where none does. */
  covers?: Covers<Treatment>;
}

/** Ids of the parts that the masks of acting steps name, each once. */
export const maskedBy = (steps: readonly Step[]): string[] => [
  ...new Set(steps.flatMap((s) => (acts(s) && s.mask?.kind === 'part' ? [s.mask.part] : []))),
];

/** What a list of steps became last, and in which inks: a part that is only moved keeps its list. */
const madeOf = new WeakMap<readonly Step[], { inks: Map<string, Hex>; treatment: Treatment | null }>();

/** The treatment of steps in a design's inks, the very same for the same ones; null where none acts and nothing is enlarged. */
export function treatmentFor(
  steps: readonly Step[],
  colour: (ink: string) => Hex,
  light: number,
  enlarge: Enlarge = 1,
  coverOf: (part: string) => Covers<Treatment>[string] | undefined = () => undefined,
): Treatment | null {
  const acting = steps.filter(acts);
  // Light is asked for by few: the others are not made anew as it moves.
  const from = acting.some((s) => s.kind === 'raised' && s.from === null) ? light : 0;
  const known = madeOf.get(steps);
  const isSame = known && [...known.inks].every(([ink, value]) => colour(ink) === value);
  const { light: lit = from, enlarge: times = 1, covers: before } = known?.treatment ?? {};
  const found = maskedBy(steps).flatMap((id) => {
    const cover = coverOf(id);
    return cover ? [[id, cover] as const] : [];
  });
  const sameMasks =
    found.length === Object.keys(before ?? {}).length && found.every(([id, cover]) => before?.[id] === cover);
  if (isSame && lit === from && times === enlarge && sameMasks) return known.treatment;
  const inks = new Map<string, Hex>();
  const value = (to: string, id: string) => {
    if (to !== 'ink') return id;
    inks.set(id, colour(id));
    return inks.get(id)!;
  };
  const made = acting.map((s) => mapField(STEP_FIELD, s, { ref: value }));
  const covers = found.length ? { covers: Object.fromEntries(found) } : {};
  const treatment = made.length || enlarge > 1 ? { steps: made, light: from, enlarge, ...covers } : null;
  madeOf.set(steps, { inks, treatment });
  return treatment;
}

const isGrey = (value: unknown): value is WearGrey =>
  typeof value === 'object' && value !== null && 'data' in value && 'width' in value && 'height' in value;

/** Equal for steps that do the same under the same light and covers; short, however large the pictures in them are. */
export const stepsKey = (steps: readonly Step[], light: number, covers?: Covers): string =>
  JSON.stringify([steps, light, ...(covers ? [covers] : [])], (_, value: unknown) =>
    isGrey(value) ? greyName(value) : value,
  );

const keys = new WeakMap<Treatment, string>();
/** Equal for treatments that do the same; `whole` for none. */
export function treatmentKey(treatment: Treatment | null): string {
  if (!treatment) return 'whole';
  let key = keys.get(treatment);
  if (key === undefined) {
    const { steps, light, enlarge, covers } = treatment;
    key = stepsKey(steps, light, covers) + (enlarge > 1 ? ` ${enlarge}` : '');
    keys.set(treatment, key);
  }
  return key;
}

/** The pictures whose alpha masks steps of a treatment, with the ids of their parts: what is loaded before it is made. */
export const coveringPictures = (
  treatment: Treatment | null,
): [part: string, cover: PictureCover<Treatment>][] =>
  Object.entries(treatment?.covers ?? {}).flatMap(([part, cover]) =>
    isPictureCover(cover) ? [[part, cover] as [string, PictureCover<Treatment>]] : [],
  );

/** Px of an enlarged picture at the most: more are not needed by any file, and a worker has to hold them. */
const MOST_ENLARGED = 64_000_000;

/**
 * Times a side that a picture is enlarged: as far as its treatment asks for it and `shown` (px that are shown for one of it;
 * any number where it is left out) needs it. One that would have too many px is enlarged by less, or not at all.
 */
export function enlargementFor(
  { width, height }: { width: number; height: number },
  treatment: Treatment | null,
  shown = Infinity,
): Enlarge {
  const asked = shown <= 1 ? 1 : Math.min(treatment?.enlarge ?? 1, shown <= 2 ? 2 : 4);
  const fits = (by: Enlarge) => by <= asked && width * height * by * by <= MOST_ENLARGED;
  return ([4, 2] as const).find(fits) ?? 1;
}

/** A whole picture with its steps made, enlarged as far as {@link enlargementFor} says. */
export function enlargedFor(image: RasterImage, treatment: Treatment | null, shown = Infinity): RasterImage {
  const by = enlargementFor(image, treatment, shown);
  return by === 1 ? image : enlarge(image, by);
}

/** Px that the finest of what steps make has in a copy, or it is another picture. */
const FINEST = 3;

/** Px of a copy for one of the picture at the least, for steps to look as they do at its own size; 0 where any copy will do. */
export const leastScale = ({ steps }: Treatment): number =>
  steps.reduce((most, step) => {
    const finest = stepKind(step.kind).finest?.(step);
    return finest === undefined ? most : Math.max(most, Math.min(1, FINEST / finest));
  }, 0);

/** Whether it makes dots on purpose: loose pieces and thin places are then meant. */
export const isScreened = (treatment: Treatment | null): boolean =>
  treatment?.steps.some((s) => s.kind === 'dots' || s.kind === 'halftone') ?? false;

/** One step made, as far as its strength and its mask go. */
export function applyStep(image: RasterImage, step: Step, given: StepGiven): RasterImage {
  const made = stepKind(step.kind).apply(image, step, given);
  return made === image ? image : mixed(image, made, step, given);
}

/** What is clear has no colour: files are then the same whatever was there. */
function cleared(image: RasterImage): RasterImage {
  const data = new Uint8ClampedArray(image.data);
  for (let p = 0; p < data.length; p += 4) if (data[p + 3] === 0) data[p] = data[p + 1] = data[p + 2] = 0;
  return { ...image, data };
}

/**
 * A picture as it prints. `scale` is how many px of `image` stand for one of the untouched picture, for smaller copies:
 * lengths of the steps count the untouched picture's px. `after`, if given, is told each state, with how many steps are
 * made; `from` goes on from such a state. `alphas` are those of the pictures by which it is masked; see coveringPictures.
 */
export function treatPicture(
  image: RasterImage,
  { steps, light, covers }: Pick<Treatment, 'steps' | 'light' | 'covers'>,
  scale = 1,
  after?: (made: number, state: RasterImage) => void,
  from: { made: number; state: RasterImage } = { made: 0, state: image },
  alphas: CoverAlphas = {},
): RasterImage {
  const given: StepGiven = { scale, untouched: image, light, covers, alphas };
  let out = from.state;
  for (let i = from.made; i < steps.length; i++) {
    out = applyStep(out, steps[i], given);
    after?.(i + 1, out);
  }
  return cleared(out);
}
