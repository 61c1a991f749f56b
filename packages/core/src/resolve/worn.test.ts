import { applyEdits, type Design } from '../design';
import { groupBounds, inRuns, leastAlpha, paintSurface, printed, unworn } from '../drawing';
import type { Part } from '../parts';
import { newWear, wearOf, wearRaster, WEAR_KINDS, type Wear } from '../wear';
import { circle, designOf, loadOutlineOps, NO_FACES, rect, shape, surfaces, WORN } from '../../testing';
import { handleOf } from './handle';
import { inkSamples } from './ink-samples';
import { resolve } from './resolve';

const INKS = { a: '#ff0000', b: '#0000ff' };
const part = (id: string, path: string, more: Partial<Part> = {}, ink = 'a'): Part =>
  ({ ...shape(id, path, ink), ...more }) as Part;
const ALL = { left: 0, top: 0, right: 900, bottom: 900 };

const paint = (design: Design) =>
  paintSurface(resolve(design, undefined, NO_FACES), 1, WORN, surfaces).context.getImageData(0, 0, 900, 900);
const area = ({ data }: { data: ArrayLike<number> }, inside = (_x: number, _y: number) => true) => {
  let sum = 0;
  for (let i = 3, p = 0; i < data.length; i += 4, p++)
    if (inside(p % 900, Math.floor(p / 900))) sum += data[i] / 255;
  return sum;
};
const withWear = (wear: Wear[], ...parts: Part[]) =>
  applyEdits(designOf(INKS, ...parts), [{ op: 'setWear', wear }]);

describe('samples of ink', () => {
  const groups = (...parts: Part[]) => resolve(designOf(INKS, ...parts), undefined, NO_FACES).groups;

  it('lie on the ink, as many as it is large, and know the distance to its edge', () => {
    const { places, fromEdge } = inkSamples(groups(part('d', circle(450, 450, 200))), ALL);
    const share = fromEdge.length / (96 * 96);
    // The grid ends on the lines of the board around the disc, 450 px from one another.
    expect(share).toBeCloseTo((Math.PI * 200 ** 2) / 450 ** 2, 1);
    for (let k = 0; k < fromEdge.length; k++) {
      const d = Math.hypot(places[2 * k] - 450, places[2 * k + 1] - 450);
      expect(d).toBeLessThan(201);
      expect(Math.abs(200 - d - fromEdge[k])).toBeLessThan(10);
    }
  });

  it('know the edges of each of several groups', () => {
    const { places, fromEdge } = inkSamples(
      groups(part('in', circle(450, 450, 100)), part('out', circle(450, 450, 300))),
      ALL,
    );
    for (let k = 0; k < fromEdge.length; k++) {
      const d = Math.hypot(places[2 * k] - 450, places[2 * k + 1] - 450);
      expect(Math.abs(Math.min(300 - d, Math.abs(100 - d)) - fromEdge[k])).toBeLessThan(15);
    }
  });

  it('leave holes out, follow even-odd outlines, clips, and drawn lines', () => {
    const count = (...parts: Part[]) => inkSamples(groups(...parts), ALL).fromEdge.length;
    const frame = part('f', rect(100, 100, 600, 600));
    const hole = part('h', circle(400, 400, 150), {
      knockOut: { from: 'below', parts: [], gap: 0 },
      unprinted: true,
    });
    expect(count(hole, frame)).toBeLessThanOrEqual(count(frame));
    const ring = part('r', `${circle(450, 450, 300)}${circle(450, 450, 200)}`);
    const evenOdd = {
      ...ring,
      outlines: (ring as never as { outlines: object[] }).outlines.map((o) => ({ ...o, rule: 'evenodd' })),
    } as Part;
    expect(count(evenOdd) / count(ring)).toBeCloseTo((9 - 4) / 9, 1);
    const outline = { width: 100, join: 'round' as const, cap: 'butt' as const };
    const line = {
      ...part('l', 'M100 450H800'),
      outlines: [{ path: 'M100 450H800', ink: 'a', rule: 'nonzero', opacity: 1, stroke: outline }],
    } as never as Part;
    const { places } = inkSamples(groups(line), ALL);
    expect(places.length).toBeGreaterThan(0);
    for (let k = 1; k < places.length; k += 2) expect(Math.abs(places[k] - 450)).toBeLessThanOrEqual(50);
    expect(inkSamples([], ALL).places).toHaveLength(0);
    expect(inkSamples(groups(part('off', rect(2000, 2000, 50, 50))), ALL).places).toHaveLength(0);
  });
});

