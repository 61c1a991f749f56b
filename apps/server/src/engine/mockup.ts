import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import { paintSurface, type Materials, type PictureSource } from '@brelm/core/drawing';
import {
  composeMockup,
  fieldsFor,
  printLook,
  pxPerInch,
  shows,
  sizeRatio,
  viewOf,
  windowOf,
  type MockupWish,
  type Scene,
  type SceneMaps,
} from '@brelm/core/mockup';
import { cutDrawing } from './cut-out';
import { drawingOf, CheckError, type FileJob, type MadeFile } from './make-file';
import type { RasterSource } from './pictures';
import { makeSurface, releaseSurface } from './surfaces';

/** What every mockup says of itself, so that none is taken for a file to print. */
export const NOT_TO_PRINT = 'Mockup made with Brelm: a picture of the product, not a file to print.';

/** px of the print for a px of the picture: a little more than one, so that nothing is seen twice as soft. */
const FINER = 1.25;

/** Makes a picture of a design on its product. Throws a RangeError where the scene does not show that product. */
export async function makeMockup(
  job: Omit<FileJob, 'format'>,
  wish: MockupWish,
  garment: Garment | null,
  { scene, maps }: { scene: Scene; maps: SceneMaps },
  materials: Materials,
  pictures: PictureSource,
  rasters: RasterSource,
): Promise<MadeFile> {
  const { spec, side } = job;
  const [field] = fieldsFor(scene, side);
  if (!field || !shows(scene, spec, side))
    throw new RangeError(`${scene.name} does not show ${spec.product}`);
  const size = sizeRatio(scene, wish.size);
  const area = { widthIn: side.widthIn, heightIn: side.heightIn, collarIn: side.collarIn ?? 0 };
  const window = windowOf(scene, maps, wish.crop, field, area, size);
  const view = viewOf(scene, { width: wish.width, window });
  const drawing = await cutDrawing(job, drawingOf(job, materials), rasters);
  const scale = Math.min(1, (FINER * pxPerInch(scene, view)) / size / side.dpi);
  const surface = paintSurface(drawing, scale, pictures, makeSurface);
  const { width, height } = surface;
  const { data } = surface.context.getImageData(0, 0, width, height);
  releaseSurface(surface);
  const made = composeMockup(scene, maps, {
    ...{ width: wish.width, window, garment: scene.dyed ? garment : null, ground: wish.ground, size },
    prints: [{ field, area, image: { width, height, data }, look: printLook(wish.look) }],
  });
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
