import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import { paintSurface, type Drawing, type Materials, type PictureSource } from '@brelm/core/drawing';
import {
  arrangeMockup,
  composeMockup,
  gridOf,
  planMockup,
  shows,
  type MockupWish,
  type PrintField,
  type Scene,
  type SceneMaps,
  type SetWords,
  wordsDesign,
  wordsDrawing,
} from '@brelm/core/mockup';
import { printedAs, type Tolerance } from '@brelm/core/press';
import { cutDrawing } from './cut-out';
import { drawingOf, CheckError, type FileJob, type MadeFile } from './make-file';
import type { RasterSource } from '../pictures/pictures';
import type { RasterImage } from '@brelm/core/raster';
import { makeSurface, releaseSurface } from '../ground/surfaces';
import { loadMaterials } from '../ground/typefaces';

/** What every mockup says of itself, so that none is taken for a file to print. */
export const NOT_TO_PRINT = 'Mockup made with Brelm: a picture of the product, not a file to print.';

/** A field with its print so far off, mm; where it lies by corners it stays. */
const shifted = (field: PrintField, { dxMm, dyMm }: Tolerance): PrintField =>
  field.by === 'surface' ? { ...field, at: [field.at[0] + dxMm / 25.4, field.at[1] + dyMm / 25.4] } : field;

/** A picture to compose: whose files, in which colour, and what stands below it. */
export interface MockupPart {
  job: Omit<FileJob, 'format'>;
  garment: Garment | null;
  label: string;
}

/** The parts of a wished picture: itself, or those that stand beside one another. */
export function partsOf(
  job: Omit<FileJob, 'format'>,
  wish: MockupWish,
  garments: readonly Garment[],
): MockupPart[] {
  const of = (id: string | null) => garments.find((g) => g.id === id) ?? null;
  return wish.tiles?.length
    ? wish.tiles.map(({ colourway, apart, garment, label }) => ({
        job: { ...job, colourway, apart },
        garment: of(garment),
        label,
      }))
    : [{ job, garment: of(wish.garment), label: '' }];
}

/** Words painted by the server's own typefaces. */
const setWords: SetWords = async (box) => {
  const drawing = wordsDrawing(box, await loadMaterials(wordsDesign(box)));
  return drawing && pixelsOf(drawing, 1, () => null);
};

function pixelsOf(drawing: Drawing, scale: number, pictures: PictureSource): RasterImage {
  const surface = paintSurface(drawing, scale, pictures, makeSurface);
  const { width, height } = surface;
  const { data } = surface.context.getImageData(0, 0, width, height);
  releaseSurface(surface);
  return { width, height, data };
}

/** Qualities that are tried, the best first, until a file is as small as it has to be. */
const QUALITIES = [91, 84, 76, 66, 54, 40];

/** Encodes a picture. Throws a CheckError where it cannot be as small as asked. */
async function encoded(image: RasterImage, { format, maxBytes }: MockupWish): Promise<Buffer> {
  const raw = sharp(Buffer.from(image.data.buffer, image.data.byteOffset, image.data.length), {
    raw: { width: image.width, height: image.height, channels: 4 },
  }).withExif({ IFD0: { ImageDescription: NOT_TO_PRINT, Software: 'Brelm' } });
  const ways =
    format === 'png'
      ? [() => raw.clone().png({ compressionLevel: 7 }), () => raw.clone().png({ palette: true, effort: 7 })]
      : QUALITIES.map((quality) =>
          format === 'webp'
            ? () => raw.clone().webp({ quality })
            : () =>
                raw.clone().flatten({ background: '#ffffff' }).jpeg({ quality, chromaSubsampling: '4:4:4' }),
        );
  let least = Infinity;
  for (const way of ways) {
    const bytes = await way().toBuffer();
    if (bytes.length <= (maxBytes ?? Infinity)) return bytes;
    least = Math.min(least, bytes.length);
  }
  throw new CheckError([
    `the picture has ${(least / 1e6).toFixed(1)} MB at its smallest, and at most ${(maxBytes! / 1e6).toFixed(1)} MB are wanted: choose fewer px${format === 'png' ? ', or JPEG' : ''}`,
  ]);
}

/**
 * Makes a picture of a design on its product, printed as it is, or as a press was off. Throws a RangeError where the scene
 * does not show that product.
 */
export async function makeMockup(
  parts: readonly MockupPart[],
  wish: MockupWish,
  { scene, maps }: { scene: Scene; maps: SceneMaps },
  materials: Materials,
  pictures: PictureSource,
  rasters: RasterSource,
  misprint: Tolerance | null = null,
): Promise<MadeFile> {
  const { spec, side } = parts[0].job;
  if (!shows(scene, spec, side)) throw new RangeError(`${scene.name} does not show ${spec.product}`);
  const whole = planMockup(scene, maps, side, wish);
  const labelled = parts.some((p) => p.label !== '');
  const grid = gridOf(parts.length, wish.width, whole.ratio, labelled);
  const { width } = grid.tile;
  const { scale, optionsFor } =
    width === wish.width ? whole : planMockup(scene, maps, side, { ...wish, width });
  // Colours of one colourway have the same print.
  const prints = new Map<string, RasterImage>();
  const composed: { image: RasterImage; label: string }[] = [];
  for (const { job, garment, label } of parts) {
    const key = JSON.stringify([job.colourway, job.apart]);
    let print = prints.get(key);
    if (!print) {
      const drawing = await cutDrawing(job, drawingOf(job, materials), rasters);
      print = pixelsOf(drawing, scale, pictures);
      if (misprint) print = printedAs(print, misprint);
      prints.set(key, print);
    }
    const options = optionsFor(print, garment);
    const image = composeMockup(scene, maps, {
      ...options,
      prints: misprint
        ? options.prints.map((p) => ({ ...p, field: shifted(p.field, misprint) }))
        : options.prints,
    });
    composed.push({ image, label });
  }
  const made = await arrangeMockup(composed, grid, wish, setWords);
  const bytes = await encoded(made, wish);
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
