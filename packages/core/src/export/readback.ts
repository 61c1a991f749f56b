import { dpiFromPxPerMetre, pxPerMetre } from '../units';
import { readChunks, readHeader, type PngChunk } from './png';
import { eachRow } from './png-rows';

/** What a written file must be. */
export interface Expected {
  width: number;
  height: number;
  dpi: number;
  maxBytes: number;
  /** Whether the file is to have alpha, also where all of it is opaque: what takes it may insist. */
  alpha: boolean;
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

/** Holds the rows of a file against those that were painted, as they come. */
export class RowComparison {
  private wrong = 0;
  private readonly corners: number[] = [];

  /** `painted` gives a row's pixels (RGBA, straight alpha). */
  constructor(
    private readonly expected: Pick<Expected, 'width' | 'height'>,
    private readonly painted: (y: number) => Uint8Array,
    private readonly sameBytes: (a: Uint8Array, b: Uint8Array) => boolean,
  ) {}

  readonly visit = (y: number, row: Uint8Array): void => {
    const { width, height } = this.expected;
    if (y === 0 || y === height - 1) this.corners.push(row[3], row[row.length - 1]);
    if (row.length === width * 4 && y < height && !this.sameBytes(row, this.painted(y))) this.wrong++;
  };

  get cornersTransparent(): boolean {
    return this.corners.length > 0 && this.corners.every((a) => a === 0);
  }

  get faults(): string[] {
    return this.wrong > 0 ? [`${this.wrong} rows of pixels differ from what was painted`] : [];
  }
}

/** What a PNG was found to be, its rows having been compared already; faults where it is not what it must be. */
export function reportOf(
  file: Uint8Array,
  chunks: readonly PngChunk[],
  expected: Expected,
  rows: RowComparison,
): FileReport {
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
  return {
    width: header.width,
    height: header.height,
    dpi: header.pxPerMetre === null ? null : dpiFromPxPerMetre(header.pxPerMetre),
    bytes: file.length,
    bitDepth: header.bitDepth,
    colourType: header.colourType,
    colourSpace: header.colourSpace,
    cornersTransparent: rows.cornersTransparent,
    faults: [...faults, ...rows.faults],
  };
}

/**
 * Reads a PNG back, independently of what wrote it, and holds it against the pixels that were painted (RGBA, straight
 * alpha): dimensions, depth, alpha, resolution, colour space, size in bytes, and every pixel.
 * Throws a PngError when the file is damaged.
 */
export function readBack(
  file: Uint8Array,
  expected: Expected & { pixels: Uint8Array },
  inflate: (compressed: Uint8Array, length: number) => Uint8Array,
  sameBytes: (a: Uint8Array, b: Uint8Array) => boolean,
): FileReport {
  const chunks = readChunks(file);
  const stride = expected.width * 4;
  const painted = (y: number) => expected.pixels.subarray(y * stride, (y + 1) * stride);
  const rows = new RowComparison(expected, painted, sameBytes);
  if (readHeader(chunks).bitDepth === 8) eachRow(chunks, inflate, rows.visit);
  return reportOf(file, chunks, expected, rows);
}
