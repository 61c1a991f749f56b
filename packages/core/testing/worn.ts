import type { PictureSource } from '../src/drawing';
import { isWear, wearOf, wearRaster, wearWidth } from '../src/wear';
import { surfaces } from './base';

/** Pictures of wear as every platform makes them. */
export const WORN: PictureSource = (material, _treatment, width) => {
  if (!isWear(material)) return null;
  const picture = wearOf(material);
  const { data, ...size } = wearRaster(picture, wearWidth(picture, width));
  const surface = surfaces(size.width, size.height);
  const canvas = surface.canvas as {
    getContext(of: '2d'): { putImageData(i: unknown, x: number, y: number): void };
  };
  const image = surface.context.getImageData(0, 0, size.width, size.height);
  image.data.set(data);
  canvas.getContext('2d').putImageData(image, 0, 0);
  return surface.canvas;
};
