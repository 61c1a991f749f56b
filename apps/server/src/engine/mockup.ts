import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import { paintSurface, type Materials, type PictureSource } from '@brelm/core/drawing';
import {
  composeMockup,
  planMockup,
  shows,
  type MockupWish,
  type PrintField,
  type Scene,
  type SceneMaps,
} from '@brelm/core/mockup';
import { printedAs, type Tolerance } from '@brelm/core/press';
import { cutDrawing } from './cut-out';
import { drawingOf, CheckError, type FileJob, type MadeFile } from './make-file';
import type { RasterSource } from './pictures';
import { makeSurface, releaseSurface } from './surfaces';

/** What every mockup says of itself, so that none is taken for a file to print. */
export const NOT_TO_PRINT = 'Mockup made with Brelm: a picture of the product, not a file to print.';

/** A field with its print so far off, mm; where it lies by corners it stays. */
const shifted = (field: PrintField, { dxMm, dyMm }: Tolerance): PrintField =>
  field.by === 'surface' ? { ...field, at: [field.at[0] + dxMm / 25.4, field.at[1] + dyMm / 25.4] } : field;

/**
 * Makes a picture of a design on its product, printed as it is, or as a press was off. Throws a RangeError where the scene
 * does not show that product.
 */
export async function makeMockup(
  job: Omit<FileJob, 'format'>,
  wish: MockupWish,
  garment: Garment | null,
  { scene, maps }: { scene: Scene; maps: SceneMaps },
  materials: Materials,
  pictures: PictureSource,
  rasters: RasterSource,
  misprint: Tolerance | null = null,
): Promise<MadeFile> {
  const { spec, side } = job;
  if (!shows(scene, spec, side)) throw new RangeError(`${scene.name} does not show ${spec.product}`);
  const { scale, optionsFor } = planMockup(scene, maps, side, wish, garment);
  const drawing = await cutDrawing(job, drawingOf(job, materials), rasters);
  const surface = paintSurface(drawing, scale, pictures, makeSurface);
  const { width, height } = surface;
  const { data } = surface.context.getImageData(0, 0, width, height);
  releaseSurface(surface);
  const options = optionsFor(
    misprint ? printedAs({ width, height, data }, misprint) : { width, height, data },
  );
  const prints = misprint
    ? options.prints.map((p) => ({ ...p, field: shifted(p.field, misprint) }))
    : options.prints;
  const made = composeMockup(scene, maps, { ...options, prints });
  const raw = sharp(Buffer.from(made.data.buffer, made.data.byteOffset, made.data.length), {
    raw: { width: made.width, height: made.height, channels: 4 },
  }).withExif({ IFD0: { ImageDescription: NOT_TO_PRINT, Software: 'Brelm' } });
  const encoded =
    wish.format === 'png'
      ? raw.png({ compressionLevel: 7 })
      : wish.format === 'webp'
        ? raw.webp({ quality: 90 })
        : raw.flatten({ background: '#ffffff' }).jpeg({ quality: 91, chromaSubsampling: '4:4:4' });
  const bytes = await encoded.toBuffer();
  const read = await sharp(bytes).metadata();
  if (read.width !== made.width || read.height !== made.height)
    throw new CheckError([
      `the picture is ${read.width} × ${read.height} px, not ${made.width} × ${made.height}`,
    ]);
  return {
    bytes,
    sha256: createHash('sha256').update(bytes).digest('hex'),
    report: {
      format: wish.format,
      width: made.width,
      height: made.height,
      dpi: 72,
      bytes: bytes.length,
      checked: 'read back: size; it says of itself that it is a mockup',
      loss: null,
    },
  };
}
