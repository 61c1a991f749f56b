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
