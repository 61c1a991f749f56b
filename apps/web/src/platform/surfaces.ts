import type { MakeSurface, PaintContext } from '@brelm/core/drawing';

/** What a worker paints is read back, to be judged or encoded: it is painted where the processor has it at hand. */
const IS_READ = typeof document === 'undefined';

/** Canvases of the browser, in the page and in workers alike. */
export const makeSurface: MakeSurface = (width, height) => {
  const canvas = new OffscreenCanvas(width, height);
  return {
    width,
    height,
    canvas,
    context: canvas.getContext('2d', { willReadFrequently: IS_READ }) as unknown as PaintContext,
  };
};
