import type { MakeSurface, PaintContext } from '@brelm/core/drawing';

/** Canvases of the browser, in the page and in workers alike. */
export const makeSurface: MakeSurface = (width, height) => {
  const canvas = new OffscreenCanvas(width, height);
  return { width, height, canvas, context: canvas.getContext('2d') as unknown as PaintContext };
};
