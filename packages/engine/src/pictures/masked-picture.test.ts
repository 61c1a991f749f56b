import type { Canvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { emptyDesign, refit, type Design, type Material } from '@brelm/core/design';
import type { ImageItem } from '@brelm/core/drawing';
import { picture, place, shapeOf, type PicturePart } from '@brelm/core/parts';
import { picturesIn, resolve } from '@brelm/core/resolve';
import { newStep, type OutlineCover, type Treatment } from '@brelm/core/steps';
import { loadMaterials, loadPictures, paintExact, rasterSource } from '../index';

const SIDE = 400;
const BOARD = { spec: 'test/board', side: 'front', width: 900, height: 900, dpi: 300 };
const FOUND: Material = { id: 'm', name: 'Plain', width: SIDE, height: SIDE, licence: { id: 'own' } };
const mask = { kind: 'part' as const, part: 'ring', invert: false, soften: 0, grow: 0 };

/** A white picture that is black inside a ring. */
function ringed(): Design {
  const white = picture('photo', place(450, 450, 2), FOUND);
  const dark = newStep('exposure', { ink: 'a', light: 'a' }, { stops: -6, contrast: 0, mask });
  return {
    ...emptyDesign('Ring', BOARD, 'soot', ['soot'], { name: 'x', value: '#000000' }),
    inks: [{ id: 'a', name: 'A', value: '#ffffff' }],
    materials: [FOUND],
    parts: [
      { ...shapeOf('ring', place(450, 450), 'ring', 500, 'a'), hidden: true },
      { ...white, steps: [dark] },
    ],
  };
}
const read = async () =>
  sharp({ create: { width: SIDE, height: SIDE, channels: 3, background: '#ffffff' } })
    .png()
    .toBuffer();

describe('a picture of which a step acts inside another part', () => {
  it('prints so: in files, and where it is proofed', async () => {
    const design = ringed();
    const materials = await loadMaterials(design);
    const drawing = resolve(design, undefined, materials);
    const surface = await paintExact(drawing, rasterSource(design, read));
    const { data } = surface.context.getImageData(0, 0, 900, 900);
    const at = (x: number, y: number) => data[4 * (y * 900 + x)];
    // The ring is 250 px from its middle to its outer edge.
    expect([at(450, 450), at(450, 450 - 245) < 60, at(450, 450 - 260)]).toEqual([255, true, 255]);
    const source = await loadPictures(design, read, materials);
    const { treatment } = drawing.groups[0].items[0] as ImageItem;
    const seen = source('m', treatment, SIDE) as { width: number } | null;
    expect(seen?.width).toBe(SIDE);
  });

  it('prints so where that part is a picture, whose own steps and crop count, in files and where it is proofed', async () => {
    const base = ringed();
    const moth = { ...FOUND, id: 'moth', name: 'Moth', width: 300, height: 200 };
    // Red on the left and green on the right; the green is taken out, and the upper half cropped.
    const cut = newStep('screen', { ink: 'a', light: 'a' }, { colour: '#00b000' });
    const over = {
      ...picture('over', place(450, 450, 1), moth),
      ...{ steps: [cut], crop: { left: 0, top: 100, right: 0, bottom: 0 }, hidden: true },
    };
    const [, photo] = base.parts as PicturePart[];
    const inside = { ...photo.steps[0], mask: { ...mask, part: 'over' } };
    const design: Design = {
      ...base,
      materials: [FOUND, moth],
      parts: [over, { ...photo, steps: [inside] }],
    };
    const half = await sharp({ create: { width: 150, height: 200, channels: 3, background: '#c00000' } })
      .png()
      .toBuffer();
    const both = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#00b000' } })
      .composite([{ input: half, left: 0, top: 0 }])
      .png()
      .toBuffer();
    const bytes = async ({ id }: Material) => (id === 'moth' ? both : read());
    const materials = await loadMaterials(design);
    const drawing = resolve(design, undefined, materials);
    const surface = await paintExact(drawing, rasterSource(design, bytes));
    const { data } = surface.context.getImageData(0, 0, 900, 900);
    const source = await loadPictures(design, bytes, materials);
    const { treatment } = drawing.groups[0].items[0] as ImageItem;
    const small = source('m', treatment, SIDE) as Canvas;
    const seen = small.getContext('2d').getImageData(0, 0, SIDE, SIDE).data;
    const places = [
      // Left and below, where it is red; beyond its left; above, where it is cropped; right, where it is taken out.
      ...[[380, 500, true] as const, [290, 500, false] as const],
      ...[[380, 400, false] as const, [530, 500, false] as const],
    ];
    for (const [x, y, dark] of places) {
      const [sx, sy] = [(x - 50) / 2, (y - 50) / 2];
      expect([x, y, data[4 * (y * 900 + x)] < 60]).toEqual([x, y, dark]);
      expect([x, y, seen[4 * (sy * SIDE + sx)] < 60]).toEqual([x, y, dark]);
    }
  });

  it('is found on a board of another size, whose outlines differ by less than is seen; other steps are not', async () => {
    const design = ringed();
    const materials = await loadMaterials(design);
    const source = await loadPictures(design, read, materials);
    const larger = refit(design, { ...BOARD, width: 1333, height: 1333 });
    const [{ treatment }] = picturesIn(larger, materials);
    expect(source('m', treatment, SIDE)).not.toBeNull();
    const [line, ...rest] = treatment!.covers!.ring as OutlineCover;
    const nudged = { ...treatment, covers: { ring: [line.map((v) => v + 0.01), ...rest] } } as Treatment;
    expect(source('m', nudged, SIDE)).not.toBeNull();
    const other = { ...nudged, steps: nudged.steps.map((s) => ({ ...s, strength: 0.5 })) };
    expect(source('m', other, SIDE)).toBeNull();
  });
});
