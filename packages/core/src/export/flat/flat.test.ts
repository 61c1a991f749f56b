import { inflateSync } from 'node:zlib';
import fc from 'fast-check';
import { PNG } from 'pngjs';
import { FlatPng, indexed, readBack, readChunks } from '../index';
import { BitWriter } from './bits';
import { Block } from './block';
import { huffman } from './huffman';

const inflate = (bytes: Uint8Array) => inflateSync(bytes);
const same = (a: Uint8Array, b: Uint8Array) => Buffer.compare(a, b) === 0;

/** A picture as one file, in bands of so many rows. */
function fileOf(
  pixels: Uint8Array,
  width: number,
  height: number,
  { alpha = true, rows = 7, table = true } = {},
) {
  const colours = table ? indexed(pixels) : null;
  const png = new FlatPng({ width, height, dpi: 300, alpha, ...(colours ? { table: colours.colours } : {}) });
  const from = colours ? colours.indexes : pixels;
  const stride = colours ? width : width * 4;
  const bands: Uint8Array[] = [];
  for (let y = 0; y < height; y += rows)
    bands.push(FlatPng.rows(png.band(from.subarray(y * stride, Math.min(height, y + rows) * stride))));
  return Buffer.concat([...png.head, ...bands, FlatPng.end()]);
}

/** Flat shapes: boxes of few colours over each other, some see-through, and a little grain. */
const artwork = fc
  .record({
    width: fc.integer({ min: 1, max: 90 }),
    height: fc.integer({ min: 1, max: 40 }),
    boxes: fc.array(
      fc.record({
        at: fc.tuple(fc.nat(90), fc.nat(40), fc.nat(90), fc.nat(40)),
        colour: fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255), fc.nat(255)),
        slant: fc.integer({ min: -2, max: 2 }),
      }),
      { maxLength: 8 },
    ),
    grain: fc.array(fc.tuple(fc.nat(89), fc.nat(39), fc.nat(255)), { maxLength: 60 }),
  })
  .map(({ width, height, boxes, grain }) => {
    const pixels = new Uint8Array(width * height * 4);
    for (const { at, colour, slant } of boxes)
      for (let y = at[1]; y < Math.min(height, at[1] + at[3]); y++)
        for (let x = Math.max(0, at[0] + slant * y); x < Math.min(width, at[0] + slant * y + at[2]); x++)
          pixels.set(colour, (y * width + x) * 4);
    for (const [x, y, v] of grain) if (x < width && y < height) pixels[(y * width + x) * 4 + 1] = v;
    return { width, height, pixels };
  });

describe('PNG of flat artwork', () => {
  it('gives the very pixels back, to zlib and to another decoder, in bands of any height', () => {
    fc.assert(
      fc.property(
        artwork,
        fc.integer({ min: 1, max: 50 }),
        fc.boolean(),
        ({ width, height, pixels }, rows, table) => {
          const file = fileOf(pixels, width, height, { rows, table });
          expect(same(PNG.sync.read(file).data, pixels)).toBe(true);
          const expected = { width, height, dpi: 300, maxBytes: 1e6, alpha: true, pixels };
          expect(readBack(file, expected, inflate, same).faults).toEqual([]);
        },
      ),
      { seed: 25, numRuns: 300 },
    );
  });

  it('without alpha has three bytes a pixel, or a table without transparency', () => {
    fc.assert(
      fc.property(artwork, fc.boolean(), ({ width, height, pixels }, table) => {
        const opaque = pixels.map((v, i) => (i % 4 === 3 ? 255 : v));
        const file = fileOf(opaque, width, height, { alpha: false, table });
        expect(readChunks(file)[0].data[9]).toBe(table ? 3 : 2);
        const expected = { width, height, dpi: 300, maxBytes: 1e6, alpha: false, pixels: opaque };
        expect(readBack(file, expected, inflate, same).faults).toEqual([]);
      }),
      { seed: 26, numRuns: 100 },
    );
  });

  it('tells a blank board of 4500 × 5400 in a few bytes a row', () => {
    const [width, height] = [4500, 300];
    const file = fileOf(new Uint8Array(width * height * 4), width, height, { rows: 64, table: false });
    expect(file.length).toBeLessThan(height * 24);
    expect(PNG.sync.read(file).data.every((v) => v === 0)).toBe(true);
  });

  it('tells an edge that comes again as where it was: under a byte a row for a slanted one', () => {
    const [width, height] = [400, 300];
    const pixels = new Uint8Array(width * height * 4);
    for (let y = 0; y < height; y++)
      for (let x = y; x < y + 60; x++)
        pixels.set([179, 73, 42, x === y || x === y + 59 ? 128 : 255], (y * width + x) * 4);
    const file = fileOf(pixels, width, height, { rows: 64, table: false });
    expect(same(PNG.sync.read(file).data, pixels)).toBe(true);
    // Seven pixels a row differ from those above; each would have four bytes.
    expect(file.length).toBeLessThan(height * 14);
  });

  it('takes what cannot be packed, and grows by little', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 4000, maxLength: 4000 }), (pixels) => {
        const file = fileOf(pixels, 25, 40, { table: false });
        expect(same(PNG.sync.read(file).data, pixels)).toBe(true);
        expect(file.length).toBeLessThan(4000 + 6 * 260 + 200);
      }),
      { seed: 27, numRuns: 50 },
    );
  });
});

