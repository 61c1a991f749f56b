import { PngError, readHeader, type PngChunk, type PngHeader } from './png';

/** Byte by byte and without carry: four at a time. Rows are padded to whole words for it. */
const plus = (a: number, b: number): number => ((a & 0x7f7f7f7f) + (b & 0x7f7f7f7f)) ^ ((a ^ b) & 0x80808080);

const words = (row: Uint8Array): Int32Array => new Int32Array(row.buffer, row.byteOffset, row.length >> 2);

/** Adds a row to the one above, in which flat artwork changes next to nothing: what is nought is passed over. */
function addUp(row: Uint8Array, above: Uint8Array): void {
  const [from, to] = [words(row), words(above)];
  const n = from.length;
  let i = 0;
  for (; i + 4 <= n; i += 4) {
    if ((from[i] | from[i + 1] | from[i + 2] | from[i + 3]) === 0) continue;
    for (let k = i; k < i + 4; k++) to[k] = plus(to[k], from[k]);
  }
  for (; i < n; i++) to[i] = plus(to[i], from[i]);
}

/**
 * Undoes a row's filter in place (PNG specification, 9.2), but for *up*. `above` is the row before, unfiltered; of
 * noughts before the first. `n` is the row's length in bytes.
 */
function unfilter(type: number, row: Uint8Array, above: Uint8Array, bpp: number, n: number): void {
  if (type === 0) return;
  if (type === 1) for (let i = bpp; i < n; i++) row[i] += row[i - bpp];
  else if (type === 3) for (let i = 0; i < n; i++) row[i] += ((i >= bpp ? row[i - bpp] : 0) + above[i]) >> 1;
  else if (type === 4)
    for (let i = 0; i < n; i++) {
      const a = i >= bpp ? row[i - bpp] : 0;
      const b = above[i];
      const c = i >= bpp ? above[i - bpp] : 0;
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
  const count = Math.floor(rgb.length / 3);
  const table = Int32Array.from(
    { length: count },
    (_, i) => rgb[3 * i] | (rgb[3 * i + 1] << 8) | (rgb[3 * i + 2] << 16) | ((alpha[i] ?? 255) << 24),
  );
  const colours = words(out);
  return (row) => {
    for (let i = 0; i < row.length; i++) {
      if (row[i] >= count) throw new PngError('a pixel of the PNG is beyond its table of colours');
      colours[i] = table[row[i]];
    }
    return out;
  };
}

/**
 * Turns the inflated rows of an 8-bit PNG into RGBA, in pieces of any length as they come. Throws a PngError for other
 * kinds of PNG.
 */
export class RowDecoder {
  private readonly header: PngHeader;
  private readonly bpp: number;
  private readonly stride: number;
  private readonly expand: (row: Uint8Array) => Uint8Array;
  private row: Uint8Array;
  private above: Uint8Array;
  /** Rows that are done, and bytes that there are of the next one: its filter, and then its pixels. */
  private y = 0;
  private held = 0;
  private filter = 0;

  /** `chunks` are those before the pixels. `visit` gets each row; they share their memory. */
  constructor(
    chunks: readonly PngChunk[],
    private readonly visit: (y: number, row: Uint8Array) => void,
  ) {
    this.header = readHeader(chunks);
    this.bpp = PIXEL_BYTES[this.header.colourType];
    if (this.header.bitDepth !== 8 || !this.bpp || this.header.interlaced)
      throw new PngError('only plain rows of 8 bits can be read: RGB, RGBA or a table of colours');
    this.stride = this.header.width * this.bpp;
    this.expand = expander(chunks, this.header);
    [this.row, this.above] = [0, 1].map(() => new Uint8Array(Math.ceil(this.stride / 4) * 4));
  }

  /** How many bytes all rows have, each with its filter. */
  get length(): number {
    return (this.stride + 1) * this.header.height;
  }

  push(bytes: Uint8Array): void {
    for (let at = 0; at < bytes.length;) {
      if (this.y === this.header.height) throw new PngError('the PNG holds more pixels than its header says');
      if (this.held === 0) {
        this.filter = bytes[at++];
        this.held = 1;
      }
      const some = bytes.subarray(at, at + this.stride + 1 - this.held);
      this.row.set(some, this.held - 1);
      this.held += some.length;
      at += some.length;
      if (this.held <= this.stride) continue;
      if (this.filter === 2) addUp(this.row, this.above);
      else {
        unfilter(this.filter, this.row, this.above, this.bpp, this.stride);
        [this.row, this.above] = [this.above, this.row];
      }
      this.held = 0;
      this.visit(this.y++, this.expand(this.above.subarray(0, this.stride)));
    }
  }

  /** To be called when all was given: throws a PngError when that is not all rows. */
  end(): void {
    if (this.y < this.header.height) throw new PngError('the PNG holds fewer pixels than its header says');
  }
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
  const decoder = new RowDecoder(chunks, visit);
  const idat = chunks.filter((c) => c.type === 'IDAT').map((c) => c.data);
  const packed = new Uint8Array(idat.reduce((n, d) => n + d.length, 0));
  let at = 0;
  for (const data of idat) {
    packed.set(data, at);
    at += data.length;
  }
  decoder.push(inflate(packed, decoder.length));
  decoder.end();
}
