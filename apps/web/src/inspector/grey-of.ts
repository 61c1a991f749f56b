import { MOST_GREY, type WearGrey } from '@brelm/core/wear';

/** A picture in greys, as large as one is kept with a design. Throws where the browser cannot read it. */
export async function greyOf(file: Blob): Promise<WearGrey> {
  const image = await createImageBitmap(file);
  const k = Math.min(1, MOST_GREY / Math.max(image.width, image.height));
  const [width, height] = [image.width, image.height].map((v) => Math.max(1, Math.round(v * k)));
  const context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.imageSmoothingQuality = 'high';
  // What is see-through is as light as paper.
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  context.drawImage(image, 0, 0, width, height);
  image.close();
  const { data } = context.getImageData(0, 0, width, height);
  let text = '';
  for (let i = 0; i < data.length; i += 4)
    text += String.fromCharCode(Math.round(0.2126 * data[i] + 0.7152 * data[i + 1] + 0.0722 * data[i + 2]));
  return { width, height, data: btoa(text) };
}
