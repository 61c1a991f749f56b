import { told } from '../../sentences';
import { groupBounds, imagesOf, type ImageItem, printed } from '../../drawing';
import { applyMatrix, axisScales, transformBox, type Matrix } from '../../geometry';
import { componentsOf, maskOfAlpha } from '../../raster';
import { isScreened } from '../../steps';
import { mmToPx } from '../../units';
import { onceFor, RIM_SAMPLE, samplePicture, regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** A loose piece with less than the area of a square of this side is a speck, mm. */
const SPECK_MM = 0.7;
/** From this many on, specks are a watch. */
const MANY = 4;

/** The area under which a loose piece of a picture is a speck, source px. */
export function speckArea(image: ImageItem, dpi: number): number {
  const [scaleX, scaleY] = axisScales(image.matrix);
  return mmToPx(SPECK_MM, dpi) ** 2 / (scaleX * scaleY);
}

const piecesIn = onceFor((image) => componentsOf(maskOfAlpha(image, 16), 0));

/** Loose pieces of pictures, too small to be meant. Dots that a mend made of haze are meant. */
export function speckFindings(input: Judged): Finding[] {
  return printed(input.drawing).flatMap((group): Finding[] => {
    // The original lies in front of its copies.
    const item = group.about.kind === 'picture' ? imagesOf(group).at(-1) : undefined;
    if (!item || isScreened(item.treatment)) return [];
    const sample = samplePicture(item, input, RIM_SAMPLE);
    if (!sample) return [];
    const { image, scale } = sample;
    const area = speckArea(item, input.drawing.dpi);
    const specks = piecesIn(sample).filter((c) => c.area < area * scale * scale);
    if (specks.length === 0) return [];
    const toBoard: Matrix = (() => {
      const m = item.matrix;
      const [e, f] = applyMatrix(m, -image.width / scale / 2, -image.height / scale / 2);
      return [m[0] / scale, m[1] / scale, m[2] / scale, m[3] / scale, e, f];
    })();
    const count = specks.length;
    return [
      {
        check: 'specks',
        severity: count < MANY ? 'note' : 'watch',
        part: group.part,
        ...told('specks', { title: group.about.title, n: count, mm: SPECK_MM }),
        figure: count,
        threshold: 0,
        unit: 'pieces',
        region: regionOf(groupBounds(group)),
        places: specks.slice(0, 60).map((c) => regionOf(transformBox(c.box, toBoard))),
        mends: [],
      },
    ];
  });
}
