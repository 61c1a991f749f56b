import { createCanvas, Path2D, type Canvas } from '@napi-rs/canvas';
import { cutFrom, cutScale, writeDxf, type CutKind, type CutLine, type CutOut } from '@brelm/core/cutline';
import type { Design } from '@brelm/core/design';
import { cutPathsOf, type Drawing } from '@brelm/core/drawing';
import { toSvgPath } from '@brelm/core/geometry';
import { artworkOn } from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { encodePng } from './encode-png';
import { paintExact } from './paint-exact';
import type { RasterSource } from '../pictures/pictures';
import { releaseSurface } from '../ground/surfaces';

/** A drawing with the border and the blade's path that settings ask for. */
export async function cutOutOf(
  drawing: Drawing,
  settings: CutLine,
  kind: CutKind,
  rasters: RasterSource,
): Promise<CutOut> {
  const scale = cutScale(drawing);
  const whole = await paintExact(drawing, rasters);
  const [width, height] = [drawing.width, drawing.height].map((v) => Math.max(1, Math.round(v * scale)));
  const context = createCanvas(width, height).getContext('2d');
  context.imageSmoothingQuality = 'high';
  context.drawImage(whole.canvas as Canvas, 0, 0, width, height);
  releaseSurface(whole);
  return cutFrom(
    drawing,
    { width, height, data: context.getImageData(0, 0, width, height).data },
    settings,
    kind,
  );
}

/** A file's drawing, cut out where its side is and its product is a sticker. */
export async function cutDrawing(
  { design, spec, side }: { design: Design; spec: Spec; side: SpecSide },
  drawing: Drawing,
  rasters: RasterSource,
): Promise<Drawing> {
  const { cutLine } = artworkOn(design, spec.id, side.id);
  return cutLine && spec.sticker
    ? (await cutOutOf(drawing, cutLine, spec.sticker.cut, rasters)).drawing
    : drawing;
}

/** What blades follow in a drawing as a DXF, each cut a layer. */
export const cutDxf = (drawing: Drawing): string =>
  writeDxf(cutPathsOf(drawing), drawing.height, drawing.dpi / 25.4);

/** What the blade around the sticker leaves, white on nothing, as a PNG of the drawing's size, and the pixels in it. */
export async function cutMask(drawing: Drawing): Promise<{ bytes: Buffer; pixels: Buffer }> {
  const { width, height, dpi } = drawing;
  const context = createCanvas(width, height).getContext('2d');
  context.fillStyle = '#ffffff';
  context.fill(new Path2D(toSvgPath([...cutPathsOf(drawing).values()][0] ?? [])));
  const { data } = context.getImageData(0, 0, width, height);
  const pixels = Buffer.from(data.buffer, data.byteOffset, data.length);
  return { bytes: await encodePng(pixels, width, height, dpi), pixels };
}
