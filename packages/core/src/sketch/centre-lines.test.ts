import fc from 'fast-check';
import { componentsOf, createImage, createMask, type RasterImage } from '../raster';
import { centreLines, type DrawnStroke } from './index';
import { skeletonOf } from './skeleton';

const seed = 20261129;
type Way = { points: (readonly [number, number])[]; width: number | ((t: number) => number) };

/** How far a place is from a way, and how far along it is the nearest, 0–1. */
function fromWay([x, y]: readonly [number, number], { points }: Way): [off: number, t: number] {
  let best: [number, number] = [Infinity, 0];
  for (let i = 0; i + 1 < points.length; i++) {
    const [[px, py], [qx, qy]] = [points[i], points[i + 1]];
    const [dx, dy] = [qx - px, qy - py];
    const t = Math.max(0, Math.min(1, ((x - px) * dx + (y - py) * dy) / (dx * dx + dy * dy)));
    const off = Math.hypot(x - px - t * dx, y - py - t * dy);
    if (off < best[0]) best = [off, (i + t) / (points.length - 1)];
  }
  return best;
}

/** Ways drawn with round ends on a paper that is lit from the left. */
function drawn(ways: readonly Way[], size = 200): RasterImage {
  const image = createImage(size, size);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      let cover = 0;
      for (const way of ways) {
        const [off, t] = fromWay([x + 0.5, y + 0.5], way);
        const width = typeof way.width === 'number' ? way.width : way.width(t);
        cover = Math.max(cover, Math.min(1, Math.max(0, width / 2 + 0.5 - off)));
      }
      const paper = 235 - (70 * x) / size;
      image.data.set(
        [paper + (30 - paper) * cover, paper + (24 - paper) * cover, paper + (20 - paper) * cover, 255],
        4 * (y * size + x),
      );
    }
  return image;
}
const straight = (from: [number, number], to: [number, number], width: Way['width'] = 8): Way => ({
  points: [from, to],
  width,
});
const arc = (cx: number, cy: number, r: number, from: number, to: number, width: Way['width'] = 8): Way => ({
  points: Array.from({ length: 91 }, (_, i) => {
    const a = ((from + ((to - from) * i) / 90) * Math.PI) / 180;
    return [cx + r * Math.cos(a), cy + r * Math.sin(a)] as const;
  }),
  width,
});
const found = (ways: readonly Way[], least = 8) => centreLines(drawn(ways), { least, through: 40 }).strokes;
/** How far the farthest sample of a stroke is from a way. */
const strays = ({ samples }: DrawnStroke, way: Way) =>
  Math.max(...samples.map(([x, y]) => fromWay([x, y], way)[0]));
const middle = <T>(values: readonly T[]) => values[values.length >> 1];
const widthOf = ({ samples }: DrawnStroke) => middle(samples.map((s) => s[2]).sort((a, b) => a - b));

