import { paintExact } from './paint-exact';
import { newCutLine } from '@brelm/core/cutline';
import { emptyDesign, lightestInk, openSide, sidesOf, type Design, type Material } from '@brelm/core/design';
import type { Drawing } from '@brelm/core/drawing';
import { pathBounds, transformPath, type PathData } from '@brelm/core/geometry';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { resolve } from '@brelm/core/resolve';
import {
  judgeSheet,
  shapeOf,
  sheetDrawing,
  type Sheet,
  type SheetArt,
  type SheetFinding,
} from '@brelm/core/sheet';
import { isWear } from '@brelm/core/wear';
import { cutDxf, cutOutOf } from './cut-out';
import { encodePng } from './encode-png';
import { pdfOf } from './export-pdf';
import { svgOf } from './export-svg';
import { rasterSource, type RasterSource } from '../pictures/pictures';
import { releaseSurface } from '../ground/surfaces';
import { loadMaterials, type OwnFontBytes } from '../ground/typefaces';
import { zipFiles } from '../archives/zip-files';

/** What a sheet is given out as: printed and cut in one, or what is cut alone. */
export const SHEET_FORMATS = ['png', 'svg', 'pdf', 'dxf'] as const;
export type SheetFormat = (typeof SHEET_FORMATS)[number];
/** The same, and all of them as a ZIP. */
export const SHEET_FILES = [...SHEET_FORMATS, 'zip'] as const;
export type SheetFileKind = (typeof SHEET_FILES)[number];

/** The face and the size of the order's number, mm. */
const NUMBER_FACE = 'oswald-bold';
const NUMBER_MM = 3;

/** The outline of a number in mm, from its lower left corner. */
async function numberOutline(text: string): Promise<PathData> {
  if (!text.trim()) return [];
  const board = { spec: '', side: '', width: 1000, height: 1000, dpi: 300 };
  const design: Design = {
    ...emptyDesign('', board, 'white', [], { name: 'x', value: '#000000' }),
    parts: [lettering('number', '', place(0, 0), [letteringLine(text, NUMBER_FACE, 100, 'ink')])],
  };
  const { groups } = resolve(design, undefined, await loadMaterials(design));
  const path = groups.flatMap((g) =>
    g.items.flatMap((i) => (i.kind === 'outline' ? [...transformPath(i.path, i.matrix)] : [])),
  );
  if (path.length === 0) return [];
  const { left, bottom } = pathBounds(path);
  const k = NUMBER_MM / 100;
  return transformPath(path, [k, 0, 0, k, -k * left, -k * bottom]);
}

/** A design that is on a sheet, and how what it needs is read. */
export interface SheetDesign {
  design: Design;
  picture: (material: Material) => Promise<Buffer>;
  font?: OwnFontBytes;
}

/** The stickers of a sheet cut out, and the pictures on them. */
export interface SheetContents {
  art: Map<string, SheetArt>;
  rasters: RasterSource;
}

/**
 * Cuts out what is on a sheet, by its stickers' ids. `designs` are by their ids; what is not there, or shows nothing, is
 * left out. A design without a cut line of its own is begun with one.
 */
export async function sheetContents(
  sheet: Sheet,
  designs: ReadonlyMap<string, SheetDesign>,
): Promise<SheetContents> {
  const art = new Map<string, SheetArt>();
  const sources = new Map<string, RasterSource>();
  for (const sticker of sheet.stickers) {
    const found = designs.get(sticker.design);
    if (!found) continue;
    const { design: whole, picture, font } = found;
    const side = sidesOf(whole).find((s) => s.id === sticker.side) ?? sidesOf(whole)[0];
    const design = openSide(whole, side.id);
    const colourway = design.colourways.find((c) => c.id === sticker.colourway)?.id;
    const rasters = rasterSource(design, picture);
    const flat = resolve(design, colourway, await loadMaterials(design, font));
    // Smaller artwork is the same on more px to the inch.
    const drawing = { ...flat, dpi: flat.dpi / sticker.size };
    const settings = design.cutLine ?? newCutLine(lightestInk(design, colourway));
    const { cut, scale, drawing: cutOut } = await cutOutOf(drawing, settings, 'kiss', rasters);
    if (!cut || cut.loops.length === 0) continue;
    art.set(sticker.id, { drawing: cutOut, cut, scale });
    sources.set(sticker.id, rasters);
  }
  const rasters: RasterSource = (material, treatment, scale) => {
    const [sticker, ...id] = material.split(':');
    // Wear is its own picture, whoever's it is.
    const of = isWear(material) ? [...sources.values()][0] : sources.get(sticker);
    return of
      ? of(isWear(material) ? material : id.join(':'), treatment, scale)
      : Promise.reject(new Error(`there is no picture ${material}`));
  };
  return { art, rasters };
}

/** What is wrong with a sheet, once its stickers are cut out; with the least border that its product asks for. */
export const sheetFindings = (sheet: Sheet, { art }: SheetContents, borderMm: number): SheetFinding[] =>
  judgeSheet(
    sheet,
    new Map(
      sheet.stickers.flatMap((s) => {
        const found = art.get(s.id);
        return found ? [[s.id, shapeOf(found.cut, (found.scale * found.drawing.dpi) / 25.4)] as const] : [];
      }),
    ),
    { borderMm },
  );

/** A sheet as a file of its true size. */
export async function makeSheetFile(
  sheet: Sheet,
  { art, rasters }: SheetContents,
  format: SheetFormat,
): Promise<Buffer> {
  const drawing: Drawing = sheetDrawing(sheet, art, await numberOutline(sheet.number));
  if (format === 'dxf') return Buffer.from(cutDxf(drawing), 'latin1');
  if (format === 'svg') return Buffer.from(await svgOf(drawing, rasters, { title: sheet.name }));
  if (format === 'pdf') return pdfOf(drawing, rasters, sheet.name);
  const surface = await paintExact(drawing, rasters);
  const { width, height, dpi } = drawing;
  const { data } = surface.context.getImageData(0, 0, width, height);
  const bytes = await encodePng(Buffer.from(data.buffer, data.byteOffset, data.length), width, height, dpi);
  releaseSurface(surface);
  return bytes;
}

/** All files of a sheet as a ZIP, each called `name` with its own ending. */
export async function makeSheetZip(sheet: Sheet, contents: SheetContents, name: string): Promise<Buffer> {
  const files: { name: string; bytes: Buffer }[] = [];
  for (const format of SHEET_FORMATS)
    files.push({ name: `${name}.${format}`, bytes: await makeSheetFile(sheet, contents, format) });
  return zipFiles(files);
}
