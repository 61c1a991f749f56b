import fc from 'fast-check';
import { likenessOf, lookFrom, lookOf, packedLook, type Look } from './likeness';

const seed = 20261129;
type Rgb = readonly [number, number, number];

/** A picture of 200 × 200 px: `inside` says the ink of a place, null for none. */
function picture(inside: (x: number, y: number) => Rgb | null) {
  const data = new Uint8ClampedArray(200 * 200 * 4);
  for (let y = 0; y < 200; y++)
    for (let x = 0; x < 200; x++) {
      const ink = inside(x, y);
      if (ink) data.set([...ink, 255], 4 * (y * 200 + x));
    }
  return { width: 200, height: 200, data };
}
const look = (inside: (x: number, y: number) => Rgb | null): Look => lookOf(picture(inside))!;

/** A badge at a place, of a radius: a disc with a bar across it and a dot above. */
const badge =
  (cx: number, cy: number, r: number, [field, bar, dot]: readonly Rgb[]) =>
  (x: number, y: number): Rgb | null => {
    const [u, v] = [(x - cx) / r, (y - cy) / r];
    if (Math.hypot(u, v) > 1) return null;
    if (Math.abs(v - 0.3) < 0.15) return bar;
    return Math.hypot(u, v + 0.4) < 0.25 ? dot : field;
  };
const GOLD: Rgb = [217, 154, 43];
const SOOT: Rgb = [44, 45, 48];
const PALE: Rgb = [243, 234, 214];
const inks = [SOOT, GOLD, PALE];

describe('the likeness of two looks', () => {
  const own = look(badge(100, 100, 60, inks));

  it('is the same within a hundredth for looks that were kept as bytes', () => {
    const other = look(badge(90, 110, 70, [PALE, SOOT, GOLD]));
    const kept = [own, other].map((l) => lookFrom(packedLook(l))!);
    expect(kept[0].ratio).toBeCloseTo(own.ratio, 5);
    expect(Math.abs(likenessOf(kept[0], kept[1]) - likenessOf(own, other))).toBeLessThan(0.01);
    expect(lookFrom(packedLook(null))).toBeNull();
    // Read from the middle of a larger buffer, as a database hands it out.
    const within = new Uint8Array(700);
    within.set(packedLook(own), 61);
    expect(lookFrom(within.subarray(61, 61 + packedLook(own).length))).toEqual(kept[0]);
    for (const length of [1, 515, 517]) expect(lookFrom(new Uint8Array(length))).toBeNull();
  });

  it('is 1 for itself, and the same whichever is first', () => {
    expect(likenessOf(own, own)).toBeCloseTo(1, 6);
    const other = look((x, y) => (y > 80 && y < 120 && x > 10 ? GOLD : null));
    expect(likenessOf(own, other)).toBe(likenessOf(other, own));
  });

  it('does not mind where the ink lies, nor how large it is', () => {
    fc.assert(
      fc.property(
        fc.record({ r: fc.integer({ min: 30, max: 80 }), x: fc.integer({ min: 85, max: 115 }) }),
        ({ r, x }) => {
          expect(likenessOf(own, look(badge(x, 100, r, inks)))).toBeGreaterThan(0.93);
        },
      ),
      { seed, numRuns: 20 },
    );
  });

  it('nor which colourway it is, also where light and dark have changed places', () => {
    expect(likenessOf(own, look(badge(100, 100, 60, [[90, 20, 30], [120, 160, 60], PALE])))).toBeGreaterThan(
      0.93,
    );
    expect(likenessOf(own, look(badge(100, 100, 60, [PALE, [180, 120, 60], SOOT])))).toBeGreaterThan(0.93);
  });

  it('is less for what is drawn otherwise within the same outline, and little for another outline', () => {
    const striped = look((x, y) => (Math.hypot(x - 100, y - 100) > 60 ? null : x % 20 < 10 ? SOOT : PALE));
    expect(likenessOf(own, striped)).toBeLessThan(0.85);
    const bar = look((_, y) => (y > 90 && y < 110 ? GOLD : null));
    expect(likenessOf(own, bar)).toBeLessThan(0.2);
    const ring = look((x, y) => {
      const r = Math.hypot(x - 100, y - 100);
      return r < 60 && r > 50 ? SOOT : null;
    });
    expect(likenessOf(own, ring)).toBeLessThan(0.6);
  });

  it('is of pictures that have ink, also of one pixel', () => {
    expect(lookOf(picture(() => null))).toBeNull();
    const dot = look((x, y) => (x === 7 && y === 9 ? PALE : null));
    expect(likenessOf(dot, dot)).toBeCloseTo(1, 6);
    expect(dot.cover.every((c) => c === 1)).toBe(true);
  });
});
