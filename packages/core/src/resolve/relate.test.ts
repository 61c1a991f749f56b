import { applyEdits, type Design } from '../design';
import { groupHull, paintSurface, printed, type Materials } from '../drawing';
import { lettering, letteringLine, place, type MotifPart, type Part, type PartRelations } from '../parts';
import { alphaBox } from '../raster';
import {
  circle,
  designOf,
  loadOutlineOps,
  materialsWith,
  NO_FACES,
  NO_PICTURES,
  rect,
  shape,
  solidDisc,
  surfaces,
  withPicture,
} from '../../testing';
import { handleOf } from './handle';
import { resolve } from './resolve';

const INKS = { a: '#ff0000', b: '#0000ff' };
const part = (id: string, path: string, relations: Partial<Part> = {}, ink = 'a'): Part =>
  ({ ...shape(id, path, ink), ...relations }) as Part;
const inside = (id: string): Partial<PartRelations> => ({ window: { kind: 'part', part: id } });
const below = (gap = 0): Partial<PartRelations> => ({ knockOut: { from: 'below', parts: [], gap } });

let withOps: Materials;
beforeAll(async () => {
  withOps = { ...NO_FACES, ops: await loadOutlineOps() };
});

const paint = (design: Design, materials: Materials = withOps, pictures = NO_PICTURES) => {
  const { width, height } = design.board;
  const surface = paintSurface(resolve(design, undefined, materials), 1, pictures, surfaces);
  return surface.context.getImageData(0, 0, width, height);
};
const alpha = (image: { data: Uint8ClampedArray; width: number }, x: number, y: number) =>
  image.data[(y * image.width + x) * 4 + 3];
const area = ({ data }: { data: Uint8ClampedArray }) => {
  let sum = 0;
  for (let i = 3; i < data.length; i += 4) sum += data[i] / 255;
  return sum;
};

/** With true outlines, and as it is drawn for the moment where those are not there. */
const BOTH: [string, () => Materials][] = [
  ['with outline operations', () => withOps],
  ['without', () => NO_FACES],
];

describe.each(BOTH)('a knock-out, %s', (_name, materials) => {
  const square = part('square', rect(200, 200, 400, 400));

  it('takes the outline away from what is below it, and leaves the garment bare there', () => {
    const cutter = part('hole', circle(400, 400, 100), { ...below(), unprinted: true });
    const image = paint(designOf(INKS, cutter, square), materials());
    expect(alpha(image, 400, 400)).toBe(0);
    expect(alpha(image, 250, 250)).toBe(255);
    const expected = 400 * 400 - Math.PI * 100 * 100;
    expect(Math.abs(area(image) - expected)).toBeLessThan(expected * 0.002);
  });

  it('takes a gap around it away, too, beyond its keylines', () => {
    const cutter = part('dot', circle(400, 400, 50), {
      ...below(20),
      keylines: [{ ink: 'b', width: 10, join: 'round' }],
    });
    const image = paint(designOf(INKS, cutter, square), materials());
    expect(alpha(image, 400 + 58, 400)).toBe(255);
    expect(alpha(image, 400 + 63, 400)).toBe(0);
    expect(alpha(image, 400 + 78, 400)).toBe(0);
    expect(alpha(image, 400 + 83, 400)).toBe(255);
  });

  it('is made by each live copy', () => {
    const cutter = part('dot', circle(260, 400, 30), {
      ...below(),
      unprinted: true,
      repeat: { kind: 'step', count: 3, dx: 120, dy: 0, turn: 0, scale: 1 },
    });
    const image = paint(designOf(INKS, cutter, square), materials());
    for (const x of [260, 380, 500]) expect(alpha(image, x, 400)).toBe(0);
    expect(alpha(image, 320, 400)).toBe(255);
  });

  it('of a hollow part, or of one that is cut itself, is that of what is left of it', () => {
    const ring = part('ring', circle(400, 400, 100), { ...below(), unprinted: true });
    const core = part('core', circle(400, 400, 50), {
      knockOut: { from: 'chosen', parts: ['ring'], gap: 0 },
      unprinted: true,
    });
    const image = paint(designOf(INKS, core, ring, square), materials());
    // The ring is bare, its core is not: it was taken from the ring.
    expect(alpha(image, 400, 400)).toBe(255);
    expect(alpha(image, 475, 400)).toBe(0);
    const hollow = part('ring', circle(400, 400, 100), { ...below(), unprinted: true, hollow: true });
    expect(alpha(paint(designOf(INKS, hollow, square), materials()), 400, 400)).toBe(0);
  });

  it('cuts outlines that cross themselves as they are drawn', () => {
    const twice = part('twice', `${circle(380, 400, 60)}${circle(420, 400, 60)}`, {
      ...below(),
      unprinted: true,
    });
    expect(alpha(paint(designOf(INKS, twice, square), materials()), 400, 400)).toBe(0);
  });
});

