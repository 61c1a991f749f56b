import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Design } from '@brelm/core/design';
import type { Materials } from '@brelm/core/drawing';
import { catalogueFace, createTypeface, type HarfBuzz, type Typeface } from '@brelm/core/type';
// eslint-disable-next-line @typescript-eslint/no-require-imports -- the package exports a promise
const harfbuzz = require('harfbuzzjs') as Promise<HarfBuzz>;

const loaded = new Map<string, Promise<Typeface>>();

/** Path of a catalogue typeface's TTF, or undefined for an id that is not in the catalogue. */
export function typefaceFile(id: string): string | undefined {
  const face = catalogueFace(id);
  return face && join(dirname(require.resolve(`${face.package}/package.json`)), face.file);
}

/** A catalogue typeface, read once; undefined for an id that is not in the catalogue. */
export async function loadTypeface(id: string): Promise<Typeface | undefined> {
  const file = typefaceFile(id);
  if (!file) return undefined;
  let face = loaded.get(id);
  if (!face) {
    face = Promise.all([harfbuzz, readFile(file)]).then(([hb, bytes]) => createTypeface(hb, id, bytes));
    loaded.set(id, face);
  }
  return face;
}

/** The typefaces that a design uses. Those that are not to be had are left undefined. */
export async function loadMaterials(design: Design): Promise<Materials> {
  const ids = new Set(
    design.parts.flatMap((p) => (p.kind === 'lettering' ? p.lines.map((l) => l.face) : [])),
  );
  const faces = new Map<string, Typeface>();
  for (const id of ids) {
    const face = await loadTypeface(id);
    if (face) faces.set(id, face);
  }
  return { face: (id) => faces.get(id) };
}
