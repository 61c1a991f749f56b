import type { Design } from '@brelm/core/design';
import type { Spec } from '@brelm/core/spec';
import { say } from '../words/design';

/** A length in inches as it is said: no more decimals than it needs. */
const inches = (px: number, dpi: number) => Number((px / dpi).toFixed(2));

/** "Pinfold Market, Tee front · 4500 × 5400 px · 15 × 18 in". */
export function specWords(design: Pick<Design, 'board'>, specs: readonly Spec[] | undefined): string {
  const { board } = design;
  const spec = specs?.find((s) => s.id === board.spec);
  const name = spec ? `${spec.marketplace}, ${spec.product}` : board.spec;
  return say('pxIn', {
    name,
    width: board.width,
    height: board.height,
    width2: inches(board.width, board.dpi),
    height2: inches(board.height, board.dpi),
  });
}
