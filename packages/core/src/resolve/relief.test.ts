import type { Hex } from '../colour';
import type { Design } from '../design';
import {
  groupBounds,
  inkHull,
  leastAlpha,
  paintSurface,
  printed,
  unrelieved,
  type Materials,
} from '../drawing';
import type { MotifPart, Relief } from '../parts';
import {
  circle,
  designOf,
  loadOutlineOps,
  NO_FACES,
  NO_PICTURES,
  rect,
  shape,
  surfaces,
} from '../../testing';
import { resolve } from './index';

const INKS: Record<string, Hex> = { a: '#800000', light: '#ffffff', dark: '#000000', mid: '#00ff00' };
let materials: Materials;
beforeAll(async () => {
  materials = { ...NO_FACES, ops: await loadOutlineOps() };
});

const SQUARE = rect(300, 300, 200, 200);
const worked = (relief: Relief[], more: Partial<MotifPart> = {}, path = SQUARE): Design =>
  designOf(INKS, { ...shape('s', path, 'a'), relief, ...more });
const paint = (design: Design, by: Materials = materials) =>
  paintSurface(resolve(design, undefined, by), 1, NO_PICTURES, surfaces).context.getImageData(0, 0, 900, 900);
const at = ({ data }: { data: Uint8ClampedArray }, x: number, y: number) => [
  ...data.subarray((y * 900 + x) * 4, (y * 900 + x) * 4 + 3),
];
/** The most by which the alpha of two pictures differs, of 255. */
const apart = (a: { data: Uint8ClampedArray }, b: { data: Uint8ClampedArray }) => {
  let most = 0;
  for (let i = 3; i < a.data.length; i += 4) most = Math.max(most, Math.abs(a.data[i] - b.data[i]));
  return most;
};

const metal = (depth: number, ...stops: [number, string][]): Relief => ({
  kind: 'metal',
  depth,
  stops: stops.map(([share, ink]) => ({ at: share, ink })),
});
const raised = (more: Partial<Extract<Relief, { kind: 'raised' }>> = {}): Relief => ({
  ...{ kind: 'raised', lit: 'light', dark: 'dark', depth: 20, round: 0, strength: 1, from: null },
  ...more,
});
const ALL: Relief[] = [
  metal(40, [0, 'dark'], [0.5, 'light'], [1, 'mid']),
  raised({ round: 0.5 }),
  { kind: 'sunk', ink: 'dark', dx: 9, dy: 5, soft: 6, opacity: 0.8 },
];

describe('metal', () => {
  it('runs from one ink to the next in proportion to the distance from the edge', () => {
    const image = paint(worked([metal(60, [0, 'dark'], [1, 'light'])]));
    // At the middle of a side and, round a corner, by the nearest edge.
    for (const [x, y, distance] of [
      [305, 400, 5.5],
      [330, 400, 30.5],
      [350, 420, 50.5],
      [400, 480, 19.5],
    ]) {
      const [r, g, b] = at(image, x, y);
      expect([r, g]).toEqual([g, b]);
      // A step is 60/28 px wide, which is 9 of 255.
      expect(Math.abs(r - (255 * distance) / 60)).toBeLessThan(10);
    }
    expect(at(image, 400, 400)).toEqual([255, 255, 255]);
  });

  it('has each of its colours where it stops, the first to the edge and the last to the middle', () => {
    const image = paint(worked([metal(50, [0.2, 'dark'], [0.6, 'mid'], [0.8, 'light'])]));
    expect(at(image, 303, 400)).toEqual([0, 0, 0]);
    expect(at(image, 309, 400)).toEqual([0, 0, 0]);
    expect(at(image, 341, 400)).toEqual([255, 255, 255]);
    const [r, g, b] = at(image, 329, 400);
    expect(g).toBeGreaterThan(220);
    expect(Math.max(r, b)).toBeLessThan(30);
  });

  it('follows the edge of all that crosses, not of each outline', () => {
    const path = `${rect(300, 300, 200, 200)}${rect(400, 320, 300, 160)}`;
    const image = paint(worked([metal(30, [0, 'dark'], [1, 'light'])], {}, path));
    // Within the other outline, right at the edge of one that lies in it.
    expect(at(image, 401, 400)).toEqual([255, 255, 255]);
    expect(at(image, 499, 400)).toEqual([255, 255, 255]);
  });
});

