import { allParts, type Design, type Material } from '../design';
import type { Materials } from '../drawing';
import type { ComposedFigure } from '../idea';
import type { MotifPart } from '../parts';
import type { Licence } from '../rights';
import { saidIn } from './columns';
import type { Series, SeriesRow } from './types';

/** A picture of the materials as it was found by its name, or why it cannot be used. */
export type FoundPicture = Omit<Material, 'id'> | { fault: string };

/** What rows are made of besides the layout and the table. */
export interface SeriesWorld {
  materials: Materials;
  /** By what was looked for, see wantedKey: null where nothing was found; not there while it is being looked for. */
  figures: ReadonlyMap<string, ComposedFigure | null>;
  pictures: ReadonlyMap<string, FoundPicture | null>;
  /** Colour of the garment that figures of one colour have to stand out from. */
  ground: string;
}

/** How a figure or a picture that is asked for is found again. */
export const wantedKey = (words: string): string => words.trim().toLowerCase();

/** Whose drawing the layout's figures are: of which source their licence tells. */
export const figureLike = (layout: Design, series: Series): string | undefined => {
  const ids = new Set(series.places.flatMap((p) => (p.kind === 'figure' ? [p.part] : [])));
  const part = allParts(layout).find((p): p is MotifPart => p.kind === 'motif' && ids.has(p.id));
  return part?.licence.source;
};

/** Of figures that were found, the best that is drawn as the layout's own, else the best. */
export const bestFigure = <T extends { licence: Licence }>(
  found: readonly T[],
  like: string | undefined,
): T | undefined => found.find((f) => like !== undefined && f.licence.source === like) ?? found[0];

/** What rows ask for by name: figures of the library, pictures of the materials; each once. */
export function wantedBy(
  series: Series,
  rows: readonly SeriesRow[],
): { figures: string[]; pictures: string[] } {
  const of = (kind: 'figure' | 'picture') => {
    const says = series.places.filter((p) => p.kind === kind).map((p) => p.says);
    const all = rows.flatMap((row) => says.map((s) => wantedKey(saidIn(s, series.columns, row).text)));
    return [...new Set(all)].filter(Boolean);
  };
  return { figures: of('figure'), pictures: of('picture') };
}
