import type { Garment } from '@brelm/core/colour';
import { resolve, type Materials, type PictureSource } from '@brelm/core/drawing';
import { placedDesign, placementNotes, positionFor } from '@brelm/core/placement';
import type { Finding, Severity } from '@brelm/core/proof';
import { isWorn } from '@brelm/core/spec';
import type { FileJob } from './make-file';
import { runProof } from './run-proof';

/** What the proof of one file found, in words. */
export interface JobFinding {
  severity: Severity;
  message: string;
  /** The reason why the seller lives with it. */
  accepted?: string;
}

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

/** Findings about where artwork lies, which say the same as the placement's own notes or do not hold there. */
const ABOUT_PLACE = new Set(['safe-area', 'extent', 'centre', 'resolution', 'nothing', 'box']);

/** Proofs one file: the design as it is placed, on what it is for, and the placement itself; worst first. Words are not spelt, nor mends tried: that is done where the design is made. */
export function proofJob(
  job: Omit<FileJob, 'format'>,
  garments: readonly Garment[],
  materials: Materials,
  pictures: PictureSource,
): JobFinding[] {
  const { design, colourway, spec, side, placement, apart } = job;
  const placed = placedDesign(design, spec, side, positionFor(placement, apart));
  const { findings } = runProof(
    placed,
    colourway,
    spec,
    side,
    garments,
    materials,
    pictures,
    undefined,
    false,
  );
  const board = design.board.spec === spec.id && placed === design;
  const kept = findings.filter(
    (f) =>
      board ||
      !ABOUT_PLACE.has(f.check) ||
      // A part's own box is a matter of the artwork, not of where it lies.
      (f.check === 'box' && spec.background === 'transparent'),
  );
  const notes = placementNotes(
    resolve(design, colourway, materials),
    design.board,
    spec,
    side,
    placement,
    apart,
  );
  const told = [
    ...notes,
    ...kept.map((f: Finding) => ({ severity: f.severity, message: f.message, accepted: f.accepted })),
  ];
  const order: Severity[] = ['stop', 'watch', 'note'];
  return told
    .map(({ severity, message, ...rest }) => {
      const accepted = (rest as { accepted?: string }).accepted;
      return { severity, message, ...(accepted === undefined ? {} : { accepted }) };
    })
    .sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
}

/** Stops that nobody has accepted. */
export const stopsOfJob = (findings: readonly JobFinding[]): JobFinding[] =>
  findings.filter((f) => f.severity === 'stop' && f.accepted === undefined);
