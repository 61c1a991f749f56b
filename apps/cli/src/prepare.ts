import { colourwayOf, type Colourway, type Design, boardsOf } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import type { Garment } from '@brelm/core/colour';
import type { Materials, PictureSource } from '@brelm/core/drawing';
import type { Spec } from '@brelm/core/spec';
import {
  loadMaterials,
  loadPictures,
  PictureError,
  picturesBeside,
  readDesignFile,
  shippedGarments,
  shippedSpecs,
} from '@brelm/engine';
import { UsageError } from './arguments';

/** Everything that proof and export need, read and checked. */
export interface Job {
  file: string;
  design: Design;
  colourway: Colourway;
  spec: Spec;
  garments: Garment[];
}

/** The shipped spec with this id. Throws a UsageError that lists those there are. */
export function findSpec(id: string | undefined): Spec {
  const specs = shippedSpecs();
  const spec = specs.find((s) => s.id === id);
  if (spec) return spec;
  throw new UsageError(
    `${id === undefined ? '--spec is missing' : `--spec: there is no spec "${id}"`}. There are: ${specs.map((s) => s.id).join(', ')}`,
  );
}

/** Reads a design file. Throws a UsageError that names file, field and reason. */
export function readDesignOrFail(file: string | undefined): { file: string; design: Design } {
  if (file === undefined) throw new UsageError('name a design file, e.g. owl.brelm.json');
  try {
    return { file, design: readDesignFile(file) };
  } catch (error) {
    if (error instanceof DocumentError)
      throw new UsageError(
        error.faults.map((f) => `${file}: ${f.field ? `${f.field}: ` : ''}${f.message}`).join('\n'),
      );
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') throw new UsageError(`${file}: there is no such file`);
    if (code === 'EISDIR') throw new UsageError(`${file}: is a folder, not a design file`);
    throw new UsageError(error instanceof SyntaxError ? message : `${file}: ${message}`);
  }
}

/** The colourway with this id, or the first when none is named. Throws a UsageError that lists those there are. */
export function findColourway(file: string, design: Design, id: string | undefined): Colourway {
  const colourway = colourwayOf(design, id) ?? { id: 'base', name: 'Base', inks: {}, garments: [] };
  if (id !== undefined && colourway.id !== id)
    throw new UsageError(
      `--colourway: ${file} has no colourway "${id}". It has: ${design.colourways.map((c) => c.id).join(', ') || 'none'}`,
    );
  return colourway;
}

/** The products that a design is placed on, or the one that its board was made for. */
export function findSpecs(design: Design): Spec[] {
  const ids = design.placements.length
    ? design.placements.map((p) => p.spec)
    : boardsOf(design).map((s) => s.board.spec);
  return [...new Set(ids)].map((id) => findSpec(id));
}

export function prepare(file: string | undefined, values: { spec?: string; colourway?: string }): Job {
  const spec = findSpec(values.spec);
  const read = readDesignOrFail(file);
  const colourway = findColourway(read.file, read.design, values.colourway);
  return { ...read, colourway, spec, garments: shippedGarments() };
}

/** Garments by id. Throws a UsageError for one that is not in the library. */
export const findGarments = (job: Job, ids: readonly string[], from: string): Garment[] =>
  ids.map((id) => {
    const garment = job.garments.find((g) => g.id === id);
    if (!garment)
      throw new UsageError(
        `${from}: there is no garment "${id}". There are: ${job.garments.map((g) => g.id).join(', ')}`,
      );
    return garment;
  });

export interface Loaded {
  materials: Materials;
  pictures: PictureSource;
}

/** The typefaces and pictures of a design. */
export async function loaded({ file, design }: Pick<Job, 'file' | 'design'>): Promise<Loaded> {
  try {
    const materials = await loadMaterials(design);
    return { materials, pictures: await loadPictures(design, picturesBeside(file), materials) };
  } catch (error) {
    if (error instanceof PictureError)
      throw new UsageError(`${file}: ${error.field ? `${error.field}: ` : ''}${error.message}`);
    throw error;
  }
}
