import { newStep, type Step } from './registry';

/** The inks of a design that a look is put on in: its darkest, its lightest and its most colourful one, by id. */
export interface LookInks {
  dark: string;
  light: string;
  accent: string;
}

/** A list of steps that is put on pictures. Lengths are for a picture of a thousand px on its long side. */
export interface Look {
  id: string;
  name: string;
  says: string;
  steps(inks: LookInks): Step[];
}

/** Looks that ship. */
export const LOOKS: readonly Look[] = [
  {
    id: 'two-ink-print',
    name: 'Two-ink print',
    says: 'tinted dark to light, with grain',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('exposure', inks, { contrast: 0.25 }),
        newStep('tint', inks),
        newStep('grain', inks, { amount: 0.18, size: 2 }),
      ];
    },
  },
  {
    id: 'three-ink-poster',
    name: 'Three-ink poster',
    says: 'flat tones in three inks',
    steps: ({ dark, light, accent }) => {
      const inks = { ink: dark, light };
      const stops = [
        { at: 0, ink: dark },
        { at: 0.5, ink: accent },
        { at: 1, ink: light },
      ];
      return [
        newStep('blur', inks, { radius: 2 }),
        newStep('posterise', inks, { tones: 4 }),
        newStep('tint', inks, { stops }),
      ];
    },
  },
  {
    id: 'newsprint',
    name: 'Newsprint',
    says: 'dots in one ink, the garment between them',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      const stops = [{ at: 0, ink: dark }];
      return [
        newStep('levels', inks, { black: 0.08, white: 0.92 }),
        newStep('halftone', inks, { pitch: 9, angle: 45, clear: true }),
        newStep('tint', inks, { stops }),
      ];
    },
  },
  {
    id: 'stencil',
    name: 'Stencil',
    says: 'one ink or nothing',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('blur', inks, { radius: 1.5 }),
        newStep('threshold', inks),
        newStep('stencil', inks),
        newStep('specks', inks, { least: 60 }),
      ];
    },
  },
  {
    id: 'light-on-dark',
    name: 'Light on a dark garment',
    says: 'only its lights print, as dots in the lightest ink',
    steps: ({ dark, light }) => {
      const inks = { ink: light, light };
      return [
        newStep('exposure', { ink: dark, light }, { contrast: 0.3 }),
        newStep('stencil', inks, { ink: light, full: 0.1, clear: 0.9, invert: true }),
        newStep('dots', inks, { pitch: 8 }),
      ];
    },
  },
  {
    id: 'old-photograph',
    name: 'Old photograph',
    says: 'pale, warm and grainy',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('levels', inks, { from: 0.1, to: 0.94 }),
        newStep('balance', inks, {
          ...{ shadows: { a: 0.06, b: 0.1 }, middle: { a: 0.06, b: 0.24 }, lights: { a: 0.02, b: 0.3 } },
          saturation: 0.3,
        }),
        newStep('grain', inks, { amount: 0.22, size: 1.6 }),
        newStep('surface', inks, { surface: 'paper', size: 260, strength: 0.6 }),
      ];
    },
  },
  {
    id: 'scissors',
    name: 'Cut out by scissors',
    says: 'greys with a raised rim, for a collage',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('grey', inks),
        newStep('exposure', inks, { contrast: 0.3 }),
        newStep('surface', inks, { surface: 'paper', size: 180, blend: 'multiply', strength: 0.35 }),
        newStep('raised', inks, { width: 6, height: 0.3, softness: 1.5, lights: 0.5, shades: 0.4 }),
      ];
    },
  },
  {
    id: 'foil',
    name: 'Crumpled foil',
    says: 'bright, creased and raised',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('tint', inks),
        newStep('surface', inks, { surface: 'foil', blend: 'hard-light', size: 150 }),
        newStep('raised', inks, { width: 16, height: 0.5 }),
      ];
    },
  },
  {
    id: 'cold-night',
    name: 'Cold night',
    says: 'blue shadows and a light from one side',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('exposure', inks, { stops: -0.4, contrast: 0.25 }),
        newStep('balance', inks, {
          ...{ shadows: { a: -0.05, b: -0.5 }, middle: { a: -0.05, b: -0.3 }, lights: { a: 0, b: -0.08 } },
          saturation: 0.7,
        }),
        newStep('raised', inks, { width: 12, height: 0.4, softness: 5, shades: 0.5 }),
      ];
    },
  },
  {
    id: 'worn-sign',
    name: 'Weathered sign',
    says: 'scratched, faded and flat',
    steps: ({ dark, light }) => {
      const inks = { ink: dark, light };
      return [
        newStep('posterise', inks, { tones: 6 }),
        newStep('balance', inks, { saturation: 0.75, shadows: { a: 0, b: 0.1 }, lights: { a: 0, b: 0.1 } }),
        newStep('surface', inks, { surface: 'scratches', blend: 'soft-light', size: 300 }),
        newStep('surface', inks, { surface: 'canvas', blend: 'multiply', size: 140, strength: 0.4, seed: 7 }),
      ];
    },
  },
];

/** Long side of the picture that looks' lengths are for, px. */
export const LOOK_SIDE = 1000;

/** The fields of a step that are lengths, which grow with the picture. */
const LENGTHS = [
  'radius',
  'size',
  'pitch',
  'width',
  'softness',
  'hair',
  'smooth',
  'tighten',
  'soften',
] as const;

/** Steps as they are for a picture so many times as large. Strokes, outlines and masks belong to their own picture: without. */
export const stepsFor = (steps: readonly Step[], k: number): Step[] =>
  steps.map((step) => {
    const made: Record<string, unknown> = { ...step, mask: null };
    for (const key of LENGTHS)
      if (typeof made[key] === 'number') made[key] = Math.round((made[key] as number) * k * 100) / 100;
    if (typeof made.least === 'number') made.least = Math.min(100_000, Math.round(made.least * k * k));
    return made as unknown as Step;
  });
