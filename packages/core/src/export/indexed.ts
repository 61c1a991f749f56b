import { chunkBytes, PNG_SIGNATURE, printChunks } from './png';

/** Pixels as places in a table of at most 256 colours. */
export interface Indexed {
  /** RGBA of each colour, as the pixels have it. */
  colours: Uint32Array;
  indexes: Uint8Array;
}

/** Pixels (RGBA, straight) as a table of their colours; null when they have more than 256. */
export function indexed(pixels: Uint8Array): Indexed | null {
  const all = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4);
  const places = new Map<number, number>();
  // First only counted: most pictures have more, and then nothing need be kept.
  for (let i = 0, last = -1; i < all.length; i++) {
    if (all[i] === last) continue;
    last = all[i];
    if (places.has(last)) continue;
    if (places.size === 256) return null;
    places.set(last, places.size);
  }
  const indexes = Uint8Array.from(all, (colour) => places.get(colour)!);
  return { colours: Uint32Array.from(places.keys()), indexes };
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
  const table = new Uint8Array(colours.buffer, colours.byteOffset, colours.length * 4);
  const rgb = new Uint8Array(colours.length * 3);
  const alphas = new Uint8Array(colours.length);
  for (let i = 0; i < colours.length; i++) {
    rgb.set(table.subarray(4 * i, 4 * i + 3), 3 * i);
    alphas[i] = table[4 * i + 3];
  }
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
      { type: 'PLTE', data: rgb },
      ...(!alpha && alphas.every((a) => a === 255) ? [] : [{ type: 'tRNS', data: alphas }]),
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
