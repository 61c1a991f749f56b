import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Garment } from '@brelm/core/colour';
import { readDesign, type Design, type FileFormat, type Material, type Placement } from '@brelm/core/design';
import type { PictureSource } from '@brelm/core/drawing';
import type { Manifest } from '@brelm/core/export';
import type { Spec } from '@brelm/core/spec';
import {
  expectedBytes,
  inspectUpload,
  judgedOn,
  loadMaterials,
  loadPictures,
  makeFile,
  MAX_PIXELS,
  proofJob,
  rasteriseSvg,
  rasterSource,
  stopsOfJob,
  writeAside,
  writePack,
  type FileJob,
  type JobFinding,
  type MadeReport,
} from '../engine';

// Threads enough are at work as it is: each picture is one thread's.
sharp.concurrency(1);

/** What a file is made of, besides the design: plain data that is kept with its row. */
export interface RunJob {
  colourway: string;
  spec: Spec;
  side: string;
  placement: Placement;
  apart: string | null;
  format: FileFormat;
  /** Garment colours that it is for, by id. */
  garments: string[];
}

/** A job with the design as it was when it was asked for, by the SHA-256 of its stored document. */
export interface JobTask {
  job: RunJob;
  snapshot: string;
  /** All garment colours. */
  garments: Garment[];
  filesDir: string;
}

export interface MakeTask extends JobTask {
  outputsDir: string;
  acceptStops: boolean;
  /** What its proof has found, where that is known. */
  findings: JobFinding[] | null;
}

export interface MadeResult {
  sha256: string;
  report: MadeReport;
  findings: JobFinding[];
}

/** An error as plain data, since its class does not survive the way between threads. */
export interface Fault {
  name: string;
  message: string;
  code?: string;
  field?: string;
}
export type Outcome<T> = { value: T } | { fault: Fault };

const told =
  <A, T>(task: (argument: A) => Promise<T>) =>
  async (argument: A): Promise<Outcome<T>> => {
    try {
      return { value: await task(argument) };
    } catch (error) {
      const { name, message, code, field } = error as Error & { code?: string; field?: string };
      return { fault: { name, message, code, field } };
    }
  };

/** Where bytes lie in a content-addressed folder. */
export const fileAt = (folder: string, sha256: string): string => join(folder, sha256.slice(0, 2), sha256);

/** Stops that nobody has accepted stand in the way of a file. */
export class StopError extends Error {
  constructor(stops: readonly JobFinding[]) {
    super(
      `The proof has stops: ${stops.map((s) => s.message).join('; ')}. Mend them, or accept them and try again.`,
    );
    this.name = 'StopError';
  }
}

async function prepared({ job, snapshot, filesDir }: JobTask) {
  const document: unknown = JSON.parse(await readFile(fileAt(filesDir, snapshot), 'utf8'));
  const design: Design = readDesign(document);
  const side = job.spec.sides.find((s) => s.id === job.side)!;
  const { colourway, spec, placement, apart, format } = job;
  const fileJob: FileJob = { design, colourway, spec, side, placement, apart, format };
  const read = (m: Material) => readFile(fileAt(filesDir, m.sha256 ?? 'none'));
  const materials = await loadMaterials(design, (sha256) => readFile(fileAt(filesDir, sha256)));
  return { design, fileJob, read, materials };
}

function proofed(
  { job, garments }: JobTask,
  { fileJob, materials }: Awaited<ReturnType<typeof prepared>>,
  pictures: PictureSource,
): JobFinding[] {
  return proofJob(fileJob, judgedOn(fileJob, job.garments, garments), materials, pictures);
}

/** What the proof of a file finds, and about how large it will be. */
export const proofTask = told(async (task: JobTask) => {
  const ready = await prepared(task);
  const { design, fileJob, read, materials } = ready;
  const pictures = await loadPictures(design, read);
  const findings = proofed(task, ready, pictures);
  const bytes = await expectedBytes(fileJob, materials, pictures, rasterSource(design, read));
  return { findings, expectedBytes: bytes };
});

/** Proofs, paints, encodes and checks one file and puts it in the folder of made files. */
export const makeTask = told(async (task: MakeTask): Promise<MadeResult> => {
  const ready = await prepared(task);
  const { design, fileJob, read, materials } = ready;
  const findings = task.findings ?? proofed(task, ready, await loadPictures(design, read));
  const stops = stopsOfJob(findings);
  if (stops.length && !task.acceptStops) throw new StopError(stops);
  const file = await makeFile(fileJob, materials, rasterSource(design, read));
  await writeAside(fileAt(task.outputsDir, file.sha256), file.bytes);
  return { sha256: file.sha256, report: file.report, findings };
});

export interface PackTask {
  path: string;
  manifest: Manifest;
  outputsDir: string;
}

/** Puts the files of a run in one archive with their manifest. */
export const packTask = told(({ path, manifest, outputsDir }: PackTask) =>
  writePack(path, manifest, (f) => readFile(fileAt(outputsDir, f.sha256))),
);

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
