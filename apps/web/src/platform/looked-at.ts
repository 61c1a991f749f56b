/** Long side at which a reference picture is looked at, px. */
const LOOKED_AT = 320;

/** Pixels of a picture, RGBA, small enough to be looked at as a whole. Throws where it is none. */
export async function pixelsOf(file: Blob): Promise<Uint8ClampedArray> {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const scale = Math.min(1, LOOKED_AT / Math.max(image.width, image.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(image.width * scale)),
    Math.max(1, Math.round(image.height * scale)),
  );
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  return context.getImageData(0, 0, canvas.width, canvas.height).data;
}
