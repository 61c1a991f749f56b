import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import { cutOutRoughly } from '@brelm/core/cutline';
import { openSide, readDesign, sidesOf } from '@brelm/core/design';
import { paintSurface } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { judgeGarments, worstOnEach, type GarmentContrast } from '@brelm/core/proof';
import { lookOf, packedLook } from '@brelm/core/raster';
import type { Spec } from '@brelm/core/spec';
import { loadMaterials, loadPictures, makeSurface } from '@brelm/engine';
import { readKept, type Place } from '../files';

export interface PreviewTask {
  /** The design as JSON. */
  text: string;
  /** What it is judged by; null where the product is not known any more. */
  spec: Spec | null;
  garments: Garment[];
  place: Place;
}

/** Long side of a preview, px: twice what a row of the shelf shows. */
const PREVIEW_SIDE = 200;
/** Long side of pictures within it, px. */
const PICTURE_SIDE = 1000;

/** Paints a design's first side small, in its first colourway, and judges all sides on its garments. */
export async function designPreviewTask({ text, spec, garments, place }: PreviewTask): Promise<{
  picture: Uint8Array;
  /** What it looks like from far away: see core's `packedLook`. */
  look: Uint8Array;
  verdicts: GarmentContrast[];
}> {
  const design = readDesign(JSON.parse(text));
  const read = (sha256: string) => readKept(place, sha256);
  const materials = await loadMaterials(design, read);
  // A picture that is gone leaves its place empty; the design itself says so when it is opened.
  const pictures = await loadPictures(design, (m) => read(m.sha256 ?? 'none'), materials, PICTURE_SIDE).catch(
    () => () => null,
  );
  const flat = resolve(design, undefined, materials);
  const drawing =
    spec?.sticker && design.cutLine ? cutOutRoughly(flat, design.cutLine, pictures, makeSurface) : flat;
  const scale = PREVIEW_SIDE / Math.max(drawing.width, drawing.height);
  const { context, width, height } = paintSurface(drawing, scale, pictures, makeSurface);
  const { data } = context.getImageData(0, 0, width, height);
  const look = packedLook(lookOf({ width, height, data }));
  const picture = await sharp(Buffer.from(data.buffer, data.byteOffset, data.length), {
    raw: { width, height, channels: 4 },
  })
    .webp({ lossless: true, effort: 2 })
    .toBuffer();
  if (!spec) return { picture, look, verdicts: [] };
  const verdicts = sidesOf(design)
    .filter((s) => s.parts.length > 0)
    .map((s) => {
      const opened = openSide(design, s.id);
      const side = spec.sides.find((x) => x.id === s.board.side) ?? spec.sides[0];
      return judgeGarments({
        ...{ design: opened, colourway: undefined, spec, side, garments, materials, pictures },
        surfaces: makeSurface,
        mendFor: new Set<string>(),
      }).garments;
    });
  return { picture, look, verdicts: worstOnEach(verdicts) };
}
