import type { Garment } from '../colour';
import type { Design, Placement } from '../design';
import type { Materials, PictureSource } from '../drawing';
import { isStuck, isWorn, judgedColours, seenOn, type Spec, type SpecSide } from '../spec';
import { placedProof } from './placed';
import type { Finding, ProofInput } from './types';

/** A file that is, or would be, made of a design: what is printed, and for which garment colours. */
export interface ProofedFile {
  colourway: string;
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  /** The garment colour whose own position it has. */
  apart: string | null;
  /** Ids of the garment colours that it is for. */
  garments: readonly string[];
}

/** What a file is judged on: the garment colours it is for, else its background, else the blank's own colour. */
export function judgedOn(
  { spec, placement, garments }: Pick<ProofedFile, 'spec' | 'placement' | 'garments'>,
  design: Pick<Design, 'backdrop' | 'garments'>,
  all: readonly Garment[],
): Garment[] {
  const known = (ids: readonly string[]) => ids.flatMap((id) => all.find((g) => g.id === id) ?? []);
  if (placement.ground)
    return [{ id: 'ground', name: 'the background', value: placement.ground, kind: 'solid' }];
  // A sticker is judged on the ground that it is made for: on the others it is seen while it is designed.
  if (isStuck(spec)) {
    const made = seenOn(spec, all).find((g) => g.id === design.backdrop);
    return made ? [made] : judgedColours(spec, design.garments, all).slice(0, 1);
  }
  if (isWorn(spec)) {
    const own = known(garments);
    if (own.length) return own;
  } else if (spec.garments?.length) return known(spec.garments).slice(0, 1);
  const backdrop = known([design.backdrop]);
  return backdrop.length ? backdrop : all.slice(0, 1);
}

/**
 * What the proof of one file finds: the design as it is placed, on what it is for; worst first. Words are not
 * spelt, nor mends tried: that is done where the design is made. `all` are the garment colours that there are.
 */
export const fileFindings = (
  design: Design,
  { colourway, spec, side, placement, apart, garments }: ProofedFile,
  all: readonly Garment[],
  on: { materials: Materials; pictures: PictureSource; surfaces: ProofInput['surfaces'] },
): Finding[] =>
  placedProof({
    ...{ design, colourway, spec, side, placement, apart },
    garments: judgedOn({ spec, placement, garments }, design, all),
    ...on,
    mends: false,
    mendFor: new Set(),
  }).findings;
