import { flatten, hypot, parseSvgPath, pathBounds, signedArea } from '../geometry';
import { drawnAlpha } from '../../testing';
import { cutLineOf, CUT_FORMS, judgeCut, newCutLine, scaledCut, type Cut, type CutLine } from './index';
import { fieldOfPath } from './path-field';

const { abs, max, min, PI } = Math;

/** px per mm that the tests draw at. */
const K = 12;
const PLAIN: CutLine = {
  ...newCutLine('ink'),
  ...{ distance: 3, close: 0, radius: 0, holes: 'none', islands: 'apart' },
};
const cutOf = (
  inside: (x: number, y: number) => boolean,
  change: Partial<CutLine> = {},
  [w, h] = [40, 40],
): Cut => cutLineOf(drawnAlpha(w, h, K, inside), K, { ...PLAIN, ...change })!;
const areaOf = (path: readonly number[]) =>
  flatten(path, 0.02).reduce((sum, { points }) => sum + signedArea(points) / 2, 0) / K ** 2;
/** An O: a ring of letters' thickness, and what falls out of it. */
const letterO = (x: number, y: number) =>
  x > 4 && x < 36 && y > 4 && y < 36 && !(hypot(x - 20, y - 20) < 11 && hypot(x - 20, y - 20) > 7);

describe('a set of a path', () => {
  it('has the area of the path, whatever its winding, and distances at its line', () => {
    const path = parseSvgPath('M10 10H70V50H10ZM30 20V40H50V20Z');
    const { data, width } = fieldOfPath(path, 90, 60);
    expect(data.filter((v) => v > 0)).toHaveLength(60 * 40 - 20 * 20);
    // Pixel centres are at halves.
    expect(data[25 * width + 10]).toBeCloseTo(0.5);
    expect(data[25 * width + 8]).toBeCloseTo(-1.5);
    expect(data[25 * width + 30]).toBeCloseTo(-0.5);
    // Turned the same way, the inner line is filled.
    const both = fieldOfPath(parseSvgPath('M10 10H70V50H10ZM30 20H50V40H30Z'), 90, 60);
    expect(both.data.filter((v) => v > 0)).toHaveLength(60 * 40);
  });
});

describe('corners kept sharp', () => {
  const square = (x: number, y: number) => x > 12 && x < 28 && y > 12 && y < 28;
  it('a square has a square border, and a round one by default', () => {
    expect(cutOf(square, { corners: 'sharp' }).peel.area).toBeCloseTo(22 * 22, 0);
    expect(abs(cutOf(square).peel.area - (16 * 16 + 4 * 16 * 3 + PI * 9))).toBeLessThan(1);
  });

  it('corners that go in are rounded all the same, and tips beyond the limit stay round', () => {
    const notched = (x: number, y: number) => square(x, y) && !(x > 20 && y > 20);
    const cut = cutOf(notched, { corners: 'sharp', radius: 2 });
    expect(cut.peel.innerRadius).toBeGreaterThan(1.85);
    expect(cut.peel.outerCorner!.degrees).toBeLessThan(100);
    const spike = (x: number, y: number) => x < 32 && x > 12 && abs(y - 20) < (32 - x) * Math.tan(PI / 6);
    const reach = (mitre: number) => cutOf(spike, { corners: 'sharp', mitre }).peel.box.right / K;
    // Its tip has 60°: a mitre twice the border.
    expect(reach(3)).toBeCloseTo(32 + 6, 0);
    expect(reach(1.5)).toBeCloseTo(32 + 3, 0);
  });
});

