import { allItemsOf, printed, writeSvg, type Drawing, type Materials } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import type { Design } from '@brelm/core/design';
import { treatmentKey, type Treatment } from '@brelm/core/steps';
import { encodePng } from './encode-png';
import type { RasterSource } from '../pictures/pictures';

const keyOf = (item: { material: string; treatment: Treatment | null }) =>
  `${item.material} ${treatmentKey(item.treatment)}`;

/** What `make` makes of each picture of a drawing at full resolution, once for each that differs. */
export async function eachPicture<T>(
  drawing: Drawing,
  rasters: RasterSource,
  make: (image: Awaited<ReturnType<RasterSource>>) => T | Promise<T>,
): Promise<(item: { material: string; treatment: Treatment | null }) => T | null> {
  const made = new Map<string, T>();
  for (const item of printed(drawing).flatMap((g) => [...allItemsOf(g)]))
    if (item.kind === 'image' && !made.has(keyOf(item)))
      made.set(keyOf(item), await make(await rasters(item.material, item.treatment)));
  return (item) => made.get(keyOf(item)) ?? null;
}

/** A drawing as an SVG file of its true size, pictures embedded; see core's writeSvg. */
export async function svgOf(
  drawing: Drawing,
  rasters: RasterSource,
  about: { title?: string; inkNames?: ReadonlyMap<string, string> } = {},
): Promise<string> {
  const picture = await eachPicture(drawing, rasters, async ({ data, width, height }) => {
    const png = await encodePng(
      Buffer.from(data.buffer, data.byteOffset, data.length),
      width,
      height,
      drawing.dpi,
    );
    return `data:image/png;base64,${png.toString('base64')}`;
  });
  return writeSvg(drawing, { ...about, picture });
}

/** Names of a design's inks by id, for the classes of an SVG. */
export const inkNames = (design: Design): Map<string, string> =>
  new Map(design.inks.map((i) => [i.id, i.name]));

/** A design in one of its colourways as an SVG file. */
export const exportSvg = (
  design: Design,
  colourway: string | undefined,
  materials: Materials,
  rasters: RasterSource,
): Promise<string> =>
  svgOf(resolve(design, colourway, materials), rasters, { title: design.name, inkNames: inkNames(design) });
