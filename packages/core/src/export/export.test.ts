import { deflateSync, inflateSync } from 'node:zlib';
import fc from 'fast-check';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { writePdf } from '../drawing';
import {
  crc32,
  eachRow,
  indexed,
  JpegError,
  markJpeg,
  markPrint,
  NAME_PATTERN,
  nameBy,
  patternFault,
  PdfError,
  PngError,
  readBack,
  readChunks,
  readHeader,
  readJpegHeader,
  readPdf,
  slug,
  uniqueNames,
  writeIndexed,
  type NameParts,
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
const expected = { width: W, height: H, dpi: 300, maxBytes: 10_000, alpha: true, pixels };
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

const PARTS: NameParts = {
  design: 'Boots On, Moon’s Out',
  marketplace: 'Pinfold Market',
  product: 'pinfold/hoodie-front',
  side: null,
  colourway: 'Night',
  garment: null,
  w: 3900,
  h: 3900,
  dpi: 300,
  mirror: null,
};

describe('names', () => {
  it('say design, product, colourway and size; what says nothing leaves with its dash', () => {
    expect(nameBy(NAME_PATTERN, PARTS)).toBe('boots-on-moons-out-pinfold-hoodie-front-night-3900x3900');
    expect(nameBy('{side}__{design}.{mirror}', PARTS)).toBe('boots-on-moons-out');
    expect(nameBy('{design}-{mirror}', { ...PARTS, mirror: 'mirrored' })).toBe('boots-on-moons-out-mirrored');
  });

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['{design}-{colour}', 'there is no {colour}'],
    ['{design', 'a brace has no partner'],
    ['print', 'says the same for every file'],
  ])('refuse the pattern %j in words', (pattern, expected) => {
    expect(patternFault(pattern)).toContain(expected);
  });

  it('are safe on every system whatever a design is called and whatever the pattern says', () => {
    expect(patternFault(NAME_PATTERN)).toBeNull();
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', maxLength: 400 }),
        fc.string({ unit: 'binary', maxLength: 300 }),
        (text, more) => {
          for (const name of [
            slug(text),
            nameBy(`${more}{design}${more}{w}x{h}`, { ...PARTS, design: text }),
          ]) {
            expect(name).toMatch(/^[A-Za-z0-9][A-Za-z0-9._-]*$/);
            expect(name).not.toMatch(/^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i);
            expect(name).not.toMatch(/[.]$/);
            expect(name.length).toBeLessThanOrEqual(190);
          }
        },
      ),
    );
    expect(slug('CON')).toBe('con-file');
    expect(slug('???')).toBe('untitled');
    expect(nameBy('nul.{garment}', PARTS)).toBe('file-nul');
    expect(nameBy('{garment}', PARTS)).toBe('untitled');
  });

  it('may say words of a row, whatever their case; what files say by themselves goes before', () => {
    const more = { ' Night JOB': 'Owl Keeper', design: 'not this', 'no words': '  ' };
    expect(nameBy('{Night Job}_{ night job }-{w}', PARTS, more)).toBe('owl-keeper_owl-keeper-3900');
    expect(nameBy('{design}', PARTS, more)).toBe('boots-on-moons-out');
    expect(nameBy('{No words}-{w}', PARTS, more)).toBe('3900');
    expect(patternFault('{Night Job}-{w}', ['Night job'])).toBeNull();
    expect(patternFault('{Night Job}-{w}')).toContain('there is no {Night Job}');
    expect(patternFault('{Day job}', ['Night job'])).toContain('use {Night job} {design}');
    // No property that all objects have is a word.
    expect(nameBy('{constructor}-{w}', PARTS, more)).toBe('3900');
  });

  it('too long give way in their beginning, so that the end still tells files apart', () => {
    const name = nameBy(`${'owl '.repeat(100)}{w}x{h}`, PARTS);
    expect(name.length).toBeLessThanOrEqual(182);
    expect(name.endsWith('-3900x3900')).toBe(true);
  });

  it('are never two alike, not even by capitals', () => {
    expect(uniqueNames(['a.png', 'A.png', 'a.png', 'a.svg'])).toEqual([
      'a.png',
      'A-2.png',
      'a-3.png',
      'a.svg',
    ]);
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a.png', 'A.PNG', 'a-2.png', 'b', 'a-2-2.png')), (names) => {
        const made = uniqueNames(names).map((n) => n.toLowerCase());
        expect(new Set(made).size).toBe(names.length);
      }),
    );
  });
});

