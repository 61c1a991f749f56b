import sharp from 'sharp';
import { emptyDesign, refit, type Design, type Material } from '@brelm/core/design';
import type { ImageItem } from '@brelm/core/drawing';
import { picture, place, shapeOf } from '@brelm/core/parts';
import { picturesIn, resolve } from '@brelm/core/resolve';
import { newStep, type Treatment } from '@brelm/core/steps';
import { loadMaterials, loadPictures, paintExact, rasterSource } from './index';

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

  it('is found on a board of another size, whose outlines differ by less than is seen; other steps are not', async () => {
    const design = ringed();
    const materials = await loadMaterials(design);
    const source = await loadPictures(design, read, materials);
    const larger = refit(design, { ...BOARD, width: 1333, height: 1333 });
    const [{ treatment }] = picturesIn(larger, materials);
    expect(source('m', treatment, SIDE)).not.toBeNull();
    const [line, ...rest] = treatment!.outlines!.ring;
    const nudged = { ...treatment, outlines: { ring: [line.map((v) => v + 0.01), ...rest] } } as Treatment;
    expect(source('m', nudged, SIDE)).not.toBeNull();
    const other = { ...nudged, steps: nudged.steps.map((s) => ({ ...s, strength: 0.5 })) };
    expect(source('m', other, SIDE)).toBeNull();
  });
});
