import { cutOutCase, cutOutError, type EdgeKind, type GroundKind } from '../../testing/cut-outs';
import { createImage, groundNoise } from '../raster';
import { newStep, treatmentFor, treatPicture, type Step, type Stroke } from './index';

const SIDE = 240;
const INKS = { ink: '#000000', light: '#ffffff' };
const keep = (points: number[]): Stroke => ({
  ...{ does: 'paint', size: 10, hardness: 1, flow: 1, specks: 0 },
  points: points.flatMap((v, i) => (i % 2 ? [v * SIDE, 1] : [v * SIDE])),
});
/** Two strokes across the figure. */
const MARKED = [keep([0.4, 0.4, 0.6, 0.6]), keep([0.6, 0.4, 0.42, 0.6])];

const errorOf = (ground: GroundKind, edge: EdgeKind, steps: Step[]) => {
  const of = cutOutCase(ground, edge, SIDE);
  return cutOutError(
    of,
    treatPicture(
      of.picture,
      treatmentFor(steps, (ink) => ink, 0)!,
    ),
  );
};
const byGround = newStep('ground', INKS, { tolerance: 12 });
const byMarks = newStep('marks', INKS, { strokes: MARKED });
const fine = newStep('edge', INKS, { hair: 4, smooth: 0 });

// Figures whose true cut-out is known. The limits are what was measured, and a little more.
describe('cut out by its ground', () => {
  it.each(['plain', 'graded', 'shadowed', 'green'] as const)(
    'a %s ground goes, and nothing of the figure',
    (ground) => {
      const { iou, edge, fringe } = errorOf(ground, 'sharp', [byGround]);
      expect(iou).toBeGreaterThan(0.995);
      expect(edge).toBeLessThan(0.008);
      expect(fringe).toBeLessThan(0.1);
    },
  );

  it('noise on the ground is told beforehand', () => {
    const noise = (ground: GroundKind) => groundNoise(cutOutCase(ground, 'sharp', SIDE).picture);
    for (const even of ['plain', 'graded', 'shadowed', 'green'] as const) expect(noise(even)).toBeLessThan(2);
    expect(noise('noisy')).toBeGreaterThan(8);
  });

  it('holes are taken only where that is asked for', () => {
    const { picture } = cutOutCase('plain', 'sharp', SIDE);
    for (let y = 110; y < 130; y++)
      for (let x = 110; x < 130; x++) picture.data.set([232, 228, 220, 255], 4 * (y * SIDE + x));
    const alpha = (holes: boolean) =>
      treatPicture(
        picture,
        treatmentFor([{ ...byGround, holes }], (i) => i, 0)!,
      ).data[4 * (120 * SIDE + 120) + 3];
    expect([alpha(false), alpha(true)]).toEqual([255, 0]);
  });

  it('a shadow goes where shadows are ground', () => {
    const { picture } = cutOutCase('plain', 'sharp', SIDE);
    const dark = [232, 228, 220].map((v) => v * 0.6);
    for (let y = 220; y < 232; y++)
      for (let x = 60; x < 180; x++) picture.data.set([...dark, 255], 4 * (y * SIDE + x));
    const alpha = (shadows: boolean) =>
      treatPicture(
        picture,
        treatmentFor([{ ...byGround, shadows }], (i) => i, 0)!,
      ).data[4 * (226 * SIDE + 120) + 3];
    expect([alpha(false), alpha(true)]).toEqual([255, 0]);
  });
});

describe('cut out by a colour', () => {
  it('takes the green, and its light out of what is left', () => {
    const { iou } = errorOf('green', 'hair', [newStep('screen', INKS, { colour: '#2fac46' })]);
    expect(iou).toBeGreaterThan(0.97);
    const green = cutOutCase('green', 'sharp', SIDE).picture;
    green.data.set([90, 150, 90, 255], 4 * (120 * SIDE + 120));
    const steps = [newStep('screen', INKS, { colour: '#2fac46', within: 4, fall: 2 })];
    const made = treatPicture(
      green,
      treatmentFor(steps, (i) => i, 0)!,
    );
    const [r, g] = made.data.subarray(4 * (120 * SIDE + 120));
    expect(g - r).toBeLessThan(20);
  });
});

