import { flatten, signedArea } from '../geometry';
import { drawnAlpha } from '../../testing';
import { cutLineOf, newCutLine, printedBorders, type CutLine } from './index';

const { PI } = Math;
const K = 12;
const [RED, BLUE] = [
  [180, 40, 30],
  [30, 60, 160],
] as const;
const INKS = [
  { id: 'red', value: '#b4281e' },
  { id: 'blue', value: '#1e3ca0' },
  { id: 'far', value: '#00ff00' },
];

/** A disc of 10 mm amid 40 × 40 mm, its left half in one colour and its right in another. */
function disc(right: readonly [number, number, number] = BLUE) {
  const alpha = drawnAlpha(40, 40, K, (x, y) => Math.hypot(x - 20, y - 20) < 10);
  const pixels = new Uint8Array(4 * alpha.width * alpha.height);
  alpha.data.forEach((a, i) => {
    const colour = i % alpha.width < alpha.width / 2 ? RED : right;
    if (a > 0) pixels.set([...colour, a], 4 * i);
  });
  return { ...alpha, colours: { pixels: () => pixels, inks: INKS } };
}
const SPREAD: CutLine = {
  ...newCutLine(null),
  ...{ spread: true, distance: 2, bleed: 1, radius: 0, close: 0, islands: 'apart' },
};
const areaOf = (path: readonly number[]) =>
  flatten(path, 0.02).reduce((sum, { points }) => sum + signedArea(points) / 2, 0) / K ** 2;

describe('a border in the colours beside it', () => {
  it('grows each ink from where it ends, one over the other without a gap, as far as the bleed', () => {
    const cut = cutLineOf(disc(), K, SPREAD)!;
    expect(cut.peel.border!.distance).toBeCloseTo(2, 1);
    expect(cut.spread.map((s) => s.ink).sort()).toEqual(['blue', 'red']);
    const [under, over] = cut.spread;
    // All of what is cut out and its bleed; then the half that is of the other ink, a ring from under the disc's edge.
    expect(Math.abs(areaOf(under.path) - PI * 13 ** 2)).toBeLessThan(2);
    const rim = 10 - 3 / K;
    expect(areaOf(over.path)).toBeCloseTo((PI * (13 ** 2 - rim ** 2)) / 2, -0.5);
    // Their seam stands where the disc's own does, above it and below it.
    const xs = flatten(over.path, 0.02).flatMap(({ points }) => [...points].filter((_, i) => i % 2 === 0));
    const edge = over.ink === 'blue' ? Math.min(...xs) : Math.max(...xs);
    expect(edge / K).toBeCloseTo(20, 0);
  });

  it('takes a colour that no ink has as it is', () => {
    const cut = cutLineOf(disc([120, 120, 10]), K, SPREAD)!;
    const odd = cut.spread.find((s) => s.ink === null)!;
    expect(odd.colour).toBe('#78780a');
    // In another colourway inks follow, and what is no ink stays.
    const shown = printedBorders(cut, SPREAD, (ink) => (ink === 'red' ? '#111111' : undefined));
    expect(shown.map((s) => s.colour).sort()).toEqual(['#111111', '#78780a']);
  });

  it('is not there where an ink is asked for, or nothing', () => {
    expect(cutLineOf(disc(), K, { ...SPREAD, ink: 'red' })!.spread).toEqual([]);
    expect(cutLineOf(disc(), K, { ...SPREAD, spread: false })!.spread).toEqual([]);
    const { colours: _, ...plain } = disc();
    expect(cutLineOf(plain, K, SPREAD)!.spread).toEqual([]);
  });

  it('lies within the rims around it, which have the bleed', () => {
    const cut = cutLineOf(disc(), K, { ...SPREAD, rims: [{ ink: 'far', width: 1.5 }] })!;
    const shown = printedBorders(cut, { ink: null, rims: [{ ink: 'far', width: 1.5 }] }, () => '#00ff00');
    expect(shown.map((s) => s.ink)[0]).toBe('far');
    expect(Math.abs(areaOf(shown[0].path) - PI * 14.5 ** 2)).toBeLessThan(2);
    expect(Math.abs(areaOf(shown[1].path) - PI * 12 ** 2)).toBeLessThan(2);
  });
});