describe('the lines of a drawing', () => {
  it.each([
    ['level', straight([30, 100], [170, 100])],
    ['upright', straight([100.4, 30], [100.4, 170], 5)],
    ['aslant', straight([30, 40], [170, 150], 11)],
    ['bent', arc(100, 120, 70, 190, 350, 7)],
  ])('%s, are one each, where it was drawn and as wide', (_, way) => {
    const [stroke, ...more] = found([way]);
    expect(more).toHaveLength(0);
    expect(stroke.closed).toBe(false);
    expect(strays(stroke, way)).toBeLessThan(1.2);
    expect(Math.abs(widthOf(stroke) - (way.width as number))).toBeLessThan(1);
    // From end to end.
    for (const end of [way.points[0], way.points.at(-1)!]) {
      const [first, last] = [stroke.samples[0], stroke.samples.at(-1)!];
      const off = Math.min(...[first, last].map(([x, y]) => Math.hypot(x - end[0], y - end[1])));
      expect(off).toBeLessThan(3.5);
    }
  });

  it('close where they run back into themselves', () => {
    const ring = arc(100, 100, 60, 0, 360, 9);
    const [stroke, ...more] = found([ring]);
    expect([more.length, stroke.closed]).toEqual([0, true]);
    expect(strays(stroke, ring)).toBeLessThan(0.9);
    expect(stroke.length / (2 * Math.PI * 60)).toBeCloseTo(1, 1);
  });

  it('go on through one another where they cross', () => {
    for (const [a, b] of [
      [straight([30, 100], [170, 100]), straight([100, 30], [100, 170])],
      [straight([30, 40], [170, 160], 10), straight([30, 130], [170, 60], 6)],
      // A narrow angle, by which a skeleton leads them past one another.
      [straight([20, 80], [180, 120], 8), straight([20, 125], [180, 75], 8)],
    ]) {
      const strokes = found([a, b]);
      expect(strokes).toHaveLength(2);
      for (const way of [a, b]) expect(Math.min(...strokes.map((s) => strays(s, way)))).toBeLessThan(2);
      for (const s of strokes) expect(s.length).toBeGreaterThan(130);
    }
  });

  it('that end on another end there, and leave it whole', () => {
    const [bar, leg] = [straight([30, 60], [170, 60]), straight([100, 60], [100, 170])];
    const strokes = found([bar, leg]);
    expect(strokes).toHaveLength(2);
    expect(strays(strokes[0], bar)).toBeLessThan(1.5);
    expect(strays(strokes[1], leg)).toBeLessThan(1.5);
  });

  it('of a loop with a tail are one, crossed by itself', () => {
    const way: Way = {
      points: Array.from({ length: 121 }, (_, i) => {
        const t = -1.5 + i / 40;
        return [40 + 45 * t * t, 100 + 40 * t * (t * t - 1)] as const;
      }),
      width: 7,
    };
    const strokes = found([way]);
    expect(strokes).toHaveLength(1);
    expect(strays(strokes[0], way)).toBeLessThan(2.5);
  });

  it('tell where they swell', () => {
    const way = straight([20, 100], [180, 100], (t) => 4 + 12 * Math.sin(Math.PI * t));
    const [{ samples }] = found([way]);
    const at = (x: number) => samples.find((s) => Math.abs(s[0] - x) <= 1)![2];
    expect(Math.abs(at(100) - 16)).toBeLessThan(1.5);
    expect(Math.abs(at(40) - (4 + 12 * Math.sin((Math.PI * 20) / 160)))).toBeLessThan(2);
  });

  it('are not the specks of a paper, nor shorter than asked; a dot is a line of no length', () => {
    const dot = straight([60, 60], [60.01, 60], 12);
    const speck = straight([150, 150], [150.01, 150], 3);
    const short = straight([100, 30], [112, 30], 4);
    expect(found([dot, speck, short])).toHaveLength(2);
    const [only] = found([dot, speck, short], 20);
    expect(only).toBeUndefined();
    const [round] = found([dot]);
    expect(Math.abs(widthOf(round) - 12)).toBeLessThan(2);
    expect(round.length).toBeLessThan(6);
  });

  it('have the colour that they were drawn in; a paper without any has none', () => {
    const { colour, strokes } = centreLines(drawn([straight([30, 100], [170, 100])]));
    expect(parseInt(colour.slice(1, 3), 16)).toBeLessThan(60);
    expect(strokes).toHaveLength(1);
    expect(centreLines(drawn([]))).toMatchObject({ strokes: [] });
  });

  it.each([
    ['light ones on a dark board', (v: number) => [255 - v, 255]],
    ['faint ones on a board in dim light', (v: number) => [100 - v / 4, 255]],
    ['dark ones on a paper in dim light', (v: number) => [20 + v / 4, 255]],
    ['dark ones on a clear ground', (v: number) => [10, v > 130 ? 0 : 255]],
    ['white ones on a clear ground', (v: number) => [255, v > 130 ? 0 : 255]],
  ])('are found as well where they are %s', (_, tone) => {
    const ways = [straight([30, 60], [170, 60]), arc(100, 150, 45, 190, 350, 7)];
    const image = drawn(ways);
    for (let p = 0; p < image.data.length; p += 4) {
      const [grey, alpha] = tone(image.data[p]);
      image.data.set([grey, grey, grey, alpha], p);
    }
    const { strokes } = centreLines(image);
    expect(strokes).toHaveLength(2);
    for (const way of ways) {
      const [off, width] = strokes
        .map((s) => [strays(s, way), widthOf(s)])
        .reduce((a, b) => (b[0] < a[0] ? b : a));
      expect(off).toBeLessThan(1.5);
      expect(Math.abs(width - (way.width as number))).toBeLessThan(1.6);
    }
  });

  it('never leave what was drawn, and cover nearly all of it, however lines lie', () => {
    const place = fc.tuple(fc.integer({ min: 15, max: 105 }), fc.integer({ min: 15, max: 105 }));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(place, place, fc.integer({ min: 4, max: 9 })), { minLength: 1, maxLength: 4 }),
        (given) => {
          const ways = given
            .filter(([[ax, ay], [bx, by]]) => Math.hypot(ax - bx, ay - by) > 25)
            .map(([a, b, width]) => straight(a, b, width));
          // Those that run along one another are one line to whoever sees them.
          const angle = ({ points: [[ax, ay], [bx, by]] }: Way) => Math.atan2(by - ay, bx - ax);
          const along = ways.some((w, i) =>
            ways.slice(i + 1).some((v) => Math.abs(Math.sin(angle(w) - angle(v))) < 0.5),
          );
          if (ways.length === 0 || along) return;
          const { strokes } = centreLines(drawn(ways, 120), { least: 8, through: 40 });
          // Between samples that a crossing has taken out a stroke goes straight on.
          const off = (x: number, y: number) =>
            Math.min(...ways.map((w) => fromWay([x, y], w)[0] - (w.width as number) / 2));
          for (const { samples } of strokes) for (const [x, y] of samples) expect(off(x, y)).toBeLessThan(1);
          const reached = ways.map((w) => {
            const on = Array.from({ length: 21 }, (_, i) => {
              const [[ax, ay], [bx, by]] = w.points;
              return [ax + ((bx - ax) * i) / 20, ay + ((by - ay) * i) / 20] as const;
            });
            const near = on.filter((p) =>
              strokes.some(
                (s) => fromWay(p, { points: s.samples.map(([x, y]) => [x, y] as const), width: 0 })[0] < 5,
              ),
            );
            return near.length / on.length;
          });
          expect(Math.min(...reached)).toBeGreaterThan(0.85);
        },
      ),
      { seed, numRuns: 60 },
    );
  });
});

