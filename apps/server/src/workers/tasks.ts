import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import { readDesign, type Design, type FileFormat, type Material, type Placement } from '@brelm/core/design';
import type { PictureSource } from '@brelm/core/drawing';
import type { Manifest, ManifestFile } from '@brelm/core/export';
import { csvOf } from '@brelm/core/listing';
import type { BladeFile } from '@brelm/core/cutline';
import type { MockupWish, Scene, SceneMaps } from '@brelm/core/mockup';
import type { Takes, Tolerance } from '@brelm/core/press';
import type { Spec } from '@brelm/core/spec';
import {
  checkPrint,
  expectedBytes,
  inspectUpload,
  licencesOf,
  loadMaterials,
  loadPictures,
  makeBladeFile,
  makeFile,
  makeMockup,
  MAX_PIXELS,
  partsOf,
  proofJob,
  rasteriseSvg,
  rasterSource,
  photoSceneMaps,
  sceneMaps,
  sceneOf,
  stopsOfJob,
  writePack,
  type AskedPrint,
  type FileJob,
  type JobFinding,
  type MadeReport,
  rightsTable,
} from '@brelm/engine';
import { keepBytes, readKept, storeOf, type Place } from '../files';
import { told } from './outcome';

// Threads enough are at work as it is: each picture is one thread's.
sharp.concurrency(1);

/** What a file is made of, besides the design: plain data that is kept with its row, in the version that JOB_VERSION says. */
export interface RunJob {
  colourway: string;
  spec: Spec;
  side: string;
  placement: Placement;
  apart: string | null;
  format: FileFormat;
  /** Garment colours that it is for, by id. */
  garments: string[];
  /** See FileJob. */
  smallest?: boolean;
  /** A picture of the product instead of a file to print. */
  mockup?: MockupWish;
  /** What a blade follows in the file, instead of the file. */
  blade?: BladeFile;
  /** The row of a series that it is of: its cells by their columns, and the words of its listing. They change no file. */
  row?: { cells: Record<string, string>; title: string; description: string; tags: string[] };
  /** The scene of that picture as it was, where it is the seller's own. */
  scene?: Scene;
  /** SHA-256 of its pictures by their names, where it has some. */
  sceneFiles?: Record<string, string>;
}

/** A job with the design as it was when it was asked for, by the SHA-256 of its stored document. */
export interface JobTask {
  job: RunJob;
  snapshot: string;
  /** All garment colours. */
  garments: Garment[];
  /** Where pictures, typefaces and states of designs lie. */
  place: Place;
}

export interface MakeTask extends JobTask {
  /** Where what is made is kept. */
  outputs: Place;
  acceptStops: boolean;
  /** What its proof has found, where that is known. */
  findings: JobFinding[] | null;
}

export interface MadeResult {
  sha256: string;
  report: MadeReport;
  findings: JobFinding[];
}

/** Long side of the pictures that a proof looks at, px: twice what any check samples. */
const PROOF_SIDE = 2400;

/** Stops that nobody has accepted stand in the way of a file. */
export class StopError extends Error {
  constructor(stops: readonly JobFinding[]) {
    super(
      `The proof has stops: ${stops.map((s) => s.message).join('; ')}. Mend them, or accept them and try again.`,
    );
    this.name = 'StopError';
  }
}

async function prepared({ job, snapshot, place }: JobTask) {
  const document: unknown = JSON.parse((await readKept(place, snapshot)).toString('utf8'));
  const design: Design = readDesign(document);
  const side = job.spec.sides.find((s) => s.id === job.side)!;
  const { colourway, spec, placement, apart, format, smallest } = job;
  const fileJob: FileJob = { design, colourway, spec, side, placement, apart, format, smallest };
  const read = (m: Material) => readKept(place, m.sha256 ?? 'none');
  const materials = await loadMaterials(design, (sha256) => readKept(place, sha256));
  return { design, fileJob, read, materials };
}

function proofed(
  { job, garments }: JobTask,
  { fileJob, materials }: Awaited<ReturnType<typeof prepared>>,
  pictures: PictureSource,
): JobFinding[] {
  return proofJob(fileJob, job.garments, garments, materials, pictures);
}

