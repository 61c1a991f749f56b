import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readSeason, type Season } from '@brelm/core/almanac';
import type { Garment } from '@brelm/core/colour';
import { readDesign, type Design } from '@brelm/core/design';
import { readGarments, readSpecFile, specText, type Spec } from '@brelm/core/spec';

/** The project's own folder of demo designs, specs and garments. */
export const DEMO_FOLDER = join(__dirname, '../../../../demo');

/** A parsed JSON file. Throws an Error that names the file when it is no JSON. */
export function readJsonFile(path: string): unknown {
  const text = readFileSync(path, 'utf8').replace(/^\ufeff/, '');
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new SyntaxError(`${path} is no JSON: ${(error as Error).message}`);
  }
}

/** The specs that ship with the application, by id. */
export function shippedSpecs(folder = join(DEMO_FOLDER, 'specs')): Spec[] {
  return readdirSync(folder)
    .filter((name) => name.endsWith('.yaml'))
    .sort()
    .flatMap((name) => readSpecFile(specText(readFileSync(join(folder, name)))))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** The starters that ship with the application, by id: the name of the file without its ending. */
export const shippedStarters = (folder = join(DEMO_FOLDER, 'starters')): { id: string; document: Design }[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.brelm.json'))
    .sort()
    .map((name) => ({
      id: name.replace(/\.brelm\.json$/, ''),
      document: readDesign(readJsonFile(join(folder, name))),
    }));

/** The looks of lettering that the demo shop has kept; documents as core's readStyle reads them. */
export const shippedStyles = (
  file = join(DEMO_FOLDER, 'lettering-styles.json'),
): { name: string; document: string }[] =>
  (readJsonFile(file) as { name: string; clipping: unknown }[]).map(({ name, clipping }) => ({
    name,
    document: JSON.stringify(clipping),
  }));

/** The garment colours that ship with the application, darkest first as listed. */
export const shippedGarments = (file = join(DEMO_FOLDER, 'garments.json')): Garment[] =>
  readGarments(readJsonFile(file));

/** The seasons that ship with the application. */
export const shippedSeasons = (file = join(DEMO_FOLDER, 'seasons.json')): Season[] =>
  (readJsonFile(file) as unknown[]).map(readSeason);
