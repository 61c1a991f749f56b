import type { Design, Material } from '@brelm/core/design';
import { picture, place, type PicturePart } from '@brelm/core/parts';
import type { PictureSource, Surface } from '@brelm/core/drawing';
import type { ProofInput } from '@brelm/core/proof';
import type { RasterImage } from '@brelm/core/raster';
import { treatPicture } from '@brelm/core/steps';
import { designOf, garment, inputOf, surfaces } from './base';

/** Side of the pictures made here, px. */
export const PICTURE_SIZE = 300;

/** Red, green, blue and alpha, 0–255, at a place. */
export type Pixel = (x: number, y: number) => [number, number, number, number];

export function rasterOf(pixel: Pixel): RasterImage {
  const data = new Uint8ClampedArray(PICTURE_SIZE * PICTURE_SIZE * 4);
  for (let y = 0; y < PICTURE_SIZE; y++)
    for (let x = 0; x < PICTURE_SIZE; x++) data.set(pixel(x, y), (y * PICTURE_SIZE + x) * 4);
  return { width: PICTURE_SIZE, height: PICTURE_SIZE, data };
}

/** An image as something that can be painted. */
export function surfaceOf(image: RasterImage): Surface {
  const surface = surfaces(image.width, image.height);
  const target = surface.context.getImageData(0, 0, image.width, image.height);
  target.data.set(image.data);
  const context = surface.context as unknown as { putImageData(d: unknown, x: number, y: number): void };
  context.putImageData(target, 0, 0);
  return surface;
}

/** A design of one picture in the middle of the board, on black, and its pixels, treated as its part asks. */
export function withPicture(pixel: Pixel, change: Partial<PicturePart> = {}, scale = 1): ProofInput {
  const material: Material = {
    id: 'm',
    name: 'lantern',
    file: 'lantern.png',
    width: PICTURE_SIZE,
    height: PICTURE_SIZE,
    licence: { id: 'own' },
  };
  const part = { ...picture('p', place(450, 450, scale), material), ...change };
  const design: Design = { ...designOf({ a: '#ffffff' }, part), materials: [material] };
  const image = rasterOf(pixel);
  const pictures: PictureSource = (_, treatment) =>
    surfaceOf(treatment ? treatPicture(image, treatment) : image).canvas;
  return inputOf(design, [garment('black', '#000000')], { pictures });
}

const from = (x: number, y: number) => Math.hypot(x - PICTURE_SIZE / 2 + 0.5, y - PICTURE_SIZE / 2 + 0.5);

/** A solid disc. */
export const solidDisc: Pixel = (x, y) => (from(x, y) < 100 ? [200, 60, 40, 255] : [0, 0, 0, 0]);
/** A disc whose outer half is half transparent: 75 % of its area. */
export const hazyDisc: Pixel = (x, y) =>
  from(x, y) < 50 ? [200, 60, 40, 255] : from(x, y) < 100 ? [200, 60, 40, 128] : [0, 0, 0, 0];
/** A disc with two px of nearly white around it. */
export const fringedDisc: Pixel = (x, y) =>
  from(x, y) < 98 ? [30, 70, 50, 255] : from(x, y) < 100 ? [232, 238, 235, 255] : [0, 0, 0, 0];
/** A disc with nine loose pixels around it. */
export const speckedDisc: Pixel = (x, y) =>
  [20, 140, 250].includes(x) && [20, 30, 270].includes(y) ? [200, 60, 40, 255] : solidDisc(x, y);
