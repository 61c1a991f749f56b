import { deflateSync, inflateSync } from 'node:zlib';
import sharp, { type PngOptions as SharpPngOptions } from 'sharp';
import { indexed, markPrint, readBack, writeIndexed, type FileReport } from '@brelm/core/export';

/**
 * How PNG is encoded. Level 8 makes the demo files about 13 % smaller than 6 for a fifth of a second
 * more, which an upload over a home line gives back; 9 takes three times as long for nothing much.
 * Row filters help photographs and cost flat artwork, which is what is sold, much of its time.
 */
export const PNG_SETTINGS = { compressionLevel: 8, adaptiveFiltering: false } as const;

const raw = (width: number, height: number) => ({ raw: { width, height, channels: 4 as const } });
const whole = (bytes: Uint8Array): Buffer => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);

export interface PngOptions {
  /** Without alpha: every pixel must be opaque. */
  opaque?: boolean;
  /** Slower and smaller, for files that are over their limit. */
  small?: boolean;
}

/**
 * Encodes RGBA pixels (straight alpha) as a PNG that says its resolution and colour space, with a table of
 * colours where 256 are enough.
 */
export async function encodePng(
  pixels: Buffer,
  width: number,
  height: number,
  dpi: number,
  { opaque, small }: PngOptions = {},
): Promise<Buffer> {
  const table = indexed(pixels);
  if (table)
    return whole(
      writeIndexed(table, width, height, dpi, (rows) => deflateSync(rows, { level: small ? 9 : 8 }), !opaque),
    );
  // Made anew each time: a clone would copy the pixels.
  const image = () => sharp(pixels, raw(width, height));
  const encode = (settings: SharpPngOptions) =>
    (opaque ? image().removeAlpha() : image()).png(settings).toBuffer();
  let plain = await encode(small ? { compressionLevel: 9, adaptiveFiltering: false } : PNG_SETTINGS);
  if (small) {
    const filtered = await encode({ compressionLevel: 9, adaptiveFiltering: true });
    if (filtered.length < plain.length) plain = filtered;
  }
  return whole(markPrint(plain, dpi));
}

/** Reads a PNG back and holds it against the pixels that it was made of; see core's readBack. */
export const checkPng = (
  bytes: Buffer,
  expected: { width: number; height: number; dpi: number; maxBytes: number; pixels: Buffer; alpha: boolean },
): FileReport =>
  readBack(
    bytes,
    expected,
    // One chunk for all: by default 97 MB would come in 6,000 pieces to be put together again.
    (packed, length) => inflateSync(packed, { maxOutputLength: length, chunkSize: length }),
    (a, b) => Buffer.compare(a, b) === 0,
  );