describe('the wear of a part', () => {
  const square = (wear: Wear[]) => part('s', rect(100, 100, 700, 700), { wear });
  const whole = area(paint(designOf(INKS, square([]))));

  it.each(WEAR_KINDS)('%s takes 12 % of its ink where 12 % is asked for', (kind) => {
    const wear = newWear(kind, 3, { amount: 0.12, size: kind === 'creases' || kind === 'rub' ? 12 : 2 });
    const left = area(paint(designOf(INKS, square([wear]))));
    expect(Math.abs(1 - left / whole - 0.12)).toBeLessThan(0.01);
  });

  it('takes ink away and adds none, and leaves other parts as they are', () => {
    const other = part('o', circle(450, 450, 120), {}, 'b');
    const plain = paint(designOf(INKS, other, square([])));
    const image = paint(designOf(INKS, other, square([newWear('cracks', 2, { amount: 0.3, size: 4 })])));
    // Counted, since to expect each of 810,000 px takes a minute.
    let more = 0;
    for (let i = 3; i < plain.data.length; i += 4) if (image.data[i] > plain.data[i]) more++;
    expect(more).toBe(0);
    const disc = (x: number, y: number) => Math.hypot(x - 450, y - 450) < 118;
    expect(area(image, disc)).toBeCloseTo(area(plain, disc), 3);
  });

  it('lies in mm: twice the board’s pixels show the same cracks', () => {
    const wear = newWear('cracks', 5, { amount: 0.2, size: 8 });
    const once = resolve(designOf(INKS, square([wear])), undefined, NO_FACES);
    const picture = (d: typeof once) => wearOf((d.groups[0].mask!.nodes[0] as { material: string }).material);
    const { board, ...rest } = designOf(INKS, part('s', rect(200, 200, 1400, 1400), { wear: [wear] }));
    const fine = { ...rest, board: { ...board, width: 1800, height: 1800, dpi: 600 } } as Design;
    const twice = resolve(fine, undefined, NO_FACES);
    expect(Math.abs(picture(twice).threshold - picture(once).threshold)).toBeLessThan(0.02);
    const [a, b] = [
      wearRaster({ ...picture(once), threshold: 0.2 }, 450),
      wearRaster({ ...picture(twice), threshold: 0.2 }, 450),
    ];
    let off = 0;
    for (let i = 3; i < a.data.length; i += 4) if (Math.abs(a.data[i] - b.data[i]) > 128) off++;
    expect(off / (450 * 450)).toBeLessThan(0.01);
  });

  it('along the edges spares the middle, and takes its amount all the same', () => {
    const wear = newWear('grain', 5, { amount: 0.1, where: 'edges', reach: 10, size: 1 });
    const image = paint(designOf(INKS, square([wear])));
    const middle = (x: number, y: number) => x > 250 && x < 650 && y > 250 && y < 650;
    expect(area(image, middle)).toBeCloseTo(400 * 400 - 799, -3);
    expect(Math.abs(1 - area(image) / whole - 0.1)).toBeLessThan(0.03);
  });

  it('may be several, one over the other, each switched off by itself', () => {
    const [a, b] = [newWear('grain', 1, { amount: 0.1 }), newWear('speckle', 2, { amount: 0.1, size: 2 })];
    const left = (...wear: Wear[]) => area(paint(designOf(INKS, square(wear)))) / whole;
    expect(left(a, b)).toBeLessThan(Math.min(left(a), left(b)) - 0.05);
    expect(left(a, { ...b, off: true })).toBeCloseTo(left(a), 6);
    expect(left({ ...a, amount: 0 })).toBe(1);
    expect(left({ ...a, amount: 1 })).toBeLessThan(0.01);
  });

  it('keeps the very same group, its handle and its bounds while nothing changes', () => {
    const design = designOf(INKS, part('x', rect(0, 0, 9, 9)), square([newWear('grain', 1)]));
    const of = (d: Design) => resolve(d, undefined, NO_FACES).groups.find((g) => g.part === 's')!;
    const first = of(design);
    expect(of(applyEdits(design, [{ op: 'place', part: 'x', place: { x: 70 } }]))).toBe(first);
    expect(handleOf(first).box).toMatchObject({ left: -350, right: 350 });
    expect(groupBounds(first)).toMatchObject({ left: 100, right: 800 });
    expect(unworn(first).mask).toBeUndefined();
    expect(unworn(first)).toBe(unworn(first));
  });

  it('is haze where its rims are soft, and only then', () => {
    const least = (soft: number) =>
      leastAlpha(
        resolve(designOf(INKS, square([newWear('grain', 1, { soft })])), undefined, NO_FACES).groups[0],
      );
    expect([least(0), least(0.5)]).toEqual([1, 0]);
  });
});

