import { SURFACE_BLENDS, SURFACE_KINDS, SURFACE_NAMES, type StepKind } from '@brelm/core/steps';
import { BLEND_NAMES } from '../blend-names';

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
const seed: Setting = { is: 'seed', key: 'seed', label: 'Another pattern' };

/** What is set by plain controls, kind by kind; a kind may have settings of its own beside them (see own-settings). */
export const SETTINGS: Readonly<Record<StepKind, readonly Setting[]>> = {
  ground: [
    plain('tolerance', 'Tolerance', 0, 60, 1),
    flag('holes', 'Enclosed holes, too'),
    flag('shadows', 'The ground in shadow is ground'),
  ],
  screen: [
    { is: 'colour', key: 'colour', label: 'The ground’s colour' },
    plain('within', 'Within', 0, 40, 0.5),
    plain('fall', 'Fades over', 0, 40, 0.5),
    percent('spill', 'Spill taken out %'),
    flag('shaded', 'Shade on it is ground'),
  ],
  marks: [flag('rim', 'The picture’s rim is not wanted')],
  outline: [],
  edge: [
    mm('hair', 'Hair, mm', 4),
    mm('smooth', 'Smooth, mm', 2),
    mm('tighten', 'Tighten, mm', 2, -2),
    mm('soften', 'Soften, mm', 4),
    {
      ...{ is: 'choice', key: 'colours', label: 'Colours of its rim' },
      of: [
        ['own', 'As they are'],
        ['estimated', 'Free of the ground, estimated'],
        ['inside', 'From the ink farther in'],
      ],
    },
  ],
  levels: [percent('from', 'Black becomes %'), percent('to', 'White becomes %')],
  curve: [],
  exposure: [
    plain('stops', 'Exposure, stops', -3, 3, 0.05),
    percent('brightness', 'Brightness %', -100),
    percent('contrast', 'Contrast %', -100),
  ],
  grey: [
    percent('red', 'Red %', -50, 150),
    percent('green', 'Green %', -50, 150),
    percent('blue', 'Blue %', -50, 150),
  ],
  match: [],
  sharpen: [mm('radius', 'Radius, mm', 3), percent('amount', 'Amount %', 0, 300)],
  blur: [mm('radius', 'Radius, mm', 10), flag('within', 'Its edge stays sharp')],
  posterise: [plain('tones', 'Tones', 2, 16, 1)],
  threshold: [percent('at', 'Black below %')],
  tint: [],
  balance: [percent('saturation', 'Colourfulness %', 0, 200)],
  shift: [
    { is: 'colour', key: 'from', label: 'This colour' },
    { is: 'ink', key: 'to', label: 'becomes' },
    plain('within', 'Within', 0, 30, 0.5),
    plain('fall', 'Fades over', 0, 30, 0.5),
  ],
  stencil: [
    { is: 'ink', key: 'ink', label: 'Ink' },
    percent('full', 'Full up to %'),
    percent('clear', 'Clear from %'),
    flag('invert', 'Light prints instead of dark'),
  ],
  light: [percent('lightest', 'Lightens by %'), percent('darkest', 'Darkens by %')],
  raised: [
    mm('width', 'Width, mm', 8),
    percent('height', 'Height %'),
    mm('softness', 'Softness, mm', 3),
    percent('lights', 'Light %'),
    percent('shades', 'Shade %'),
  ],
  surface: [
    { is: 'choice', key: 'surface', label: 'Surface', of: SURFACE_KINDS.map((k) => [k, SURFACE_NAMES[k]]) },
    { is: 'choice', key: 'blend', label: 'Blend', of: SURFACE_BLENDS.map((b) => [b, BLEND_NAMES[b] ?? b]) },
    mm('size', 'Size, mm', 80, 1),
    degrees('turn', 'Turn °'),
    seed,
  ],
  grain: [percent('amount', 'Amount %'), mm('size', 'Size, mm', 2), flag('coloured', 'In colours'), seed],
  halftone: [
    mm('pitch', 'From dot to dot, mm', 4),
    degrees('angle', 'Angle °'),
    {
      ...{ is: 'choice', key: 'shape', label: 'Shape' },
      of: [
        ['dot', 'Dots'],
        ['line', 'Lines'],
        ['square', 'Squares'],
      ],
    },
    flag('clear', 'The paper is clear'),
  ],
  dots: [mm('pitch', 'From dot to dot, mm', 4)],
  solid: [plain('at', 'Prints from cover (of 255)', 1, 255, 1)],
  specks: [plain('least', 'Smaller than, px', 0, 2000, 10)],
};
