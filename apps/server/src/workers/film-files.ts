import { readDesign, sidesOf } from '@brelm/core/design';
import { filmFiles, loadMaterials, NoFilmsError, zipFiles } from '@brelm/engine';
import { readKept, type Place } from '../files';

export interface FilmsTask {
  /** The design as JSON. */
  text: string;
  /** The first where null. */
  side: string | null;
  colourway: string | null;
  /** A pattern of names that has been looked at; the usual one where null. */
  names: string | null;
  place: Place;
}

/** A design's films as a ZIP; where there is none, `why`, and which of what was asked for (`field`) is at fault. */
export interface FilmsMade {
  zip: Uint8Array | null;
  why: string;
  field: 'side' | 'colourway' | null;
}

export async function filmFilesTask({ text, side, colourway, names, place }: FilmsTask): Promise<FilmsMade> {
  const design = readDesign(JSON.parse(text));
  const not = (field: 'side' | 'colourway', id: string): FilmsMade => ({
    ...{ zip: null, field },
    why: `the design has no ${field} “${id}”`,
  });
  if (side !== null && !sidesOf(design).some((s) => s.id === side)) return not('side', side);
  if (colourway !== null && !design.colourways.some((c) => c.id === colourway))
    return not('colourway', colourway);
  const materials = await loadMaterials(design, (sha256) => readKept(place, sha256));
  try {
    const made = await filmFiles(
      design,
      side ?? sidesOf(design)[0].id,
      colourway ?? undefined,
      materials,
      names ?? undefined,
    );
    return { zip: await zipFiles(made.files), why: '', field: null };
  } catch (error) {
    if (error instanceof NoFilmsError) return { zip: null, why: error.message, field: null };
    throw error;
  }
}
