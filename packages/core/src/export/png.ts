import { pxPerMetre } from '../units';

/** PNG by the specification (W3C, third edition): chunks and rows; nothing here encodes pixels. */

export const PNG_SIGNATURE = Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10);

const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  for (let k = 0; k < 8; k++) n = n & 1 ? 0xedb88320 ^ (n >>> 1) : n >>> 1;
  return n;
});

/** CRC-32 of `bytes` as PNG and zlib use it. */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (let i = 0; i < bytes.length; i++) c = CRC_TABLE[(c ^ bytes[i]) & 255] ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

export interface PngChunk {
  type: string;
  data: Uint8Array;
  /** The whole chunk as it stands in the file, where it was read from one. */
  bytes?: Uint8Array;
}

/** A file that is no sound PNG; the message says what is wrong with it. */
export class PngError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'PngError';
  }
}

/**
 * The chunks of a PNG, each checked by its CRC unless `trusted` says that it was only just written.
 * Throws a PngError for anything that is not whole.
 */
export function readChunks(file: Uint8Array, trusted = false): PngChunk[] {
  if (PNG_SIGNATURE.some((b, i) => file[i] !== b)) throw new PngError('this is no PNG file');
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const chunks: PngChunk[] = [];
  let at = 8;
  while (at + 12 <= file.length) {
    const length = view.getUint32(at);
    const type = String.fromCharCode(...file.subarray(at + 4, at + 8));
    if (at + 12 + length > file.length) throw new PngError(`the PNG is cut off in its ${type} chunk`);
    if (!trusted && crc32(file.subarray(at + 4, at + 8 + length)) !== view.getUint32(at + 8 + length))
      throw new PngError(`the PNG's ${type} chunk is damaged`);
    chunks.push({
      type,
      data: file.subarray(at + 8, at + 8 + length),
      bytes: file.subarray(at, at + 12 + length),
    });
    at += 12 + length;
    if (type === 'IEND') return chunks;
  }
  throw new PngError('the PNG is cut off before its end');
}

const CRITICAL = new Set(['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND']);

/** A chunk as it stands in a file. */
export function chunkBytes({ type, data, bytes }: PngChunk): Uint8Array {
  if (bytes) return bytes;
  const out = new Uint8Array(12 + data.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i);
  out.set(data, 8);
  view.setUint32(8 + data.length, crc32(out.subarray(4, 8 + data.length)));
  return out;
}

/** The chunks that say that a file is sRGB, and its resolution in whole pixels per metre. */
export function printChunks(dpi: number): PngChunk[] {
  const phys = new Uint8Array(9);
  const view = new DataView(phys.buffer);
  view.setUint32(0, pxPerMetre(dpi));
  view.setUint32(4, pxPerMetre(dpi));
  phys[8] = 1;
  return [
    { type: 'sRGB', data: Uint8Array.of(0) },
    { type: 'pHYs', data: phys },
  ];
}

/**
 * The file with its resolution (pHYs, whole pixels per metre) and colour space (sRGB, perceptual
 * intent) written in, and every other ancillary chunk left out.
 */
export function markPrint(file: Uint8Array, dpi: number): Uint8Array {
  const chunks = readChunks(file, true).filter((c) => CRITICAL.has(c.type));
  chunks.splice(1, 0, ...printChunks(dpi));
  const pieces = [PNG_SIGNATURE, ...chunks.map(chunkBytes)];
  const out = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const piece of pieces) {
    out.set(piece, at);
    at += piece.length;
  }
  return out;
}

export interface PngHeader {
  width: number;
  height: number;
  bitDepth: number;
  /** 0 grey, 2 RGB, 3 palette, 4 grey + alpha, 6 RGBA. */
  colourType: number;
  interlaced: boolean;
  /** Pixels per metre from pHYs, or null. */
  pxPerMetre: number | null;
  colourSpace: 'srgb' | 'icc' | null;
}

/** What a PNG says of itself. Throws a PngError. */
export function readHeader(chunks: readonly PngChunk[]): PngHeader {
  const ihdr = chunks[0];
  if (ihdr?.type !== 'IHDR' || ihdr.data.length !== 13)
    throw new PngError('the PNG does not begin with its header');
  const view = new DataView(ihdr.data.buffer, ihdr.data.byteOffset, 13);
  const phys = chunks.find((c) => c.type === 'pHYs')?.data;
  const types = new Set(chunks.map((c) => c.type));
  return {
    width: view.getUint32(0),
    height: view.getUint32(4),
    bitDepth: view.getUint8(8),
    colourType: view.getUint8(9),
    interlaced: view.getUint8(12) !== 0,
    pxPerMetre: phys && phys[8] === 1 ? new DataView(phys.buffer, phys.byteOffset, 9).getUint32(0) : null,
    colourSpace: types.has('sRGB') ? 'srgb' : types.has('iCCP') ? 'icc' : null,
  };
}

