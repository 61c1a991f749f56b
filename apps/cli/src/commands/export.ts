import { basename, join, resolve } from 'node:path';
import { readFile } from 'node:fs/promises';
import { FILE_FORMATS, type FileFormat } from '@brelm/core/design';
import { patternFault, plannedNames, slug, type Manifest } from '@brelm/core/export';
import {
  jobsOf,
  licencesOf,
  picturesBeside,
  placedOn,
  rasterSource,
  rightsTable,
  WriteError,
  writePack,
  type FileJob,
  shippedGarments,
} from '@brelm/engine';
import type { PlannedFile } from '@brelm/core/placement';
import { options, UsageError } from '../arguments';
import { findColourway, findSpec, findSpecs, loaded, readDesignOrFail } from '../prepare';
import { say } from '../say';
import { manifestFile, toldFile, writeFiles } from '../write-files';

/** Formats that are asked for by name. Throws a UsageError. */
export function formatsOf(given: readonly string[] | undefined): FileFormat[] {
  for (const format of given ?? [])
    if (!FILE_FORMATS.includes(format as FileFormat))
      throw new UsageError(`--format: there is no format "${format}". There are: ${FILE_FORMATS.join(', ')}`);
  return (given ?? []) as FileFormat[];
}

/**
 * `brelm export`: the files of a design for one product or several, each checked; with `--all` those of
 * every colourway that its garment colours ask for, with `--pack` as one archive. Exit 1 when the proof
 * has stops.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string', multiple: true },
    colourway: { type: 'string' },
    format: { type: 'string', multiple: true },
    name: { type: 'string' },
    out: { type: 'string', default: '.' },
    all: { type: 'boolean' },
    pack: { type: 'boolean' },
    json: { type: 'boolean' },
    strict: { type: 'boolean' },
    smallest: { type: 'boolean' },
    svg: { type: 'boolean' },
  });
  if (values.name !== undefined) {
    const fault = patternFault(values.name);
    if (fault) throw new UsageError(`--name: ${fault}`);
  }
  const formats = formatsOf(values.format);
  const { file, design } = readDesignOrFail(positionals[0]);
  const chosen = findColourway(file, design, values.colourway);
  const garments = shippedGarments();
  // With --all and no spec: every product that the design is placed on.
  const specs =
    values.spec?.length || !values.all
      ? values.spec?.length
        ? values.spec.map((id) => findSpec(id))
        : [findSpec(undefined)]
      : findSpecs(design);
  const nameOf = (id: string) => garments.find((g) => g.id === id)?.name ?? id;

  const read = picturesBeside(file);
  const { materials, pictures } = await loaded({ file, design });
  let placed = design;
  for (const spec of specs) {
    const made = placedOn(placed, spec, garments, materials, pictures);
    placed = made.design;
    for (const { side, words } of made.said)
      say(`${spec.id}, ${side.name.toLowerCase()}: placed by itself: ${words.join('; ')}.`);
  }
  const planned: { job: FileJob; file: PlannedFile }[] = specs.flatMap((spec) => {
    const jobs = jobsOf(placed, spec);
    const kept = values.all ? jobs : oneColourway(jobs, chosen);
    return kept.flatMap((p) => {
      const wanted = [
        ...(formats.length ? formats : [p.job.format]),
        ...(values.svg ? (['svg'] as const) : []),
      ];
      return [...new Set(wanted)].map((format) => ({
        job: { ...p.job, format, smallest: values.smallest },
        file: { ...p.file, format },
      }));
    });
  });
  if (planned.length === 0) {
    say('no file is made: no product takes any of the garment colours that this design is sold on.');
    return 1;
  }
  const titled = { ...placed, name: placed.name || basename(file, '.brelm.json') };
  const names = plannedNames(
    planned.map((p) => ({ design: titled, file: p.file })),
    nameOf,
    values.name,
  );

  const rasters = rasterSource(design, read);
  const out = resolve(values.out);
  const { files, stopped } = await writeFiles(
    planned.map((p, i) => ({ ...p, name: names[i] })),
    {
      ...{ out, design: titled, materials, pictures, rasters, garments },
      folders: Boolean(values.all || values.pack),
      strict: Boolean(values.strict),
    },
  );
  let pack: string | null = null;
  if (values.pack && files.length) {
    const manifest: Manifest = {
      format: 'brelm-manifest',
      version: 1,
      made: new Date().toISOString(),
      files: files.map((f) => manifestFile(f, design, out, nameOf)),
      licences: licencesOf([design]),
    };
    pack = join(out, `${slug(titled.name)}-pack.zip`);
    await writePack(pack, manifest, (f) => readFile(join(out, f.path)), rightsTable([design])).catch(
      (error: unknown) => {
        throw error instanceof WriteError ? new UsageError(`--out: ${error.message}`) : error;
      },
    );
    say(`wrote ${pack}: ${files.length} files with their manifest.`);
  }
  if (values.json) {
    process.stdout.write(
      JSON.stringify({ files: files.map(toldFile), ...(pack ? { pack } : {}) }, null, 2) + '\n',
    );
  }
  return stopped ? 1 : 0;
}

/** The files of one colourway: those planned for it, or else the others as they would be in it. */
function oneColourway(
  jobs: { job: FileJob; file: PlannedFile }[],
  { id, name }: { id: string; name: string },
): { job: FileJob; file: PlannedFile }[] {
  const own = jobs.filter((p) => p.job.colourway === id);
  if (own.length) return own;
  const bySide = new Map(jobs.map((p) => [p.job.side.id, p]));
  return [...bySide.values()].map(({ job, file }) => ({
    job: { ...job, colourway: id, apart: null },
    file: { ...file, colourway: { id, name }, garments: [], apart: null },
  }));
}
