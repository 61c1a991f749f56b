import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { emptyDesign, readStyle, type Design } from '@brelm/core/design';
import { NO_MATERIALS } from '@brelm/core/drawing';
import { partLocalBox, resolve } from '@brelm/core/resolve';
import { placedDrawing } from '@brelm/core/placement';
import type { SpecSide } from '@brelm/core/spec';
import {
  DEMO_FOLDER,
  loadMaterials,
  loadPictures,
  picturesBeside,
  rasterSource,
  readDesignFile,
  shippedStyles,
} from '../index';
import { both, noRasters, workedOutOnce } from '../../testing/other-renderers';

describe('the SVG and the PDF of a drawing', () => {
  const designs = join(DEMO_FOLDER, 'designs');
  it.each(readdirSync(designs).filter((n) => n.endsWith('.brelm.json')))(
    'of %s shows what is painted',
    async (name) => {
      const file = join(designs, name);
      // Wear is hard px, which each program makes smaller in its own way: cut-and-worn.test.ts compares it one to one.
      const design = { ...readDesignFile(file), wear: [] };
      const [materials, pictures] = await Promise.all([
        loadMaterials(design),
        loadPictures(design, picturesBeside(file), NO_MATERIALS),
      ]);
      const rasters = workedOutOnce(rasterSource(design, picturesBeside(file)));
      for (const { id } of design.colourways) {
        const drawing = resolve(design, id, materials);
        expect([drawing.faults, drawing.late]).toEqual([[], false]);
        const { svg, share, pdfShare } = await both(drawing, pictures, rasters);
        expect(share).toBeLessThan(0.005);
        expect(pdfShare).toBeLessThan(0.005);
        expect(/NaN|Infinity|undefined|<text/.test(svg.replace(/href="[^"]*"/g, ''))).toBe(false);
      }
    },
  );

  it.each(shippedStyles().map((s) => [s.name, s.document]))(
    'in the style %s shows what is painted',
    async (_, document) => {
      const { part, inks } = readStyle(document)!;
      const base = emptyDesign('', { spec: 'x', side: 'x', width: 16, height: 16, dpi: 300 }, 'none', [], {
        name: '',
        value: '#000000',
      });
      const design: Design = { ...base, inks, parts: [part] };
      const materials = await loadMaterials(design);
      const box = partLocalBox(part, design, materials);
      const board = {
        ...design.board,
        width: Math.ceil(box.right - box.left) + 600,
        height: Math.ceil(box.bottom - box.top) + 600,
      };
      const placed = { ...part, place: { ...part.place, x: 200 - box.left, y: 200 - box.top } };
      const drawing = resolve({ ...design, board, parts: [placed] }, undefined, materials);
      expect([drawing.faults, drawing.late]).toEqual([[], false]);
      const { share, pdfShare } = await both(drawing, () => null, noRasters);
      expect(share).toBeLessThan(0.005);
      expect(pdfShare).toBeLessThan(0.005);
    },
  );

  it('bent round a mug, on a ground and mirrored shows what is painted, pictures and all', async () => {
    const file = join(designs, 'bog-standard.brelm.json');
    const design = readDesignFile(file);
    const [materials, pictures] = await Promise.all([
      loadMaterials(design),
      loadPictures(design, picturesBeside(file), NO_MATERIALS),
    ]);
    const side: SpecSide = {
      id: 'wrap',
      name: 'Wrap',
      widthIn: 9,
      heightIn: 3.6,
      widthPx: 2700,
      heightPx: 1080,
      dpi: 300,
      safeIn: { left: 0.3, top: 0.3, right: 0.3, bottom: 0.3 },
      curve: { diameterIn: 3.2 },
    };
    const at = { x: 0.4, y: 1.8, scale: 0.8, turn: 7 };
    const drawing = placedDrawing(resolve(design, undefined, materials), design.board, side, at, {
      ground: '#1f2a44',
      mirror: true,
      narrow: true,
    });
    const { share, pdfShare } = await both(drawing, pictures, rasterSource(design, picturesBeside(file)));
    expect(share).toBeLessThan(0.005);
    expect(pdfShare).toBeLessThan(0.005);
  });
});
