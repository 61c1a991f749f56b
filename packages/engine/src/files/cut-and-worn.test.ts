import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDesign, refit, type Design } from '@brelm/core/design';
import { NO_MATERIALS } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { both } from '../../testing/other-renderers';
import { loadMaterials, loadPictures, paintExact, rasterSource } from '../index';

const DEMO = join(__dirname, '../../../../demo/designs');
const noFile = () => Promise.reject(new Error('there is no file'));

/** A demo design on a board of the same inches with fewer pixels. */
function small(file: string, dpi: number): Design {
  const design = readDesign(JSON.parse(readFileSync(join(DEMO, file), 'utf8')));
  return refit(design, { ...design.board, width: 15 * dpi, height: 18 * dpi, dpi });
}

describe('designs whose parts cut one another and are worn', () => {
  // Wear is hard px: where they are compared one to one the PDF’s reader shows them as they are, and the SVG’s smooths
  // them; where they are made smaller it is the other way round.
  it.each([
    ['night-shift-owls.brelm.json', 'PDF', 50],
    ['night-shift-owls.brelm.json', 'SVG', 75],
    ['owl-light-saving.brelm.json', 'PDF', 50],
    ['owl-light-saving.brelm.json', 'SVG', 75],
  ])('%s is the same in the painter and the %s', async (file, format, dpi) => {
    const design = small(file, dpi);
    const drawing = resolve(design, undefined, await loadMaterials(design));
    expect(drawing.faults).toEqual([]);
    const pictures = await loadPictures(design, noFile, NO_MATERIALS);
    const { share, pdfShare } = await both(drawing, pictures, rasterSource(design, noFile));
    expect(format === 'PDF' ? pdfShare : share).toBeLessThan(0.005);
  });

  it('are worn the same in the second file of a run as in the first', async () => {
    const design = small('owl-light-saving.brelm.json', 40);
    const drawing = resolve(design, undefined, await loadMaterials(design));
    const { width, height } = drawing;
    const [once, again] = await Promise.all(
      [1, 2].map(async () => {
        const { context } = await paintExact(drawing, rasterSource(design, noFile));
        return Buffer.from(context.getImageData(0, 0, width, height).data);
      }),
    );
    expect(once.equals(again)).toBe(true);
  });

  it('lose just the ink in a file that is asked for', async () => {
    const design = small('owl-light-saving.brelm.json', 40);
    const materials = await loadMaterials(design);
    const inkOf = async (of: Design) => {
      const surface = await paintExact(resolve(of, undefined, materials), rasterSource(of, noFile));
      const { data } = surface.context.getImageData(0, 0, surface.width, surface.height);
      let sum = 0;
      for (let i = 3; i < data.length; i += 4) sum += data[i] / 255;
      return sum;
    };
    const whole = await inkOf({ ...design, wear: [] });
    for (const wear of design.wear) {
      const left = await inkOf({ ...design, wear: [wear] });
      expect(Math.abs(1 - left / whole - wear.amount)).toBeLessThan(0.01);
    }
    const all = await inkOf(design);
    expect(1 - all / whole).toBeLessThan(design.wear.reduce((sum, w) => sum + w.amount, 0));
  });
});
