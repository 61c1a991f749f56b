import { Resvg } from '@resvg/resvg-js';
import sharp from 'sharp';
import {
  inspectSvg,
  readNormalisedSvg,
  SVG_MAX_BYTES,
  svgFamilies,
  SvgError,
  type SvgArt,
} from '@brelm/core/svg';
import { CATALOGUE } from '@brelm/core/type';
import { typefaceFile } from './typefaces';
import { decodePicture, decodeReason, MAX_PIXELS } from './pictures';

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
  return /<svg[\s>]/i.test(bytes.toString('utf8', 0, 200_000)) ? 'svg' : null;
}

/** resvg reads no WOFF2, which the variable typefaces ship as. */
const RESVG_FACES = CATALOGUE.filter((f) => f.file.endsWith('.ttf'));

/** The families of the typefaces that ship, as SVG files name them. */
const FAMILIES = RESVG_FACES.map((f) => f.name.replace(/ (Bold|Black|Regular)$/, ''));

/**
 * Options for resvg: those of our own typefaces that text in the file asks for, and never the machine's.
 * With none of them text is left out, since nothing else can take their place.
 */
function fontsFor(source: string) {
  const asked = new Set(/<text[\s>]/i.test(source) ? svgFamilies(source).map((f) => f.toLowerCase()) : []);
  const wanted = RESVG_FACES.filter((_, i) => asked.has(FAMILIES[i].toLowerCase()));
  return { font: { loadSystemFonts: false, fontFiles: wanted.flatMap((f) => typefaceFile(f.id) ?? []) } };
}

/** Reads an SVG file into outlines. Throws an SvgError. */
export function readSvgFile(source: string): SvgArt {
  const left = inspectSvg(source, FAMILIES);
  let normalised: string;
  try {
    normalised = new Resvg(source, fontsFor(source)).toString();
  } catch (error) {
    throw new SvgError(`the SVG cannot be read: ${(error as Error).message}`);
  }
  const art = readNormalisedSvg(normalised);
  return { ...art, left: [...new Set([...left, ...art.left])] };
}

/** Longest side of a picture that is made of an SVG, px. */
export const MOST_SVG_PICTURE = 10_000;

/**
 * Paints an SVG as a PNG of `longSide` px on its longer side, filters and all. No script in it runs, and
 * pictures that it only refers to are left out. Throws an UploadError.
 */
export function rasteriseSvg(bytes: Buffer, name: string, longSide: number): Buffer {
  if (kindOf(bytes) !== 'svg') throw new UploadError(`${name}: this is no SVG file`);
  if (bytes.length > SVG_MAX_BYTES) throw new UploadError(`${name}: the SVG is over 50 MB`);
  const source = bytes
    .toString('utf8')
    .replace(
      /(<(?:\w+:)?(?:image|feImage)\b[^>]*?\s(?:xlink:)?href\s*=\s*)(["'])(?!data:|#)[^"']*\2/gi,
      '$1$2$2',
    );
  try {
    const options = fontsFor(source);
    const { width, height } = new Resvg(source, options);
    const fitTo = { mode: width >= height ? 'width' : 'height', value: longSide } as const;
    return new Resvg(source, { ...options, fitTo }).render().asPng();
  } catch (error) {
    throw new UploadError(`${name}: the SVG cannot be read: ${(error as Error).message}`);
  }
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
      return { kind: 'motif', art: readSvgFile(bytes.toString('utf8')) };
    } catch (error) {
      throw new UploadError(`${name}: ${(error as Error).message}`);
    }
  }
  try {
    const meta = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (meta.width * meta.height > MAX_PIXELS)
      throw new UploadError(
        `${name}: it claims ${meta.width.toLocaleString('en-GB')} × ${meta.height.toLocaleString('en-GB')} px; at most ${MAX_PIXELS / 1e6} megapixels can be read`,
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
