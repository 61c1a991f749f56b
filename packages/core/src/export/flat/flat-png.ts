import { tableChunks, type Indexed } from '../indexed';
import { chunkBytes, PNG_SIGNATURE, printChunks, type PngChunk } from '../png';
import { RowDeflater } from './rows';

export interface FlatPngOptions {
  width: number;
  height: number;
  dpi: number;
  /** Whether the file has alpha, also where all of it is opaque. Without it every pixel must be opaque. */
  alpha: boolean;
  /** The colours of a file with a table of them (PNG, colour type 3). */
  table?: Indexed['colours'];
}

const NOTHING = new Uint8Array(0);

/**
 * Writes a PNG of flat artwork a band of rows at a time: RGBA, RGB, or places in a table of colours. Chunks follow
 * each other as they are given. The file says its resolution and that it is sRGB.
 */
export class FlatPng {
  /** What stands before the pixels: signature and chunks, as they are in the file. */
  readonly head: readonly Uint8Array[];
  /** The chunks of `head`, for who reads the rows back. */
  readonly chunks: readonly PngChunk[];
  private readonly deflater: RowDeflater;
  private readonly perRow: number;

  constructor(private readonly options: FlatPngOptions) {
    const { width, height, dpi, alpha, table } = options;
    const header = new Uint8Array(13);
    const view = new DataView(header.buffer);
    view.setUint32(0, width);
    view.setUint32(4, height);
    header.set([8, table ? 3 : alpha ? 6 : 2], 8);
    this.chunks = [
      { type: 'IHDR', data: header },
      ...printChunks(dpi),
      ...(table ? tableChunks(table, alpha) : []),
    ];
    this.head = [PNG_SIGNATURE, ...this.chunks.map(chunkBytes)];
    this.perRow = table ? Math.ceil(width / 4) : width;
    this.deflater = new RowDeflater({
      perRow: this.perRow,
      rows: height,
      bytes: table || alpha ? 4 : 3,
      tail: table ? width % 4 : 0,
    });
  }

  /** The compressed rows of a band: pixels (RGBA, straight alpha), or places in the table. Not yet a chunk. */
  band(pixels: Uint8Array): Uint8Array {
    const { table, width } = this.options;
    if (!table)
      return this.deflater.push(new Int32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4));
    const rows = pixels.length / width;
    if (width % 4 === 0 && pixels.byteOffset % 4 === 0)
      return this.deflater.push(new Int32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4));
    const padded = new Uint8Array(this.perRow * 4 * rows);
    for (let y = 0; y < rows; y++)
      padded.set(pixels.subarray(y * width, (y + 1) * width), y * this.perRow * 4);
    return this.deflater.push(new Int32Array(padded.buffer));
  }

  /** A band's compressed rows as they stand in the file. */
  static readonly rows = (data: Uint8Array): Uint8Array => chunkBytes({ type: 'IDAT', data });
  static readonly end = (): Uint8Array => chunkBytes({ type: 'IEND', data: NOTHING });
}
