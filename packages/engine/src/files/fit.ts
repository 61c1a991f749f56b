import sharp from 'sharp';
import { markJpeg } from '@brelm/core/export';
import { encodePng } from './encode-png';

/** Pixels of a file: RGBA, straight alpha. */
export interface Painted {
  pixels: Buffer;
  width: number;
  height: number;
  dpi: number;
}

/** An encoded file, and the pixels that it must give back. */
export interface Encoded {
  bytes: Buffer;
  /** What was lost to fit, in words; null where nothing was. */
  loss: string | null;
  /** The pixels as they were encoded; those that were painted where nothing was lost. */
  pixels: Buffer;
}

/** A file that cannot be brought under its limit. */
export class FitError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FitError';
  }
}

const mb = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e6 ? 2 : 1)} MB`;
const raw = ({ width, height }: Painted) => ({ raw: { width, height, channels: 4 as const } });

/** Mean difference of two pictures over what is not clear, in levels of 255. */
function meanDifference(a: Buffer, b: Buffer): number {
  let [sum, count] = [0, 0];
  for (let i = 0; i < a.length; i += 4) {
    if (a[i + 3] === 0 && b[i + 3] === 0) continue;
    count += 4;
    for (let c = 0; c < 4; c++) sum += Math.abs(a[i + c] - b[i + c]);
  }
  return count ? sum / count : 0;
}

/** Pixels with the last bits of each channel rounded away; black, white, clear and opaque stay what they are. */
function coarser(pixels: Buffer, bits: number): Buffer {
  const levels = (1 << bits) - 1;
  const table = Uint8Array.from({ length: 256 }, (_, v) =>
    Math.round((Math.round((v / 255) * levels) / levels) * 255),
  );
  const out = Buffer.allocUnsafe(pixels.length);
  for (let i = 0; i < pixels.length; i++) out[i] = table[pixels[i]];
  return out;
}

/** Ways to make a PNG smaller, the gentlest first; each gives its pixels. */
const PNG_STEPS: readonly { words: string; pixels: (of: Painted) => Promise<Buffer> }[] = [
  { words: 'colours in steps of 2', pixels: (of) => Promise.resolve(coarser(of.pixels, 7)) },
  { words: 'colours in steps of 4', pixels: (of) => Promise.resolve(coarser(of.pixels, 6)) },
  ...[256, 128, 64, 32].map((colours) => ({
    words: `${colours} colours`,
    pixels: (of: Painted) =>
      sharp(of.pixels, raw(of))
        .png({ palette: true, colours, dither: 1, effort: 4 })
        .toBuffer()
        .then((png) => sharp(png).ensureAlpha().raw().toBuffer()),
  })),
];

async function fitPng(
  of: Painted,
  maxBytes: number,
  opaque: boolean,
  others: readonly string[],
  smallest: boolean,
): Promise<Encoded> {
  const { pixels, width, height, dpi } = of;
  const bytes = smallest ? null : await encodePng(pixels, width, height, dpi, { opaque });
  if (bytes && bytes.length <= maxBytes) return { bytes, loss: null, pixels };
  const small = await encodePng(pixels, width, height, dpi, { opaque, small: true });
  if (small.length <= maxBytes) return { bytes: small, loss: null, pixels };
  let least = Math.min(bytes?.length ?? Infinity, small.length);
  let best: (Encoded & { difference: number }) | null = null;
  for (const step of PNG_STEPS) {
    const made = await step.pixels(of);
    const tried = await encodePng(made, width, height, dpi, { opaque, small: true });
    least = Math.min(least, tried.length);
    if (tried.length > maxBytes) continue;
    const difference = meanDifference(pixels, made);
    if (!best || difference < best.difference)
      best = {
        bytes: tried,
        pixels: made,
        difference,
        loss: `${step.words} instead of all, so that it fits ${mb(maxBytes)}: ${difference.toFixed(2)} levels off in the mean`,
      };
    // Fewer colours still would only lose more.
    if (best && difference > best.difference) break;
  }
  if (best) return best;
  throw new FitError(
    `the PNG has ${mb(least)} at the least, even with 32 colours, and ${mb(maxBytes)} are allowed: ${
      others.length ? `choose ${others.join(' or ')} instead, or ` : ''
    }make grainy pictures calmer or smaller`,
  );
}

/** The qualities that are tried, and below which artwork is spoilt. */
const BEST_QUALITY = 95;
const LEAST_QUALITY = 40;

/** The best quality whose file fits, by bisection; null when even the least does not. */
async function bestQuality(
  encode: (quality: number) => Promise<Buffer>,
  maxBytes: number,
  best: number,
): Promise<{ bytes: Buffer; quality: number } | { least: number }> {
  const first = await encode(best);
  if (first.length <= maxBytes) return { bytes: first, quality: best };
  const last = await encode(LEAST_QUALITY);
  if (last.length > maxBytes) return { least: last.length };
  let [low, high, kept] = [LEAST_QUALITY, best, last];
  while (high - low > 1) {
    const quality = (low + high) >> 1;
    const tried = await encode(quality);
    if (tried.length <= maxBytes) [low, kept] = [quality, tried];
    else high = quality;
  }
  return { bytes: kept, quality: low };
}

async function fitLossy(of: Painted, maxBytes: number, format: 'jpeg' | 'webp'): Promise<Encoded> {
  // Made anew each time: a clone would copy the pixels.
  const image = () => sharp(of.pixels, raw(of));
  const name = format === 'jpeg' ? 'JPEG' : 'WebP';
  if (format === 'webp') {
    const bytes = await image().webp({ lossless: true, effort: 4 }).toBuffer();
    if (bytes.length <= maxBytes) return { bytes, loss: null, pixels: of.pixels };
  }
  const encode = (quality: number) =>
    format === 'jpeg'
      ? image().removeAlpha().jpeg({ quality, chromaSubsampling: '4:4:4' }).toBuffer()
      : image().webp({ quality, effort: 4 }).toBuffer();
  const found = await bestQuality(encode, maxBytes, BEST_QUALITY);
  if ('least' in found)
    throw new FitError(
      `the ${name} has ${mb(found.least)} at the least quality that can be sold, and ${mb(maxBytes)} are allowed`,
    );
  const bytes = format === 'jpeg' ? Buffer.from(markJpeg(found.bytes, of.dpi)) : found.bytes;
  const lessened = found.quality < BEST_QUALITY || format === 'webp';
  return {
    bytes,
    pixels: of.pixels,
    loss: lessened ? `quality ${found.quality} of 100, so that it fits ${mb(maxBytes)}` : null,
  };
}

/**
 * Encodes a picture within a limit of bytes with the least loss that fits; says what was lost. `others` are
 * formats that would be taken, too. Throws a FitError when nothing fits.
 */
export const encodeWithin = (
  of: Painted,
  format: 'png' | 'jpeg' | 'webp',
  maxBytes: number,
  opaque: boolean,
  others: readonly string[] = [],
  smallest = false,
): Promise<Encoded> =>
  format === 'png' ? fitPng(of, maxBytes, opaque, others, smallest) : fitLossy(of, maxBytes, format);
