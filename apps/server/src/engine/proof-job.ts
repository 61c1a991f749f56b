import type { Garment } from '@brelm/core/colour';
import type { Materials, PictureSource } from '@brelm/core/drawing';
import { placedProof, type Finding } from '@brelm/core/proof';
import { isWorn } from '@brelm/core/spec';
import type { FileJob } from './make-file';
import { makeSurface } from './surfaces';

/** What the proof of one file found, in words. */
export type JobFinding = Pick<Finding, 'severity' | 'message' | 'accepted'>;

/** What a file is judged on: the garment colours it is for, else its background, else the blank's own colour. */
export function judgedOn(
  job: Omit<FileJob, 'format'>,
  garmentIds: readonly string[],
  all: readonly Garment[],
): Garment[] {
  const known = (ids: readonly string[]) => ids.flatMap((id) => all.find((g) => g.id === id) ?? []);
  const { spec, placement, design } = job;
  if (placement.ground)
    return [{ id: 'ground', name: 'the background', value: placement.ground, kind: 'solid' }];
  if (isWorn(spec)) {
    const own = known(garmentIds);
    if (own.length) return own;
  } else if (spec.garments?.length) return known(spec.garments).slice(0, 1);
  const backdrop = known([design.backdrop]);
  return backdrop.length ? backdrop : all.slice(0, 1);
}

/**
 * Proofs one file: the design as it is placed, on what it is for; worst first. Words are not spelt, nor mends
 * tried: that is done where the design is made.
 */
export const proofJob = (
  { design, colourway, spec, side, placement, apart }: Omit<FileJob, 'format'>,
  garments: readonly Garment[],
  materials: Materials,
  pictures: PictureSource,
): JobFinding[] =>
  placedProof({
    ...{ design, colourway, spec, side, placement, apart, garments, materials, pictures },
    surfaces: makeSurface,
    mends: false,
    mendFor: new Set(),
  }).findings.map(({ severity, message, accepted }) => ({
    severity,
    message,
    ...(accepted === undefined ? {} : { accepted }),
  }));

/** Stops that nobody has accepted. */
export const stopsOfJob = (findings: readonly JobFinding[]): JobFinding[] =>
  findings.filter((f) => f.severity === 'stop' && f.accepted === undefined);
