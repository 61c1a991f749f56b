import { partTitle, type PicturePart } from '../design';
import { groupBounds, handleOf } from '../drawing';
import { applyMatrix, transformBox, type Matrix } from '../geometry';
import { componentsOf, maskOfAlpha } from '../raster';
import { mmToPx } from '../units';
import { onceFor, RIM_SAMPLE, samplePicture } from './picture-sample';
import { regionOf } from './region';
import type { CheckInput, Finding } from './types';

/** A loose piece with less than the area of a square of this side is a speck, mm. */
const SPECK_MM = 0.7;
/** From this many on, specks are a watch. */
const MANY = 4;

/** The area under which a loose piece of a picture is a speck, source px. */
export function speckArea(part: PicturePart, dpi: number): number {
  const { scaleX, scaleY } = part.place;
  return mmToPx(SPECK_MM, dpi) ** 2 / Math.abs(scaleX * scaleY);
}

const piecesIn = onceFor((image) => componentsOf(maskOfAlpha(image, 16), 0));

/** Loose pieces of pictures, too small to be meant. Dots that a mend made of haze are meant. */
export function speckFindings(input: CheckInput): Finding[] {
  return input.drawing.groups.flatMap((group): Finding[] => {
    const part = input.design.parts.find((p) => p.id === group.part)!;
    if (part.kind !== 'picture' || part.alpha?.mode === 'halftone') return [];
    const sample = samplePicture(part, input, RIM_SAMPLE);
    if (!sample) return [];
    const { image, scale } = sample;
    const area = speckArea(part, input.drawing.dpi);
    const specks = piecesIn(sample).filter((c) => c.area < area * scale * scale);
    if (specks.length === 0) return [];
    const toBoard: Matrix = (() => {
      const m = handleOf(group).matrix;
      const [e, f] = applyMatrix(m, -image.width / scale / 2, -image.height / scale / 2);
      return [m[0] / scale, m[1] / scale, m[2] / scale, m[3] / scale, e, f];
    })();
    const count = specks.length;
    return [
      {
        check: 'specks',
        severity: count < MANY ? 'note' : 'watch',
        part: part.id,
        message: `“${partTitle(part)}” has ${count === 1 ? 'a speck' : `${count} specks`} under ${SPECK_MM} mm`,
        figure: count,
        threshold: 0,
        unit: 'pieces',
        region: regionOf(groupBounds(group)),
        places: specks.slice(0, 60).map((c) => regionOf(transformBox(c.box, toBoard))),
        mends: [
          {
            id: 'remove-specks',
            title: count === 1 ? 'Remove the speck' : `Remove all ${count} specks`,
            // A little more than was looked for: the file's own px are finer than the sample's.
            edits: [
              {
                op: 'updatePart',
                part: part.id,
                change: { specks: Math.min(100_000, Math.ceil(area * 1.3)) },
              },
            ],
          },
        ],
      },
    ];
  });
}
