import { randomOf } from '@brelm/core/geometry';
import { clothOf, drape, ease, soften } from './drape';
import { figure, joined, limb } from './body';
import { sewn, TEE, trianglesOf } from './garment';
import { sew, type Run } from './pattern';

const square: Run[] = [
  {
    open: true,
    points: [
      [-5, 0],
      [5, 0],
    ],
  },
  {
    open: false,
    points: [
      [5, 0],
      [5, 10],
      [-5, 10],
      [-5, 0],
    ],
  },
];
const bag = (h = 0.6) => sew(square, square, h, randomOf(1));
const lengths = ({ at, links, rest, bendsFrom }: ReturnType<typeof clothOf>) =>
  Array.from({ length: bendsFrom }, (_, i) => {
    const [a, b] = [3 * links[2 * i], 3 * links[2 * i + 1]];
    return Math.hypot(at[a] - at[b], at[a + 1] - at[b + 1], at[a + 2] - at[b + 2]) / rest[i];
  });

describe('a pattern', () => {
  it('is sewn along its seams and open at its edges', () => {
    const s = bag();
    const inFront = new Set(s.triangles.front);
    const shared = [...new Set(s.triangles.back)].filter((i) => inFront.has(i));
    // Seams belong to both panels; of the open edge only its two ends.
    expect(shared.length).toBeGreaterThan(40);
    for (const i of shared) expect(s.pattern[2 * i] ** 2 === 25 || s.pattern[2 * i + 1] === 10).toBe(true);
    expect(Math.min(...s.edge)).toBe(0);
    expect(s.seams.length).toBeGreaterThan(80);
  });
  it('is covered by its triangles, front towards the viewer and back away', () => {
    for (const which of ['front', 'back'] as const) {
      const { triangles, pattern } = { ...bag(), triangles: bag().triangles[which] };
      let area = 0;
      for (let t = 0; t < triangles.length; t += 3) {
        const [a, b, c] = [0, 1, 2].map((k) => 2 * triangles[t + k]);
        const twice =
          (pattern[b] - pattern[a]) * (pattern[c + 1] - pattern[a + 1]) -
          (pattern[c] - pattern[a]) * (pattern[b + 1] - pattern[a + 1]);
        // The pattern's y runs down: counter-clockwise to the eye is negative here.
        expect(Math.sign(twice)).toBe(which === 'front' ? -1 : 1);
        area += Math.abs(twice) / 2;
      }
      expect(area).toBeCloseTo(100, 0);
    }
  });
  it('of a tee is a tee: as wide as it is said to be', () => {
    const s = sewn(TEE, 0.8, 4);
    const chest = [...s.pattern.keys()]
      .filter((i) => i % 2 === 0 && Math.abs(s.pattern[i + 1] - 16) < 1)
      .map((i) => s.pattern[i]);
    expect(Math.max(...chest)).toBeGreaterThan(9.3);
    expect(s.triangles.front.length).toBeGreaterThan(1000);
  });
});

