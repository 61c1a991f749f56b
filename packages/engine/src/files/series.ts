import type { Garment } from '@brelm/core/colour';
import { inkValues, type Design } from '@brelm/core/design';
import type { Materials } from '@brelm/core/drawing';
import type { ComposedFigure } from '@brelm/core/idea';
import {
  bestFigure,
  figureLike,
  rowDesign,
  sizesOfSeries,
  wantedBy,
  type FoundPicture,
  type RowDesign,
  type Series,
  type SeriesRow,
  type SeriesWorld,
} from '@brelm/core/series';
import { motifLibrary } from '../shipped/motif-library';
import { readSvgFile } from '../pictures/svg-file';

/** Figures that are looked at for one that is drawn as the layout's own is. */
const LOOKED_AT = 8;

/** A figure of the library for some words, drawn as the layout's is where there is one; null where nothing is found. */
async function figureFor(words: string, like: string | undefined): Promise<ComposedFigure | null> {
  const library = await motifLibrary();
  const entry = library.entry(words) ?? bestFigure(library.search(words, 0, LOOKED_AT).entries, like);
  if (!entry) return null;
  const { outlines, width, height } = await readSvgFile(library.svg(entry.id)!);
  return { name: entry.name, licence: entry.licence, art: { outlines, width, height } };
}

/** The garment's colour behind the artwork: what figures of one colour stand out from. */
export const groundOf = (design: Design, garments: readonly Garment[]): string =>
  garments.find((g) => g.id === design.backdrop)?.value ??
  [...inkValues(design, undefined).values()][0] ??
  '#ffffff';

/** What rows of a series are made of: figures are looked for here, pictures are found by `picture`. */
export async function seriesWorld(
  layout: Design,
  series: Series,
  rows: readonly SeriesRow[],
  materials: Materials,
  garments: readonly Garment[],
  picture: (name: string) => Promise<FoundPicture | null>,
): Promise<SeriesWorld> {
  const wanted = wantedBy(series, rows);
  const like = figureLike(layout, series);
  const figures = new Map<string, ComposedFigure | null>();
  for (const words of wanted.figures) figures.set(words, await figureFor(words, like));
  const pictures = new Map<string, FoundPicture | null>();
  for (const name of wanted.pictures) pictures.set(name, await picture(name));
  return { materials, figures, pictures, ground: groundOf(layout, garments) };
}

export interface FilledRow extends RowDesign {
  row: SeriesRow;
}

/** Designs of rows of a series, one after another; sizes that all have in common are of the whole series. */
export function* filledRows(
  layout: Design,
  series: Series,
  rows: readonly SeriesRow[],
  world: SeriesWorld,
): Generator<FilledRow> {
  const sizes = sizesOfSeries(layout, series, series.rows, world.materials);
  for (const row of rows) yield { row, ...rowDesign(layout, series, row, world, sizes) };
}