/** What the proof of a file finds, and about how large it will be. */
export const proofTask = told(async (task: JobTask) => {
  const ready = await prepared(task);
  const { design, fileJob, read, materials } = ready;
  const pictures = await loadPictures(design, read, materials, PROOF_SIDE);
  const findings = proofed(task, ready, pictures);
  const bytes = await expectedBytes(fileJob, materials, pictures, rasterSource(design, read));
  return { findings, expectedBytes: bytes };
});

/** The scene that was used last: a run makes many pictures of one. */
let lastScene: { key: string; scene: Scene; maps: SceneMaps } | null = null;

/** Where the pictures of a scene lie on this machine, by their names. */
async function pathsOf(place: Place, files: Record<string, string>): Promise<(name: string) => string> {
  const paths = new Map<string, string>();
  for (const [name, sha256] of Object.entries(files))
    paths.set(name, (await storeOf(place).found(sha256)) ?? '');
  return (name) => paths.get(name) ?? '';
}

/** A scene with its pictures: one that ships, or the seller's own. */
async function sceneFor({ job, place }: JobTask, wish: MockupWish) {
  const scene = job.scene ?? sceneOf(wish.scene);
  if (!scene) throw new RangeError(`There is no scene "${wish.scene}" any more.`);
  const key = job.scene ? JSON.stringify(scene) : scene.id;
  if (lastScene?.key === key) return lastScene;
  const maps = scene.photo
    ? await photoSceneMaps(scene, await readKept(place, scene.photo.picture))
    : await sceneMaps(scene, job.sceneFiles && (await pathsOf(place, job.sceneFiles)));
  return (lastScene = { key, scene, maps });
}

/** A printed sample, as a photo of it would be: its print off by what the press was. */
export const samplePhotoTask = told(
  async (task: JobTask & { wish: MockupWish; misprint: Tolerance }): Promise<Uint8Array> => {
    const { design, fileJob, read, materials } = await prepared(task);
    const pictures = await loadPictures(design, read, materials, PROOF_SIDE);
    const rasters = rasterSource(design, read);
    const scene = await sceneFor(task, task.wish);
    const { wish, misprint } = task;
    const parts = partsOf(fileJob, wish, task.garments);
    return (await makeMockup(parts, wish, scene, materials, pictures, rasters, misprint)).bytes;
  },
);

/** What a press finds wrong with a file. */
export const checkPrintTask = told(
  async ({ path, print, takes }: { path: string; print: AskedPrint; takes: Takes }): Promise<string[]> =>
    checkPrint(await readFile(path), print, takes),
);

/** Makes a picture of the product and puts it in the folder of made files. */
async function mockupOf(task: MakeTask, wish: MockupWish): Promise<MadeResult> {
  const { design, fileJob, read, materials } = await prepared(task);
  const scene = await sceneFor(task, wish);
  const pictures = await loadPictures(design, read, materials, PROOF_SIDE);
  const file = await makeMockup(
    partsOf(fileJob, wish, task.garments),
    wish,
    scene,
    materials,
    pictures,
    rasterSource(design, read),
  );
  await keepBytes(task.outputs, file.bytes);
  return { sha256: file.sha256, report: file.report, findings: [] };
}

/** Proofs, paints, encodes and checks one file and puts it in the folder of made files. */
export const makeTask = told(async (task: MakeTask): Promise<MadeResult> => {
  if (task.job.mockup) return mockupOf(task, task.job.mockup);
  const ready = await prepared(task);
  const { design, fileJob, read, materials } = ready;
  const findings =
    task.findings ?? proofed(task, ready, await loadPictures(design, read, materials, PROOF_SIDE));
  const stops = stopsOfJob(findings);
  if (stops.length && !task.acceptStops) throw new StopError(stops);
  const rasters = rasterSource(design, read);
  const { blade } = task.job;
  const file = await (blade
    ? makeBladeFile(fileJob, blade, materials, rasters)
    : makeFile(fileJob, materials, rasters));
  await keepBytes(task.outputs, file.bytes);
  return { sha256: file.sha256, report: file.report, findings };
});

