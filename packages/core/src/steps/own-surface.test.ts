import { createImage, type RasterImage } from '../raster';
import type { WearGrey } from '../wear';
import {
  applyStep,
  newStep,
  stepsKey,
  treatmentFor,
  treatmentKey,
  treatPicture,
  type SurfaceStep,
} from './index';

const INKS = { ink: '#203040', light: '#f0e8d0' };
const SIDE = 64;

const greys = (width: number, height: number, of: (x: number, y: number) => number): WearGrey => ({
  width,
  height,
  data: Buffer.from(
    Array.from({ length: width * height }, (_, i) => of(i % width, Math.floor(i / width))),
  ).toString('base64'),
});
/** Black at the left, white at the right. */
const halves = greys(8, 8, (x) => (x < 4 ? 0 : 255));
const surface = (more: Partial<SurfaceStep>) =>
  newStep('surface', INKS, { surface: 'own', blend: 'normal', size: 16, ...more });
const flat = (value: number, alpha: (x: number, y: number) => number = () => 255): RasterImage => {
  const image = createImage(SIDE, SIDE);
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) image.data.set([value, value, value, alpha(x, y)], 4 * (y * SIDE + x));
  return image;
};
const made = (image: RasterImage, step: SurfaceStep, scale = 1) =>
  applyStep(image, step, { untouched: image, scale, light: 0 });
const at = ({ data, width }: RasterImage, x: number, y: number) => data[4 * (y * width + x)];

describe('a surface that is a picture of one’s own', () => {
  it('is as wide as its size, in px of the picture, and goes on as in a mirror', () => {
    const image = made(flat(128), surface({ own: halves }));
    // 16 px: dark, then light; the next 16 the other way round.
    expect([2, 13, 18, 29, 34].map((x) => at(image, x, 30))).toEqual([0, 255, 255, 0, 0]);
    const wide = made(flat(128), surface({ own: halves, size: 32 }));
    expect([2, 12, 20, 30].map((x) => at(wide, x, 30))).toEqual([0, 0, 255, 255]);
    // Of a smaller copy its size is that much less.
    expect(made(flat(128), surface({ own: halves, size: 32 }), 0.5).data).toEqual(image.data);
  });

  it('is turned, and blended as the others are', () => {
    const down = made(flat(128), surface({ own: halves, turn: 90 }));
    expect([at(down, 5, 2) < 20, at(down, 5, 13) > 235]).toEqual([true, true]);
    expect(at(down, 40, 2)).toBe(at(down, 5, 2));
    const dark = made(flat(128), surface({ own: halves, blend: 'multiply' }));
    expect([at(dark, 2, 30), at(dark, 13, 30)]).toEqual([0, 128]);
  });

  it('never goes beyond what the picture covers, and does nothing until there is one', () => {
    const half = flat(128, (x) => (x < 32 ? 255 : 0));
    const image = made(half, surface({ own: halves }));
    expect([...image.data].filter((_, i) => i % 4 === 3)).toEqual(
      [...half.data].filter((_, i) => i % 4 === 3),
    );
    expect(made(half, surface({}))).toBe(half);
  });

  it('is told from another by its greys, in a key that is short', () => {
    const key = (own?: WearGrey) =>
      treatmentKey(treatmentFor([surface({ ...(own ? { own } : {}) })], (ink) => ink, 0));
    const large = greys(400, 400, (x, y) => (x * 7 + y * 3) % 256);
    const other = greys(400, 400, (x, y) => (x * 7 + y * 3 + (x === 399 && y === 399 ? 1 : 0)) % 256);
    const same = { ...large };
    expect(key(large)).toBe(key(same));
    expect(new Set([key(), key(halves), key(large), key(other)]).size).toBe(4);
    expect(key(large).length).toBeLessThan(300);
    expect(stepsKey([surface({ own: large })], 0)).not.toBe(stepsKey([surface({ own: large })], 1));
  });

  it('comes through a treatment whole', () => {
    const treatment = treatmentFor([surface({ own: halves })], (ink) => ink, 0)!;
    expect(treatPicture(flat(128), treatment).data).toEqual(made(flat(128), surface({ own: halves })).data);
  });
});
