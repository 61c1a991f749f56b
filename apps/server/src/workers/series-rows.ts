import type { Garment } from '@brelm/core/colour';
import { artworkText, documentOf, headOf, readDesign, type DesignHead } from '@brelm/core/design';
import { artworkLines } from '@brelm/core/listing';
import { resolve } from '@brelm/core/resolve';
import {
  drawingTroubles,
  readSeries,
  rowDesign,
  sizesOfSeries,
  type FoundPicture,
  type Trouble,
} from '@brelm/core/series';
import { catalogueFace } from '@brelm/core/type';
import { loadMaterials, seriesWorld } from '@brelm/engine';
import { keepBytes, readKept, type Place } from '../files';
import { parsedJson } from './reading';

/** What a list needs of a series. */
export interface ReadSeries {
  name: string;
  layout: string;
  rows: number;
  /** The whole series as JSON. */
  text: string;
}

/** Reads a series' JSON. Throws a DocumentError. */
export function readSeriesText(text: string): ReadSeries {
  const series = readSeries(parsedJson(text));
  return { name: series.name, layout: series.layout, rows: series.rows.length, text: JSON.stringify(series) };
}

export interface SeriesTask {
  /** The layout, a design, as JSON. */
  layout: string;
  /** The series as JSON; its rows are those that are asked for. */
  series: string;
  place: Place;
}

/** Sizes that rows have in common, by the number of their place. */
export async function seriesSizesTask({
  layout,
  series,
  place,
}: SeriesTask): Promise<Record<number, number>> {
  const design = readDesign(JSON.parse(layout));
  const read = readSeries(JSON.parse(series));
  const materials = await loadMaterials(design, (sha256) => readKept(place, sha256));
  return sizesOfSeries(design, read, read.rows, materials);
}

export interface RowsTask extends SeriesTask {
  garments: Garment[];
  pictures: [string, FoundPicture | null][];
  sizes: Record<number, number>;
  /** Whole documents are answered, too, and none is kept for a run. */
  texts: boolean;
}

/** A row as a design. */
export interface MadeRow {
  row: string;
  name: string;
  head: DesignHead;
  /** Words on its artwork. */
  lines: string[];
  troubles: Trouble[];
  /** SHA-256 of its document without wording, which lies among the files; empty where texts are asked for. */
  snapshot: string;
  text?: string;
}

/** Rows of a series as designs, each kept as a state that work can be started with. */
export async function seriesRowsTask(task: RowsTask): Promise<MadeRow[]> {
  const { place, garments, sizes, texts } = task;
  const layout = readDesign(JSON.parse(task.layout));
  const series = readSeries(JSON.parse(task.series));
  const materials = await loadMaterials(layout, (sha256) => readKept(place, sha256));
  const pictures = new Map(task.pictures);
  const world = await seriesWorld(layout, series, series.rows, materials, garments, (name) =>
    Promise.resolve(pictures.get(name) ?? null),
  );
  const out: MadeRow[] = [];
  for (const row of series.rows) {
    const { design, troubles } = rowDesign(layout, series, row, world, sizes);
    const drawn = drawingTroubles(
      resolve(design, undefined, materials),
      (id) => catalogueFace(id)?.name ?? id,
    );
    const text = JSON.stringify(documentOf(design));
    out.push({
      ...{ row: row.id, name: design.name, head: headOf(design), lines: artworkLines(design) },
      troubles: [...troubles, ...drawn],
      snapshot: texts ? '' : await keepBytes(place, Buffer.from(artworkText(text))),
      ...(texts ? { text } : {}),
    });
  }
  return out;
}