describe('a raised edge', () => {
  it('is lit where it faces the light and dark where it does not; sides along it and the middle stay', () => {
    const image = paint({ ...worked([raised({ from: 0 })]), light: 90 });
    expect(at(image, 400, 310)).toEqual([255, 255, 255]);
    expect(at(image, 400, 490)).toEqual([0, 0, 0]);
    for (const [x, y] of [
      [305, 400],
      [495, 400],
      [400, 400],
    ])
      expect(at(image, x, y)).toEqual([128, 0, 0]);
  });

  it('takes the light of the design where it has none of its own, however the part is turned', () => {
    const design = worked([raised()]);
    const [part] = design.parts;
    const turned = { ...part, place: { ...part.place, x: 350, turn: 90 } };
    for (const parts of [[part], [turned]]) {
      const image = paint({ ...design, parts, light: 270 });
      expect(at(image, 305, 400)).toEqual([255, 255, 255]);
      expect(at(image, 495, 400)).toEqual([0, 0, 0]);
      expect(at(image, 400, 305)).toEqual([128, 0, 0]);
    }
    // The same part under another light is drawn anew.
    expect(at(paint({ ...design, light: 90 }), 305, 400)).toEqual([0, 0, 0]);
  });

  it('is as strong as it is said to be, and gets less inwards where it is round', () => {
    expect(at(paint(worked([raised({ from: 0, strength: 0.5 })])), 400, 490)[0]).toBeCloseTo(64, -0.5);
    const image = paint(worked([raised({ from: 0, round: 1 })]));
    const down = [302, 312, 322, 340].map((y) => at(image, 400, y)[1]);
    expect(down).toEqual([...down].sort((a, b) => b - a));
    expect(down[0]).toBeGreaterThan(200);
    expect(down[3]).toBeLessThan(20);
  });
});

it('a sunk part is dark along the edges from which the shade falls', () => {
  const sunk: Relief = { kind: 'sunk', ink: 'dark', dx: 12, dy: 0, soft: 0, opacity: 0.5 };
  const image = paint(worked([sunk]));
  expect(at(image, 306, 400)[0]).toBeCloseTo(64, -0.5);
  expect(at(image, 320, 400)).toEqual([128, 0, 0]);
  expect(at(image, 495, 400)).toEqual([128, 0, 0]);
});

describe('whatever its relief, a part', () => {
  const holed = 'M300 300H600V600H300ZM400 400H500V500H400Z';
  const shapes: [string, Design][] = [
    ['filled', worked([], {}, circle(450, 450, 150))],
    ['with a hole by the even-odd rule', worked([], {}, holed)],
    ['grown', worked([], { spread: 8 })],
    ['half see-through', worked([], { opacity: 0.5 })],
    ['with lines around it', worked([], { keylines: [{ ink: 'mid', width: 9, join: 'round' }] })],
  ];
  const [, design] = shapes[1];
  const [even] = design.parts as MotifPart[];
  design.parts = [{ ...even, outlines: even.outlines.map((o) => ({ ...o, rule: 'evenodd' as const })) }];

  it.each(shapes)('%s covers what it covered: with outline operations and without', (_, plain) => {
    const done = { ...plain, parts: plain.parts.map((p) => ({ ...p, relief: ALL })) };
    const before = paint(plain);
    expect(apart(paint(done), before)).toBeLessThanOrEqual(2);
    expect(apart(paint(done, NO_FACES), before)).toBeLessThanOrEqual(2);
    const bounds = (d: Design) => resolve(d, undefined, materials).groups.map(groupBounds);
    expect(bounds(done)).toEqual(bounds(plain));
    const hulls = (d: Design) => inkHull(resolve(d, undefined, materials));
    expect(hulls(done)).toEqual(hulls(plain));
    // What judges coverage alone sees the part as it is without.
    const covering = (d: Design) => {
      const drawing = resolve(d, undefined, materials);
      return paintSurface(
        { ...drawing, groups: drawing.groups.map(unrelieved) },
        1,
        NO_PICTURES,
        surfaces,
      ).context.getImageData(0, 0, 900, 900);
    };
    expect(apart(covering(done), before)).toBe(0);
    const solid = (d: Design) => printed(resolve(d, undefined, materials)).map((g) => leastAlpha(g));
    expect(solid(done)).toEqual(solid(plain));
  });

  it('that is hollow has none, and one that is cut open by the even-odd rule shows what lies in its hole', () => {
    const keylines = [{ ink: 'mid', width: 9, join: 'round' as const }];
    const hollow = worked(ALL, { hollow: true, keylines });
    expect(apart(paint(hollow), paint(worked([], { hollow: true, keylines })))).toBe(0);
    const image = paint({ ...design, parts: design.parts.map((p) => ({ ...p, relief: ALL })) });
    expect(image.data[(450 * 900 + 450) * 4 + 3]).toBe(0);
  });
});
