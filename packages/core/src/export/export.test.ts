import { deflateSync, inflateSync } from 'node:zlib';
import fc from 'fast-check';
import { PNG } from 'pngjs';
import {
  crc32,
  eachRow,
  fileName,
  markPrint,
  PngError,
  readBack,
  readChunks,
  readHeader,
  slug,
} from './index';

const W = 7;
const H = 5;
const pixels = Uint8Array.from({ length: W * H * 4 }, (_, i) => (i * 37) % 251);
for (const corner of [0, W - 1, (H - 1) * W, H * W - 1]) pixels[corner * 4 + 3] = 0;

/** A PNG by an independent encoder, with each of PNG's row filters. */
function encode(filterType: number): Buffer {
  const png = new PNG({ width: W, height: H, filterType } as ConstructorParameters<typeof PNG>[0]);
  png.data = Buffer.from(pixels);
  return PNG.sync.write(png, { filterType });
}
const inflate = (bytes: Uint8Array) => inflateSync(bytes);
const same = (a: Uint8Array, b: Uint8Array) => Buffer.compare(a, b) === 0;
const expected = { width: W, height: H, dpi: 300, maxBytes: 10_000, pixels };
const marked = () => markPrint(encode(0), 300);

describe('PNG', () => {
  it('has the CRC of the specification: IEND is AE426082', () => {
    expect(crc32(new TextEncoder().encode('IEND'))).toBe(0xae426082);
  });

  it.each([0, 1, 2, 3, 4])('rows with filter %d come back as they were painted', (filter) => {
    const rows: number[] = [];
    eachRow(readChunks(encode(filter)), inflate, (_, row) => rows.push(...row));
    expect(Uint8Array.from(rows)).toEqual(pixels);
  });

  it('says 300 dpi and sRGB after markPrint, and still decodes elsewhere to the same pixels', () => {
    const file = marked();
    expect(readHeader(readChunks(file))).toEqual({
      width: W,
      height: H,
      bitDepth: 8,
      colourType: 6,
      interlaced: false,
      pxPerMetre: 11811,
      colourSpace: 'srgb',
    });
    expect(Uint8Array.from(PNG.sync.read(Buffer.from(file)).data)).toEqual(pixels);
  });

  it('carries no stray metadata', () => {
    expect(readChunks(marked()).map((c) => c.type)).toEqual(['IHDR', 'sRGB', 'pHYs', 'IDAT', 'IEND']);
  });

  it('is refused when it is cut off anywhere or damaged in a byte', () => {
    const file = marked();
    fc.assert(
      fc.property(fc.integer({ min: 0, max: file.length - 1 }), (n) => {
        expect(() => readChunks(file.subarray(0, n))).toThrow(PngError);
        const spoilt = Uint8Array.from(file);
        spoilt[n] ^= 0x55;
        expect(() => readChunks(spoilt)).toThrow(PngError);
      }),
    );
  });
});

describe('reading back', () => {
  it('finds nothing wrong with a right file', () => {
    expect(readBack(marked(), expected, inflate, same)).toMatchObject({
      width: W,
      dpi: 300,
      colourSpace: 'srgb',
      cornersTransparent: true,
      faults: [],
    });
  });

  it('notices a pixel that differs, a wrong size, resolution, colour space and too many bytes', () => {
    const other = Uint8Array.from(pixels);
    other[17] ^= 1;
    const faults = (over: Partial<typeof expected>, file = marked()) =>
      readBack(file, { ...expected, ...over }, inflate, same).faults.join('; ');
    expect(faults({ pixels: other })).toBe('1 rows of pixels differ from what was painted');
    expect(faults({ height: 6 })).toContain('not 7 × 6');
    expect(faults({ dpi: 299 })).toContain('does not say 299 dpi');
    expect(faults({ maxBytes: 10 })).toContain('more than the 10');
    expect(faults({}, Uint8Array.from(encode(0)))).toContain('does not say that it is sRGB');
  });

  it('notices fewer rows than the header says', () => {
    const chunks = readChunks(encode(0)).map((c) =>
      c.type === 'IDAT' ? { ...c, data: Uint8Array.from(deflateSync(Buffer.alloc(40))) } : c,
    );
    expect(() => eachRow(chunks, inflate, () => undefined)).toThrow('fewer pixels');
  });
});

describe('names', () => {
  it('say design, product, colourway and size', () => {
    expect(
      fileName({
        design: 'Boots On, Moon’s Out',
        product: 'pinfold/hoodie-front',
        side: null,
        colourway: 'Night',
        width: 3900,
        height: 3900,
      }),
    ).toBe('boots-on-moons-out-pinfold-hoodie-front-night-3900x3900.png');
  });

  it('are safe on every system whatever a design is called', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (text) => {
        const name = slug(text);
        expect(name).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/);
        expect(name.length).toBeLessThanOrEqual(85);
      }),
    );
    expect(slug('CON')).toBe('con-file');
    expect(slug('???')).toBe('untitled');
  });
});