describe('a silhouette', () => {
  it('is the artwork itself, and says what falls out of it', () => {
    const cut = cutOf(letterO, { shape: 'silhouette' });
    const solid = 32 * 32 - PI * (121 - 49);
    expect(cut.peel.area).toBeCloseTo(solid, 0);
    expect(cut.pieces.map((p) => p.enclosed)).toEqual([false, true]);
    expect(areaOf(cut.pieces[1].path)).toBeCloseTo(PI * 49, 0);
    const rules = { borderMm: 2, radiusMm: 0, widthMm: 40, heightMm: 40 };
    const found = judgeCut(cut, { ...PLAIN, shape: 'silhouette' }, rules, K);
    expect(found.filter((f) => f.severity === 'stop').map((f) => f.code)).toEqual(['falls-out']);
    expect(found[0].at!.x / K).toBeCloseTo(20, 0);
    expect(found[0].mend!.change).toEqual({ islands: 'stencil' });
  });

  it('held as a stencil it is one piece, by a bridge above and one below', () => {
    const cut = cutOf(letterO, { shape: 'silhouette', islands: 'stencil', bridge: 2 });
    expect(cut.peel.pieces).toBe(1);
    expect(cut.bridges).toHaveLength(2);
    for (const { from, to } of cut.bridges) {
      expect(from[0] / K).toBeCloseTo(20, 1);
      expect(to[0]).toBe(from[0]);
      expect(abs(from[1] - to[1]) / K).toBeCloseTo(4, 1);
    }
    expect(cut.peel.area).toBeCloseTo(32 * 32 - PI * (121 - 49) + 2 * 2 * 4, 0);
  });

  it('joined where it is nearest, an inside that lies off the middle has one bridge to its letter', () => {
    const off = (x: number, y: number) =>
      x > 4 && x < 36 && y > 4 && y < 36 && !(hypot(x - 20, y - 20) < 11 && hypot(x - 22, y - 20) > 7);
    const cut = cutOf(off, { shape: 'silhouette', islands: 'bridge', bridge: 2 });
    expect(cut.peel.pieces).toBe(1);
    expect(cut.bridges).toHaveLength(1);
    expect(cut.bridges[0].from[0] / K).toBeGreaterThan(28);
  });

  it('a bridge placed by hand holds it, and no other is added', () => {
    const cut = cutOf(letterO, {
      ...{ shape: 'silhouette', islands: 'stencil', bridge: 2 },
      // Shares of the square from 4 to 36: along its middle row, from the inside out to the right.
      joints: [[(26 - 4) / 32, 0.5, (32 - 4) / 32, 0.5]],
    });
    expect(cut.peel.pieces).toBe(1);
    expect(cut.bridges).toHaveLength(1);
    expect(cut.bridges[0].from[1] / K).toBeCloseTo(20, 1);
  });
});

describe('holes chosen one by one', () => {
  const two = (x: number, y: number) =>
    x > 2 && x < 38 && y > 8 && y < 32 && hypot(x - 11, y - 20) > 6 && hypot(x - 29, y - 20) > 6;
  it('those named stay, the others are filled; all are told', () => {
    const none = cutOf(two, { distance: 1, holes: 'chosen' });
    expect(none.peel.holes).toBe(0);
    expect(none.holes.map((h) => h.open)).toEqual([false, false]);
    const right = none.holes.find((h) => h.at[0] > 0.5)!;
    const one = cutOf(two, { distance: 1, holes: 'chosen', openHoles: [right.at] });
    expect(one.peel.holes).toBe(1);
    expect(one.peel.smallestHole!.x / K).toBeCloseTo(29, 0);
    expect(one.holes.filter((h) => h.open).map((h) => h.at[0] > 0.5)).toEqual([true]);
  });

  it('what lies in a hole that is filled is not cut', () => {
    const target = (x: number, y: number) => {
      const r = hypot(x - 20, y - 20);
      return r < 3 || (r > 9 && r < 15);
    };
    expect(cutOf(target, { distance: 1 }).peel.pieces).toBe(2);
    expect(cutOf(target, { distance: 1, holes: 'all' }).peel.pieces).toBe(1);
    expect(cutOf(target, { distance: 1, holes: 'all' }).loops).toHaveLength(1);
  });
});

describe('forms fitted around artwork', () => {
  const words = (x: number, y: number) => x > 6 && x < 34 && y > 14 && y < 26;
  it.each(CUT_FORMS)('%s holds it at the distance, and is hardly larger than it must be', (form) => {
    const cut = cutOf(words, { shape: 'form', form });
    expect(cut.peel.pieces).toBe(1);
    expect(cut.peel.border!.distance).toBeGreaterThan(2.9);
    expect(cut.peel.border!.distance).toBeLessThan(3.4);
  });

  it('its corners are rounded as far as a blade asks for', () => {
    const cut = cutOf(words, { shape: 'form', form: 'star', radius: 2 });
    expect(min(cut.peel.outerRadius, cut.peel.innerRadius)).toBeGreaterThan(1.85);
  });
});

describe('borders and backing', () => {
  const disc = (x: number, y: number) => hypot(x - 20, y - 20) < 8;
  it('rims go round one another, each as wide as it is asked to be', () => {
    const cut = cutOf(disc, {
      distance: 2,
      rims: [
        { ink: 'a', width: 1 },
        { ink: 'b', width: 1.5 },
      ],
    });
    const radius = (path: readonly number[]) => {
      const { left, right } = pathBounds(path);
      return (right - left) / 2 / K;
    };
    expect(cut.borders.map(radius).map((r) => Math.round(r * 20) / 20)).toEqual([12.5, 11, 10]);
    expect(cut.peel.width).toBeCloseTo(25, 1);
  });

  it('a backing is cut wider all round, without holes, with a strip for fingers where one is asked for', () => {
    const ring = (x: number, y: number) => disc(x, y) && hypot(x - 20, y - 20) > 5;
    const cut = cutOf(ring, { distance: 1, backing: { margin: 4, tear: 'none' } });
    expect(cut.peel.holes).toBe(1);
    expect(areaOf(cut.backing!)).toBeCloseTo(PI * 13 ** 2, 0);
    const strip = pathBounds(cutOf(disc, { distance: 1, backing: { margin: 4, tear: 'right' } }).backing!);
    expect(strip.right / K).toBeCloseTo(20 + 13 + 8, 0);
    expect(strip.left / K).toBeCloseTo(20 - 13, 1);
    expect(max(strip.bottom, -strip.top) / K).toBeLessThan(33.5);
  });

  it('what runs beyond the print is judged by the backing', () => {
    const settings: CutLine = { ...PLAIN, distance: 2, radius: 2, backing: { margin: 12, tear: 'none' } };
    const rules = { borderMm: 2, radiusMm: 1, widthMm: 40, heightMm: 40 };
    const cut = cutLineOf(drawnAlpha(40, 40, K, disc), K, settings);
    expect(judgeCut(cut, settings, rules, K).map((f) => f.code)).toContain('beyond');
  });
});

