import { flag, number, share } from '../../fields';
import { blurImage } from '../../raster';
import { hash, noise, unit } from '../../wear';
import type { StepBase, StepKindOf } from '../kind';

/** A Gaussian blur. */
export interface BlurStep extends StepBase {
  kind: 'blur';
  /** Its standard deviation, px. */
  radius: number;
  /** The edge of what it covers stays as it is. */
  within: boolean;
}

export const BLUR: StepKindOf<BlurStep> = {
  kind: 'blur',
  label: 'Blur',
  does: 'Gaussian; its edge can stay sharp',
  group: 'tone',
  fields: { radius: number({ min: 0, max: 1000 }), within: flag(true) },
  start: () => ({ radius: 4, within: true }),
  partly: true,
  apply: (image, { radius, within }, { scale }) => blurImage(image, radius * scale, !within),
};

/** Unsharp masking: what a blur takes away is added once more. */
export interface SharpenStep extends StepBase {
  kind: 'sharpen';
  radius: number;
  amount: number;
}

export const SHARPEN: StepKindOf<SharpenStep> = {
  kind: 'sharpen',
  label: 'Sharpen',
  does: 'edges within the picture',
  group: 'tone',
  fields: { radius: number({ min: 0.2, max: 200 }), amount: number({ min: 0, max: 5 }) },
  start: () => ({ radius: 2, amount: 0.8 }),
  partly: true,
  apply(image, { radius, amount }, { scale }) {
    const soft = blurImage(image, radius * scale, false);
    const data = new Uint8ClampedArray(image.data);
    for (let p = 0; p < data.length; p += 4)
      for (let c = 0; c < 3; c++)
        data[p + c] = image.data[p + c] + amount * (image.data[p + c] - soft.data[p + c]);
    return { ...image, data };
  },
};

/** Noise over the picture's tones, of grains of a size; its own on each component unless it is grey. */
export interface GrainStep extends StepBase {
  kind: 'grain';
  amount: number;
  size: number;
  seed: number;
  coloured: boolean;
}

export const GRAIN: StepKindOf<GrainStep> = {
  kind: 'grain',
  label: 'Grain',
  does: 'as of film, by a seed',
  group: 'surface',
  fields: {
    amount: share(),
    size: number({ min: 0.5, max: 200 }),
    seed: number({ min: 0, max: 999_999, whole: true, fallback: 1 }),
    coloured: flag(),
  },
  start: () => ({ amount: 0.2, size: 1.5, seed: 1, coloured: false }),
  partly: true,
  finest: ({ size }) => 2 * size,
  apply(image, { amount, size, seed, coloured }, { scale }) {
    const { width, height } = image;
    const data = new Uint8ClampedArray(image.data);
    const cell = size * scale;
    const at = (x: number, y: number, s: number) =>
      cell >= 1.5
        ? noise((x + 0.5) / cell, (y + 0.5) / cell, s)
        : // Finer than the pixels: each has a value of its own, the less the more grains it stands for.
          (2 * unit(hash(x, y, s)) - 1) * Math.min(1, Math.max(0.3, cell));
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = 4 * (y * width + x);
        if (data[p + 3] === 0) continue;
        const one = at(x, y, seed) * amount * 128;
        for (let c = 0; c < 3; c++)
          data[p + c] = image.data[p + c] + (coloured ? at(x, y, seed + 31 * (c + 1)) * amount * 128 : one);
      }
    return { ...image, data };
  },
};
