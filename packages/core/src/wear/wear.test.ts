import fc from 'fast-check';
import { cells, cloud, hash, noise, unit } from './noise';
import {
  heightOf,
  newWear,
  thresholdFor,
  wearKind,
  WEAR_KINDS,
  WEAR_PRESETS,
  wearRaster,
  wearWidth,
} from './index';
import type { WearPicture } from './picture';

const pictureOf = (change: Partial<WearPicture> = {}): WearPicture => ({
  ...{ kind: 'grain', size: 1, turn: 0, seed: 5, soft: 0 },
  ...{ threshold: 0.2, toward: null, width: 900, height: 900, dpi: 300 },
  ...change,
});
const alphaOf = ({ data }: { data: ArrayLike<number> }) => {
  const out = new Uint8Array(data.length / 4);
  for (let i = 0; i < out.length; i++) out[i] = data[4 * i + 3];
  return out;
};
const mean = (a: Uint8Array) => a.reduce((s, v) => s + v, 0) / a.length / 255;

/** Worked out with integers of any length, apart from this code. */
const HASHES = [0, 299875517, 3170179127, 2973071878];

describe('noise', () => {
  it('is that of a published finaliser: known values of the hash', () => {
    expect([hash(0, 0, 0), hash(1, 0, 0), hash(0, 1, 0), hash(-1, 3, 7)]).toEqual(HASHES);
  });

  it('is 0 at the corners of its cells, goes evenly over their borders, and stays within its range', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -99, max: 99 }),
        fc.integer({ min: -99, max: 99 }),
        fc.nat(999),
        (x, y, s) => {
          expect(noise(x, y, s)).toBeCloseTo(0, 12);
          expect(noise(x + 1e-7, y + 0.4, s)).toBeCloseTo(noise(x - 1e-7, y + 0.4, s), 5);
          expect(Math.abs(noise(x + 0.37, y + 0.61, s))).toBeLessThanOrEqual(1.01);
          expect(Math.abs(cloud(x + 0.37, y + 0.61, s, 4))).toBeLessThanOrEqual(1.01);
        },
      ),
      { seed: 3 },
    );
  });

  it('knows the nearest of the points of cells', () => {
    const all = (x: number, y: number, seed: number) => {
      const d: number[] = [];
      for (let i = -4; i <= 4; i++)
        for (let j = -4; j <= 4; j++) {
          const [cx, cy] = [Math.floor(x) + i, Math.floor(y) + j];
          const h = hash(cx, cy, seed);
          d.push(Math.hypot(cx + (h & 0xffff) / 0x10000 - x, cy + (h >>> 16) / 0x10000 - y));
        }
      return d.sort((a, b) => a - b);
    };
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        (x, y) => {
          const near = cells(x, y, 9, { first: 0, second: 0, cell: 0 });
          const [first] = all(x, y, 9);
          // Only the eight cells around are looked at: a nearer point of one beyond is rare, and never much nearer.
          expect(near.first).toBeGreaterThanOrEqual(first - 1e-9);
          expect(near.first).toBeLessThanOrEqual(Math.max(first + 0.15, 1e-9));
          expect(near.second).toBeGreaterThanOrEqual(near.first);
        },
      ),
      { seed: 4 },
    );
    expect(unit(0xffffffff)).toBeLessThan(1);
  });
});

describe('heights', () => {
  it.each(WEAR_KINDS)('of %s are ranks: a share of a large area lies under each', (kind) => {
    const { usual } = wearKind(kind).size;
    const at = heightOf({ kind, size: usual, turn: 20, seed: 41 });
    const n = 20_000;
    const span = usual * 300;
    const all = Float64Array.from({ length: n }, (_, k) =>
      at(((k * 0.7548776662) % 1) * span, ((k * 0.5698402909) % 1) * span),
    );
    for (const share of [0.1, 0.3, 0.6])
      expect(all.filter((h) => h < share).length / n).toBeCloseTo(share, 1);
    expect(Math.min(...all)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...all)).toBeLessThanOrEqual(1);
  });

  it('are the same for the same seed, others for another, and grow with the size', () => {
    const at = (seed: number, size = 3) => heightOf({ kind: 'cracks', size, turn: 0, seed });
    expect(at(1)(12.3, 4.5)).toBe(at(1)(12.3, 4.5));
    expect(at(1)(12.3, 4.5)).not.toBe(at(2)(12.3, 4.5));
    expect(at(1, 6)(24.6, 9)).toBeCloseTo(at(1, 3)(12.3, 4.5), 9);
  });

  it('turn with the wear that has a direction', () => {
    const [flat, up] = [0, 90].map((turn) => heightOf({ kind: 'brush', size: 2, turn, seed: 3 }));
    expect(up(-7, 31)).toBeCloseTo(flat(31, 7), 9);
  });
});

