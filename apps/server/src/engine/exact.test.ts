import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Resvg } from '@resvg/resvg-js';
import { emptyDesign, readStyle, type Design } from '@brelm/core/design';
import { partLocalBox, paintSurface, resolve, type Drawing } from '@brelm/core/drawing';
import { readPdf } from '@brelm/core/export';
import { placedDrawing } from '@brelm/core/placement';
import type { SpecSide } from '@brelm/core/spec';
import {
  decodePicture,
  DEMO_FOLDER,
  loadMaterials,
  loadPictures,
  makeSurface,
  pdfOf,
  picturesBeside,
  rasterSource,
  readDesignFile,
  shippedStyles,
  svgOf,
  type RasterSource,
} from './index';
type Pictures = Awaited<ReturnType<typeof loadPictures>>;

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

const folder = mkdtempSync(join(tmpdir(), 'brelm-pdf-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const noRasters: RasterSource = () => Promise.reject(new Error('there are no pictures'));

/** A PDF rasterised by another program, over nothing. */
async function rasterised(pdf: Buffer, width: number, height: number) {
  const [file, out] = [join(folder, 'a.pdf'), join(folder, 'a')];
  writeFileSync(file, pdf);
  const done = spawnSync(
    'pdftocairo',
    [
      '-png',
      '-transp',
      '-singlefile',
      '-scale-to-x',
      String(width),
      '-scale-to-y',
      String(height),
      file,
      out,
    ],
    {
      encoding: 'utf8',
    },
  );
  expect([done.status, done.stderr]).toEqual([0, '']);
  // It rounds the page up, by a row or a column at the most: cut to what was asked for.
  const { width: w, height: h, data } = await decodePicture(readFileSync(`${out}.png`));
  expect([w - width, h - height].every((d) => d === 0 || d === 1)).toBe(true);
  return Buffer.concat(
    Array.from({ length: height }, (_, y) => Buffer.from(data.slice(y * w * 4, (y * w + width) * 4))),
  );
}

/** The drawing painted, and its SVG and its PDF rasterised by other programs, at the same size. */
async function both(drawing: Drawing, pictures: Pictures, rasters: RasterSource) {
  const k = SIDE / Math.max(drawing.width, drawing.height);
  const painted = paintSurface(drawing, k, pictures, makeSurface);
  const { data } = painted.context.getImageData(0, 0, painted.width, painted.height);
  const svg = await svgOf(drawing, rasters, { title: 'Moths & <owls>' });
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
  const pdf = await pdfOf(drawing, rasters, 'Moths & <owls>');
  const facts = readPdf(pdf);
  expect(facts).toMatchObject({ pages: 1, fonts: 0 });
  expect(facts.width).toBeCloseTo((drawing.width / drawing.dpi) * 72, 2);
  const page = await rasterised(pdf, painted.width, painted.height);
  return {
    svg,
    share: difference(new Uint8Array(data), straight),
    pdfShare: difference(new Uint8Array(data), page),
  };
}

describe('the SVG and the PDF of a drawing', () => {
  const designs = join(DEMO_FOLDER, 'designs');
  it.each(readdirSync(designs).filter((n) => n.endsWith('.brelm.json')))(
    'of %s shows what is painted',
    async (name) => {
      const file = join(designs, name);
      const design = readDesignFile(file);
      const [materials, pictures] = await Promise.all([
        loadMaterials(design),
        loadPictures(design, picturesBeside(file)),
      ]);
      const rasters = rasterSource(design, picturesBeside(file));
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
      loadPictures(design, picturesBeside(file)),
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
