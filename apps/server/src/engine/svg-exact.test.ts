import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Resvg } from '@resvg/resvg-js';
import { emptyDesign, readStyle, type Design } from '@brelm/core/design';
import { paintSurface, partLocalBox, resolve, type Drawing, type PictureSource } from '@brelm/core/drawing';
import {
  DEMO_FOLDER,
  loadMaterials,
  loadPictures,
  makeSurface,
  picturesBeside,
  readDesignFile,
  shippedStyles,
  svgOf,
} from './index';

jest.setTimeout(120_000);

const SIDE = 900;

/** Mean absolute difference of two pictures over black, as a share of full. */
function difference(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i += 4) {
    const [p, q] = [a[i + 3] / 255, b[i + 3] / 255];
    for (let k = 0; k < 3; k++) sum += Math.abs(a[i + k] * p - b[i + k] * q);
    sum += Math.abs(a[i + 3] - b[i + 3]);
  }
  return sum / a.length / 255;
}

/** The drawing painted, and its SVG rasterised by another program, at the same size. */
async function both(drawing: Drawing, pictures: PictureSource) {
  const k = SIDE / Math.max(drawing.width, drawing.height);
  const painted = paintSurface(drawing, k, pictures, makeSurface);
  const { data } = painted.context.getImageData(0, 0, painted.width, painted.height);
  const svg = await svgOf(drawing, pictures, { title: 'Moths & <owls>' });
  const image = new Resvg(svg, {
    fitTo:
      drawing.width > drawing.height
        ? { mode: 'width', value: painted.width }
        : { mode: 'height', value: painted.height },
  }).render();
  expect([image.width, image.height]).toEqual([painted.width, painted.height]);
  // resvg gives premultiplied pixels.
  const straight = Uint8Array.from(image.pixels);
  for (let i = 0; i < straight.length; i += 4)
    for (let c = 0; c < 3; c++)
      straight[i + c] = straight[i + 3] ? Math.min(255, (straight[i + c] * 255) / straight[i + 3]) : 0;
  return { svg, share: difference(new Uint8Array(data), straight) };
}

describe('the SVG of a drawing', () => {
  const folder = join(DEMO_FOLDER, 'designs');
  it.each(readdirSync(folder).filter((n) => n.endsWith('.brelm.json')))(
    'of %s shows what is painted',
    async (name) => {
      const file = join(folder, name);
      const design = readDesignFile(file);
      const [materials, pictures] = await Promise.all([
        loadMaterials(design),
        loadPictures(design, picturesBeside(file)),
      ]);
      for (const { id } of design.colourways) {
        const drawing = resolve(design, id, materials);
        expect([drawing.faults, drawing.late]).toEqual([[], false]);
        const { svg, share } = await both(drawing, pictures);
        expect(share).toBeLessThan(0.005);
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
        width: box.right - box.left + 600,
        height: box.bottom - box.top + 600,
      };
      const placed = { ...part, place: { ...part.place, x: 200 - box.left, y: 200 - box.top } };
      const drawing = resolve({ ...design, board, parts: [placed] }, undefined, materials);
      expect([drawing.faults, drawing.late]).toEqual([[], false]);
      expect((await both(drawing, () => null)).share).toBeLessThan(0.005);
    },
  );
});
