import { timesEnlarged, type Part, type PicturePart } from '../../parts';
import { imagesOf } from '../../drawing';
import { removeGround, rimOf } from '../../raster';
import { titled } from '../../sentences';
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
      ...titled('mend.remove-box'),
      edits: setStep(part, 'ground', rule(tolerance), 'first'),
    },
  ];
}

/** Enlarges a picture that is not yet, where that gives it the pixels that it lacks. */
function enlargeMends({ figure: dpi, threshold: least, severity }: Finding, part: Part): Mend[] {
  if (part.kind !== 'picture' || severity !== 'stop') return [];
  const enlarged = dpi * 2 >= least ? 'twice' : 'fourfold';
  const times = timesEnlarged({ enlarged });
  if (dpi * times < least || times <= timesEnlarged(part)) return [];
  return [
    {
      id: 'enlarge',
      ...titled('mend.enlarge', { times, dpi: Math.floor(dpi * times) }),
      edits: [{ op: 'updatePart', part: part.id, change: { enlarged } }],
    },
  ];
}

/** Prints a picture as small as it has pixels for, or enlarges it. */
export function resolutionMends(finding: Finding, part: Part): Mend[] {
  const { figure: dpi, threshold: least } = finding;
  const k = dpi / least;
  const { scaleX, scaleY } = part.place;
  return [
    {
      id: 'shrink',
      ...titled('mend.shrink', { percent: Math.round(k * 100), dpi: least }),
      edits: [
        {
          op: 'place',
          part: part.id,
          place: { scaleX: scaleX * k * 0.9999, scaleY: scaleY * k * 0.9999 },
        },
      ],
    },
    ...enlargeMends(finding, part),
  ];
}

/** A new edge step changes nothing but what it is made for. */
const plainEdge = ({ steps }: PicturePart) => (steps.some((s) => s.kind === 'edge') ? {} : { smooth: 0 });

export const fringeMends = (part: Part): Mend[] =>
  part.kind === 'picture'
    ? [
        {
          id: 'lift-fringe',
          ...titled('mend.lift-fringe'),
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
      ...titled('mend.remove-specks', { n: count }),
      // A little more than was looked for: the file's own px are finer than the sample's.
      edits: setStep(part, 'specks', { least: Math.min(100_000, Math.ceil(area * 1.3)) }, 'last'),
    },
  ];
}
