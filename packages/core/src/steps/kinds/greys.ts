import { number, share } from '../../fields';
import type { RasterImage } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** What red, green and blue weigh in a grey: luma of encoded sRGB (ITU-R BT.709). */
export const LUMA = [0.2126, 0.7152, 0.0722] as const;

/** A grey, 0–255, of each pixel. */
export const greyOf = (data: RasterImage['data'], p: number): number =>
  LUMA[0] * data[p] + LUMA[1] * data[p + 1] + LUMA[2] * data[p + 2];

/** Greys by weights of the components. */
export interface GreyStep extends StepBase {
  kind: 'grey';
  red: number;
  green: number;
  blue: number;
}

const weight = (fallback: number) => number({ min: -2, max: 3, fallback });

export const GREY: StepKindOf<GreyStep> = {
  kind: 'grey',
  label: 'Greys',
  does: 'by what red, green and blue weigh',
  group: 'tone',
  fields: { red: weight(LUMA[0]), green: weight(LUMA[1]), blue: weight(LUMA[2]) },
  start: () => ({ red: LUMA[0], green: LUMA[1], blue: LUMA[2] }),
  partly: true,
  apply(image, { red, green, blue }) {
    const data = new Uint8ClampedArray(image.data);
    const sum = red + green + blue || 1;
    for (let p = 0; p < data.length; p += 4)
      data[p] = data[p + 1] = data[p + 2] = (red * data[p] + green * data[p + 1] + blue * data[p + 2]) / sum;
    return { ...image, data };
  },
};

/** Black from a tone downwards, and white above. */
export interface ThresholdStep extends StepBase {
  kind: 'threshold';
  at: number;
}

export const THRESHOLD: StepKindOf<ThresholdStep> = {
  kind: 'threshold',
  label: 'Black or white',
  does: 'at a threshold',
  group: 'tone',
  fields: { at: share() },
  start: () => ({ at: 0.5 }),
  partly: true,
  apply(image, { at }) {
    const data = new Uint8ClampedArray(image.data);
    for (let p = 0; p < data.length; p += 4)
      data[p] = data[p + 1] = data[p + 2] = greyOf(image.data, p) < at * 255 ? 0 : 255;
    return { ...image, data };
  },
};