describe.each(BOTH)('a window, %s', (_name, materials) => {
  it('shows a part inside its outline alone, and itself unless it says otherwise', () => {
    const band = part('band', rect(0, 350, 900, 100), inside('disc'), 'b');
    const disc = part('disc', circle(400, 400, 100));
    const image = paint(designOf(INKS, band, disc), materials());
    expect([...image.data.slice((400 * 900 + 400) * 4, (400 * 900 + 400) * 4 + 4)]).toEqual([0, 0, 255, 255]);
    expect(alpha(image, 400, 330)).toBe(255);
    expect(alpha(image, 200, 400)).toBe(0);
    const alone = paint(designOf(INKS, band, { ...disc, unprinted: true }), materials());
    expect(alpha(alone, 400, 330)).toBe(0);
    const { left, right, top, bottom } = alphaBox(alone, 127);
    expect([left, right, top, bottom]).toEqual([300, 500, 350, 450]);
  });

  it('is not made wider by the window’s keylines', () => {
    const band = part('band', rect(0, 350, 900, 100), inside('disc'), 'b');
    const disc = part('disc', circle(400, 400, 100), {
      unprinted: true,
      keylines: [{ ink: 'a', width: 30, join: 'round' }],
    });
    expect(alphaBox(paint(designOf(INKS, band, disc), materials()), 127).left).toBe(300);
  });

  it('of drawn lines is what they enclose', () => {
    const ring = part('ring', circle(400, 400, 100), { unprinted: true }) as MotifPart;
    const stroke = { width: 8, join: 'round', cap: 'butt' } as const;
    const lines: Part = { ...ring, outlines: ring.outlines.map((o) => ({ ...o, stroke })) };
    const band = part('band', rect(0, 350, 900, 100), inside('ring'));
    const image = paint(designOf(INKS, band, lines), materials());
    expect([alpha(image, 400, 400), alpha(image, 520, 400)]).toEqual([255, 0]);
  });

  it('in a window shows what is inside of both', () => {
    const band = part('band', rect(0, 0, 900, 900), inside('disc'), 'b');
    const disc = part('disc', circle(400, 400, 100), { ...inside('half'), unprinted: true });
    const half = part('half', rect(400, 0, 500, 900), { unprinted: true });
    const { left, right, top, bottom } = alphaBox(paint(designOf(INKS, band, disc, half), materials()), 127);
    expect([left, right, top, bottom]).toEqual([400, 500, 300, 500]);
  });

  it('of several parts or copies shows what is inside any of them', () => {
    const disc = part('disc', circle(200, 400, 60), {
      unprinted: true,
      repeat: { kind: 'step', count: 2, dx: 300, dy: 0, turn: 0, scale: 1 },
    });
    const image = paint(
      designOf(INKS, part('band', rect(0, 0, 900, 900), inside('disc')), disc),
      materials(),
    );
    expect([200, 350, 500].map((x) => alpha(image, x, 400))).toEqual([255, 0, 255]);
  });

  it('and a knock-out leave what is inside of the one and outside of the other', () => {
    const hole = part('hole', circle(400, 400, 40), { ...below(), unprinted: true });
    const band = part('band', rect(0, 0, 900, 900), inside('disc'));
    const disc = part('disc', circle(400, 400, 100), { unprinted: true });
    const image = paint(designOf(INKS, hole, band, disc), materials());
    expect([400, 420, 460, 520].map((x) => alpha(image, x, 400))).toEqual([0, 0, 255, 0]);
  });
});

