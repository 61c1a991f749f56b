import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import wabt from 'wabt';
import { RESAMPLE_KERNEL } from './resample-kernel';
import fc from 'fast-check';
import sharp from 'sharp';
import { lanczos3, remap, resample, type RasterImage } from './index';

const image = (width: number, height: number, at: (x: number, y: number) => number[]): RasterImage => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set(at(x, y), (y * width + x) * 4);
  return { width, height, data };
};
const pixel = ({ width, data }: RasterImage, x: number, y: number) => [
  ...data.slice((y * width + x) * 4, (y * width + x) * 4 + 4),
];

describe('the kernel', () => {
  it('is 1 in the middle and 0 at every other whole number', () => {
    expect(lanczos3(0)).toBe(1);
    for (const n of [-3, -2, -1, 1, 2, 3, 7]) expect(lanczos3(n)).toBeCloseTo(0, 12);
    expect(lanczos3(0.5)).toBeCloseTo(
      (3 * Math.sin(Math.PI / 2) * Math.sin(Math.PI / 6)) / (Math.PI / 2) ** 2,
      12,
    );
  });
});

describe('resampling', () => {
  it('changes nothing at the same size', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 48, maxLength: 48 }), (bytes) => {
        // Of what is clear no colour is kept.
        const data = Uint8ClampedArray.from(bytes, (v, i) => (bytes[i - (i % 4) + 3] < 16 ? 0 : v));
        const same = resample({ width: 4, height: 3, data }, 4, 3);
        for (let i = 0; i < 48; i++) expect(Math.abs(same.data[i] - data[i])).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('keeps one colour exactly, at any size', () => {
    fc.assert(
      fc.property(
        fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 40 }),
        ([r, g, b], w, h) => {
          const { data } = resample(
            image(9, 7, () => [r, g, b, 255]),
            w,
            h,
          );
          for (let i = 0; i < data.length; i += 4) expect([...data.slice(i, i + 4)]).toEqual([r, g, b, 255]);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('mixes black and white to half the light, which is 188, not to half the number', () => {
    const stripes = image(64, 64, (x) => (x % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    const [v] = pixel(resample(stripes, 16, 16), 8, 8);
    expect(Math.abs(v - 188)).toBeLessThanOrEqual(1);
  });

  it('lets nothing of what is clear bleed into what is not', () => {
    const half = image(40, 40, (x) => (x < 20 ? [200, 60, 40, 255] : [0, 255, 0, 0]));
    const { data } = resample(half, 13, 13);
    for (let i = 0; i < data.length; i += 4)
      if (data[i + 3] > 16)
        for (let c = 0; c < 3; c++) expect(Math.abs(data[i + c] - [200, 60, 40][c])).toBeLessThanOrEqual(8);
  });

  it('takes a part of the source, to a fraction of a pixel', () => {
    const ramp = image(100, 4, (x) => [x * 2, x * 2, x * 2, 255]);
    const part = resample(ramp, 20, 4, { left: 40, top: 0, right: 60, bottom: 4 });
    for (let x = 0; x < 20; x++) expect(Math.abs(pixel(part, x, 1)[0] - (40 + x) * 2)).toBeLessThanOrEqual(1);
  });

  it('agrees with a Lanczos of another hand on a smooth picture', async () => {
    const smooth = image(120, 90, (x, y) => [
      128 + 100 * Math.sin(x / 9),
      128 + 100 * Math.cos(y / 7),
      90 + x,
      255,
    ]);
    const theirs = await sharp(Buffer.from(smooth.data), { raw: { width: 120, height: 90, channels: 4 } })
      .resize(50, 40, { kernel: 'lanczos3', fit: 'fill' })
      .raw()
      .toBuffer();
    const ours = resample(smooth, 50, 40).data;
    // Theirs mixes encoded values; on a smooth picture that differs by a few levels.
    let sum = 0;
    for (let i = 0; i < ours.length; i++) sum += Math.abs(ours[i] - theirs[i]);
    expect(sum / ours.length).toBeLessThan(1.5);
  });

  it('is the same in fours as in plain numbers, but for what is rounded', () => {
    const side = fc.integer({ min: 1, max: 40 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2 ** 31 - 1 }),
        ...[side, side, side, side],
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        (seed, w, h, width, height, cut) => {
          let state = seed;
          const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
          // A third is clear, a third opaque.
          const picture = image(w, h, () => [
            ...[random() * 255, random() * 255, random() * 255],
            Math.max(0, Math.min(255, (random() * 3 - 1) * 255)),
          ]);
          const part = { left: cut * w, top: (cut / 2) * h, right: w - (cut / 3) * w, bottom: h - cut * h };
          const fours = resample(picture, width, height, part);
          const plain = resample(picture, width, height, part, 'plain');
          const off = (p: number, c: number) => Math.abs(fours.data[p + c] - plain.data[p + c]);
          for (let p = 0; p < plain.data.length; p += 4) {
            if (off(p, 3) > 1) return false;
            // What hardly covers is divided by next to nothing.
            if (plain.data[p + 3] > 32 && Math.max(off(p, 0), off(p, 1), off(p, 2)) > 1) return false;
          }
          return true;
        },
      ),
      { seed: 20261130, numRuns: 150 },
    );
  });

  it('goes on with more memory where a row is long, and with less after it', () => {
    const long = image(20_000, 2, (x) => [x % 256, 0, 0, 255]);
    const { data } = resample(long, 19_000, 2);
    expect([data[3], data[4 * 18_999 + 3]]).toEqual([255, 255]);
    const many = image(4, 9000, (_, y) => [0, y % 256, 0, 255]);
    expect(pixel(resample(many, 3000, 9), 1500, 4)[3]).toBe(255);
    expect(pixel(resample(long, 10, 2), 5, 1)[3]).toBe(255);
  });

  it('has its kernel as that is written', async () => {
    const text = readFileSync(join(__dirname, 'resample-kernel.wat'), 'utf8');
    const { buffer } = (await wabt()).parseWat('resample-kernel.wat', text).toBinary({});
    expect(Buffer.from(buffer).toString('base64') === RESAMPLE_KERNEL).toBe(true);
    expect(WebAssembly.validate(Buffer.from(RESAMPLE_KERNEL, 'base64'))).toBe(true);
  });

  it('refuses a target of no size', () => {
    expect(() =>
      resample(
        image(2, 2, () => [0, 0, 0, 0]),
        0,
        2,
      ),
    ).toThrow(RangeError);
  });
});

describe('a free map', () => {
  const spots = image(24, 24, (x, y) => [40 + x * 8, 200 - y * 7, 90, 255]);
  it('is exact for whole steps and quarter turns', () => {
    const moved = remap(spots, 24, 24, (x, y) => [x - 3, y + 2]);
    expect(pixel(moved, 12, 10)).toEqual(pixel(spots, 9, 12));
    const turned = remap(spots, 24, 24, (x, y) => [y, 24 - x]);
    expect(pixel(turned, 5, 9)).toEqual(pixel(spots, 9, 18));
  });
  it('comes back after a turn and its inverse, inside', () => {
    const spin =
      (degrees: number) =>
      (x: number, y: number): [number, number] => {
        const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
        return [12 + (x - 12) * c - (y - 12) * s, 12 + (x - 12) * s + (y - 12) * c];
      };
    const back = remap(remap(spots, 24, 24, spin(17)), 24, 24, spin(-17));
    for (const [x, y] of [
      [12, 12],
      [9, 14],
      [15, 10],
    ]) {
      const [a, b] = [pixel(back, x, y), pixel(spots, x, y)];
      for (let i = 0; i < 4; i++) expect(Math.abs(a[i] - b[i])).toBeLessThanOrEqual(2);
    }
  });
});
