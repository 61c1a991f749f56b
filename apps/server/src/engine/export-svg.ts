import type { Design } from '@brelm/core/design';
import { resolve, writeSvg, type Drawing, type Materials, type PictureSource } from '@brelm/core/drawing';
import { encodePng } from './export-png';
import { makeSurface } from './surfaces';

/** The pictures of a drawing as they are shown, at full resolution, as data: URLs by material and treatment. */
async function embedded(drawing: Drawing, pictures: PictureSource): Promise<Map<string, string>> {
  const urls = new Map<string, string>();
  for (const item of drawing.groups.flatMap((g) => g.items)) {
    if (item.kind !== 'image' || urls.has(keyOf(item))) continue;
    const { width, height } = item;
    const image = pictures(item.material, item.treatment, width);
    if (!image) continue;
    const surface = makeSurface(width, height);
    surface.context.drawImage(image, 0, 0, width, height);
    const { data } = surface.context.getImageData(0, 0, width, height);
    const png = await encodePng(
      Buffer.from(data.buffer, data.byteOffset, data.length),
      width,
      height,
      drawing.dpi,
    );
    urls.set(keyOf(item), `data:image/png;base64,${png.toString('base64')}`);
  }
  return urls;
}

const keyOf = (item: { material: string; treatment: unknown }) =>
  JSON.stringify([item.material, item.treatment]);

/** A drawing as an SVG file of its true size, pictures embedded; see core's writeSvg. */
export async function svgOf(
  drawing: Drawing,
  pictures: PictureSource,
  about: { title?: string; inkNames?: ReadonlyMap<string, string> } = {},
): Promise<string> {
  const urls = await embedded(drawing, pictures);
  return writeSvg(drawing, { ...about, picture: (item) => urls.get(keyOf(item)) ?? null });
}

/** A design in one of its colourways as an SVG file. */
export const exportSvg = (
  design: Design,
  colourway: string | undefined,
  materials: Materials,
  pictures: PictureSource,
): Promise<string> =>
  svgOf(resolve(design, colourway, materials), pictures, {
    title: design.name,
    inkNames: new Map(design.inks.map((i) => [i.id, i.name])),
  });
