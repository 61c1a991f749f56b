import { createHash } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import sharp from 'sharp';
import type { Design } from '@brelm/core/design';
import { paintSurface, resolve, type PictureSource, type Materials } from '@brelm/core/drawing';
import { markPrint, readBack, type FileReport } from '@brelm/core/export';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { makeSurface } from './surfaces';

/**
 * How PNG is encoded. Level 8 makes the demo files about 13 % smaller than 6 for a fifth of a second
 * more, which an upload over a home line gives back; 9 takes three times as long for nothing much.
 * Row filters help photographs and cost flat artwork, which is what is sold, much of its time.
 */
export const PNG_SETTINGS = { compressionLevel: 8, adaptiveFiltering: false } as const;

/** A file that was written but is not right, and was therefore not kept. */
export class CheckError extends Error {
  constructor(readonly faults: readonly string[]) {
    super(`the file was not right when read back: ${faults.join('; ')}`);
    this.name = 'CheckError';
  }
}

export interface PngFile {
  bytes: Buffer;
  sha256: string;
  report: FileReport;
}

const sameBytes = (a: Uint8Array, b: Uint8Array) => Buffer.compare(a, b) === 0;

/** Encodes RGBA pixels (straight alpha) as a PNG that says its resolution and colour space. */
export async function encodePng(pixels: Buffer, width: number, height: number, dpi: number): Promise<Buffer> {
  const plain = await sharp(pixels, { raw: { width, height, channels: 4 } })
    .png(PNG_SETTINGS)
    .toBuffer();
  return Buffer.from(markPrint(plain, dpi).buffer);
}

/**
 * Paints a design at the side's exact size, encodes it, reads the bytes back and checks them.
 * Throws a CheckError when they are not what was painted and asked for.
 */
export async function exportPng(
  design: Design,
  colourway: string | undefined,
  spec: Spec,
  side: SpecSide,
  materials: Materials,
  pictures: PictureSource,
): Promise<PngFile> {
  const drawing = resolve(design, colourway, materials);
  const surface = paintSurface(drawing, 1, pictures, makeSurface);
  const { data } = surface.context.getImageData(0, 0, surface.width, surface.height);
  const pixels = Buffer.from(data.buffer, data.byteOffset, data.length);
  const bytes = await encodePng(pixels, surface.width, surface.height, side.dpi);
  const report = readBack(
    bytes,
    {
      width: side.widthPx,
      height: side.heightPx,
      dpi: side.dpi,
      maxBytes: spec.maxBytes,
      pixels,
    },
    // One chunk for all: by default 97 MB would come in 6,000 pieces to be put together again.
    (packed, length) => inflateSync(packed, { maxOutputLength: length, chunkSize: length }),
    sameBytes,
  );
  if (report.faults.length) throw new CheckError(report.faults);
  return { bytes, sha256: createHash('sha256').update(bytes).digest('hex'), report };
}
