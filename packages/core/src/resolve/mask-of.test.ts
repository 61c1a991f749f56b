import { emptySide, type Design } from '../design';
import type { ImageItem, Materials } from '../drawing';
import { applyMatrix, invert } from '../geometry';
import { picture, place, shapeOf, type Part, type PicturePart } from '../parts';
import { createImage } from '../raster';
import {
  maskPlane,
  newStep,
  treatPicture,
  type Covers,
  type PictureCover,
  type StepMask,
  type Treatment,
} from '../steps';
import { circle, designOf, loadOutlineOps, NO_FACES, rect, shape } from '../../testing';
import { partMatrix, picturesIn, resolve } from './index';

let materials: Materials;
beforeAll(async () => {
  materials = { ...NO_FACES, ops: await loadOutlineOps() };
});

const SIZE = { width: 120, height: 80 };
const FOUND = { id: 'm', name: 'Moth', file: 'm.png', ...SIZE, licence: { id: 'own' } };
const INKS = { ink: '#ffffff', light: '#ffffff' };
const maskBy = (part: string, more: Partial<StepMask> = {}): StepMask =>
  ({ kind: 'part', part, invert: false, soften: 0, grow: 0, ...more }) as StepMask;
const photo = (by: string, more: Partial<PicturePart> = {}): PicturePart => ({
  ...picture('photo', { x: 430, y: 470, turn: 25, scaleX: 3, scaleY: -2.5 }, FOUND),
  steps: [newStep('exposure', INKS, { stops: -6, mask: maskBy(by) })],
  ...more,
});
const design = (...parts: Part[]): Design => ({
  ...designOf({ a: '#ffffff' }, ...parts),
  materials: [FOUND],
});
const outlines = (of: Design, by = materials): Covers | undefined => picturesIn(of, by)[0].treatment?.covers;
/** How much of each px of the picture a mask covers, as the design's first picture has it. */
const covered = (of: Design, mask: StepMask = maskBy('s')) =>
  maskPlane(mask, createImage(SIZE.width, SIZE.height), 1, outlines(of));

/** Px that a mask takes whole or not at all although their middle on the board says otherwise; few are taken in part. */
function wrong(of: Design, inside: (x: number, y: number) => boolean): number {
  const { data } = covered(of);
  expect(data.filter((v) => v > 0 && v < 1).length).toBeLessThan(SIZE.width * SIZE.height * 0.06);
  const to = partMatrix(of.parts.find((p) => p.id === 'photo')!);
  let n = 0;
  data.forEach((v, i) => {
    const [x, y] = [(i % SIZE.width) + 0.5, Math.floor(i / SIZE.width) + 0.5];
    const at = inside(...applyMatrix(to, x - SIZE.width / 2, y - SIZE.height / 2));
    if ((v === 0 && at) || (v === 1 && !at)) n++;
  });
  return n;
}