describe('a skeleton', () => {
  it('is a pixel wide, inside what it is of, and hangs together as that does', () => {
    const blots = fc.array(fc.tuple(fc.nat(39), fc.nat(39), fc.integer({ min: 1, max: 7 })), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(blots, fc.constantFrom(0, 0.5), (all, half) => {
        const mask = createMask(40, 40);
        for (const [cx, cy, r] of all)
          for (let y = 0; y < 40; y++)
            for (let x = 0; x < 40; x++)
              if (Math.hypot(x - cx - half, y - cy - half) <= r) mask.data[40 * y + x] = 1;
        const bone = skeletonOf(mask);
        for (let y = 0; y < 42; y++)
          for (let x = 0; x < 42; x++) {
            if (!bone.data[42 * y + x]) continue;
            expect(x > 0 && y > 0 && mask.data[40 * (y - 1) + x - 1]).toBe(1);
            // Four lines that meet aslant leave a square of four; nothing is thicker.
            const on = (dx: number, dy: number) => bone.data[42 * (y + dy) + x + dx];
            const square = on(1, 0) + on(0, 1) + on(1, 1);
            expect(square === 3 && on(2, 0) + on(2, 1) === 2).toBe(false);
            expect(square === 3 && on(0, 2) + on(1, 2) === 2).toBe(false);
          }
        expect(componentsOf(bone)).toHaveLength(componentsOf(mask).length);
      }),
      { seed, numRuns: 150 },
    );
  });
});
