import fc from 'fast-check';
import { enlarge } from './enlarge';
import { createImage, type RasterImage } from './image';
import { resample } from './resample';

const seed = 20261129;

/** What is drawn by `cover` (0–1 of the ink at a place) in an ink on a ground, `of` px a side from eight samples a px each way. */
function drawn(
  side: number,
  cover: (x: number, y: number) => boolean,
  { ink = [40, 60, 50, 255], ground = [0, 0, 0, 0] } = {},
): RasterImage {
  const image = createImage(side, side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      let n = 0;
      for (let v = 0; v < 8; v++)
        for (let u = 0; u < 8; u++)
          n += Number(cover((x + (u + 0.5) / 8) / side, (y + (v + 0.5) / 8) / side));
      const t = n / 64;
      const alpha = ink[3] * t + ground[3] * (1 - t);
      const p = 4 * (y * side + x);
      for (let c = 0; c < 3; c++)
        image.data[p + c] = alpha ? (ink[c] * ink[3] * t + ground[c] * ground[3] * (1 - t)) / alpha : 0;
      image.data[p + 3] = alpha;
    }
  return image;
}

/** Mean squared difference of colours weighed by their alpha, and of that, levels². */
function difference(a: RasterImage, b: RasterImage): number {
  let sum = 0;
  for (let p = 0; p < a.data.length; p += 4) {
    const [u, v] = [a.data[p + 3], b.data[p + 3]];
    for (let c = 0; c < 3; c++) sum += ((a.data[p + c] * u - b.data[p + c] * v) / 255) ** 2;
    sum += (u - v) ** 2;
  }
  return sum / a.data.length;
}
const decibels = (a: RasterImage, b: RasterImage) => 10 * Math.log10(difference(a, b) / 255 ** 2);

const badge = (x: number, y: number) => {
  const [u, v] = [x - 0.5, y - 0.48];
  const r = Math.hypot(u, v);
  return (r < 0.38 && r > 0.3) || Math.abs(u - v * 0.6) < 0.03 || (r < 0.16 && v < 0.05);
};

/** A picture of a few random bytes, clear ones too. */
const picture = fc
  .record({
    width: fc.integer({ min: 1, max: 9 }),
    height: fc.integer({ min: 1, max: 9 }),
    from: fc.nat(2 ** 31),
  })
  .map(({ width, height, from }) => {
    const image = createImage(width, height);
    let s = from;
    for (let i = 0; i < image.data.length; i++) {
      s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
      image.data[i] = i % 4 === 3 && s % 5 < 2 ? 255 * (s % 5) : s >>> 24;
    }
    return image;
  });

const flipped = ({ width, height, data }: RasterImage): RasterImage => {
  const out = createImage(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 4; c++)
        out.data[4 * (y * width + x) + c] = data[4 * (y * width + width - 1 - x) + c];
  return out;
};

