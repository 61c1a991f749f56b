import { createImage, liftFringe, removeSpecks, settleAlpha, type RasterImage } from './index';

const put = (image: RasterImage, x: number, y: number, rgba: number[]) =>
  image.data.set(rgba, (y * image.width + x) * 4);
const at = (image: RasterImage, x: number, y: number) => [
  ...image.data.slice((y * image.width + x) * 4, (y * image.width + x) * 4 + 4),
];

/** A square of `ink`, its outermost ring in `rim`, on nothing. */
function square(ink: number[], rim: number[]): RasterImage {
  const image = createImage(40, 40);
  for (let y = 8; y < 32; y++)
    for (let x = 8; x < 32; x++) put(image, x, y, x === 8 || y === 8 || x === 31 || y === 31 ? rim : ink);
  return image;
}

describe('lifting the fringe', () => {
  it('gives the rim the ink’s colour and leaves its alpha', () => {
    const lifted = liftFringe(square([20, 80, 60, 255], [240, 244, 242, 130]));
    expect(at(lifted, 8, 20)).toEqual([20, 80, 60, 130]);
    expect(at(lifted, 20, 20)).toEqual([20, 80, 60, 255]);
    expect(at(lifted, 2, 2)).toEqual([0, 0, 0, 0]);
  });

  it('leaves a line alone that has nothing farther in', () => {
    const image = createImage(20, 20);
    for (let y = 0; y < 20; y++) put(image, 10, y, [200, 10, 10, 255]);
    expect(liftFringe(image).data).toEqual(image.data);
  });
});

describe('partial alpha', () => {
  const flat = (alpha: number) => {
    const image = createImage(240, 240);
    for (let i = 0; i < image.data.length; i += 4) image.data.set([90, 30, 20, alpha], i);
    return image;
  };
  const share = (image: RasterImage) => {
    const alphas = [...image.data].filter((_, i) => i % 4 === 3);
    const n = alphas.filter((a) => a === 255).length;
    expect(alphas.filter((a) => a === 0).length + n).toBe(alphas.length);
    return n / (image.width * image.height);
  };

  it('becomes all or nothing at a threshold', () => {
    expect(share(settleAlpha(flat(127), { mode: 'solid', at: 128 }))).toBe(0);
    expect(share(settleAlpha(flat(128), { mode: 'solid', at: 128 }))).toBe(1);
  });

  it.each([0, 26, 64, 128, 191, 230, 255])('of %d becomes dots that cover the same share', (alpha) => {
    expect(share(settleAlpha(flat(alpha), { mode: 'halftone', pitch: 12 }))).toBeCloseTo(alpha / 255, 1);
  });
});

describe('specks', () => {
  it('under the area go, and the figure stays', () => {
    const image = square([0, 0, 0, 255], [0, 0, 0, 255]);
    put(image, 2, 2, [9, 9, 9, 255]);
    put(image, 3, 3, [9, 9, 9, 90]);
    const clean = removeSpecks(image, 3);
    expect(at(clean, 2, 2)[3]).toBe(0);
    expect(at(clean, 3, 3)[3]).toBe(0);
    expect(at(clean, 20, 20)[3]).toBe(255);
    expect(removeSpecks(image, 2).data).toEqual(image.data);
  });
});
