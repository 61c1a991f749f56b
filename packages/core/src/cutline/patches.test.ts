import { flatten } from '../geometry';
import { drawnAlpha } from '../../testing';
import { cutLineOf, judgeCut, newCutLine, type Cut, type CutLine, type HandPatch } from './index';

const { hypot, max, min } = Math;

/** px per mm that the tests draw at. */
const K = 10;
const PLAIN: CutLine = {
  ...newCutLine('ink'),
  ...{ distance: 3, close: 0, radius: 0, holes: 'none', islands: 'apart' },
};
/** A disc of 10 mm about (20, 20): its border is a circle of 13, its box from 10 to 30. */
const disc = drawnAlpha(40, 40, K, (x, y) => hypot(x - 20, y - 20) < 10);
const cutOf = (patches: HandPatch[], alpha = disc): Cut => cutLineOf(alpha, K, { ...PLAIN, patches })!;
const share = (x: number, y: number): [number, number] => [(x - 10) / 20, (y - 10) / 20];
/** At an angle on a circle about the middle, clockwise from the right. */
const on = (degrees: number, r: number) =>
  share(20 + r * Math.cos((degrees * Math.PI) / 180), 20 + r * Math.sin((degrees * Math.PI) / 180));
const radii = (cut: Cut, from: number, to: number) =>
  flatten(cut.loops[0].path, 0.05).flatMap(({ points }) =>
    Array.from({ length: points.length / 2 }, (_, i) => {
      const [x, y] = [points[2 * i] / K - 20, points[2 * i + 1] / K - 20];
      const a = ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360;
      return a > from && a < to ? [hypot(x, y)] : [];
    }).flat(),
  );

describe('a line edited by hand', () => {
  // A bulge to the right of the bottom; lines turn clockwise.
  const bulge: HandPatch = { from: on(60, 13), to: on(120, 13), via: [on(90, 16)] };

  it('goes through the point that was moved, and is as it was elsewhere', () => {
    const cut = cutOf([bulge]);
    expect(cut.lost).toEqual([]);
    expect(max(...radii(cut, 80, 100))).toBeCloseTo(16, 1);
    for (const r of radii(cut, 190, 350)) expect(r).toBeCloseTo(13, 1);
    expect(cut.peel.height).toBeCloseTo(29, 0);
    // What is measured is the line as it is now.
    expect(cut.peel.area).toBeGreaterThan(cutOf([]).peel.area + 20);
    expect(cut.borders[0]).toEqual(cut.loops.flatMap((l) => l.path));
  });

  it('a point taken away is passed by', () => {
    const flat = cutOf([{ ...bulge, via: [] }]);
    expect(min(...radii(flat, 80, 100))).toBeLessThan(12.6);
    expect(flat.peel.pieces).toBe(1);
  });

  it('later stretches lie on what earlier ones have made', () => {
    const twice = cutOf([bulge, { from: on(82, 15.9), to: on(98, 15.9), via: [on(90, 17.5)] }]);
    expect(twice.lost).toEqual([]);
    expect(max(...radii(twice, 80, 100))).toBeCloseTo(17.5, 1);
  });

  it('stays where the artwork has changed elsewhere, grows with it, and is told where it no longer fits', () => {
    const ear = drawnAlpha(
      40,
      40,
      K,
      (x, y) => hypot(x - 20, y - 20) < 10 || (y > 17 && y < 20 && x > 20 && x < 30),
    );
    expect(cutOf([bulge], ear).lost).toEqual([]);
    const large = drawnAlpha(80, 80, K, (x, y) => hypot(x - 40, y - 40) < 20);
    const grown = cutLineOf(large, K, { ...PLAIN, distance: 6, patches: [bulge] })!;
    expect(grown.lost).toEqual([]);
    expect(grown.peel.box.bottom / K).toBeCloseTo(40 + 32, 0);
    // The line has moved away by 2 mm: nothing is there any more to hold on to.
    const wide: CutLine = { ...PLAIN, distance: 5, patches: [bulge] };
    const lost = cutLineOf(disc, K, wide)!;
    expect(lost.lost).toEqual([0]);
    expect(lost.peel.width).toBeCloseTo(30, 1);
    const [finding] = judgeCut(lost, wide, { borderMm: 2, radiusMm: 0, widthMm: 40, heightMm: 40 }, K);
    expect(finding).toMatchObject({ code: 'by-hand', severity: 'watch', mend: { change: { patches: [] } } });
  });

  it('what would turn the line inside out is not taken', () => {
    const across = cutOf([{ from: on(350, 13), to: on(340, 13), via: [on(170, 13)] }]);
    expect(across.loops).toHaveLength(1);
    expect(across.peel.area).toBeGreaterThan(0);
  });
});