describe('an outline of one’s own', () => {
  const dot = drawnAlpha(40, 40, K, (x, y) => hypot(x - 20, y - 20) < 5);
  const own = (svg: string, change: Partial<CutLine> = {}) =>
    cutLineOf({ ...dot, outline: parseSvgPath(svg) }, K, {
      ...{ ...PLAIN, shape: 'own', ...change },
    })!;
  // Px: 120 to 360 is 10 to 30 mm.
  const SQUARE = 'M120 120H360V360H120Z';

  it('is cut as it is, wherever the artwork lies in it, with its border measured', () => {
    const { peel, unoutlined } = own(SQUARE);
    expect(unoutlined).toBe(false);
    expect([peel.width, peel.height].map((v) => Math.round(v * 50) / 50)).toEqual([20, 20]);
    expect([peel.box.left / K, peel.box.top / K].map((v) => Math.round(v * 50) / 50)).toEqual([10, 10]);
    expect(peel.border!.distance).toBeCloseTo(5, 1);
    // At least so round, and not much rounder.
    const { area } = own(SQUARE, { radius: 3 }).peel;
    expect(area).toBeLessThan(400 - (4 - PI) * 2.9 ** 2);
    expect(area).toBeGreaterThan(400 - (4 - PI) * 3.6 ** 2);
  });

  it('may be far larger than the artwork, or lie beside it', () => {
    expect(own('M-1200 -1200H1680V1680H-1200Z').peel.width).toBeCloseTo(240, 1);
    const beside = own('M400 120H470V360H400Z');
    expect(beside.peel.box.left / K).toBeCloseTo(400 / K, 1);
  });

  it('gives way to the artwork where it is not there, and says so with a mend', () => {
    for (const outline of [undefined, null, []]) {
      const cut = cutLineOf({ ...dot, outline }, K, { ...PLAIN, shape: 'own' })!;
      expect(cut.unoutlined).toBe(true);
      const rules = { borderMm: 0, radiusMm: 0, widthMm: 40, heightMm: 40 };
      const [finding] = judgeCut(cut, { ...PLAIN, shape: 'own' }, rules, K);
      expect(finding).toMatchObject({
        code: 'outline',
        severity: 'stop',
        mend: { change: { shape: 'follow' } },
      });
    }
  });
});

describe('a cut in other px', () => {
  it('is the cut of the artwork in those px: as large in mm, with its places where they are', () => {
    const inside = (x: number, y: number) => letterO(x, y) || hypot(x - 20, y - 20) < 3;
    const change: Partial<CutLine> = {
      ...{ distance: 1, islands: 'stencil', bridge: 2, backing: { margin: 3, tear: 'top' } },
      rims: [{ ink: 'ink', width: 1 }],
    };
    const at = (k: number) => cutLineOf(drawnAlpha(40, 40, k, inside), k, { ...PLAIN, ...change })!;
    const [half, whole] = [scaledCut(at(6), 2), at(12)];
    expect(half.loops).toHaveLength(whole.loops.length);
    half.loops.forEach((l, i) => {
      expect(abs(areaOf(l.path) - areaOf(whole.loops[i].path))).toBeLessThan(2);
      expect(abs(l.area - whole.loops[i].area) / K ** 2).toBeLessThan(2);
    });
    expect(half.bridges).toHaveLength(whole.bridges.length);
    half.bridges.forEach(({ from }, i) => {
      expect(hypot(from[0] - whole.bridges[i].from[0], from[1] - whole.bridges[i].from[1]) / K).toBeLessThan(
        0.5,
      );
    });
    const sides = (c: Cut) => [c.peel.box, c.box].flatMap((b) => [b.left, b.top, b.right, b.bottom]);
    sides(half).forEach((v, i) => expect(abs(v - sides(whole)[i]) / K).toBeLessThan(0.3));
    expect(abs(areaOf(half.backing!) - areaOf(whole.backing!))).toBeLessThan(6);
    expect(abs(half.peel.border!.distance - whole.peel.border!.distance)).toBeLessThan(0.2);
    half.borders.forEach((b, i) => expect(abs(areaOf(b) / areaOf(whole.borders[i]) - 1)).toBeLessThan(0.06));
  });
});
