import { boardsOf, type Design } from '@brelm/core/design';
import type { Spec } from '@brelm/core/spec';

/** The sides of a design with what they are called: by the seller, else as their product says. */
export const sideNames = (design: Design, specs: readonly Spec[]): { id: string; name: string }[] =>
  boardsOf(design).map(({ id, name, board }) => ({
    id,
    name:
      name ||
      (specs.find((s) => s.id === board.spec)?.sides.find((s) => s.id === board.side)?.name ??
        id.replace(/^./, (c) => c.toUpperCase())),
  }));
