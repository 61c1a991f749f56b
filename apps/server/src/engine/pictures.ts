import { createCanvas, ImageData, loadImage, type Canvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { treatmentOf, type Design, type Material } from '@brelm/core/design';
import { pyramid, type Level, type PictureSource } from '@brelm/core/drawing';
import { readChunks } from '@brelm/core/export';
import { treatmentKey, treatPicture, type RasterImage, type Treatment } from '@brelm/core/raster';
import { makeSurface } from './surfaces';

/** Largest picture that is decoded, pixels. */
export const MAX_PIXELS = 100_000_000;
/** Longest side of a picture that is decoded, px: a decoder holds some rows for each, however few pixels. */
export const MOST_SIDE = 30_000;

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
  if (/unsupported image format/i.test(text)) return 'it is no PNG, JPEG, WebP, AVIF, TIFF or GIF picture';
  if (/premature|truncat|end of|incomplete|corrupt|bad |invalid|error/i.test(text))
    return 'the file is damaged or cut off';
  return text;
}

/** Decodes a picture (of several frames or pages: the first) to 8-bit sRGB with straight alpha, turned as EXIF says. */
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

export function toCanvas(image: RasterImage): Canvas {
  const canvas = createCanvas(image.width, image.height);
  const data = new Uint8ClampedArray(image.data.buffer, image.data.byteOffset, image.data.length);
  canvas.getContext('2d').putImageData(new ImageData(data, image.width, image.height), 0, 0);
  return canvas;
}

interface Decoded {
  level: Level;
  pixels: () => Promise<RasterImage>;
}

/**
 * True for a PNG that the canvas's own decoder reads to the very same pixels: whole, 8 bits, sRGB,
 * with no profile to convert and no turn to make. It then saves two copies of the picture.
 */
async function isPlainPng(bytes: Buffer): Promise<boolean> {
  const { format, depth, space, hasProfile, orientation, width, height, isPalette } =
    await sharp(bytes).metadata();
  return (
    format === 'png' &&
    depth === 'uchar' &&
    space === 'srgb' &&
    !hasProfile &&
    !isPalette &&
    (orientation ?? 1) === 1 &&
    width * height <= MAX_PIXELS &&
    readChunks(bytes).length > 0
  );
}

async function decodeBytes(bytes: Buffer): Promise<Decoded> {
  const pixels = () => decodePicture(bytes);
  if (await isPlainPng(bytes).catch(() => false)) {
    const image = await loadImage(bytes);
    return { level: { image, width: image.width, height: image.height }, pixels };
  }
  const raster = await pixels();
  const { width, height } = raster;
  return { level: { image: toCanvas(raster), width, height }, pixels: async () => raster };
}

/** A material's bytes as `decode` reads them, held against what the design says of it. Throws a PictureError. */
async function readMaterial<T>(
  design: Design,
  id: string,
  read: (material: Material) => Promise<Buffer>,
  decode: (bytes: Buffer) => Promise<T>,
  sizeOf: (decoded: T) => { width: number; height: number },
): Promise<T> {
  const index = design.materials.findIndex((m) => m.id === id);
  const material = design.materials[index];
  const field = `materials[${index}].file`;
  const bytes = await read(material).catch((error: NodeJS.ErrnoException) => {
    throw new PictureError(
      error.code === 'ENOENT'
        ? `${material.name}: there is no picture file${material.file ? ` at ${material.file}` : ' any more'}`
        : `${material.name} cannot be read: ${error.message}`,
      field,
    );
  });
  const decoded = await decode(bytes).catch((error: unknown) => {
    throw new PictureError(`${material.name}: ${decodeReason(error)}`, field);
  });
  const { width, height } = sizeOf(decoded);
  if (width !== material.width || height !== material.height)
    throw new PictureError(
      `${material.name} is ${width} × ${height} px, not ${material.width} × ${material.height} as the design says`,
      `materials[${index}].width`,
    );
  return decoded;
}

/** The pixels of a material, treated as asked, at full resolution. */
export type RasterSource = (material: string, treatment: Treatment | null) => Promise<RasterImage>;

/**
 * Pictures of a design one at a time, for files: only the last is kept, since a design may hold ten of
 * twenty megapixels. Rejects with a PictureError that names the material's field.
 */
export function rasterSource(design: Design, read: (material: Material) => Promise<Buffer>): RasterSource {
  let last: { key: string; image: RasterImage } | null = null;
  return async (id, treatment) => {
    const key = `${id} ${treatmentKey(treatment)}`;
    if (last?.key === key) return last.image;
    last = null;
    const plain = await readMaterial(
      design,
      id,
      read,
      (b) => decodePicture(b),
      (image) => image,
    );
    last = { key, image: treatment ? treatPicture(plain, treatment) : plain };
    return last.image;
  };
}

/**
 * Decodes every picture that a design's parts show. `read` finds a material's bytes.
 * Throws a PictureError that names the material's field.
 */
export async function loadPictures(
  design: Design,
  read: (material: Material) => Promise<Buffer>,
): Promise<PictureSource> {
  const decoded = new Map<string, Promise<Decoded>>();
  const sources = new Map<string, (width: number) => unknown>();
  const key = (material: string, treatment: Treatment | null) => `${material} ${treatmentKey(treatment)}`;
  for (const part of design.parts) {
    if (part.kind !== 'picture') continue;
    const treatment = treatmentOf(part);
    if (sources.has(key(part.material, treatment))) continue;
    const id = part.material;
    if (!decoded.has(id))
      decoded.set(
        id,
        readMaterial(design, id, read, decodeBytes, (d) => d.level),
      );
    const { level, pixels } = await decoded.get(id)!;
    const base = treatment ? { ...level, image: toCanvas(treatPicture(await pixels(), treatment)) } : level;
    sources.set(key(part.material, treatment), pyramid(base, makeSurface));
  }
  return (material, treatment, width) => sources.get(key(material, treatment))?.(width) ?? null;
}
