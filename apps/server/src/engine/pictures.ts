import { createCanvas, ImageData, type Canvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import type { Design, Ground, Material } from '@brelm/core/design';
import type { PictureSource } from '@brelm/core/drawing';
import { removeGround, type RasterImage } from '@brelm/core/raster';

/** Largest picture that is decoded, pixels. */
export const MAX_PIXELS = 100_000_000;

/** A picture that cannot be used; the message names it and says why. */
export class PictureError extends Error {
  constructor(
    message: string,
    readonly field?: string,
  ) {
    super(message);
    this.name = 'PictureError';
  }
}

/** The reason in a decoder's message, in plain words. */
export function decodeReason(error: unknown): string {
  const text = error instanceof Error ? error.message : String(error);
  if (/pixel limit/i.test(text))
    return `it has more than ${MAX_PIXELS / 1e6} megapixels, which is more than can be read safely`;
  if (/unsupported image format/i.test(text)) return 'it is no PNG, JPEG or WebP picture';
  if (/premature|truncat|end of|incomplete|corrupt|bad |invalid|error/i.test(text))
    return 'the file is damaged or cut off';
  return text;
}

/** Decodes PNG, JPEG or WebP to 8-bit sRGB with straight alpha, turned as EXIF says. */
export async function decodePicture(bytes: Buffer, longSide?: number): Promise<RasterImage> {
  let pipeline = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'warning' }).autoOrient();
  if (longSide) pipeline = pipeline.resize(longSide, longSide, { fit: 'inside', withoutEnlargement: true });
  const { data, info } = await pipeline
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data };
}

function toCanvas(image: RasterImage): Canvas {
  const canvas = createCanvas(image.width, image.height);
  const data = new Uint8ClampedArray(image.data.buffer, image.data.byteOffset, image.data.length);
  canvas.getContext('2d').putImageData(new ImageData(data, image.width, image.height), 0, 0);
  return canvas;
}

/**
 * Decodes every picture that a design's parts show. `read` finds a material's bytes.
 * Throws a PictureError that names the material's field.
 */
export async function loadPictures(
  design: Design,
  read: (material: Material) => Promise<Buffer>,
): Promise<PictureSource> {
  const canvases = new Map<string, Canvas>();
  const key = (material: string, ground: Ground | null) => `${material} ${ground?.tolerance ?? 'whole'}`;
  for (const part of design.parts) {
    if (part.kind !== 'picture' || part.hidden) continue;
    if (canvases.has(key(part.material, part.ground))) continue;
    const index = design.materials.findIndex((m) => m.id === part.material);
    const material = design.materials[index];
    const field = `materials[${index}].file`;
    const bytes = await read(material).catch((error: NodeJS.ErrnoException) => {
      throw new PictureError(
        error.code === 'ENOENT'
          ? `${material.name}: there is no picture file${material.file ? ` at ${material.file}` : ''}`
          : `${material.name} cannot be read: ${error.message}`,
        field,
      );
    });
    const image = await decodePicture(bytes).catch((error: unknown) => {
      throw new PictureError(`${material.name}: ${decodeReason(error)}`, field);
    });
    if (image.width !== material.width || image.height !== material.height)
      throw new PictureError(
        `${material.name} is ${image.width} × ${image.height} px, not ${material.width} × ${material.height} as the design says`,
        `materials[${index}].width`,
      );
    canvases.set(
      key(part.material, part.ground),
      toCanvas(part.ground ? removeGround(image, part.ground.tolerance) : image),
    );
  }
  return (material, ground) => canvases.get(key(material, ground)) ?? null;
}