/** Undoes a row's filter in place (PNG specification, 9.2). `above` is the row before, unfiltered. */
function unfilter(type: number, row: Uint8Array, above: Uint8Array | null, bpp: number): void {
  const n = row.length;
  if (type === 0) return;
  if (type === 1) for (let i = bpp; i < n; i++) row[i] += row[i - bpp];
  else if (type === 2) {
    if (above) for (let i = 0; i < n; i++) row[i] += above[i];
  } else if (type === 3)
    for (let i = 0; i < n; i++) row[i] += ((i >= bpp ? row[i - bpp] : 0) + (above ? above[i] : 0)) >> 1;
  else if (type === 4)
    for (let i = 0; i < n; i++) {
      const a = i >= bpp ? row[i - bpp] : 0;
      const b = above ? above[i] : 0;
      const c = i >= bpp && above ? above[i - bpp] : 0;
      const p = a + b - c;
      const [pa, pb, pc] = [Math.abs(p - a), Math.abs(p - b), Math.abs(p - c)];
      row[i] += pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
    }
  else throw new PngError(`the PNG uses row filter ${type}, which there is not`);
}

/** Bytes of a pixel by colour type: RGB, table, RGBA. */
const PIXEL_BYTES: Record<number, number> = { 2: 3, 3: 1, 6: 4 };

/** Turns a file's row into RGBA. */
function expander(chunks: readonly PngChunk[], header: PngHeader): (row: Uint8Array) => Uint8Array {
  const { colourType, width } = header;
  if (colourType === 6) return (row) => row;
  const out = new Uint8Array(width * 4).fill(255);
  if (colourType === 2)
    return (row) => {
      for (let i = 0, j = 0; i < row.length; i += 3, j += 4) {
        out[j] = row[i];
        out[j + 1] = row[i + 1];
        out[j + 2] = row[i + 2];
      }
      return out;
    };
  const rgb = chunks.find((c) => c.type === 'PLTE')?.data;
  if (!rgb) throw new PngError('the PNG lacks its table of colours');
  const alpha = chunks.find((c) => c.type === 'tRNS')?.data ?? new Uint8Array(0);
  return (row) => {
    for (let i = 0; i < row.length; i++) {
      const at = row[i];
      if (at * 3 >= rgb.length) throw new PngError('a pixel of the PNG is beyond its table of colours');
      out[4 * i] = rgb[3 * at];
      out[4 * i + 1] = rgb[3 * at + 1];
      out[4 * i + 2] = rgb[3 * at + 2];
      out[4 * i + 3] = at < alpha.length ? alpha[at] : 255;
    }
    return out;
  };
}

/**
 * Calls `visit(y, row)` with each row of an 8-bit PNG as RGBA. `inflate` is zlib's, given by the
 * caller. The rows share a buffer. Throws a PngError for other kinds of PNG.
 */
export function eachRow(
  chunks: readonly PngChunk[],
  inflate: (compressed: Uint8Array, length: number) => Uint8Array,
  visit: (y: number, row: Uint8Array) => void,
): void {
  const header = readHeader(chunks);
  const bpp = PIXEL_BYTES[header.colourType];
  if (header.bitDepth !== 8 || !bpp || header.interlaced)
    throw new PngError('only plain rows of 8 bits can be read: RGB, RGBA or a table of colours');
  const stride = header.width * bpp;
  const idat = chunks.filter((c) => c.type === 'IDAT').map((c) => c.data);
  const packed = new Uint8Array(idat.reduce((n, d) => n + d.length, 0));
  let at = 0;
  for (const data of idat) {
    packed.set(data, at);
    at += data.length;
  }
  const rows = inflate(packed, (stride + 1) * header.height);
  if (rows.length !== (stride + 1) * header.height)
    throw new PngError('the PNG holds fewer pixels than its header says');
  const expand = expander(chunks, header);
  let above: Uint8Array | null = null;
  for (let y = 0; y < header.height; y++) {
    const start = y * (stride + 1);
    const row = rows.subarray(start + 1, start + 1 + stride);
    unfilter(rows[start], row, above, bpp);
    visit(y, expand(row));
    above = row;
  }
}
