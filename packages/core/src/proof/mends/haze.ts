import type { Edit } from '../../design';
import type { GradientStop, MotifOutline, Part, PicturePart, Shade } from '../../parts';
import { mmToPx } from '../../units';
import { titled } from '../../sentences';
import type { Mend, MendInput } from '../types';
import { changeIn } from './change';
import { setStep } from './picture-steps';

/** Pitch of the dots that a mend makes of partial alpha: 45 lines an inch, which a garment press holds. */
const DOT_PITCH_MM = 25.4 / 45;

const solidStops = (stops: GradientStop[]): GradientStop[] => stops.map((s) => ({ ...s, opacity: 1 }));

const solidOutline = (o: MotifOutline): MotifOutline => ({
  ...o,
  opacity: o.opacity > 0 ? 1 : 0,
  ...(o.gradient ? { gradient: { ...o.gradient, stops: solidStops(o.gradient.stops) } } : {}),
});

const solidShade = (shade: Shade): Shade => ({ ...shade, soft: 0, opacity: 1, fade: false });

function solidEdits(part: Part, input: MendInput): Edit[] {
  const own: Partial<Part> =
    part.kind === 'motif' ? { opacity: 1, outlines: part.outlines.map(solidOutline) } : { opacity: 1 };
  const { shade } = part;
  return [
    { op: 'updatePart', part: part.id, change: own },
    ...(shade ? [changeIn(input, part, { shade: solidShade(shade) })] : []),
  ];
}

function pictureMends(part: PicturePart, dpi: number): Mend[] {
  const scale = Math.max(Math.abs(part.place.scaleX), Math.abs(part.place.scaleY));
  const pitch = Math.max(3, Math.min(400, mmToPx(DOT_PITCH_MM, dpi) / scale));
  const edit = (kind: 'solid' | 'dots', settings: { at: number } | { pitch: number }): Edit[] => [
    ...setStep(part, kind, settings, 'last', ['solid', 'dots']),
    { op: 'updatePart', part: part.id, change: { opacity: 1 } },
  ];
  return [
    {
      id: 'solid-alpha',
      ...titled('mend.solid-alpha'),
      edits: edit('solid', { at: 128 }),
    },
    {
      id: 'dots',
      ...titled('mend.dots'),
      edits: edit('dots', { pitch: Math.round(pitch * 10) / 10 }),
    },
  ];
}

/** Makes a part solid, or a picture's haze into dots. */
export const hazeMends = (part: Part, input: MendInput): Mend[] =>
  part.kind === 'picture'
    ? pictureMends(part, input.drawing.dpi)
    : [{ id: 'solid', ...titled('mend.solid'), edits: solidEdits(part, input) }];