describe('cut parts', () => {
  it('look the same with true outlines as with what is drawn for the moment', async () => {
    const materials = await materialsWith('anton');
    const words = (id: string, y: number, more: Partial<PartRelations>): Part => ({
      ...lettering(id, '', place(450, y), [letteringLine('OWL & MOTH', 'anton', 150, 'a')]),
      ...more,
    });
    const design = designOf(
      INKS,
      words('punched', 430, { ...below(9), unprinted: true }),
      part('band', rect(100, 560, 700, 40), inside('framed'), 'b'),
      words('framed', 640, {}),
      part('star', circle(450, 400, 300), { keylines: [{ ink: 'b', width: 14, join: 'round' }] }),
    );
    const exact = paint(design, { ...materials, ops: withOps.ops });
    const drawn = paint(design, { face: materials.face });
    let off = 0;
    for (let i = 3; i < exact.data.length; i += 4) if (Math.abs(exact.data[i] - drawn.data[i]) > 64) off++;
    expect(off / (exact.data.length / 4)).toBeLessThan(0.0005);
    expect(area(exact)).toBeGreaterThan(100_000);
  });

  it('are cut by a picture’s alpha, with an even gap', () => {
    const disc = withPicture(solidDisc, {
      ...below(20),
      unprinted: true,
    });
    const picture = disc.design.parts[0];
    const { x, y } = picture.place;
    const design: Design = {
      ...disc.design,
      inks: [{ id: 'a', name: 'a', value: '#ff0000' }],
      parts: [picture, part('square', rect(x - 300, y - 300, 600, 600))],
    };
    const image = paint(design, withOps, disc.pictures);
    const at = (d: number) => alpha(image, Math.round(x + d), Math.round(y));
    const k = Math.abs(picture.place.scaleX);
    expect([at(0), at(100 * k + 17), at(100 * k + 24)]).toEqual([0, 0, 255]);
    expect(
      alpha(
        image,
        Math.round(x + (100 * k + 17) * Math.SQRT1_2),
        Math.round(y + (100 * k + 17) * Math.SQRT1_2),
      ),
    ).toBe(0);
  });

  it('are cut in one colourway and whole in another', () => {
    const plain = designOf(
      INKS,
      part('hole', circle(400, 400, 50)),
      part('square', rect(300, 300, 200, 200)),
    );
    const design = applyEdits(plain, [
      { op: 'addColourway', colourway: { id: 'cut', name: 'Cut', inks: {}, garments: [] } },
      { op: 'overridePart', colourway: 'cut', part: 'hole', change: { ...below(), unprinted: true } },
    ]);
    const centre = (colourway: string | undefined) => {
      const surface = paintSurface(resolve(design, colourway, withOps), 1, NO_PICTURES, surfaces);
      return surface.context.getImageData(400, 400, 1, 1).data[3];
    };
    expect([centre(undefined), centre('cut')]).toEqual([255, 0]);
  });

  it('stay the very same group while nothing that cuts them changes', () => {
    const design = designOf(
      INKS,
      part('other', rect(10, 10, 20, 20)),
      part('hole', circle(400, 400, 50), below()),
      part('square', rect(300, 300, 200, 200)),
    );
    const of = (d: Design, id: string) => resolve(d, undefined, withOps).groups.find((g) => g.part === id);
    const first = of(design, 'square');
    const elsewhere = applyEdits(design, [{ op: 'place', part: 'other', place: { x: 50 } }]);
    expect(of(elsewhere, 'square')).toBe(first);
    const moved = applyEdits(design, [{ op: 'place', part: 'hole', place: { x: 5 } }]);
    expect(of(moved, 'square')).not.toBe(first);
  });

  it('reach no further than their window, and as far as they did where something is cut from them', () => {
    const span = (design: Design, id: string) => {
      const xs = groupHull(resolve(design, undefined, withOps).groups.find((g) => g.part === id)!).map(
        (p) => p[0],
      );
      return [Math.min(...xs), Math.max(...xs)].map(Math.round);
    };
    const band = part('band', rect(0, 350, 900, 100), inside('disc'));
    const disc = part('disc', circle(400, 400, 100), below());
    expect(span(designOf(INKS, band, disc), 'band')).toEqual([300, 500]);
    expect(span(designOf(INKS, disc, part('square', rect(300, 300, 200, 200))), 'square')).toEqual([
      300, 500,
    ]);
  });

  it('that only serve others are in no picture', () => {
    const design = designOf(INKS, part('hole', circle(400, 400, 50), { unprinted: true }));
    const drawing = resolve(design, undefined, withOps);
    expect(drawing.groups).toHaveLength(1);
    // The editor holds them all the same.
    expect(handleOf(drawing.groups[0]).box).toMatchObject({ left: -100, right: 0 });
    expect(printed(drawing)).toEqual([]);
  });

  it('with a lost window or in a circle say so', () => {
    const circles = designOf(
      INKS,
      part('x', rect(0, 0, 9, 9), inside('y')),
      part('y', rect(0, 0, 9, 9), inside('x')),
      part('z', rect(0, 0, 9, 9), inside('gone')),
    );
    expect(resolve(circles, undefined, withOps).faults).toEqual([
      { kind: 'no-window', part: 'z' },
      { kind: 'circle', part: 'y' },
    ]);
  });
});
