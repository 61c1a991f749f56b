import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { applyEdits, emptyDesign, metalEdits, METALS, type Design } from '@brelm/core/design';
import { place, shapeOf, type Relief } from '@brelm/core/parts';
import { resolve } from '@brelm/core/resolve';
import { loadMaterials, paintExact, pdfOf, svgOf } from '../index';

const SIZE = 600;
const BOARD = { spec: 'test/board', side: 'front', width: SIZE, height: SIZE, dpi: 150 };

/** A ring of gold whose edge is raised and into which a shade falls, turned. */
function gold(): Design {
  const ring = { ...shapeOf('ring', { ...place(300, 300), turn: 30 }, 'ring', 440, 'own') };
  const design: Design = {
    ...emptyDesign('Gold', BOARD, 'soot', ['soot'], { name: 'x', value: '#000000' }),
    inks: [{ id: 'own', name: 'Own', value: '#5a1e1e' }],
    parts: [ring],
  };
  const made = applyEdits(design, metalEdits(design, ring, METALS[0], 24));
  const sunk: Relief = { kind: 'sunk', ink: 'own', dx: 6, dy: 4, soft: 3, opacity: 0.7 };
  return { ...made, parts: made.parts.map((p) => ({ ...p, relief: [...p.relief, sunk] })) };
}

/** How far apart two pictures are on a ground, of 255: on the whole, and the share of px that differ by more than 24. */
async function apart(a: Buffer, b: Buffer): Promise<[mean: number, far: number]> {
  const [x, y] = await Promise.all(
    [a, b].map((png) =>
      sharp(png).resize(SIZE, SIZE, { fit: 'fill' }).flatten({ background: '#ffffff' }).raw().toBuffer(),
    ),
  );
  let [sum, far] = [0, 0];
  for (let i = 0; i < x.length; i++) {
    const by = Math.abs(x[i] - y[i]);
    sum += by;
    if (by > 24) far++;
  }
  return [sum / x.length, far / x.length];
}

it('a relief is the same in PNG, in SVG and in PDF, by other readers', async () => {
  const design = gold();
  const drawing = resolve(design, undefined, await loadMaterials(design));
  const none = () => Promise.reject(new Error('no picture'));
  const surface = await paintExact(drawing, none);
  const { data } = surface.context.getImageData(0, 0, SIZE, SIZE);
  const png = await sharp(Buffer.from(data), { raw: { width: SIZE, height: SIZE, channels: 4 } })
    .png()
    .toBuffer();
  // Worked at all: its light is there and its shade.
  const light = [...Array(SIZE * SIZE).keys()].filter((i) => data[4 * i] > 230 && data[4 * i + 3] === 255);
  expect(light.length).toBeGreaterThan(1000);
  const svg = await svgOf(drawing, none, { title: 'Gold' });
  // Librsvg reads it.
  const drawn = await sharp(Buffer.from(svg), { density: 150 }).png().toBuffer();
  const [meanSvg, farSvg] = await apart(png, drawn);
  expect([meanSvg < 1, farSvg < 0.004]).toEqual([true, true]);
  const folder = mkdtempSync(join(tmpdir(), 'brelm-relief-'));
  try {
    writeFileSync(join(folder, 'a.pdf'), await pdfOf(drawing, none, 'Gold'));
    execFileSync('pdftoppm', ['-r', '150', '-png', join(folder, 'a.pdf'), join(folder, 'a')]);
    const page = readFileSync(join(folder, 'a-1.png'));
    expect(PNG.sync.read(page).width).toBe(SIZE);
    const [meanPdf, farPdf] = await apart(png, page);
    expect([meanPdf < 1, farPdf < 0.004]).toEqual([true, true]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
