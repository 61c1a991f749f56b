import { createInflate } from 'node:zlib';
import {
  ColourTable,
  FlatPng,
  PngError,
  readChunks,
  reportOf,
  RowComparison,
  RowDecoder,
  type Expected,
  type FileReport,
} from '@brelm/core/export';

/** Rows that are taken at a time: what they need stays near the processor. */
const BAND = 128;

/** Bytes a px that flat artwork stays under; what needs more has an encoder that suits it better. */
export const FLAT_BYTES = 0.4;

/** Inflates in the thread pool what is written to it, while this thread goes on. */
function inflating(length: number, take: (bytes: Uint8Array) => void) {
  const inflate = createInflate({ chunkSize: Math.min(Math.max(length, 1024), 1 << 20) });
  let failure: Error | null = null;
  inflate.on('error', (cause) => (failure = cause));
  inflate.on('data', (bytes: Buffer) => {
    if (failure) return;
    try {
      take(bytes);
    } catch (cause) {
      failure = cause as Error;
    }
  });
  const ended = new Promise<void>((resolve) => inflate.once('close', resolve));
  const thrown = () => {
    if (failure)
      throw failure instanceof PngError ? failure : new PngError(`the PNG is damaged: ${failure.message}`);
  };
  return {
    write: (bytes: Uint8Array) =>
      new Promise<void>((resolve) => {
        if (failure) resolve();
        else inflate.write(bytes, () => resolve());
      }).then(thrown),
    stop: () => inflate.destroy(),
    end: async () => {
      inflate.end();
      await ended;
      thrown();
    },
  };
}

/**
 * Encodes flat artwork as a PNG and reads it back while it is written: rows are compressed here, zlib inflates them in
 * another thread, and each row is held against what was painted (`pixels`: RGBA, straight alpha). Null as soon as the
 * file is larger than `most` bytes: what is not flat has an encoder that suits it better.
 */
export async function flatPng(
  pixels: Uint8Array,
  expected: Expected,
  most: number,
): Promise<{ bytes: Buffer; report: FileReport } | null> {
  const { width, height, dpi, alpha } = expected;
  const rows = (y: number, count: number) => pixels.subarray(y * width * 4, (y + count) * width * 4);
  const table = ColourTable.of(pixels);
  const png = new FlatPng({ width, height, dpi, alpha, ...(table ? { table: table.colours } : {}) });
  const comparison = new RowComparison(
    expected,
    (y) => rows(y, 1),
    (a, b) => Buffer.compare(a, b) === 0,
  );
  const decoder = new RowDecoder(png.chunks, comparison.visit);
  const back = inflating((decoder.length / height) * BAND, (bytes) => decoder.push(bytes));
  const pieces = [...png.head];
  let [size, written] = [0, Promise.resolve()];
  for (let y = 0; y < height; y += BAND) {
    const band = rows(y, BAND);
    const data = png.band(table ? table.indexes(band) : band);
    pieces.push(FlatPng.rows(data));
    size += data.length;
    await written;
    if (size > most) {
      back.stop();
      return null;
    }
    written = back.write(data);
  }
  await written;
  await back.end();
  decoder.end();
  pieces.push(FlatPng.end());
  const bytes = Buffer.concat(pieces);
  return { bytes, report: reportOf(bytes, readChunks(bytes), expected, comparison) };
}