describe('a table of colours', () => {
  const few = Uint8Array.from(
    { length: W * H * 4 },
    (_, i) =>
      [
        [10, 20, 30, 255],
        [0, 0, 0, 0],
        [200, 90, 40, 128],
      ][(i >> 2) % 3][i % 4],
  );
  const file = () => writeIndexed(indexed(few)!, W, H, 300, (b) => deflateSync(b));

  it('gives the very pixels back, here and to another decoder', () => {
    expect(Uint8Array.from(PNG.sync.read(Buffer.from(file())).data)).toEqual(few);
    expect(readBack(file(), { ...expected, pixels: few }, inflate, same)).toMatchObject({
      colourType: 3,
      dpi: 300,
      colourSpace: 'srgb',
      faults: [],
    });
  });

  it('is there for 256 colours and not for one more', () => {
    const many = (n: number) =>
      Uint8Array.from({ length: n * 4 }, (_, i) =>
        i % 4 === 0 ? (i >> 2) & 255 : i % 4 === 1 ? i >> 10 : 255,
      );
    expect(indexed(many(256))!.colours).toHaveLength(256);
    expect(indexed(many(257))).toBeNull();
  });

  it('has alpha where it is asked for, also when all is opaque, and none where it is not', () => {
    const solid = few.map((v, i) => (i % 4 === 3 ? 255 : v));
    const of = (alpha: boolean) => writeIndexed(indexed(solid)!, W, H, 300, (b) => deflateSync(b), alpha);
    const faults = (file: Uint8Array, alpha: boolean) =>
      readBack(file, { ...expected, pixels: solid, alpha }, inflate, same).faults;
    expect(PNG.sync.read(Buffer.from(of(true))).alpha).toBe(true);
    expect(Uint8Array.from(PNG.sync.read(Buffer.from(of(true))).data)).toEqual(Uint8Array.from(solid));
    expect([faults(of(true), true), faults(of(false), false)]).toEqual([[], []]);
    expect(faults(of(false), true)).toEqual(['the file has no alpha channel']);
    expect(faults(of(true), false)).toEqual(['the file has an alpha channel, which was not asked for']);
  });

  it('says so when a pixel is beyond it', () => {
    const broken = { ...indexed(few)!, colours: indexed(few)!.colours.slice(0, 2) };
    expect(() =>
      readBack(
        writeIndexed(broken, W, H, 300, (b) => deflateSync(b)),
        { ...expected, pixels: few },
        inflate,
        same,
      ),
    ).toThrow('beyond its table');
  });
});

describe('JPEG and PDF', () => {
  it('say their resolution once they are marked; what is none is refused', async () => {
    const plain = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#b3492a' } })
      .jpeg()
      .toBuffer();
    expect(readJpegHeader(markJpeg(plain, 300))).toEqual({ width: 30, height: 20, components: 3, dpi: 300 });
    expect((await sharp(markJpeg(plain, 300)).metadata()).density).toBe(300);
    expect(() => readJpegHeader(plain.subarray(0, 40))).toThrow(JpegError);
    expect(() => markJpeg(encode(0), 300)).toThrow('no JPEG');
  });

  it('of which a cut-off or shifted PDF is no whole file', () => {
    const drawing = {
      width: 300,
      height: 600,
      dpi: 300,
      groups: [],
      inks: [],
      hidden: 0,
      faults: [],
      late: false,
    };
    const pdf = writePdf(drawing, {
      picture: () => null,
      soft: () => null,
      deflate: (b) => deflateSync(b),
      title: 'Moth & Łódź',
    });
    expect(readPdf(pdf)).toEqual({ width: 72, height: 144, pages: 1, fonts: 0 });
    expect(() => readPdf(pdf.subarray(0, pdf.length - 20))).toThrow('cut off');
    const shifted = new Uint8Array(pdf.length + 1);
    shifted.set(pdf.subarray(0, 20));
    shifted.set(pdf.subarray(20), 21);
    expect(() => readPdf(shifted)).toThrow(PdfError);
  });
});
