import { createCanvas, type Canvas } from '@napi-rs/canvas';
import type { MakeSurface, PaintContext, Surface } from '@brelm/core/drawing';

/** Canvases of the server: Skia, as in the browser. */
export const makeSurface: MakeSurface = (width, height) => {
  const canvas = createCanvas(width, height);
  return { width, height, canvas, context: canvas.getContext('2d') as unknown as PaintContext };
};

/** Gives a canvas's memory back now; by itself it goes only when something else happens to need memory. */
export function releaseSurface({ canvas }: Pick<Surface, 'canvas'>): void {
  const own = canvas as Canvas;
  own.width = 1;
  own.height = 1;
}
