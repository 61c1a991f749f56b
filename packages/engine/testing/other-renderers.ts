// What other programs make of our files, to hold against what we paint.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Resvg } from '@resvg/resvg-js';
import { paintSurface, type Drawing, type PictureSource } from '@brelm/core/drawing';
import { readPdf } from '@brelm/core/export';
import { treatmentKey } from '@brelm/core/steps';
import { decodePicture, makeSurface, pdfOf, svgOf, type RasterSource } from '../src';

/** Long side at which pictures are compared, px. */
export const SIDE = 900;

export const noRasters: RasterSource = () => Promise.reject(new Error('there are no pictures'));

/** Works each picture out once: what is compared is how it is drawn. (Files hold one at a time.) */
export function workedOutOnce(source: RasterSource): RasterSource {
  const kept = new Map<string, ReturnType<RasterSource>>();
  return (material, treatment, scale) => {
    const key = `${material} ${scale} ${treatmentKey(treatment)}`;
    let image = kept.get(key);
    if (!image) kept.set(key, (image = source(material, treatment, scale)));
    return image;
  };
}

/** Mean absolute difference of two pictures over black, as a share of full. */
export function difference(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i += 4) {
    const [p, q] = [a[i + 3] / 255, b[i + 3] / 255];
    for (let k = 0; k < 3; k++) sum += Math.abs(a[i + k] * p - b[i + k] * q);
    sum += Math.abs(a[i + 3] - b[i + 3]);
  }
  return sum / a.length / 255;
}

/** A PDF rasterised by another program, over nothing. */
export async function rasterised(pdf: Buffer, width: number, height: number) {
  const folder = mkdtempSync(join(tmpdir(), 'brelm-pdf-'));
  try {
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
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The drawing painted, and its SVG and its PDF rasterised by other programs, at the same size. */
export async function both(drawing: Drawing, pictures: PictureSource, rasters: RasterSource) {
  const k = SIDE / Math.max(drawing.width, drawing.height);
  const painted = paintSurface(drawing, k, pictures, makeSurface);
  const { data } = painted.context.getImageData(0, 0, painted.width, painted.height);
  const svg = await svgOf(drawing, rasters, { title: 'Moths & <owls>' });
  const image = new Resvg(svg, {
    font: { loadSystemFonts: false },
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