describe('cloth', () => {
  it('falls onto a table, lies on it, and keeps its lengths', () => {
    const s = bag();
    const cloth = clothOf(s.at, trianglesOf(s));
    for (let i = 2; i < cloth.at.length; i += 3) cloth.at[i] += 3;
    drape(cloth, {
      gravity: [0, 0, -60],
      steps: 120,
      drag: 0.05,
      collide: (_x, _y, z, out) => {
        out.set([0, 0, 1]);
        return -z;
      },
    });
    const heights = Array.from(cloth.at).filter((_, i) => i % 3 === 2);
    expect(Math.min(...heights)).toBeGreaterThan(-0.05);
    expect(Math.max(...heights)).toBeLessThan(0.4);
    const stretched = lengths(cloth).sort((a, b) => a - b);
    expect(stretched[Math.floor(stretched.length * 0.02)]).toBeGreaterThan(0.95);
    expect(stretched[Math.floor(stretched.length * 0.98)]).toBeLessThan(1.05);
  });
  it('that is held hangs, and what is held stays', () => {
    const s = bag();
    const cloth = clothOf(s.at, trianglesOf(s));
    const held = (i: number) => s.pattern[2 * i + 1] < 0.01;
    const before = Float32Array.from(cloth.at);
    drape(cloth, { gravity: [0, -20, 0], steps: 60, held });
    for (let i = 0; i < cloth.at.length / 3; i++)
      if (held(i)) for (let k = 0; k < 3; k++) expect(cloth.at[3 * i + k]).toBeCloseTo(before[3 * i + k], 9);
    expect(Math.min(...Array.from(cloth.at).filter((_, i) => i % 3 === 1))).toBeLessThan(-9.9);
  });
  it('is blown up by air, and keeps its two sides apart', () => {
    const s = bag();
    const cloth = clothOf(s.at, trianglesOf(s));
    drape(cloth, { gravity: [0, 0, 0], steps: 60, drag: 0.05, air: { triangles: trianglesOf(s), push: 60 } });
    const gap = Array.from(
      { length: s.pairs.length / 2 },
      (_, i) => cloth.at[3 * s.pairs[2 * i] + 2] - cloth.at[3 * s.pairs[2 * i + 1] + 2],
    );
    expect(Math.max(...gap)).toBeGreaterThan(1);
    expect(Math.min(...gap)).toBeGreaterThan(-0.05);
  });
  it('with ease is longer across its folds and not along them', () => {
    const s = bag();
    const [plain, eased] = [clothOf(s.at, trianglesOf(s)), clothOf(s.at, trianglesOf(s))];
    ease(eased, s.pattern, () => [0.1, 90]);
    for (let i = 0; i < plain.bendsFrom; i++) {
      const [a, b] = [2 * plain.links[2 * i], 2 * plain.links[2 * i + 1]];
      const across = Math.abs(s.pattern[a] - s.pattern[b]) / plain.rest[i];
      expect(eased.rest[i] / plain.rest[i]).toBeCloseTo(1 + 0.1 * Math.min(1, across) ** 2, 2);
    }
  });
  it('softened has smaller creases, and the size that it had', () => {
    const s = bag(0.4);
    const cloth = clothOf(s.at, trianglesOf(s));
    const random = randomOf(3);
    const noisy = Array.from({ length: cloth.at.length / 3 }, () => 0.1 * (random() - 0.5));
    noisy.forEach((n, i) => (cloth.at[3 * i + 2] += n));
    const rough = () => {
      const zs = Array.from(
        { length: cloth.bendsFrom },
        (_, i) => cloth.at[3 * cloth.links[2 * i] + 2] - cloth.at[3 * cloth.links[2 * i + 1] + 2],
      );
      return Math.sqrt(zs.reduce((sum, z) => sum + z * z, 0) / zs.length);
    };
    const before = rough();
    soften(cloth, 4, s.seams);
    expect(rough()).toBeLessThan(before * 0.6);
    const xs = Array.from(cloth.at).filter((_, i) => i % 3 === 0);
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(9.7);
  });
});

describe('bodies', () => {
  it('are as far away as they are said to be', () => {
    const arm = limb([0, 0, 0], [10, 0, 0], 1, 1);
    expect(arm(5, 3, 0)).toBeCloseTo(2, 9);
    expect(arm(13, 0, 0)).toBeCloseTo(2, 9);
    expect(arm(5, 0.25, 0)).toBeCloseTo(-0.75, 9);
    expect(joined(1, 5, 0.5)).toBeCloseTo(1, 9);
    expect(joined(1, 1, 0.5)).toBeLessThan(1);
  });
  it('of a tee’s figure fill it: inside at the chest, outside beside it', () => {
    const body = figure(TEE);
    expect(body(0, -9, 0)).toBeLessThan(0);
    expect(body(0, -9, 6)).toBeGreaterThan(0);
    expect(body(9, -22, 0)).toBeGreaterThan(0);
    // Its girth is less than the tee's, so that the cloth hangs.
    expect(body(7.4, -16, 0)).toBeGreaterThan(0);
  });
});
