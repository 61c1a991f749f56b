import { deflateSync } from 'node:zlib';
import fc from 'fast-check';
import sharp from 'sharp';
import { checkMarketFile, formatOf, type FileWish } from './market-check';

const SEED = 1812;
const [WIDTH, HEIGHT] = [60, 80];
const PRINT: FileWish = {
  ...{ formats: ['png', 'jpeg', 'svg'], mostBytes: 100_000, picture: null, background: 'transparent' },
  exact: { width: WIDTH, height: HEIGHT, dpi: 300, leastWidth: WIDTH, mostWidth: WIDTH },
};
const PICTURE: FileWish = {
  ...{ formats: ['jpeg', 'png'], mostBytes: 100_000, exact: null, background: 'either' },
  picture: { leastPx: 50, shapes: [1, 0.8] },
};
const canvas = (background: string, width = WIDTH, height = HEIGHT) =>
  sharp({ create: { width, height, channels: 4, background } });
const dot = {
  input: { create: { width: 9, height: 9, channels: 4 as const, background: '#fff' } },
  left: 5,
  top: 5,
};
const printed = (image = canvas('#00000000').composite([dot]), density = 300) =>
  image.withMetadata({ density }).png().toBuffer();

const CRC = Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});
function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  let crc = 0xffffffff;
  for (const byte of body) crc = CRC[(crc ^ byte) & 255] ^ (crc >>> 8);
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length);
  body.copy(out, 4);
  out.writeUInt32BE((crc ^ 0xffffffff) >>> 0, 8 + data.length);
  return out;
}
/** The chunks of a PNG behind its head, without those of a type. */
function without(png: Buffer, type: string): Buffer {
  const rest: Buffer[] = [];
  for (let at = 33; at < png.length;) {
    const end = at + 12 + png.readUInt32BE(at);
    if (png.toString('latin1', at + 4, at + 8) !== type) rest.push(png.subarray(at, end));
    at = end;
  }
  return Buffer.concat(rest);
}
/** The file with a profile of these words instead of its own. */
function profiled(png: Buffer, name: string, words: string): Buffer {
  const profile = Buffer.concat([Buffer.from(`${name}\0\0`, 'latin1'), deflateSync(Buffer.from(words))]);
  return Buffer.concat([png.subarray(0, 33), chunk('iCCP', profile), without(png, 'iCCP')]);
}