describe('a mask that is another part', () => {
  it('covers of the picture what the part covers on the board, turned, mirrored and uneven as the picture is', () => {
    const disc = (x: number, y: number) => Math.hypot(x - 450, y - 430) < 90;
    const of = design(shape('s', circle(450, 430, 90), 'a'), photo('s'));
    expect(wrong(of, disc)).toBe(0);
    expect(covered(of).data.some((v) => v === 1)).toBe(true);
  });

  it('has the holes of the part, what its outlines cross in common once, and its live copies', () => {
    const boxes = `${rect(350, 380, 120, 120)}${rect(420, 420, 120, 60)}`;
    const cross = (x: number, y: number) =>
      (x > 350 && x < 470 && y > 380 && y < 500) || (x > 420 && x < 540 && y > 420 && y < 480);
    expect(wrong(design(shape('s', boxes, 'a'), photo('s')), cross)).toBe(0);
    const ring = shapeOf('s', place(440, 460), 'ring', 200, 'a');
    const one = design(ring, photo('s'));
    const hole = covered(one).data.filter((v) => v === 1).length;
    const filled = design(shapeOf('s', place(440, 460), 'ellipse', 200, 'a'), photo('s'));
    expect(hole).toBeLessThan(covered(filled).data.filter((v) => v === 1).length);
    const small = shape('s', rect(400, 400, 20, 20), 'a');
    const repeat = { kind: 'step' as const, count: 3, dx: 40, dy: 0, turn: 0, scale: 1 };
    const three = (x: number, y: number) =>
      y > 400 && y < 420 && [0, 40, 80].some((d) => x > 400 + d && x < 420 + d);
    expect(wrong(design({ ...small, repeat }, photo('s')), three)).toBe(0);
  });

  it('moves with either, and is the very same while neither does', () => {
    const disc = shape('s', circle(450, 430, 90), 'a');
    const of = design(disc, photo('s'));
    const treatment = (d: Design) => picturesIn(d, materials)[0].treatment;
    expect(treatment(of)).toBe(treatment({ ...of, name: 'Another' }));
    const image = (d: Design) =>
      resolve(d, undefined, materials).groups.find((g) => g.part === 'photo')!.items[0] as ImageItem;
    expect(image(of).treatment).toBe(treatment(of));
    const moved = { ...disc, place: { ...disc.place, x: disc.place.x + 50 } };
    const other = { ...of, parts: [moved, of.parts[1]] };
    expect(image(other).treatment!.covers).not.toEqual(treatment(of)!.covers);
    expect(wrong(other, (x, y) => Math.hypot(x - 500, y - 430) < 90)).toBe(0);
    const [, first] = of.parts;
    const turned = { ...of, parts: [disc, { ...first, place: { ...first.place, turn: -40 } }] };
    expect(wrong(turned, (x, y) => Math.hypot(x - 450, y - 430) < 90)).toBe(0);
  });

  it('holds the step to it in the picture that is printed, or to all but it', () => {
    const white = createImage(SIZE.width, SIZE.height);
    white.data.fill(255);
    const of = design(shape('s', circle(430, 470, 60), 'a'), photo('s'));
    const { treatment } = picturesIn(of, materials)[0];
    const at = (image: typeof white, x: number, y: number) => image.data[4 * (y * SIZE.width + x)];
    const dark = treatPicture(white, treatment!);
    expect([at(dark, 60, 40) < 80, at(dark, 2, 2)]).toEqual([true, 255]);
    const inverted = photo('s');
    inverted.steps = [newStep('exposure', INKS, { stops: -6, mask: maskBy('s', { invert: true }) })];
    const around = treatPicture(white, picturesIn(design(of.parts[0], inverted), materials)[0].treatment!);
    expect([at(around, 60, 40), at(around, 2, 2) < 80]).toEqual([255, true]);
  });

  it('is that of the side on which the picture lies', () => {
    const front = design(shape('other', rect(0, 0, 9, 9), 'a'));
    const back = {
      ...emptySide('back', 'Back', { ...front.board, side: 'back' }),
      parts: [shape('s', circle(430, 470, 60), 'a'), photo('s')],
    };
    const both: Design = { ...front, after: [back] };
    expect(outlines(both)).toEqual(outlines(design(...back.parts)));
  });

  it('covers nothing where the part is gone, or the picture itself; and that is found', () => {
    for (const by of ['gone', 'photo']) {
      const of = design(photo(by), { ...photo(by), id: 'second', steps: [] });
      expect(outlines(of)).toBeUndefined();
      expect(covered(of, maskBy(by)).data.every((v) => v === 0)).toBe(true);
      const drawing = resolve(of, undefined, materials);
      expect(drawing.faults).toEqual([{ kind: 'no-mask', part: 'photo' }]);
    }
    const there = design(shape('s', circle(430, 470, 60), 'a'), photo('s'));
    expect(resolve(there, undefined, materials).faults).toEqual([]);
    // A part that is hidden has an outline all the same; a step that is off asks for none.
    const hidden = design({ ...shape('s', circle(430, 470, 60), 'a'), hidden: true }, photo('s'));
    expect(outlines(hidden)).toEqual(outlines(there));
    const off = photo('gone');
    off.steps = off.steps.map((s) => ({ ...s, on: false }));
    expect(resolve(design(off), undefined, materials).faults).toEqual([]);
  });

  it('that is a picture covers as much as that does where it lies, cropped, in copies of any size', () => {
    const over = {
      ...picture('over', { x: 450, y: 440, turn: -35, scaleX: -1.5, scaleY: 2 }, { ...FOUND, id: 'o' }),
      ...{ crop: { left: 20, top: 0, right: 0, bottom: 10 }, hidden: true },
    };
    const of: Design = {
      ...design(over, photo('over')),
      materials: [FOUND, { ...FOUND, id: 'o', sha256: 'f00d' }],
    };
    const covers = picturesIn(of, materials).find((p) => p.treatment)!.treatment!.covers!;
    expect(covers.over).toMatchObject({ material: 'o', sha256: 'f00d', crop: over.crop, treatment: null });
    // Its left half is there, half as much in a band beside its middle.
    const there = (x: number) => (x < 60 ? 255 : x < 70 ? 128 : 0);
    const alphaAt = (k: number) => ({
      ...{ width: SIZE.width * k, height: SIZE.height * k },
      data: Uint8Array.from({ length: SIZE.width * k * SIZE.height * k }, (_, i) =>
        there(((i % (SIZE.width * k)) + 0.5) / k),
      ),
    });
    const to = invert(partMatrix(over));
    const from = partMatrix(of.parts[1]);
    const expected = (x: number, y: number) => {
      const on = applyMatrix(from, x - SIZE.width / 2, y - SIZE.height / 2);
      const [u, v] = applyMatrix(to, ...on);
      const [px, py] = [u + SIZE.width / 2, v + SIZE.height / 2];
      const edge = Math.min(...[20, 60, 70].map((e) => Math.abs(px - e)), Math.abs(py), Math.abs(py - 70));
      return { value: px < 20 || py < 0 || py > 70 ? 0 : there(px) / 255, edge };
    };
    for (const [scale, k] of [
      [1, 1],
      [0.5, 1],
      [1, 4],
      [0.25, 4],
    ]) {
      const copy = createImage(SIZE.width * scale, SIZE.height * scale);
      const { data } = maskPlane(maskBy('over'), copy, scale, covers, { over: alphaAt(k) });
      let [seen, part] = [0, 0];
      data.forEach((v, i) => {
        const at = [(i % copy.width) + 0.5, Math.floor(i / copy.width) + 0.5].map((c) => c / scale);
        const { value, edge } = expected(at[0], at[1]);
        if (edge < 4 / scale) return;
        seen++;
        if (value > 0) part++;
        if (Math.abs(v - value) > 0.01) throw new Error(`${v} at ${at.join(', ')}, not ${value}`);
      });
      expect(part / seen).toBeGreaterThan(0.01);
    }
    // One that is not loaded covers nothing.
    expect(maskPlane(maskBy('over'), createImage(9, 9), 1, covers).data.some((v) => v > 0)).toBe(false);
    // It moves with either, and is the very same while neither does.
    const image = (d: Design) =>
      resolve(d, undefined, materials).groups.find((g) => g.part === 'photo')!.items[0] as ImageItem;
    expect(image(of).treatment).toBe(image({ ...of, name: 'Another' }).treatment);
    const moved = { ...over, place: { ...over.place, x: 500 } };
    expect(image({ ...of, parts: [moved, of.parts[1]] }).treatment!.covers).not.toEqual(covers);
  });

  it('of two pictures that mask one another is without the other’s own', () => {
    const of = design(photo('second'), { ...photo('photo'), id: 'second' });
    const first = resolve(of, undefined, materials).groups.find((g) => g.part === 'photo')!;
    const cover = (first.items[0] as ImageItem).treatment!.covers!.second as PictureCover<Treatment>;
    expect(cover.treatment!.steps).toHaveLength(1);
    expect(cover.treatment!.covers).toBeUndefined();
    expect(resolve(of, undefined, materials).faults).toEqual([]);
  });

  it('without outline operations is what its outlines enclose', () => {
    const of = design(shape('s', circle(450, 430, 90), 'a'), photo('s'));
    const { data } = maskPlane(maskBy('s'), createImage(SIZE.width, SIZE.height), 1, outlines(of, NO_FACES));
    const exact = covered(of).data;
    expect(data.filter((v, i) => Math.abs(v - exact[i]) > 0.1)).toHaveLength(0);
  });
});
