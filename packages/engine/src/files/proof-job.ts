import type { Garment } from '@brelm/core/colour';
import type { Materials, PictureSource } from '@brelm/core/drawing';
import { fileFindings, type Finding } from '@brelm/core/proof';
import type { FileJob } from './make-file';
import { makeSurface } from '../ground/surfaces';

/** What the proof of one file found, in words. */
export type JobFinding = Pick<Finding, 'severity' | 'message' | 'accepted'>;

/** Proofs one file, which is for the garment colours of these ids; worst first. `all` are those that there are. */
export const proofJob = (
  { design, ...file }: Omit<FileJob, 'format'>,
  garments: readonly string[],
  all: readonly Garment[],
  materials: Materials,
  pictures: PictureSource,
): JobFinding[] =>
  fileFindings(design, { ...file, garments }, all, { materials, pictures, surfaces: makeSurface }).map(
    ({ severity, message, accepted }) => ({
      severity,
      message,
      ...(accepted === undefined ? {} : { accepted }),
    }),
  );

/** Stops that nobody has accepted. */
export const stopsOfJob = (findings: readonly JobFinding[]): JobFinding[] =>
  findings.filter((f) => f.severity === 'stop' && f.accepted === undefined);
