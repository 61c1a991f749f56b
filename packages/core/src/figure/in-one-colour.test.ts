import fc from 'fast-check';
import { loadOutlineOps } from '../../testing';
import { flatten, parseSvgPath, signedArea, type OutlineOps } from '../geometry';
import { motif, place, type MotifOutline } from '../parts';
import { motifInOneColour } from './index';

const seed = 20_261_129;
let ops: OutlineOps;
beforeAll(async () => {
  ops = await loadOutlineOps();
});

const INKS = new Map([
  ['night', '#20262a'],
  ['bone', '#f2ead8'],
  ['rust', '#b3492a'],
]);
const square = (x: number, y: number, side: number, ink: string, opacity = 1): MotifOutline => ({
  ...{ path: `M${x} ${y}h${side}v${side}h${-side}Z`, ink, opacity },
  ...{ rule: 'nonzero', stroke: null },
});
const owl = (...outlines: MotifOutline[]) =>
  motif('owl', 'Owl', place(0, 0), { width: 400, height: 400, outlines }, { id: 'own' });
const areaOf = (path: string): number =>
  Math.abs(flatten(parseSvgPath(path), 0.2).reduce((a, { points }) => a + signedArea(points) / 2, 0));

describe('a motif in one colour', () => {
  const outlines = [square(0, 0, 400, 'night'), square(100, 100, 200, 'bone'), square(150, 150, 100, 'rust')];

  it('takes the ink that stands out most from the cloth', () => {
    const on = (ground: string) => motifInOneColour(owl(...outlines), INKS, ground, ops)!.ink;
    expect(on('#ffffff')).toBe('night');
    expect(on('#111111')).toBe('bone');
  });

  it('on pale cloth inks what is dark, and on dark cloth what is light, in its own units', () => {
    const area = (ground: string) => areaOf(motifInOneColour(owl(...outlines), INKS, ground, ops)!.path);
    // Night but for the bone, and the rust, which is dark, within it.
    expect(area('#ffffff') / 400 ** 2).toBeCloseTo(1 - 1 / 4 + 1 / 16, 1);
    // The bone but for the rust in it, and the rim.
    expect(area('#111111') / 400 ** 2).toBeCloseTo(1 / 4 - 1 / 16 + 0.035, 1);
  });

  it('is the same whichever way round its outlines go', () => {
    const mirrored = (x: number, y: number, side: number, ink: string): MotifOutline => ({
      ...square(x, y, side, ink),
      path: `M${x} ${y}v${side}h${side}v${-side}Z`,
    });
    const made = (ear: MotifOutline) =>
      areaOf(
        motifInOneColour(
          owl(ear, square(0, 0, 300, 'night'), square(50, 50, 9, 'bone')),
          INKS,
          '#ffffff',
          ops,
        )!.path,
      );
    expect(made(mirrored(200, 200, 200, 'night'))).toBeCloseTo(made(square(200, 200, 200, 'night')), 0);
  });

  it('is none where all of it is sheen', () => {
    const sheen = owl(square(0, 0, 400, 'bone', 0.2), square(0, 0, 100, 'night', 0.1));
    expect(motifInOneColour(sheen, INKS, '#111111', ops)).toBeNull();
  });

  it('covers no more than the motif did, whatever it is made of', () => {
    const some = fc.array(
      fc.record({
        x: fc.integer({ min: 0, max: 6 }),
        y: fc.integer({ min: 0, max: 6 }),
        side: fc.integer({ min: 1, max: 4 }),
        ink: fc.constantFrom('night', 'bone', 'rust'),
      }),
      { minLength: 2, maxLength: 4 },
    );
    fc.assert(
      fc.property(some, fc.constantFrom('#ffffff', '#111111'), (list, ground) => {
        const all = list.map(({ x, y, side, ink }) => square(x * 37, y * 37, side * 40, ink));
        const made = motifInOneColour(owl(...all), INKS, ground, ops);
        const whole = areaOf(all.map((o) => o.path).join('')) + 1;
        expect(made === null || areaOf(made.path) <= whole * 1.02).toBe(true);
      }),
      { seed, numRuns: 40 },
    );
  });
});
