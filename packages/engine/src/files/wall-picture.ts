import { createCanvas, ImageData } from '@napi-rs/canvas';
import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import type { Design, Placement } from '@brelm/core/design';
import {
  paintGroup,
  paintSurface,
  type Materials,
  type OutlineItem,
  type PaintContext,
  type PictureSource,
} from '@brelm/core/drawing';
import { placedVerdicts, type WallRow } from '@brelm/core/proof';
import { garmentTile } from '@brelm/core/raster';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { plainWords, type Typeface } from '@brelm/core/type';
import { makeSurface } from '../ground/surfaces';
import { loadTypeface } from '../ground/typefaces';

const CELL = { width: 180, height: 210, gap: 14 };
const TOP = 64;
const LEFT = 190;
const LABEL = 30;
const MARK: Record<string, string> = { reads: '#4a7a34', weak: '#b7791f', vanishes: '#b23a24' };

/** One line of words as an outline, its left end on the baseline at (x, y). */
function words(
  text: string,
  face: Typeface,
  size: number,
  x: number,
  y: number,
  colour = '#20262a',
): OutlineItem {
  return {
    kind: 'outline',
    role: 'ink',
    ink: 'label',
    colour,
    path: plainWords(text, face, size, 10).path,
    matrix: [1, 0, 0, 1, x, y],
    rule: 'nonzero',
    opacity: 1,
    stroke: null,
  };
}

/** Words cut to a width, with an ellipsis where they are too long. */
function fitted(text: string, face: Typeface, size: number, width: number): string {
  const wide = (t: string) => plainWords(t, face, size, 10).width;
  let out = text;
  while (out.length > 1 && wide(out) > width) out = `${out.replace(/…$/, '').slice(0, -1)}…`;
  return out;
}

/**
 * The wall of a side of a product as a PNG: a row for each colourway, a column for each garment, with what its file shows,
 * the verdict and the ratio that decides it.
 */
export async function wallPicture(
  design: Design,
  spec: Spec,
  side: SpecSide,
  placement: Placement,
  garments: readonly Garment[],
  materials: Materials,
  pictures: PictureSource,
): Promise<{ png: Buffer; width: number; height: number; rows: WallRow[] }> {
  const given = {
    ...{ design, spec, side, placement, garments, materials, pictures },
    surfaces: makeSurface,
  };
  const seen = design.colourways.map(({ id }) => placedVerdicts({ ...given, colourway: id, apart: null }));
  const rows = seen.map(({ garments: of }, i): WallRow => ({
    colourway: design.colourways[i].id,
    garments: of,
  }));
  const face = (await loadTypeface('oswald-bold'))!;
  const rowHeight = CELL.height + LABEL + CELL.gap;
  const width = LEFT + garments.length * (CELL.width + CELL.gap) + CELL.gap;
  const height = TOP + design.colourways.length * rowHeight + CELL.gap;
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = '#f5f3ee';
  context.fillRect(0, 0, width, height);
  const labels: OutlineItem[] = [];
  const columnX = (i: number) => LEFT + i * (CELL.width + CELL.gap);
  garments.forEach((g, i) =>
    labels.push(words(fitted(g.name, face, 22, CELL.width), face, 22, columnX(i), TOP - 18)),
  );
  const tiles = garments.map((g) => {
    const tile = createCanvas(96, 96);
    const { data } = garmentTile(g, 96);
    tile.getContext('2d').putImageData(new ImageData(new Uint8ClampedArray(data), 96, 96), 0, 0);
    return tile;
  });
  design.colourways.forEach((colourway, r) => {
    const y = TOP + r * rowHeight;
    labels.push(words(fitted(colourway.name, face, 26, LEFT - 30), face, 26, 20, y + 40));
    const { drawing } = seen[r];
    const scale = Math.min((CELL.width - 16) / drawing.width, (CELL.height - 16) / drawing.height);
    const artwork = paintSurface(drawing, scale, pictures, makeSurface);
    garments.forEach((_, i) => {
      const x = columnX(i);
      context.save();
      context.beginPath();
      context.rect(x, y, CELL.width, CELL.height);
      context.clip();
      for (let ty = y; ty < y + CELL.height; ty += 96)
        for (let tx = x; tx < x + CELL.width; tx += 96) context.drawImage(tiles[i], tx, ty);
      context.restore();
      context.drawImage(
        artwork.canvas as Parameters<typeof context.drawImage>[0],
        x + (CELL.width - artwork.width) / 2,
        y + (CELL.height - artwork.height) / 2,
      );
      const judged = seen[r].garments[i];
      const ratio = judged.lowestRatio < 10 ? judged.lowestRatio.toFixed(1) : judged.lowestRatio.toFixed(0);
      labels.push(
        words(`${judged.verdict}  ${ratio}`, face, 20, x, y + CELL.height + 24, MARK[judged.verdict]),
      );
    });
  });
  paintGroup(
    context as unknown as PaintContext,
    { kind: 'group', opacity: 1, items: labels },
    { view: [1, 0, 0, 1, 0, 0], pictures, surfaces: makeSurface },
    { width, height },
  );
  const { data } = context.getImageData(0, 0, width, height);
  const png = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 8 })
    .toBuffer();
  return { png, width, height, rows };
}