/** A stream of one block from literals and matches, and what it must inflate to. */
type Step = { byte: number } | { length: number; distance: number };
function blockOf(steps: readonly Step[]): { packed: Uint8Array; plain: number[] } {
  const block = new Block();
  const plain: number[] = [];
  for (const step of steps) {
    if ('byte' in step) {
      block.literal(step.byte);
      plain.push(step.byte);
    } else {
      const distance = Math.min(step.distance, plain.length);
      if (!distance) continue;
      block.match(step.length, distance);
      for (let i = 0; i < step.length; i++) plain.push(plain[plain.length - distance]);
    }
  }
  const out = new BitWriter();
  out.put(0x78, 8);
  out.put(0x01, 8);
  block.write(out, true);
  out.align();
  const [a, b] = plain.reduce(([s, t], v) => [(s + v) % 65521, (t + s + v) % 65521], [1, 0]);
  for (const v of [b >> 8, b & 255, a >> 8, a & 255]) out.put(v, 8);
  return { packed: out.take(), plain };
}

describe('a block of deflate', () => {
  it('inflates to what went in, with lengths and distances of every kind', () => {
    const step = fc.oneof(
      { weight: 3, arbitrary: fc.record({ byte: fc.nat(255) }) },
      {
        weight: 1,
        arbitrary: fc.record({
          length: fc.integer({ min: 3, max: 1100 }),
          distance: fc.oneof(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 1, max: 32768 })),
        }),
      },
    );
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 400 }), (steps) => {
        const { packed, plain } = blockOf(steps);
        expect([...inflateSync(packed)]).toEqual(plain);
      }),
      { seed: 28, numRuns: 200 },
    );
  });

  it('says each length from 3 to 800, and each distance that begins or ends a symbol', () => {
    const distances = [1, 2, 3, 4];
    for (let k = 1; k < 15; k++) distances.push(2 ** k, 2 ** k + 1, 3 * 2 ** (k - 1), 3 * 2 ** (k - 1) + 1);
    const start = Array.from({ length: 32768 }, (_, i) => ({ byte: (i * 7919) % 251 }));
    const steps: Step[] = [...start, ...[...distances, 32768].map((distance) => ({ length: 5, distance }))];
    for (let length = 3; length <= 800; length++) steps.push({ length, distance: length + 9 });
    const { packed, plain } = blockOf(steps);
    expect(Buffer.compare(inflateSync(packed), Buffer.from(plain))).toBe(0);
  });
});

describe('Huffman codes', () => {
  const kraft = (lengths: Uint8Array) => lengths.reduce((sum, l) => sum + (l ? 2 ** -l : 0), 0);

  it('are whole, within their limit, and shorter for what is more frequent', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(100_000), { minLength: 2, maxLength: 286 }), (counts) => {
        const { lengths } = huffman(Uint32Array.from(counts), 15);
        const used = [...counts.keys()].filter((s) => counts[s] > 0);
        fc.pre(used.length > 1);
        expect(kraft(lengths)).toBe(1);
        for (const a of used)
          for (const b of used) if (counts[a] > counts[b]) expect(lengths[a]).toBeLessThanOrEqual(lengths[b]);
      }),
      { seed: 29, numRuns: 100 },
    );
  });

  it('have their published lengths: five symbols of 15, 7, 6, 6 and 5 take 87 bits', () => {
    const counts = Uint32Array.of(15, 7, 6, 6, 5);
    const { lengths } = huffman(counts, 15);
    expect([...lengths]).toEqual([1, 3, 3, 3, 3]);
    expect(counts.reduce((sum, n, i) => sum + n * lengths[i], 0)).toBe(87);
  });

  it('are cut to their limit where counts grow like Fibonacci’s numbers, and stay whole', () => {
    const counts = new Uint32Array(30);
    for (let i = 0, [a, b] = [1, 1]; i < 30; i++, [a, b] = [b, a + b]) counts[i] = a;
    for (const most of [7, 15]) {
      const { lengths } = huffman(counts, most);
      expect(Math.max(...lengths)).toBe(most);
      expect(kraft(lengths)).toBe(1);
    }
  });

  it('have one bit for a single symbol, and none for none', () => {
    expect([...huffman(Uint32Array.of(0, 9, 0), 15).lengths]).toEqual([0, 1, 0]);
    expect([...huffman(Uint32Array.of(0, 0), 15).lengths]).toEqual([0, 0]);
  });
});
