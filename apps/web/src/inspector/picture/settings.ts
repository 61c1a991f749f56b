import { SURFACE_BLENDS, SURFACE_KINDS, SURFACE_NAMES, type StepKind } from '@brelm/core/steps';
import { BLEND_NAMES } from '../blend-names';
import { say } from '../../words/picture';

/** One setting of a step as it is shown: a slider with its number, a switch, a choice, an ink or a colour. */
export type Setting =
  | {
      is: 'amount';
      key: string;
      label: string;
      /** `percent`: of 1; `mm`: on the print, of px of the picture; `plain`: as it is. */
      as: 'percent' | 'mm' | 'plain' | 'degrees';
      /** The ends of the slider, as shown. */
      min: number;
      max: number;
      step: number;
    }
  | { is: 'flag'; key: string; label: string }
  | { is: 'choice'; key: string; label: string; of: readonly (readonly [string, string])[] }
  | { is: 'ink' | 'colour' | 'seed'; key: string; label: string };

const percent = (key: string, label: string, min = 0, max = 100): Setting => ({
  ...{ is: 'amount', as: 'percent', key, label, min, max, step: 1 },
});
const mm = (key: string, label: string, max: number, min = 0): Setting => ({
  ...{ is: 'amount', as: 'mm', key, label, min, max, step: max / 200 },
});
const plain = (key: string, label: string, min: number, max: number, step: number): Setting => ({
  ...{ is: 'amount', as: 'plain', key, label, min, max, step },
});
const degrees = (key: string, label: string): Setting => ({
  ...{ is: 'amount', as: 'degrees', key, label, min: -180, max: 180, step: 1 },
});
const flag = (key: string, label: string): Setting => ({ is: 'flag', key, label });
const seed: Setting = { is: 'seed', key: 'seed', label: say('anotherPattern') };

/** What is set by plain controls, kind by kind; a kind may have settings of its own beside them (see own-settings). */
export const SETTINGS: Readonly<Record<StepKind, readonly Setting[]>> = {
  ground: [
    plain('tolerance', say('tolerance'), 0, 60, 1),
    flag('holes', say('enclosedHolesToo')),
    flag('shadows', say('theGroundInShadowIs')),
  ],
  screen: [
    { is: 'colour', key: 'colour', label: say('theGroundsColour') },
    plain('within', say('within'), 0, 40, 0.5),
    plain('fall', say('fadesOver'), 0, 40, 0.5),
    percent('spill', say('spillTakenOut')),
    flag('shaded', say('shadeOnItIsGround')),
  ],
  marks: [flag('rim', say('thePicturesRimIsNot'))],
  outline: [],
  edge: [
    mm('hair', say('hairMm'), 4),
    mm('smooth', say('smoothMm'), 2),
    mm('tighten', say('tightenMm'), 2, -2),
    mm('soften', say('softenMm'), 4),
    {
      ...{ is: 'choice', key: 'colours', label: say('coloursOfItsRim') },
      of: [
        ['own', say('asTheyAre')],
        ['estimated', say('freeOfTheGroundEstimated')],
        ['inside', say('fromTheInkFartherIn')],
      ],
    },
  ],
  levels: [percent('from', say('blackBecomes')), percent('to', say('whiteBecomes'))],
  curve: [],
  exposure: [
    plain('stops', say('exposureStops'), -3, 3, 0.05),
    percent('brightness', say('brightness'), -100),
    percent('contrast', say('contrast'), -100),
  ],
  grey: [
    percent('red', say('red'), -50, 150),
    percent('green', say('green'), -50, 150),
    percent('blue', say('blue'), -50, 150),
  ],
  match: [],
  sharpen: [mm('radius', say('radiusMm'), 3), percent('amount', say('amount'), 0, 300)],
  blur: [mm('radius', say('radiusMm'), 10), flag('within', say('itsEdgeStaysSharp'))],
  posterise: [plain('tones', say('tones'), 2, 16, 1)],
  threshold: [percent('at', say('blackBelow'))],
  tint: [],
  balance: [percent('saturation', say('colourfulness'), 0, 200)],
  shift: [
    { is: 'colour', key: 'from', label: say('thisColour') },
    { is: 'ink', key: 'to', label: say('becomes') },
    plain('within', say('within'), 0, 30, 0.5),
    plain('fall', say('fadesOver'), 0, 30, 0.5),
  ],
  stencil: [
    { is: 'ink', key: 'ink', label: say('ink') },
    percent('full', say('fullUpTo')),
    percent('clear', say('clearFrom')),
    flag('invert', say('lightPrintsInsteadOfDark')),
  ],
  light: [percent('lightest', say('lightensBy')), percent('darkest', say('darkensBy'))],
  raised: [
    mm('width', say('widthMm'), 8),
    percent('height', say('height')),
    mm('softness', say('softnessMm'), 3),
    percent('lights', say('light')),
    percent('shades', say('shade')),
  ],
  surface: [
    {
      is: 'choice',
      key: 'surface',
      label: say('surface'),
      of: SURFACE_KINDS.map((k) => [k, SURFACE_NAMES[k]]),
    },
    {
      is: 'choice',
      key: 'blend',
      label: say('blend'),
      of: SURFACE_BLENDS.map((b) => [b, BLEND_NAMES[b] ?? b]),
    },
    mm('size', say('sizeMm'), 80, 1),
    degrees('turn', say('turn')),
    seed,
  ],
  grain: [
    percent('amount', say('amount')),
    mm('size', say('sizeMm'), 2),
    flag('coloured', say('inColours')),
    seed,
  ],
  halftone: [
    mm('pitch', say('fromDotToDotMm'), 4),
    degrees('angle', say('angle')),
    {
      ...{ is: 'choice', key: 'shape', label: say('shape') },
      of: [
        ['dot', say('dots')],
        ['line', say('lines')],
        ['square', say('squares')],
      ],
    },
    flag('clear', say('thePaperIsClear')),
  ],
  dots: [mm('pitch', say('fromDotToDotMm'), 4)],
  solid: [plain('at', say('printsFromCoverOf255'), 1, 255, 1)],
  specks: [plain('least', say('smallerThanPx'), 0, 2000, 10)],
};
