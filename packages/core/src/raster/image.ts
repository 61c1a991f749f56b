/** An RGBA image with straight (not premultiplied) alpha: 4 bytes a pixel, row by row. */
export interface RasterImage {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}

/** A new transparent image. */
export const createImage = (width: number, height: number): RasterImage => ({
  width,
  height,
  data: new Uint8ClampedArray(width * height * 4),
});
