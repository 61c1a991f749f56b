import { join } from 'node:path';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { Materials, PictureSource } from '@brelm/core/drawing';
import { packFolder, slug, type ManifestFile } from '@brelm/core/export';
import type { PlannedFile } from '@brelm/core/placement';
import {
  CheckError,
  FitError,
  makeFile,
  proofJob,
  stopsOfJob,
  writeAside,
  WriteError,
  type FileJob,
  type RasterSource,
} from '@brelm/engine';
import { UsageError } from './arguments';
import { say } from './say';

const USAGE_ERRORS = [WriteError, CheckError, FitError];

/** A file that was written, as the command line tells of it. */
export type WrittenFile = ManifestFile & { stops: string[]; accepted: object[] };

/** What files of a design are made of, and where they go. */
export interface WriteFor {
  out: string;
  design: Design;
  materials: Materials;
  pictures: PictureSource;
  rasters: RasterSource;
  garments: readonly Garment[];
  /** A folder for each marketplace. */
  folders: boolean;
  /** Where the proof has stops nothing is written. */
  strict: boolean;
}

/** Proofs, makes and writes files of one design, and says so. Throws a UsageError for what cannot be made or written. */
export async function writeFiles(
  planned: readonly { job: FileJob; file: PlannedFile; name: string }[],
  { out, design, materials, pictures, rasters, garments, folders, strict }: WriteFor,
): Promise<{ files: WrittenFile[]; stopped: boolean }> {
  const files: WrittenFile[] = [];
  const proofs = new Map<string, ReturnType<typeof proofJob>>();
  let stopped = false;
  for (const { job, file: plan, name } of planned) {
    const { spec, side } = job;
    const ids = plan.garments.length ? plan.garments : [design.backdrop];
    const key = `${spec.id} ${side.id} ${job.colourway} ${job.apart ?? ''}`;
    let findings = proofs.get(key);
    if (!findings) {
      findings = proofJob(job, ids, garments, materials, pictures);
      proofs.set(key, findings);
      for (const stop of stopsOfJob(findings)) say(`stop: ${stop.message}`);
      if (stopsOfJob(findings).length) {
        stopped = true;
        say(
          strict
            ? 'nothing was written for it, since --strict was given.'
            : 'the file is written all the same; --strict would refuse.',
        );
      }
    }
    const stops = stopsOfJob(findings).map((f) => f.message);
    if (stops.length && strict) continue;
    const path = join(folders ? join(out, packFolder(spec, slug)) : out, name);
    try {
      const made = await makeFile(job, materials, rasters);
      await writeAside(path, made.bytes);
      const { width, height, dpi, bytes, loss, checked } = made.report;
      say(`wrote ${path}: ${width} × ${height} px, ${dpi} dpi, ${checked}.${loss ? ` ${loss}.` : ''}`);
      files.push({
        path,
        sha256: made.sha256,
        bytes,
        format: job.format,
        width,
        height,
        dpi,
        spec: spec.id,
        marketplace: spec.marketplace,
        product: spec.product,
        side: side.id,
        design: design.name,
        revision: null,
        colourway: job.colourway,
        garments: ids,
        mirrored: job.placement.mirror,
        loss,
        findings,
        stops,
        accepted: findings.flatMap((f) =>
          f.accepted === undefined ? [] : [{ message: f.message, reason: f.accepted }],
        ),
      });
    } catch (error) {
      if (USAGE_ERRORS.some((E) => error instanceof E))
        throw new UsageError(
          `${error instanceof WriteError ? '--out: ' : `${name}: `}${(error as Error).message}`,
        );
      throw error;
    }
  }
  return { files, stopped };
}

/** A written file as a manifest has it: paths from the folder that all lie in, names instead of ids. */
export const manifestFile = (
  { stops: _stops, accepted: _accepted, ...file }: WrittenFile,
  design: Design,
  out: string,
  nameOf: (garment: string) => string,
): ManifestFile => ({
  ...file,
  colourway: design.colourways.find((c) => c.id === file.colourway)?.name ?? file.colourway,
  garments: file.garments.map(nameOf),
  path: file.path.slice(out.length + 1).replace(/\\/g, '/'),
});

/** A written file as `--json` tells it. */
export const toldFile = ({
  marketplace: _m,
  product: _p,
  design: _d,
  revision: _r,
  findings: _f,
  ...rest
}: WrittenFile) => rest;