describe('what a marketplace finds in a file to print', () => {
  it('is nothing where it is as it is asked for', async () => {
    expect(checkMarketFile(await printed(), PRINT)).toEqual([]);
    const palette = await canvas('#00000000')
      .composite([dot])
      .withMetadata({ density: 300 })
      .png({ palette: true })
      .toBuffer();
    expect(checkMarketFile(palette, PRINT)).toEqual([]);
    // A file that says no resolution is taken by its pixels.
    const png = await printed();
    const plain = Buffer.concat([png.subarray(0, 33), without(png, 'pHYs')]);
    expect(plain.length).toBeLessThan(png.length);
    expect(checkMarketFile(plain, PRINT)).toEqual([]);
  });

  it('is another size, shape or resolution', async () => {
    const of = async (width: number, height: number, density = 300) =>
      checkMarketFile(await printed(canvas('#00000000', width, height).composite([dot]), density), PRINT);
    expect(await of(30, 40)).toEqual(['The file has 30 × 40 px: 60 × 80 px are asked for.']);
    expect(await of(60, 60)).toEqual(['The file has 60 × 60 px: 60 × 80 px are asked for.']);
    expect(await of(60, 80, 72)).toEqual(['The file says 72 dpi: 300 are asked for.']);
    const range = { ...PRINT, exact: { ...PRINT.exact!, leastWidth: 30, mostWidth: 120 } };
    const half = await printed(canvas('#00000000', 30, 40).composite([dot]), 150);
    expect(checkMarketFile(half, range)).toEqual([]);
  });

  it('is a ground where none may be, none where one must be, and nothing at all', async () => {
    const full = await printed(canvas('#204060'));
    expect(checkMarketFile(full, PRINT)[0]).toContain('Nothing of the file is transparent');
    expect(checkMarketFile(full, { ...PRINT, background: 'opaque' })).toEqual([]);
    expect(checkMarketFile(await printed(), { ...PRINT, background: 'opaque' })[0]).toContain(
      'must cover the whole area',
    );
    expect(checkMarketFile(await printed(canvas('#00000000')), PRINT)).toEqual(['The file is empty.']);
    expect(checkMarketFile(await canvas('#204060').jpeg().toBuffer(), PRINT)).toEqual([
      'A JPEG has no transparency: the whole rectangle would be printed.',
    ]);
  });

  it('is another colour space, whatever the profile is called', async () => {
    const png = await printed();
    expect(checkMarketFile(profiled(png, 'icc', 'desc sRGB IEC61966-2.1'), PRINT)).toEqual([]);
    expect(checkMarketFile(profiled(png, 'icc', 's\0R\0G\0B\0'), PRINT)).toEqual([]);
    expect(checkMarketFile(profiled(png, 'wide', 'desc Wide Gamut'), PRINT)[0]).toContain('of another space');
    const cmyk = await canvas('#888', 60, 60).removeAlpha().toColourspace('cmyk').jpeg().toBuffer();
    expect(checkMarketFile(cmyk, PICTURE)[0]).toContain('CMYK');
  });

  it('is more bits, more bytes, and kinds that are not taken', async () => {
    const deep = await sharp(await printed())
      .toColourspace('rgb16')
      .withMetadata({ density: 300 })
      .png()
      .toBuffer();
    expect(checkMarketFile(deep, PRINT).join()).toContain('16 bits');
    expect(checkMarketFile(await printed(), { ...PRINT, mostBytes: 50 })[0]).toMatch(/^The file has 0\.0 MB/);
    expect(checkMarketFile(await canvas('#fff').webp().toBuffer(), PRINT)[0]).toBe(
      'The file is WEBP: PNG, JPEG, SVG is taken.',
    );
    expect(checkMarketFile(Buffer.from('%PDF-1.7'), PRINT)[0]).toContain('The file is PDF');
    expect(checkMarketFile(Buffer.from('MZ'), PRINT)[0]).toContain('of no known kind');
    expect(checkMarketFile(Buffer.from('<?xml version="1.0"?>\n<svg xmlns="x"/>'), PRINT)).toEqual([]);
  });

  it('is a size that nobody looks at, told by its header alone', async () => {
    const huge = Buffer.from(await printed());
    huge.writeUInt32BE(60_000, 16);
    huge.writeUInt32BE(80_000, 20);
    expect(checkMarketFile(huge, PRINT)).toEqual(['The file claims more pixels than are looked at.']);
  });

  it('is said in words, and never thrown, whatever the bytes are', async () => {
    const [png, jpeg] = [await printed(), await canvas('#888', 60, 60).jpeg().toBuffer()];
    fc.assert(
      fc.property(
        fc.constantFrom(png, jpeg),
        fc.nat(),
        fc.integer({ min: 0, max: 255 }),
        fc.nat(),
        (whole, at, byte, end) => {
          const bytes = Buffer.from(whole.subarray(0, 8 + (end % whole.length)));
          bytes[at % bytes.length] = byte;
          for (const wish of [PRINT, PICTURE])
            for (const fault of checkMarketFile(bytes, wish)) expect(fault).toMatch(/^[A-Z].*\.$/s);
        },
      ),
      { seed: SEED, numRuns: 300, endOnFailure: true },
    );
  });
});

describe('what it finds in a picture', () => {
  const picture = (width: number, height: number) => canvas('#888', width, height).jpeg().toBuffer();
  it('is too few pixels, and shapes that are not shown', async () => {
    expect(checkMarketFile(await picture(60, 60), PICTURE)).toEqual([]);
    expect(checkMarketFile(await picture(80, 100), PICTURE)).toEqual([]);
    expect(checkMarketFile(await picture(40, 40), PICTURE)[0]).toContain('must have 50 at least');
    expect(checkMarketFile(await picture(100, 60), PICTURE)[0]).toContain('none of the shapes');
  });

  it('kinds are told by their first bytes, not by names', async () => {
    expect(formatOf(await picture(9, 9))).toBe('jpeg');
    expect(formatOf(await printed())).toBe('png');
    expect(formatOf(Buffer.from('  <svg viewBox="0 0 1 1">'))).toBe('svg');
    expect(formatOf(Buffer.from('<html><svg>'))).toBeNull();
    expect(formatOf(Buffer.alloc(0))).toBeNull();
  });
});