describe('enlarging a picture', () => {
  it.each([
    ['on a clear ground', {}],
    ['on an opaque one', { ground: [240, 230, 210, 255] }],
  ])('is nearer to what was drawn large than Lanczos is, by a decibel and a half and more, %s', (_, inks) => {
    const small = drawn(64, badge, inks);
    for (const by of [2, 4] as const) {
      const true_ = drawn(64 * by, badge, inks);
      const plain = decibels(resample(small, 64 * by, 64 * by), true_);
      expect(plain - decibels(enlarge(small, by), true_)).toBeGreaterThan(1.5);
    }
  });

  it('leaves what is flat exactly as it is, whatever its size', () => {
    for (const [width, height] of [
      [1, 1],
      [3, 130],
      [129, 2],
    ]) {
      const image = createImage(width, height);
      for (let p = 0; p < image.data.length; p += 4) image.data.set([17, 201, 99, 180], p);
      const large = enlarge(image, 4);
      expect([large.width, large.height]).toEqual([4 * width, 4 * height]);
      const kinds = new Set<string>();
      for (let p = 0; p < large.data.length; p += 4) kinds.add(large.data.slice(p, p + 4).join());
      // Through the product with its alpha a colour may lose a level.
      expect([...kinds].every((k) => /^1[678],20[0-2],(98|99|100),180$/.test(k))).toBe(true);
    }
  });

  it('never goes beyond what is beside it, and averages to what it was made of', () => {
    fc.assert(
      fc.property(picture, (image) => {
        const large = enlarge(image, 2);
        const off: string[] = [];
        for (let y = 0; y < image.height; y++)
          for (let x = 0; x < image.width; x++) {
            const near: number[] = [];
            for (let j = -1; j <= 1; j++)
              for (let i = -1; i <= 1; i++) {
                const [u, v] = [x + i, y + j];
                if (u >= 0 && v >= 0 && u < image.width && v < image.height)
                  near.push(image.data[4 * (v * image.width + u) + 3]);
              }
            for (let q = 0; q < 4; q++) {
              const alpha = large.data[4 * ((2 * y + (q >> 1)) * large.width + 2 * x + (q & 1)) + 3];
              if (alpha < Math.min(...near) - 1 || alpha > Math.max(...near) + 1) off.push(`${x},${y}`);
            }
          }
        return off.length === 0;
      }),
      { seed, numRuns: 60 },
    );
    const smooth = drawn(40, (x, y) => Math.hypot(x - 0.5, y - 0.5) < 0.35);
    const large = enlarge(smooth, 2);
    let worst = 0;
    for (let y = 0; y < 40; y++)
      for (let x = 0; x < 40; x++) {
        let sum = 0;
        for (let q = 0; q < 4; q++) sum += large.data[4 * ((2 * y + (q >> 1)) * 80 + 2 * x + (q & 1)) + 3];
        worst = Math.max(worst, Math.abs(sum / 4 - smooth.data[4 * (y * 40 + x) + 3]));
      }
    expect(worst).toBeLessThan(16);
  });

  it('is the same from either side', () => {
    fc.assert(
      fc.property(picture, (image) => {
        const [a, b] = [flipped(enlarge(image, 2)), enlarge(flipped(image), 2)];
        let worst = 0;
        for (let p = 0; p < a.data.length; p += 4)
          worst = Math.max(worst, Math.abs(a.data[p + 3] - b.data[p + 3]));
        // Of a direction half way between two kernels either may be taken.
        return worst <= 24;
      }),
      { seed, numRuns: 60 },
    );
  });

  it('has no seams between the tiles in which it is made', () => {
    const whole = drawn(200, badge);
    // The same picture from 40 px on: other places of it lie at the rims of tiles.
    const [left, side] = [40, 160];
    const part = createImage(side, side);
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const from = 4 * ((y + left) * 200 + x + left);
        part.data.set(whole.data.slice(from, from + 4), 4 * (y * side + x));
      }
    const [a, b] = [enlarge(whole, 4), enlarge(part, 4)];
    let apart = 0;
    // What is near the cut has other neighbours.
    for (let y = 64; y < 4 * side; y++)
      for (let x = 64; x < 4 * side; x++)
        for (let c = 0; c < 4; c++)
          if (a.data[4 * ((y + 4 * left) * 800 + x + 4 * left) + c] !== b.data[4 * (y * 4 * side + x) + c])
            apart++;
    expect(apart).toBe(0);
  });

  it('brings no colour out of clear px', () => {
    const image = drawn(24, (x, y) => Math.hypot(x - 0.5, y - 0.5) < 0.3);
    const hidden = { ...image, data: new Uint8ClampedArray(image.data) };
    for (let p = 0; p < hidden.data.length; p += 4)
      if (hidden.data[p + 3] === 0) hidden.data.set([255, 0, 255], p);
    expect(enlarge(hidden, 2)).toEqual(enlarge(image, 2));
  });

  it('tells how far it is, and stops where it is told to', () => {
    const heard: number[] = [];
    enlarge(createImage(300, 140), 4, (done) => heard.push(done));
    expect(heard).toEqual([...heard].sort((a, b) => a - b));
    expect(heard.at(-1)).toBe(1);
    expect(heard.length).toBeGreaterThan(10);
    const stop = () => {
      throw new Error('enough');
    };
    expect(() => enlarge(createImage(9, 9), 2, stop)).toThrow('enough');
  });
});
