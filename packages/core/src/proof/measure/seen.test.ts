import fc from 'fast-check';
import { converter } from 'culori';
import type { Rgb } from '../../colour';
import { hueOfRgb, hueWorth, lineShare, seenRatio, strokeGain } from './seen';

const ratio = fc.double({ min: 1, max: 21, noNaN: true });
const gain = fc.double({ min: 4 / 7, max: 2, noNaN: true });
const hue = fc.double({ min: 0, max: 1.2, noNaN: true });
const width = fc.double({ min: 0.01, max: 200, noNaN: true });
const level = fc.integer({ min: 0, max: 255 });
const rgb = fc.tuple(level, level, level);
const worthOf = (p: Rgb, q: Rgb) => hueWorth(hueOfRgb(...p), hueOfRgb(...q));

describe('what the eye makes of an edge', () => {
  it('needs 4.5 : 1 of fine strokes, 3 of ordinary ones, and little over 2 of large ones', () => {
    const needed = (mm: number) => {
      let [low, high] = [1, 21];
      for (let i = 0; i < 60; i++) {
        const mid = (low + high) / 2;
        if (seenRatio(mid, strokeGain(mm), 0) < 3) low = mid;
        else high = mid;
      }
      return high;
    };
    expect([0.2, 0.5, 1, 3, 40].map((mm) => Number(needed(mm).toFixed(2)))).toEqual([
      4.5, 4.5, 3, 2.08, 2.08,
    ]);
  });

  it('is the ratio itself where that is enough, and less than enough below', () => {
    expect(seenRatio(21, 2, 1.2)).toBe(21);
    expect(seenRatio(3, 1, 0)).toBe(3);
    expect(seenRatio(2.5, 2, 0)).toBe(3);
    expect(seenRatio(4, 4 / 7, 0)).toBeCloseTo(2.71, 2);
    expect(seenRatio(1, 2, 0)).toBe(1);
  });

  it('grows with ratio, stroke and hue', () => {
    fc.assert(
      fc.property(ratio, ratio, gain, gain, hue, hue, (r1, r2, g1, g2, h1, h2) => {
        const [r, g, h] = [r1, g1, h1].map((v, i) => [
          Math.min(v, [r2, g2, h2][i]),
          Math.max(v, [r2, g2, h2][i]),
        ]);
        expect(seenRatio(r[0], g[0], h[0])).toBeLessThanOrEqual(seenRatio(r[1], g[1], h[1]) + 1e-9);
      }),
    );
    fc.assert(
      fc.property(width, width, (a, b) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)];
        expect(strokeGain(less)).toBeLessThanOrEqual(strokeGain(more) + 1e-12);
        expect(lineShare(less)).toBeLessThanOrEqual(lineShare(more));
      }),
    );
  });

  it('never takes hue alone for enough', () => {
    fc.assert(
      fc.property(rgb, rgb, (p, q) => {
        const worth = worthOf(p, q);
        expect(worth).toBe(worthOf(q, p));
        expect(seenRatio(1, 2, worth)).toBeLessThan(3);
      }),
    );
    // Greys have no hue; red and green of one lightness have as much as counts.
    expect(worthOf([0, 0, 0], [255, 255, 255])).toBe(0);
    expect(worthOf([192, 57, 43], [46, 125, 50])).toBe(1.2);
  });

  it('has hues as CIELAB has them', () => {
    const toLab = converter('lab65');
    fc.assert(
      fc.property(level, level, level, (r, g, b) => {
        const lab = toLab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
        const hue = hueOfRgb(r, g, b);
        expect(Math.hypot(hue.a - lab.a, hue.b - lab.b)).toBeLessThan(0.02);
      }),
    );
  });
});
