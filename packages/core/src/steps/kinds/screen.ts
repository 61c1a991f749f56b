import { hypot3, hypot } from '../../geometry';
import { colour, flag, number, share } from '../../fields';
import { hexToRgb } from '../../colour';
import { fromOklab, toOklab } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** A coloured ground is taken away wherever it is, and its light out of what stands before it. */
export interface ScreenStep extends StepBase {
  kind: 'screen';
  colour: string;
  /** OKLab distance × 100 up to which it is ground, and beyond that over which it fades in. */
  within: number;
  fall: number;
  /** 0–1: how much of the ground's hue is taken out of what is left. */
  spill: number;
  /** Shade on the ground is ground: lightness hardly counts. */
  shaded: boolean;
}

/** Share of a distance in lightness that counts where shade is let go. */
const SHADED = 0.25;

export const SCREEN: StepKindOf<ScreenStep> = {
  kind: 'screen',
  label: 'Take a colour away',
  does: 'a coloured ground everywhere, with its spill',
  group: 'cut',
  fields: {
    colour: colour(),
    within: number({ min: 0, max: 100, fallback: 8 }),
    fall: number({ min: 0, max: 100, fallback: 8 }),
    spill: share(1),
    shaded: flag(true),
  },
  start: () => ({ colour: '#00b140', within: 8, fall: 8, spill: 1, shaded: true }),
  partly: false,
  apply(image, { colour: of, within, fall, spill, shaded }) {
    const data = new Uint8ClampedArray(image.data);
    const ground = new Float64Array(3);
    toOklab(...hexToRgb(of), ground);
    const pure = hypot(ground[1], ground[2]) || 1;
    const [ha, hb] = [ground[1] / pure, ground[2] / pure];
    const lab = new Float64Array(3);
    const weight = shaded ? SHADED : 1;
    for (let p = 0; p < data.length; p += 4) {
      if (data[p + 3] === 0) continue;
      toOklab(data[p], data[p + 1], data[p + 2], lab);
      const d = 100 * hypot3(weight * (lab[0] - ground[0]), lab[1] - ground[1], lab[2] - ground[2]);
      const cover = d <= within ? 0 : d >= within + fall ? 1 : (d - within) / fall;
      // What is left of the ground's hue: how far the colour reaches along it.
      const along = Math.max(0, lab[1] * ha + lab[2] * hb) * spill;
      if (along > 0 && cover > 0) fromOklab(lab[0], lab[1] - along * ha, lab[2] - along * hb, data, p);
      data[p + 3] *= cover;
    }
    return { ...image, data };
  },
};
