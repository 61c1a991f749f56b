import { deflateSync } from 'node:zlib';
import { paintGroup, writePdf, type Drawing, type OutlineItem, type PdfPicture } from '@brelm/core/drawing';
import type { Box } from '@brelm/core/geometry';
import { eachPicture } from './export-svg';
import type { RasterSource } from '../pictures/pictures';
import { makeSurface } from '../ground/surfaces';

/** Straight RGBA pixels as a PDF keeps them. */
function apart(data: Uint8Array | Uint8ClampedArray, width: number, height: number): PdfPicture {
  const count = width * height;
  const rgb = new Uint8Array(count * 3);
  const alpha = new Uint8Array(count);
  let opaque = true;
  for (let i = 0; i < count; i++) {
    rgb[3 * i] = data[4 * i];
    rgb[3 * i + 1] = data[4 * i + 1];
    rgb[3 * i + 2] = data[4 * i + 2];
    alpha[i] = data[4 * i + 3];
    if (alpha[i] !== 255) opaque = false;
  }
  return { width, height, rgb, ...(opaque ? {} : { alpha }) };
}

/** A blurred fill as it is painted, within a box of the board. */
function soft(item: OutlineItem, box: Box): PdfPicture {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const surface = makeSurface(width, height);
  const group = { kind: 'group' as const, opacity: 1, items: [item] };
  paintGroup(
    surface.context,
    group,
    { view: [1, 0, 0, 1, -box.left, -box.top], pictures: () => null, surfaces: makeSurface },
    surface,
  );
  return apart(surface.context.getImageData(0, 0, width, height).data, width, height);
}

/** A drawing as a PDF file of its true size, pictures embedded at full resolution; see core's writePdf. */
export async function pdfOf(drawing: Drawing, rasters: RasterSource, title?: string): Promise<Buffer> {
  const picture = await eachPicture(drawing, rasters, ({ data, width, height }) =>
    apart(data, width, height),
  );
  const bytes = writePdf(drawing, {
    picture,
    soft,
    deflate: (b) => deflateSync(b, { level: 6 }),
    title,
  });
  return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);
}