describe('cut out by marking', () => {
  it.each(['plain', 'noisy', 'crowded'] as const)('two strokes are enough on a %s ground', (ground) => {
    const { iou, edge } = errorOf(ground, 'sharp', [byMarks]);
    expect(iou).toBeGreaterThan(0.99);
    expect(edge).toBeLessThan(0.01);
  });

  it('what is marked to drop goes, though it is like the figure', () => {
    const of = cutOutCase('plain', 'sharp', SIDE);
    const drop: Stroke = { ...keep([0.5, 0.3, 0.5, 0.34]), does: 'less', size: 16 };
    const made = treatPicture(
      of.picture,
      treatmentFor([{ ...byMarks, strokes: [...MARKED, drop] }], (i) => i, 0)!,
    );
    expect(made.data[4 * (Math.round(0.32 * SIDE) * SIDE + 120) + 3]).toBe(0);
    expect(made.data[4 * (120 * SIDE + 120) + 3]).toBe(255);
  });

  it('an island that is like the figure goes, unless it is marked', () => {
    const { picture } = cutOutCase('plain', 'sharp', SIDE);
    const [r, g, b] = picture.data.subarray(4 * (120 * SIDE + 120));
    for (let y = 18; y < 28; y++)
      for (let x = 18; x < 28; x++) picture.data.set([r, g, b, 255], 4 * (y * SIDE + x));
    const island = (strokes: Stroke[]) =>
      treatPicture(
        picture,
        treatmentFor([{ ...byMarks, strokes }], (i) => i, 0)!,
      ).data[4 * (23 * SIDE + 23) + 3];
    expect(island(MARKED)).toBe(0);
    expect(island([...MARKED, { ...keep([23 / SIDE, 23 / SIDE]), size: 6 }])).toBe(255);
  });

  it('without a mark nothing is cut', () => {
    const { picture } = cutOutCase('plain', 'sharp', SIDE);
    const made = treatPicture(
      picture,
      treatmentFor([newStep('marks', INKS)], (i) => i, 0)!,
    );
    expect(made.data).toEqual(picture.data);
  });
});

describe('the edge', () => {
  it.each(['plain', 'crowded'] as const)('hair on a %s ground is found, and free of the ground', (ground) => {
    const rough = errorOf(ground, 'hair', [byMarks]);
    const good = errorOf(ground, 'hair', [byMarks, fine]);
    expect(good.edge).toBeLessThan(rough.edge);
    expect(good.fringe).toBeLessThan(0.6 * rough.fringe);
  });

  it('a rim takes the figure’s own colours', () => {
    const rough = errorOf('graded', 'sharp', [byMarks]);
    const good = errorOf('graded', 'sharp', [byMarks, newStep('edge', INKS, { smooth: 0 })]);
    expect(good.fringe).toBeLessThan(0.5 * rough.fringe);
  });

  it('moves in and out by as much as is asked', () => {
    const disc = createImage(SIDE, SIDE);
    for (let i = 0; i < SIDE * SIDE; i++)
      if (Math.hypot((i % SIDE) - 119.5, Math.floor(i / SIDE) - 119.5) < 80)
        disc.data.set([9, 9, 9, 255], 4 * i);
    const area = (tighten: number) => {
      const steps = [newStep('edge', INKS, { tighten, smooth: 0, colours: 'own' })];
      const made = treatPicture(
        disc,
        treatmentFor(steps, (i) => i, 0)!,
      );
      return [...made.data].reduce((sum, v, i) => sum + (i % 4 === 3 ? v / 255 : 0), 0);
    };
    const radius = (a: number) => Math.sqrt(a / Math.PI);
    expect(radius(area(0)) - radius(area(5))).toBeCloseTo(5, 0);
    expect(radius(area(-5)) - radius(area(0))).toBeCloseTo(5, 0);
  });
});