/** A made file as it goes into a pack. */
export interface PackedFile {
  job: RunJob;
  snapshot: string;
  revision: number;
  path: string;
  sha256: string;
  report: MadeReport;
  /** Names of the garment colours that it is for. */
  garments: string[];
  findings: JobFinding[];
}

export interface PackTask {
  /** The archive's name among what is made. */
  name: string;
  files: PackedFile[];
  place: Place;
  outputs: Place;
}

/** The designs of a pack, by their snapshots. */
async function designsOf({ files, place }: PackTask): Promise<Map<string, Design>> {
  const designs = new Map<string, Design>();
  for (const { snapshot } of files)
    if (!designs.has(snapshot))
      designs.set(snapshot, readDesign(JSON.parse((await readKept(place, snapshot)).toString('utf8'))));
  return designs;
}

function manifestOf({ files }: PackTask, designs: ReadonlyMap<string, Design>): Manifest {
  return {
    format: 'brelm-manifest',
    version: 1,
    made: new Date().toISOString(),
    files: files.map(({ job, report, snapshot, ...file }): ManifestFile => {
      const design = designs.get(snapshot)!;
      return {
        path: file.path,
        sha256: file.sha256,
        bytes: report.bytes,
        format: report.format,
        width: report.width,
        height: report.height,
        dpi: report.dpi,
        spec: job.spec.id,
        marketplace: job.spec.marketplace,
        product: job.spec.product,
        side: job.side,
        design: design.name,
        revision: file.revision,
        colourway: design.colourways.find((c) => c.id === job.colourway)?.name ?? job.colourway,
        garments: file.garments,
        mirrored: job.placement.mirror,
        ...(job.mockup ? { mockup: job.mockup.scene } : {}),
        ...(job.blade ? { blade: job.blade } : {}),
        loss: report.loss,
        findings: file.findings,
      };
    }),
    licences: licencesOf([...designs.values()]),
  };
}

/** The table for bulk uploads, where files are of rows of a series: a line a file, with the words of its listing and its cells. */
export function uploadTable(
  files: readonly Pick<PackedFile, 'job' | 'path' | 'garments'>[],
): { name: string; bytes: Buffer }[] {
  const rows = files.flatMap(({ job, path, garments }) =>
    job.row ? [{ job, path, garments, row: job.row }] : [],
  );
  if (rows.length === 0) return [];
  const columns = [...new Set(rows.flatMap((r) => Object.keys(r.row.cells)))];
  const header = [
    'file',
    'marketplace',
    'product',
    'side',
    'garments',
    'title',
    'description',
    'tags',
    ...columns,
  ];
  const csv = csvOf(
    header,
    rows.map(({ job, path, garments, row }) => [
      ...[path, job.spec.marketplace, job.spec.product, job.side, garments.join(', ')],
      ...[row.title, row.description, row.tags.join(', ')],
      ...columns.map((c) => row.cells[c] ?? ''),
    ]),
  );
  return [{ name: 'listings.csv', bytes: Buffer.from(`\ufeff${csv}`) }];
}

/** Puts the files of a run in one archive with their manifest. */
export const packTask = told(async (task: PackTask) => {
  const store = storeOf(task.outputs);
  const designs = await designsOf(task);
  const written = await writePack(
    store.pathOf(task.name),
    manifestOf(task, designs),
    (f) => readKept(task.outputs, f.sha256),
    [...rightsTable([...designs.values()]), ...uploadTable(task.files)],
  );
  await store.put(task.name);
  return written;
});

export const inspectTask = told(({ bytes, name }: { bytes: Uint8Array; name: string }) =>
  inspectUpload(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length), name),
);

export const rasteriseTask = told(
  ({ bytes, name, longSide }: { bytes: Uint8Array; name: string; longSide: number }) =>
    rasteriseSvg(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length), name, longSide),
);

/** A smaller copy of a picture for the board: at most `size` px on its long side, as WebP. */
export const previewTask = told(({ path, size }: { path: string; size: number }) =>
  sharp(path, { limitInputPixels: MAX_PIXELS })
    .autoOrient()
    .resize(size, size, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .webp({ lossless: true, effort: 1 })
    .toBuffer(),
);
