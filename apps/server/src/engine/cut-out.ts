import { createCanvas, Path2D, type Canvas } from '@napi-rs/canvas';
import {
  alphaOf,
  cutFrom,
  cutPathOf,
  cutScale,
  writeDxf,
  type CutLine,
  type CutOut,
} from '@brelm/core/cutline';
import type { Design } from '@brelm/core/design';
import type { Drawing } from '@brelm/core/drawing';
import { toSvgPath } from '@brelm/core/geometry';
import { artworkOn } from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { encodePng } from './encode-png';
import { paintExact } from './paint-exact';
import type { RasterSource } from './pictures';
import { releaseSurface } from './surfaces';

/** A drawing with the border and the blade's path that settings ask for. */
export async function cutOutOf(drawing: Drawing, settings: CutLine, rasters: RasterSource): Promise<CutOut> {
  const scale = cutScale(drawing);
  const whole = await paintExact(drawing, rasters);
  const [width, height] = [drawing.width, drawing.height].map((v) => Math.max(1, Math.round(v * scale)));
  const context = createCanvas(width, height).getContext('2d');
  context.drawImage(whole.canvas as Canvas, 0, 0, width, height);
  releaseSurface(whole);
  return cutFrom(
    drawing,
    alphaOf({ width, height, data: context.getImageData(0, 0, width, height).data }),
    settings,
  );
}

/** A file's drawing, cut out where its side is and its product is a sticker. */
export async function cutDrawing(
  { design, spec, side }: { design: Design; spec: Spec; side: SpecSide },
  drawing: Drawing,
  rasters: RasterSource,
): Promise<Drawing> {
  const { cutLine } = artworkOn(design, spec.id, side.id);
  return cutLine && spec.sticker ? (await cutOutOf(drawing, cutLine, rasters)).drawing : drawing;
}

/** What a blade's path is called in files: the kind of cut. */
export const cutName = ({ sticker }: Spec): string | undefined =>
  sticker && (sticker.cut === 'die' ? 'Die cut' : 'Kiss cut');

/** The blade's path of a drawing as a DXF, its layer named by the kind of cut. */
export const cutDxf = (drawing: Drawing, spec: Spec): string =>
  writeDxf(
    cutPathOf(drawing),
    drawing.height,
    drawing.dpi / 25.4,
    (cutName(spec) ?? 'Cut').toUpperCase().replace(' ', '_'),
  );

/** What a cut leaves, white on nothing, as a PNG of the drawing's size. */
export async function cutMask(drawing: Drawing): Promise<Buffer> {
  const { width, height, dpi } = drawing;
  const context = createCanvas(width, height).getContext('2d');
  context.fillStyle = '#ffffff';
  context.fill(new Path2D(toSvgPath(cutPathOf(drawing))));
  const { data } = context.getImageData(0, 0, width, height);
  return encodePng(Buffer.from(data.buffer, data.byteOffset, data.length), width, height, dpi);
}
