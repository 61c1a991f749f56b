import sharp from 'sharp';
import { SVG_MAX_BYTES, type SvgArt } from '@brelm/core/svg';
import { decodePicture, decodeReason, MAX_PIXELS, MOST_SIDE } from './pictures';
import { paintSvgFile, readSvgFile } from './svg-file';

/** Largest upload, bytes. */
export const MAX_UPLOAD_BYTES = 50 * 1024 * 1024;

/** A file that cannot be brought in; the message says what it is and why not. */
export class UploadError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'UploadError';
  }
}

export type Upload =
  { kind: 'picture'; mime: string; width: number; height: number } | { kind: 'motif'; art: SvgArt };

/** A picture's kind as it begins its bytes; all of them are read by libvips. */
type PictureKind = 'png' | 'jpeg' | 'webp' | 'avif' | 'tiff' | 'gif';

function kindOf(bytes: Buffer): PictureKind | 'svg' | null {
  if (bytes.subarray(0, 8).equals(Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]))) return 'png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'jpeg';
  if (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP') return 'webp';
  const start = bytes.toString('latin1', 0, 6);
  if (start === 'GIF87a' || start === 'GIF89a') return 'gif';
  if (['II*\0', 'MM\0*', 'II+\0', 'MM\0+'].includes(start.slice(0, 4))) return 'tiff';
  if (/^ftyp(avif|avis)/.test(bytes.toString('latin1', 4, 12))) return 'avif';
  return /<(?:\w{1,40}:)?svg[\s>]/i.test(bytes.toString('utf8', 0, 200_000)) ? 'svg' : null;
}

/** Paints an SVG as a PNG of `longSide` px on its longer side; see paintSvgFile. Throws an UploadError. */
export async function rasteriseSvg(bytes: Buffer, name: string, longSide: number): Promise<Uint8Array> {
  if (kindOf(bytes) !== 'svg') throw new UploadError(`${name}: this is no SVG file`);
  if (bytes.length > SVG_MAX_BYTES) throw new UploadError(`${name}: the SVG is over 50 MB`);
  return paintSvgFile(bytes.toString('utf8'), longSide).catch((error: Error) => {
    throw new UploadError(`${name}: ${error.message}`);
  });
}

/**
 * Looks at a file that somebody brings in: by its bytes, not its name. A picture is decoded to its
 * last row, so that a damaged one is refused now and not at the export. Throws an UploadError.
 */
export async function inspectUpload(bytes: Buffer, name: string): Promise<Upload> {
  const kind = kindOf(bytes);
  if (!kind)
    throw new UploadError(
      `${name}: this is no PNG, JPEG, WebP, AVIF, TIFF, GIF or SVG file, whatever its name says`,
    );
  if (kind === 'svg') {
    if (bytes.length > SVG_MAX_BYTES) throw new UploadError(`${name}: the SVG is over 50 MB`);
    try {
      return { kind: 'motif', art: await readSvgFile(bytes.toString('utf8')) };
    } catch (error) {
      throw new UploadError(`${name}: ${(error as Error).message}`);
    }
  }
  try {
    const meta = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (meta.width * meta.height > MAX_PIXELS || Math.max(meta.width, meta.height) > MOST_SIDE)
      throw new UploadError(
        `${name}: it claims ${meta.width.toLocaleString('en-GB')} × ${meta.height.toLocaleString('en-GB')} px; at most ${MAX_PIXELS / 1e6} megapixels can be read, and ${MOST_SIDE.toLocaleString('en-GB')} px a side`,
      );
    const { width, height } = await decodePicture(bytes);
    return { kind: 'picture', mime: `image/${kind}`, width, height };
  } catch (error) {
    if (error instanceof UploadError) throw error;
    const reason = decodeReason(error);
    // By its first bytes it is one: what no decoder knows any more has lost its end.
    throw new UploadError(
      `${name}: ${/^it is no /.test(reason) ? 'the file is damaged or cut off' : reason}`,
    );
  }
}
