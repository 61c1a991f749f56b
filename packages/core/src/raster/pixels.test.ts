import { createCanvas } from '@napi-rs/canvas';
import { converter } from 'culori';
import fc from 'fast-check';
import {
  blendColour,
  blurImage,
  blurPlane,
  createImage,
  cutGrid,
  fillPolygons,
  foregroundColours,
  fromOklab,
  reducedImage,
  toOklab,
  type PixelBlend,
} from './index';

const SEED = { seed: 151, endOnFailure: true };
const byte = fc.integer({ min: 0, max: 255 });

describe('OKLab', () => {
  it('is what another library makes of it, and comes back', () => {
    const other = converter('oklab');
    const lab = new Float64Array(3);
    const rgb = new Float64Array(3);
    fc.assert(
      fc.property(byte, byte, byte, (r, g, b) => {
        toOklab(r, g, b, lab);
        const { l, a, b: bb } = other({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
        expect(Math.hypot(lab[0] - l, lab[1] - a, lab[2] - bb)).toBeLessThan(1e-4);
        fromOklab(lab[0], lab[1], lab[2], rgb);
        [r, g, b].forEach((v, c) => expect(Math.abs(rgb[c] - v)).toBeLessThan(0.5));
      }),
      SEED,
    );
  });
});

describe('blur', () => {
  it.each([0.7, 2, 3.1, 9])('of %d px spreads a point as a Gaussian does, and loses nothing', (sigma) => {
    const side = 121;
    const data = new Float32Array(side * side);
    data[60 * side + 60] = 1000;
    const { data: soft } = blurPlane({ width: side, height: side, data }, sigma);
    let [sum, variance] = [0, 0];
    soft.forEach((v, i) => {
      sum += v;
      variance += v * ((i % side) - 60) ** 2;
    });
    expect(sum).toBeCloseTo(1000, 0);
    // Three boxes come near it, in whole widths.
    expect(Math.abs(Math.sqrt(variance / sum) - sigma)).toBeLessThan(0.1 + sigma / 50);
  });

  it('brings no colour in from what is clear', () => {
    const image = createImage(20, 20);
    for (let i = 0; i < 400; i++) image.data.set(i % 20 < 10 ? [200, 100, 50, 255] : [0, 255, 0, 0], 4 * i);
    const soft = blurImage(image, 2);
    const p = 4 * (10 * 20 + 10);
    expect([...soft.data.subarray(p, p + 3)]).toEqual([200, 100, 50]);
    expect(soft.data[p + 3]).toBeGreaterThan(40);
    expect(blurImage(image, 2, false).data[p + 3]).toBe(0);
  });
});

describe('blends', () => {
  const BLENDS = [
    'multiply',
    'screen',
    'overlay',
    'darken',
    'lighten',
    'hard-light',
    'soft-light',
    'color',
    'luminosity',
  ] as const;
  it.each(BLENDS)('%s is what a canvas makes of it', (blend: PixelBlend) => {
    const context = createCanvas(1, 1).getContext('2d');
    const colour = fc.tuple(byte, byte, byte);
    fc.assert(
      fc.property(colour, colour, (below, over) => {
        context.globalCompositeOperation = 'source-over';
        context.fillStyle = `rgb(${below.join(' ')})`;
        context.fillRect(0, 0, 1, 1);
        context.globalCompositeOperation = blend as never;
        context.fillStyle = `rgb(${over.join(' ')})`;
        context.fillRect(0, 0, 1, 1);
        const theirs = context.getImageData(0, 0, 1, 1).data;
        const ours = new Float64Array(3);
        const share = (c: number[]) => Float64Array.from(c, (v) => v / 255);
        blendColour(blend, share(below), share(over), ours);
        ours.forEach((v, c) => expect(Math.abs(255 * v - theirs[c])).toBeLessThan(2.5));
      }),
      SEED,
    );
  });
});

describe('polygons', () => {
  it('cover as much as their area, and the even-odd rule leaves a hole', () => {
    const square = (a: number, b: number): [number, number][] => [
      [a, a],
      [b, a],
      [b, b],
      [a, b],
    ];
    const sum = (polygons: [number, number][][]) =>
      fillPolygons(polygons, 64, 64).data.reduce((s, v) => s + v, 0);
    expect(sum([square(10.25, 40.75)])).toBeCloseTo(30.5 ** 2, 3);
    expect(sum([square(10, 40), square(20, 30)])).toBeCloseTo(900 - 100, 3);
    expect(
      sum([
        [
          [5, 5],
          [55, 10],
          [20, 50],
        ],
      ]),
    ).toBeCloseTo(Math.abs(50 * 45 - 15 * 5) / 2, -1);
    expect(sum([square(-20, 20)])).toBeCloseTo(400, 3);
  });
});

describe('the cheapest cut of a grid', () => {
  const [W, H] = [3, 3];
  const DIRECTIONS = [
    [1, 0],
    [0, 1],
    [1, 1],
    [1, -1],
  ];
  const costOf = (label: number[], gain: number[], apart: number[][]) => {
    let cost = 0;
    label.forEach((l, i) => {
      cost -= l ? gain[i] : 0;
      DIRECTIONS.forEach(([dx, dy], k) => {
        const [x, y] = [(i % W) + dx, Math.floor(i / W) + dy];
        if (x < 0 || y < 0 || x >= W || y >= H) return;
        if (l !== label[y * W + x]) cost += apart[k][i];
      });
    });
    return cost;
  };

  it('is as cheap as the best of all', () => {
    const numbers = fc.array(fc.integer({ min: -9, max: 9 }), { minLength: W * H, maxLength: W * H });
    const costs = fc.array(fc.array(fc.integer({ min: 0, max: 6 }), { minLength: W * H, maxLength: W * H }), {
      minLength: 4,
      maxLength: 4,
    });
    fc.assert(
      fc.property(numbers, costs, (gain, apart) => {
        const cut = cutGrid(
          W,
          H,
          Float32Array.from(gain),
          apart.map((a) => Float32Array.from(a)),
        );
        let best = Infinity;
        for (let bits = 0; bits < 1 << (W * H); bits++)
          best = Math.min(
            best,
            costOf(
              Array.from({ length: W * H }, (_, i) => (bits >> i) & 1),
              gain,
              apart,
            ),
          );
        expect(costOf([...cut], gain, apart)).toBeCloseTo(best, 6);
      }),
      { ...SEED, numRuns: 60 },
    );
  });

  it('comes to an end on a grid of many cells', () => {
    const [w, h] = [200, 150];
    const gain = Float32Array.from(
      { length: w * h },
      (_, i) => (Math.hypot((i % w) - 100, Math.floor(i / w) - 75) < 40 ? 3 : -3) + (((i * 7919) % 11) - 5),
    );
    const apart = DIRECTIONS.map(() => new Float32Array(w * h).fill(4));
    const cut = cutGrid(w, h, gain, apart);
    expect(cut.reduce((s, v) => s + v, 0) / (Math.PI * 1600)).toBeCloseTo(1, 1);
  });
});

it('a reduced image has the means of the whole', () => {
  const image = createImage(90, 60);
  for (let i = 0; i < image.data.length; i++) image.data[i] = (i * 31) % 251;
  const small = reducedImage(image, 1 / 3);
  expect([small.width, small.height]).toEqual([30, 20]);
  let sum = 0;
  for (let y = 0; y < 3; y++) for (let x = 0; x < 3; x++) sum += image.data[4 * (y * 90 + x)];
  expect(small.data[0]).toBe(Math.round(sum / 9));
});

it('the colours in front give the picture back with what was behind', () => {
  // A soft border between two flat colours.
  const [F, B] = [
    [180, 60, 30],
    [230, 230, 240],
  ];
  const [image, colours] = [createImage(60, 40), createImage(60, 40)];
  for (let i = 0; i < 2400; i++) {
    const a = Math.max(0, Math.min(1, (35 - (i % 60)) / 10));
    colours.data.set([...F.map((f, c) => a * f + (1 - a) * B[c]), 255], 4 * i);
    image.data.set([...colours.data.subarray(4 * i, 4 * i + 3), 255 * a], 4 * i);
  }
  const made = foregroundColours(image, colours, 8);
  for (let x = 26; x < 34; x++)
    F.forEach((f, c) => expect(Math.abs(made.data[4 * (20 * 60 + x) + c] - f)).toBeLessThan(12));
});
