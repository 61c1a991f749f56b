import { dpiFromPxPerMetre, pxPerMetre } from '../units';
import { eachRow, readChunks, readHeader } from './png';

/** What a written file must be. */
export interface Expected {
  width: number;
  height: number;
  dpi: number;
  maxBytes: number;
  /** Whether the file is to have alpha, also where all of it is opaque: what takes it may insist. */
  alpha: boolean;
  /** The painted pixels: RGBA, straight alpha. */
  pixels: Uint8Array;
}

export interface FileReport {
  width: number;
  height: number;
  dpi: number | null;
  bytes: number;
  bitDepth: number;
  colourType: number;
  colourSpace: 'srgb' | 'icc' | null;
  /** Alpha 0 at each of the four corners. */
  cornersTransparent: boolean;
  /** What is not as it must be; empty when the file is right. */
  faults: string[];
}

/**
 * Reads a PNG back, independently of what wrote it, and holds it against what was painted:
 * dimensions, depth, alpha, resolution, colour space, size in bytes, and every pixel.
 * Throws a PngError when the file is damaged.
 */
export function readBack(
  file: Uint8Array,
  expected: Expected,
  inflate: (compressed: Uint8Array, length: number) => Uint8Array,
  sameBytes: (a: Uint8Array, b: Uint8Array) => boolean,
): FileReport {
  const chunks = readChunks(file);
  const header = readHeader(chunks);
  const faults: string[] = [];
  if (header.width !== expected.width || header.height !== expected.height)
    faults.push(
      `the file is ${header.width} × ${header.height} px, not ${expected.width} × ${expected.height}`,
    );
  if (header.bitDepth !== 8) faults.push(`the file has ${header.bitDepth} bits a channel, not 8`);
  const hasAlpha = header.colourType === 6 || chunks.some((c) => c.type === 'tRNS');
  if (expected.alpha && !hasAlpha) faults.push('the file has no alpha channel');
  if (!expected.alpha && hasAlpha) faults.push('the file has an alpha channel, which was not asked for');
  if (header.pxPerMetre !== pxPerMetre(expected.dpi))
    faults.push(`the file does not say ${expected.dpi} dpi`);
  if (!header.colourSpace) faults.push('the file does not say that it is sRGB');
  if (file.length > expected.maxBytes)
    faults.push(`the file has ${file.length} bytes, more than the ${expected.maxBytes} that are allowed`);
  let cornersTransparent = false;
  if (header.bitDepth === 8) {
    const { pixels } = expected;
    const stride = expected.width * 4;
    let wrong = 0;
    const corners: number[] = [];
    eachRow(chunks, inflate, (y, row) => {
      if (y === 0 || y === header.height - 1) corners.push(row[3], row[row.length - 1]);
      if (
        header.width === expected.width &&
        y < expected.height &&
        !sameBytes(row, pixels.subarray(y * stride, (y + 1) * stride))
      )
        wrong++;
    });
    cornersTransparent = corners.every((a) => a === 0);
    if (wrong > 0) faults.push(`${wrong} rows of pixels differ from what was painted`);
  }
  return {
    width: header.width,
    height: header.height,
    dpi: header.pxPerMetre === null ? null : dpiFromPxPerMetre(header.pxPerMetre),
    bytes: file.length,
    bitDepth: header.bitDepth,
    colourType: header.colourType,
    colourSpace: header.colourSpace,
    cornersTransparent,
    faults,
  };
}