describe('the wear of all artwork', () => {
  const parts = [part('front', circle(450, 450, 150), {}, 'b'), part('back', rect(100, 100, 700, 700))];
  const wear = [newWear('cracks', 4, { amount: 0.2, size: 5 })];

  it('is one for all parts: where it cracks, the garment shows through all of them', () => {
    const image = paint(withWear(wear, ...parts));
    let [bare, mixed] = [0, 0];
    for (let y = 330; y < 570; y++)
      for (let x = 330; x < 570; x++) {
        if (Math.hypot(x - 450, y - 450) > 147) continue;
        const i = (y * 900 + x) * 4;
        if (image.data[i + 3] < 8) bare++;
        else if (image.data[i] > 60 && image.data[i + 3] > 200) mixed++;
      }
    expect(bare).toBeGreaterThan(3000);
    // Nowhere does the part behind show through a crack of the one in front, but for rims.
    expect(mixed).toBeLessThan(bare / 20);
  });

  it('takes its share of what all of them cover together', () => {
    const plain = area(paint(designOf(INKS, ...parts)));
    expect(Math.abs(1 - area(paint(withWear(wear, ...parts))) / plain - 0.2)).toBeLessThan(0.012);
  });

  it('spares what it shall spare', () => {
    const design = withWear(wear, { ...parts[0], spared: true }, parts[1]);
    const disc = (x: number, y: number) => Math.hypot(x - 450, y - 450) < 148;
    const image = paint(design);
    expect(area(image, disc)).toBeCloseTo(area(paint(designOf(INKS, ...parts)), disc), 3);
    expect(area(image, (x, y) => !disc(x, y))).toBeLessThan(0.9 * (700 * 700 - Math.PI * 148 ** 2));
  });

  it('is masked once for parts that lie next to one another', () => {
    const { groups } = resolve(withWear(wear, ...parts), undefined, NO_FACES);
    expect(groups[0].mask).toBe(groups[1].mask);
    expect(inRuns(groups)).toHaveLength(1);
    const apart = resolve(
      withWear(wear, parts[0], part('m', rect(0, 0, 50, 50), { spared: true }), parts[1]),
      undefined,
      NO_FACES,
    );
    expect(inRuns(printed(apart)).map((g) => g.items.length)).toEqual([1, 1, 1]);
  });

  it('goes together with windows and knock-outs', async () => {
    const ops = await loadOutlineOps();
    const hole = part('h', circle(450, 450, 100), {
      knockOut: { from: 'below', parts: [], gap: 0 },
      unprinted: true,
    });
    const inside = part('w', rect(0, 0, 900, 900), { window: { kind: 'part', part: 'disc' } });
    const design = withWear(wear, hole, inside, part('disc', circle(450, 450, 250), { unprinted: true }));
    const surface = paintSurface(resolve(design, undefined, { ...NO_FACES, ops }), 1, WORN, surfaces);
    const image = surface.context.getImageData(0, 0, 900, 900);
    const expected = Math.PI * (250 ** 2 - 100 ** 2) * 0.8;
    expect(Math.abs(area(image) - expected) / expected).toBeLessThan(0.02);
    expect(area(image, (x, y) => Math.hypot(x - 450, y - 450) < 98)).toBeLessThan(1);
  });
});
