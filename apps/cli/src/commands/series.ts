import { existsSync, readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import type { Design, Material } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { patternFault, plannedNames, slug, type Manifest } from '@brelm/core/export';
import type { PlannedFile } from '@brelm/core/placement';
import { masksByParts, resolve as resolveDesign } from '@brelm/core/resolve';
import {
  cellsByName,
  drawingTroubles,
  newSeries,
  proposedPlaces,
  readSeries,
  readTable,
  tableText,
  troublesBetween,
  withTable,
  type FoundPicture,
  type Series,
  type SeriesRow,
  type Trouble,
} from '@brelm/core/series';
import { catalogueFace } from '@brelm/core/type';
import {
  filledRows,
  inspectUpload,
  jobsOf,
  licencesOf,
  loadMaterials,
  loadPictures,
  picturesBeside,
  placedOn,
  rasterSource,
  seriesWorld,
  shippedGarments,
  rightsTable,
  writePack,
  type FileJob,
  type FilledRow,
} from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { findSpec, readDesignOrFail } from '../prepare';
import { say } from '../say';
import { manifestFile, toldFile, writeFiles, type WrittenFile } from '../write-files';
import { formatsOf } from './export';

/** Reads a file by `read`, and says its faults by file and field. Throws a UsageError. */
function reading<T>(file: string, read: (bytes: Buffer) => T): T {
  try {
    return read(readFileSync(file));
  } catch (error) {
    if (error instanceof DocumentError)
      throw new UsageError(
        error.faults.map((f) => `${file}: ${f.field ? `${f.field}: ` : ''}${f.message}`).join('\n'),
      );
    if (error instanceof SyntaxError) throw new UsageError(`${file}: this is no JSON`);
    const { code, message } = error as NodeJS.ErrnoException;
    throw new UsageError(code === 'ENOENT' ? `${file}: there is no such file` : `${file}: ${message}`);
  }
}

/** The series that is asked for: of a document, of a table, or of both. */
function seriesOf(design: Design, { series: document, table }: { series?: string; table?: string }): Series {
  if (document === undefined && table === undefined)
    throw new UsageError('name a table (--table) or a series (--series), or both');
  const name = design.name || 'Series';
  const base = document
    ? reading(document, (bytes) => readSeries(JSON.parse(bytes.toString('utf8'))))
    : { ...newSeries(design, 'layout', name), columns: [], places: [], rows: [] };
  if (table === undefined) return base;
  const given = reading(table, (bytes) => {
    const { text, notes } = tableText(bytes);
    const read = readTable(text);
    return { ...read, notes: [...notes, ...read.notes] };
  });
  for (const note of given.notes) say(`${table}: ${note}`);
  const made = withTable(base, given);
  if (document) return made;
  const places = proposedPlaces(design, made.columns);
  if (places.length === 0)
    throw new UsageError(
      `${table}: no column is called as a part of the layout is: name columns after its parts, or say with --series what goes where`,
    );
  return { ...made, places };
}

/** Rows by their numbers, `1,4-9`; all that are not left out where none are named. Throws a UsageError. */
export function rowsNamed(series: Series, said: string | undefined): SeriesRow[] {
  if (said === undefined) return series.rows.filter((r) => !r.leftOut);
  const numbers = said.split(',').flatMap((piece) => {
    const m = /^\s*(\d+)(?:\s*-\s*(\d+))?\s*$/.exec(piece);
    const [from, to] = m ? [Number(m[1]), Number(m[2] ?? m[1])] : [0, 0];
    if (from < 1 || to < from || to > series.rows.length)
      throw new UsageError(`--rows: "${piece.trim()}" is none of the rows 1 to ${series.rows.length}`);
    return Array.from({ length: to - from + 1 }, (_, i) => from + i);
  });
  return [...new Set(numbers)].map((n) => series.rows[n - 1]);
}

/** Finds pictures beside some files. */
const pictureBeside =
  (folders: readonly string[]) =>
  async (name: string): Promise<FoundPicture | null> => {
    const path = folders.map((f) => join(f, basename(name))).find((p) => existsSync(p));
    if (!path) return null;
    const bytes = await readFile(path);
    if (bytes.length === 0) return { fault: 'the file has no bytes' };
    try {
      const found = await inspectUpload(bytes, basename(path));
      if (found.kind !== 'picture') return { fault: 'it is a figure, no picture' };
      const { width, height } = found;
      return { name: basename(path), file: resolve(path), width, height, licence: { id: 'unknown' } };
    } catch (error) {
      return { fault: (error as Error).message };
    }
  };

/**
 * `brelm series`: a design for each row of a table, laid out as another design is, and their files. A row with something
 * wrong in it is said and not made, the others are. Exit 1 when a row has stops.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    table: { type: 'string' },
    series: { type: 'string' },
    spec: { type: 'string', multiple: true },
    rows: { type: 'string' },
    name: { type: 'string' },
    format: { type: 'string', multiple: true },
    out: { type: 'string', default: '.' },
    pack: { type: 'boolean' },
    json: { type: 'boolean' },
    strict: { type: 'boolean' },
  });
  const formats = formatsOf(values.format);
  const specs = values.spec?.length ? values.spec.map(findSpec) : [findSpec(undefined)];
  const { file, design: layout } = readDesignOrFail(positionals[0]);
  const series = seriesOf(layout, values);
  const rows = rowsNamed(series, values.rows);
  if (rows.length === 0) throw new UsageError('the table has no rows');
  const pattern = values.name ?? (series.fileNames || undefined);
  const misnamed =
    pattern === undefined
      ? null
      : patternFault(
          pattern,
          series.columns.map((c) => c.name),
        );
  if (misnamed) throw new UsageError(`${values.name === undefined ? 'fileNames' : '--name'}: ${misnamed}`);
  const garments = shippedGarments();
  const nameOf = (id: string) => garments.find((g) => g.id === id)?.name ?? id;
  const folders = [values.table, values.series, file].flatMap((f) => (f ? [dirname(resolve(f))] : []));
  const beside = picturesBeside(file);
  // A picture that a row names has its path with it; the layout's own lie beside it.
  const read = (m: Material) => (m.file && existsSync(m.file) ? readFile(m.file) : beside(m));

  const materials = await loadMaterials(layout);
  const layoutPictures = await loadPictures(layout, read, materials);
  let placed = layout;
  for (const spec of specs) placed = placedOn(placed, spec, garments, materials, layoutPictures).design;
  const world = await seriesWorld(placed, series, rows, materials, garments, pictureBeside(folders));
  const between = troublesBetween(series, layout);

  const told: { row: number; name: string; troubles: Trouble[]; files: WrittenFile[] }[] = [];
  const ready: { filled: FilledRow; at: number; planned: { job: FileJob; file: PlannedFile }[] }[] = [];
  let stopped = false;
  for (const filled of filledRows(placed, series, rows, world)) {
    const { design, row } = filled;
    const drawn = drawingTroubles(
      resolveDesign(design, undefined, materials),
      (id) => catalogueFace(id)?.name ?? id,
    );
    const troubles = [...filled.troubles, ...drawn, ...(between.get(row.id) ?? [])];
    const number = series.rows.indexOf(row) + 1;
    for (const t of troubles) say(`row ${number}: ${t.severity}: ${t.message}`);
    told.push({ row: number, name: design.name, troubles, files: [] });
    if (troubles.some((t) => t.severity === 'stop')) {
      stopped = true;
      say(`row ${number}: nothing is made of it.`);
      continue;
    }
    const planned = specs.flatMap((spec) =>
      jobsOf(design, spec).flatMap(({ job, file: plan }) =>
        (formats.length ? formats : [job.format]).map((format) => ({
          job: { ...job, format },
          file: { ...plan, format },
        })),
      ),
    );
    ready.push({ filled, at: told.length - 1, planned });
  }
  const names = plannedNames(
    ready.flatMap(({ filled, planned }) =>
      planned.map((p) => ({
        ...{ design: filled.design, file: p.file, more: cellsByName(series.columns, filled.row) },
      })),
    ),
    nameOf,
    pattern,
  );
  const out = resolve(values.out);
  let next = 0;
  for (const { filled, at, planned } of ready) {
    const { design } = filled;
    const pictures =
      design.materials.length > layout.materials.length || masksByParts(design)
        ? await loadPictures(design, read, materials)
        : layoutPictures;
    const named = planned.map((p) => ({ ...p, name: names[next++] }));
    const made = await writeFiles(named, {
      ...{ out, design, materials, pictures, garments, rasters: rasterSource(design, read) },
      ...{ folders: specs.length > 1 || Boolean(values.pack), strict: Boolean(values.strict) },
    });
    stopped ||= made.stopped;
    told[at].files = made.files;
  }
  const files = told.flatMap((t) => t.files);
  let pack: string | null = null;
  if (values.pack && files.length) {
    const designs = ready.map((r) => r.filled.design);
    const manifest: Manifest = {
      ...{ format: 'brelm-manifest', version: 1, made: new Date().toISOString() },
      files: files.map((f) => manifestFile(f, layout, out, nameOf)),
      licences: licencesOf(designs),
    };
    pack = join(out, `${slug(series.name) || 'series'}-pack.zip`);
    await writePack(pack, manifest, (f) => readFile(join(out, f.path)), rightsTable(designs));
    say(`wrote ${pack}: ${files.length} files with their manifest.`);
  }
  const some = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;
  const wrong = told.filter((t) => t.troubles.some((x) => x.severity === 'stop')).length;
  say(
    `${some(told.length, 'row')}, ${some(files.length, 'file')}${wrong ? `; ${wrong} ${wrong === 1 ? 'row is' : 'rows are'} not made` : ''}.`,
  );
  if (values.json)
    process.stdout.write(
      JSON.stringify(
        { rows: told.map((t) => ({ ...t, files: t.files.map(toldFile) })), ...(pack ? { pack } : {}) },
        null,
        2,
      ) + '\n',
    );
  return stopped ? 1 : 0;
}
