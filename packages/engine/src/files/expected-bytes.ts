import sharp from 'sharp';
import { paintSurface, type Materials, type PictureSource } from '@brelm/core/drawing';
import { encodePng } from './encode-png';
import { FLAT_BYTES, flatPng } from './flat-file';
import { svgOf } from './export-svg';
import { cutDrawing } from './cut-out';
import { drawingOf, type FileJob } from './make-file';
import type { RasterSource } from '../pictures/pictures';
import { makeSurface } from '../ground/surfaces';

/** Longer sides at which a file is tried, px. */
const TRIED = [300, 600];

/** Bytes of a PNG as a file is made: flat artwork by its own encoder, the rest by the general one. */
async function pngBytes(pixels: Buffer, width: number, height: number, dpi: number): Promise<number> {
  const expected = { width, height, dpi, maxBytes: Infinity, alpha: true };
  const flat = await flatPng(pixels, expected, width * height * FLAT_BYTES);
  return (flat?.bytes ?? (await encodePng(pixels, width, height, dpi))).length;
}

/**
 * About how many bytes a file will have: it is made at two small sizes, and grows from there as it grew
 * between them (flat artwork with its outline, photographs with their area). Vector files are written.
 */
export async function expectedBytes(
  job: FileJob,
  materials: Materials,
  pictures: PictureSource,
  rasters: RasterSource,
): Promise<number> {
  const drawing = await cutDrawing(job, drawingOf(job, materials), rasters);
  if (job.format === 'svg') return Buffer.byteLength(await svgOf(drawing, rasters));
  const long = Math.max(drawing.width, drawing.height);
  const sizes: number[] = [];
  for (const side of TRIED) {
    const surface = paintSurface(drawing, Math.min(1, side / long), pictures, makeSurface);
    const { width, height } = surface;
    const { data } = surface.context.getImageData(0, 0, width, height);
    const pixels = Buffer.from(data.buffer, data.byteOffset, data.length);
    const image = sharp(pixels, { raw: { width, height, channels: 4 } });
    sizes.push(
      job.format === 'jpeg'
        ? (await image.removeAlpha().jpeg({ quality: 95, chromaSubsampling: '4:4:4' }).toBuffer()).length
        : job.format === 'webp'
          ? (await image.webp({ lossless: true }).toBuffer()).length
          : await pngBytes(pixels, width, height, drawing.dpi),
    );
  }
  const growth = Math.max(0.5, Math.min(2, Math.log2(sizes[1] / sizes[0])));
  return Math.min(job.spec.maxBytes, Math.round(sizes[1] * (long / TRIED[1]) ** growth));
}
