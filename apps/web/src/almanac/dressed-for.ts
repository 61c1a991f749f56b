import type { Design } from '@brelm/core/design';
import type { Idea } from '@brelm/core/idea';
import { forOccasion } from '@brelm/core/wording';

/** A design that says what it is for, and has the picture that it came from beside its board. */
export function dressedFor(
  design: Design,
  season: string | null,
  idea: Pick<Idea, 'references'> | null,
): Design {
  const [reference] = idea?.references ?? [];
  return {
    ...design,
    wording: season ? forOccasion(design.wording, season) : design.wording,
    aids: reference
      ? { ...design.aids, reference: { sha256: reference.sha256, name: reference.name } }
      : design.aids,
  };
}
