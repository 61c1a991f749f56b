import { readScene } from '@brelm/core/mockup';
import { layered, valueNoise } from '../noise';
import { photograph } from '../render/photograph';
import { worldOf } from '../render/world';
import { softBox } from './light';
import { SHOTS } from './index';

/** Those without cloth to drape: their sets stand at once. */
const STILL = SHOTS.filter((s) => /^(mug|cap|ornament|poster|notebook|sticker)/.test(s.id));

describe('the scenes that ship', () => {
  it('have a name and a place each, and say what can be read', () => {
    expect(new Set(SHOTS.map((s) => s.id)).size).toBe(SHOTS.length);
    expect(new Set(SHOTS.map((s) => s.name)).size).toBe(SHOTS.length);
    for (const { set: _set, exposure: _exposure, ...said } of SHOTS) {
      const scene = {
        ...{ format: 'brelm-scene', version: 1, ...said, position: 0, licence: 'CC0-1.0' },
        ...{ width: 1440, height: 1800, seenIn: 10, brightest: 1.4 },
        maps: { light: 'a.webp', cover: 'b.webp', ground: null, gloss: null, back: null, surface: 'c.png' },
      };
      expect(readScene(JSON.parse(JSON.stringify(scene))).id).toBe(said.id);
    }
  });

  it.each(STILL.map((s) => [s.id, s] as const))(
    '%s is seen where it is printed, the right way round',
    (_, shot) => {
      const [w, h] = [48, 60];
      const p = photograph(worldOf(shot.set()), w, h, 1);
      const seen: { x: number; y: number; u: number; v: number }[] = [];
      for (let i = 0; i < w * h; i++)
        if (p.print[i] === 1)
          seen.push({ x: i % w, y: Math.floor(i / w), u: p.surface[2 * i], v: p.surface[2 * i + 1] });
      expect(seen.length).toBeGreaterThan((w * h) / 20);
      const mean = (of: (s: (typeof seen)[number]) => number) =>
        seen.reduce((sum, s) => sum + of(s), 0) / seen.length;
      const [x, y, u, v] = [mean((s) => s.x), mean((s) => s.y), mean((s) => s.u), mean((s) => s.v)];
      // Right on the surface is right in the picture, and down is down: nothing is printed mirrored.
      expect(mean((s) => (s.x - x) * (s.u - u))).toBeGreaterThan(0);
      expect(mean((s) => (s.y - y) * (s.v - v))).toBeGreaterThan(0);
      // The field of the print area is in the picture.
      const [field] = shot.fields;
      if (field.by === 'surface' && shot.id !== 'mug-left' && shot.id !== 'mug-right')
        expect(Math.min(...seen.map((s) => Math.hypot(s.u - field.at[0], s.v - field.at[1])))).toBeLessThan(
          1.2,
        );
      for (const light of [p.blankLit, p.groundLit, p.fixedLit])
        expect(light.every((value) => value >= 0 && value < Infinity)).toBe(true);
    },
  );

  it('are the same each time they are photographed', () => {
    const once = () => photograph(worldOf(STILL[0].set()), 24, 30, 2).blankLit;
    expect(once()).toEqual(once());
  });
});

describe('a soft box', () => {
  it('looks at what it is turned to, and is as large as it is said to be', () => {
    const box = softBox([-30, 20, 40], [0, 0, 0], 10, 6, 1);
    const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, k) => sum + v * b[k], 0);
    expect(Math.hypot(...box.across)).toBeCloseTo(5, 9);
    expect(Math.hypot(...box.up)).toBeCloseTo(3, 9);
    expect(dot(box.across, box.up)).toBeCloseTo(0, 9);
    // Both of its sides are square to the way it looks.
    expect(dot(box.across, box.middle)).toBeCloseTo(0, 9);
    expect(dot(box.up, box.middle)).toBeCloseTo(0, 9);
  });
});

describe('noise', () => {
  it('is smooth, stays within its bounds, and is the same for the same seed', () => {
    for (let i = 0; i < 500; i++) {
      const [x, y] = [i * 0.37, i * 0.91];
      expect(Math.abs(valueNoise(x, y, 3))).toBeLessThanOrEqual(1);
      expect(Math.abs(valueNoise(x + 1e-4, y, 3) - valueNoise(x, y, 3))).toBeLessThan(0.002);
      expect(layered(x, y, 5)).toBe(layered(x, y, 5));
    }
    expect(valueNoise(1.5, 2.5, 1)).not.toBe(valueNoise(1.5, 2.5, 2));
  });
});
