import { createCanvas } from '@napi-rs/canvas';
import type { MakeSurface, PaintContext } from '@brelm/core/drawing';

/** Canvases of the server: Skia, as in the browser. */
export const makeSurface: MakeSurface = (width, height) => {
  const canvas = createCanvas(width, height);
  return { width, height, canvas, context: canvas.getContext('2d') as unknown as PaintContext };
};
