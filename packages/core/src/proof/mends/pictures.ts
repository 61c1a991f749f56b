import type { Part, PicturePart } from '../../parts';
import { imagesOf } from '../../drawing';
import { removeGround, rimOf } from '../../raster';
import { BOX_SAMPLE } from '../checks/box';
import { speckArea } from '../checks/specks';
import { samplePicture } from '../measure';
import type { Finding, Mend, MendInput } from '../types';
import { setStep } from './picture-steps';
import { removeMend } from './remove';

/** ΔE 76 tolerances that are tried for taking the ground away. */
const TOLERANCES = [6, 10, 16, 24];
const rule = (tolerance: number) => ({ tolerance, holes: false, shadows: false });

const imageOf = (part: Part, input: MendInput) =>
  imagesOf(input.drawing.groups.find((g) => g.part === part.id)!).at(-1)!;

/** Takes a picture's plain ground away, or the part that is a box. */
export function boxMends({ severity }: Finding, part: Part, input: MendInput): Mend[] {
  if (part.kind !== 'picture') return [removeMend(part)];
  const sample = severity === 'stop' ? samplePicture(imageOf(part, input), input, BOX_SAMPLE) : null;
  const tolerance =
    sample && TOLERANCES.find((t) => rimOf(removeGround(sample.image, rule(t))).opaque < 0.02);
  if (!tolerance) return [];
  return [
    {
      id: 'remove-box',
      title: 'Take the ground away, as far as it is joined to the rim',
      edits: setStep(part, 'ground', rule(tolerance), 'first'),
    },
  ];
}

/** Prints a picture as small as it has pixels for. */
export function resolutionMends({ figure: dpi, threshold: least }: Finding, part: Part): Mend[] {
  const k = dpi / least;
  const { scaleX, scaleY } = part.place;
  return [
    {
      id: 'shrink',
      title: `Print it at ${Math.round(k * 100)} % of this size, where it has ${least} dpi`,
      edits: [
        {
          op: 'place',
          part: part.id,
          place: { scaleX: scaleX * k * 0.9999, scaleY: scaleY * k * 0.9999 },
        },
      ],
    },
  ];
}

/** A new edge step changes nothing but what it is made for. */
const plainEdge = ({ steps }: PicturePart) => (steps.some((s) => s.kind === 'edge') ? {} : { smooth: 0 });

export const fringeMends = (part: Part): Mend[] =>
  part.kind === 'picture'
    ? [
        {
          id: 'lift-fringe',
          title: 'Clean its edge: the rim takes the colour of the ink inside',
          edits: setStep(part, 'edge', { ...plainEdge(part), colours: 'inside' }, 'last'),
        },
      ]
    : [];

export function speckMends({ figure: count }: Finding, part: Part, input: MendInput): Mend[] {
  if (part.kind !== 'picture') return [];
  const area = speckArea(imageOf(part, input), input.drawing.dpi);
  return [
    {
      id: 'remove-specks',
      title: count === 1 ? 'Remove the speck' : `Remove all ${count} specks`,
      // A little more than was looked for: the file's own px are finer than the sample's.
      edits: setStep(part, 'specks', { least: Math.min(100_000, Math.ceil(area * 1.3)) }, 'last'),
    },
  ];
}