describe('the threshold', () => {
  it('leaves the share under it that was asked for, whatever the heights', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (amount, power) => {
          const heights = Float64Array.from({ length: 5000 }, (_, k) => ((k * 0.6180339887) % 1) ** power);
          const t = thresholdFor(heights, amount);
          const under = heights.filter((h) => h < t).length / heights.length;
          expect(Math.abs(under - amount)).toBeLessThan(power === 1 ? 0.002 : 0.12);
        },
      ),
      { seed: 11 },
    );
    expect(thresholdFor(Float64Array.of(0.2, 0.8), 0)).toBe(0);
    expect(thresholdFor(Float64Array.of(0.2, 0.8), 1)).toBeGreaterThan(0.8);
    expect(thresholdFor(new Float64Array(0), 0.4)).toBe(0.4);
  });
});

describe('a picture of wear', () => {
  it.each(WEAR_KINDS)(
    'of %s takes what was asked for, within half a per cent, whole and in small',
    (kind) => {
      const { usual } = wearKind(kind).size;
      // A board of many sizes, so that its own share is known from many places.
      const side = Math.round(Math.min(2000, Math.max(700, usual * 40)));
      const at = heightOf({ kind, size: usual, turn: 0, seed: 8 });
      const mm = (side / 300) * 25.4;
      const places = 60_000;
      let under = 0;
      for (let k = 0; k < places; k++)
        if (at(((k * 0.7548776662) % 1) * mm, ((k * 0.5698402909) % 1) * mm) < 0.12) under++;
      const picture = pictureOf({ kind, size: usual, seed: 8, threshold: 0.12, width: side, height: side });
      for (const width of [side, Math.round(side / 2)])
        expect(Math.abs(mean(alphaOf(wearRaster(picture, width))) - under / places)).toBeLessThan(0.005);
    },
  );

  it('is the same each time, and at half the size shows the same places', () => {
    const picture = pictureOf({ kind: 'speckle', size: 6 });
    const whole = alphaOf(wearRaster(picture));
    expect(alphaOf(wearRaster(picture))).toEqual(whole);
    const half = alphaOf(wearRaster(picture, 450));
    let off = 0;
    for (let y = 0; y < 450; y++)
      for (let x = 0; x < 450; x++) {
        const four = [0, 1].flatMap((j) => [0, 1].map((i) => whole[(2 * y + j) * 900 + 2 * x + i]));
        if (Math.abs(four.reduce((a, b) => a + b) / 4 - half[y * 450 + x]) > 128) off++;
      }
    expect(off / (450 * 450)).toBeLessThan(0.02);
  });

  it('has hard rims unless they are to be soft', () => {
    const partly = (soft: number) => {
      const alpha = alphaOf(wearRaster(pictureOf({ kind: 'speckle', size: 8, soft })));
      return alpha.filter((a) => a > 16 && a < 239).length / alpha.length;
    };
    expect(partly(0)).toBeLessThan(0.03);
    expect(partly(0.6)).toBeGreaterThan(0.15);
  });

  it('takes more towards the side that it is laid on', () => {
    const alpha = alphaOf(wearRaster(pictureOf({ toward: 180, threshold: 0.4 })));
    const rows = (from: number, to: number) => mean(alpha.subarray(from * 900, to * 900));
    expect(rows(750, 900)).toBeGreaterThan(rows(400, 550) + 0.1);
    expect(rows(0, 150)).toBe(0);
  });

  it('takes nothing, or everything, where that was asked for', () => {
    expect(mean(alphaOf(wearRaster(pictureOf({ threshold: 0 }))))).toBeLessThan(0.002);
    expect(mean(alphaOf(wearRaster(pictureOf({ threshold: 1.001 }))))).toBeGreaterThan(0.998);
  });

  it('is made about as wide as it is shown, in halves of the board', () => {
    const picture = pictureOf({ width: 4500 });
    expect([4500, 2300, 900, 560, 1].map((w) => wearWidth(picture, w))).toEqual([4500, 2250, 1125, 563, 35]);
    expect(wearWidth(picture, 4500, 2400)).toBe(2250);
  });
});

describe('wear by name', () => {
  it('is each of its own, with settings that its kind allows', () => {
    expect(WEAR_PRESETS.length).toBeGreaterThanOrEqual(24);
    for (const key of ['id', 'name'] as const)
      expect(new Set(WEAR_PRESETS.map((p) => p[key])).size).toBe(WEAR_PRESETS.length);
    for (const { make } of WEAR_PRESETS)
      for (const wear of make(999_999)) {
        const { least, most } = wearKind(wear.kind).size;
        expect(wear.size).toBeGreaterThanOrEqual(least);
        expect(wear.size).toBeLessThanOrEqual(most);
        expect(wear.seed).toBeLessThanOrEqual(999_999);
      }
    expect(newWear('cracks', 3)).toMatchObject({ off: false, soft: 0, where: 'all' });
  });
});
