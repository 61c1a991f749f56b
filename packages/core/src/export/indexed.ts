import { chunkBytes, PNG_SIGNATURE, printChunks, type PngChunk } from './png';

/** Pixels as places in a table of at most 256 colours. */
export interface Indexed {
  /** RGBA of each colour, as the pixels have it. */
  colours: Uint32Array;
  indexes: Uint8Array;
}

/** Pixels that are looked at first, of each such number of them: most pictures show there that their colours are many. */
const SAMPLE = 65536;
const OF_EACH = 64;

/** A table of at most 256 colours (RGBA, straight). */
export class ColourTable {
  private readonly places = new Map<number, number>();

  /** The table of all colours of a picture; null when they are more than 256. */
  static of(pixels: Uint8Array): ColourTable | null {
    const all = new Int32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4);
    const sample = new ColourTable();
    for (let i = 0; i < all.length; i += SAMPLE)
      if (!sample.add(all.subarray(i, i + SAMPLE / OF_EACH))) return null;
    const table = new ColourTable();
    return table.add(all) ? table : null;
  }

  /** Takes the colours of more pixels; false once there are too many. */
  private add(pixels: Int32Array): boolean {
    const { places } = this;
    for (let i = 0, last = 0; i < pixels.length; i++) {
      if (pixels[i] === last && i > 0) continue;
      last = pixels[i];
      if (places.has(last)) continue;
      if (places.size === 256) return false;
      places.set(last, places.size);
    }
    return true;
  }

  get colours(): Uint32Array {
    return Uint32Array.from(this.places.keys(), (colour) => colour >>> 0);
  }

  /** Pixels as places in the table, which must know their colours. */
  indexes(pixels: Uint8Array): Uint8Array {
    const all = new Int32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4);
    const out = new Uint8Array(all.length);
    for (let i = 0, last = 0, place = this.places.get(0) ?? 0; i < all.length; i++) {
      if (all[i] !== last) [last, place] = [all[i], this.places.get(all[i])!];
      out[i] = place;
    }
    return out;
  }
}

/** Pixels (RGBA, straight) as a table of their colours; null when they have more than 256. */
export function indexed(pixels: Uint8Array): Indexed | null {
  const table = ColourTable.of(pixels);
  return table && { colours: table.colours, indexes: table.indexes(pixels) };
}

/** The table of colours, and their alpha: left out where it is not asked for and all are opaque. */
export function tableChunks(colours: Uint32Array, alpha: boolean): PngChunk[] {
  const bytes = new Uint8Array(colours.buffer, colours.byteOffset, colours.length * 4);
  const rgb = new Uint8Array(colours.length * 3);
  const alphas = new Uint8Array(colours.length);
  for (let i = 0; i < colours.length; i++) {
    rgb.set(bytes.subarray(4 * i, 4 * i + 3), 3 * i);
    alphas[i] = bytes[4 * i + 3];
  }
  return [
    { type: 'PLTE', data: rgb },
    ...(!alpha && alphas.every((a) => a === 255) ? [] : [{ type: 'tRNS', data: alphas }]),
  ];
}

/**
 * A PNG of a table of colours (PNG specification, colour type 3): the same pixels in a fraction of the
 * bytes. `deflate` is zlib's. The file says its resolution and colour space, and with `alpha` that it has
 * transparency, even where every colour is opaque.
 */
export function writeIndexed(
  { colours, indexes }: Indexed,
  width: number,
  height: number,
  dpi: number,
  deflate: (bytes: Uint8Array) => Uint8Array,
  alpha = false,
): Uint8Array {
  const header = new Uint8Array(13);
  const view = new DataView(header.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  header.set([8, 3], 8);
  const rows = new Uint8Array((width + 1) * height);
  for (let y = 0; y < height; y++)
    rows.set(indexes.subarray(y * width, (y + 1) * width), y * (width + 1) + 1);
  const pieces = [
    PNG_SIGNATURE,
    ...[
      { type: 'IHDR', data: header },
      ...printChunks(dpi),
      ...tableChunks(colours, alpha),
      { type: 'IDAT', data: deflate(rows) },
      { type: 'IEND', data: new Uint8Array(0) },
    ].map(chunkBytes),
  ];
  const out = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const piece of pieces) {
    out.set(piece, at);
    at += piece.length;
  }
  return out;
}
