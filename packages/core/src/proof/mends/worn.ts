import type { Part } from '../../parts';
import { takesInk } from '../../wear';
import { titled } from '../../sentences';
import { MOST_WORN } from '../checks/worn';
import type { Finding, Mend, MendInput } from '../types';

/** So much less than the most, so that the letters read again for sure. */
const SAFE = 0.75;

/** Spares lettering from the wear of all, or makes its own wear as much less as it takes for its letters to hold. */
export function wornMends({ figure: share }: Finding, part: Part, { design }: MendInput): Mend[] {
  const byAll = !part.spared && design.wear.some(takesInk);
  const own = part.wear.some(takesInk);
  const k = (MOST_WORN * SAFE) / share;
  const less: Mend = {
    id: 'less-wear',
    ...titled('mend.less-wear'),
    edits: [
      {
        op: 'updatePart',
        part: part.id,
        change: { wear: part.wear.map((w) => ({ ...w, amount: Math.round(w.amount * k * 1000) / 1000 })) },
      },
    ],
  };
  const spare: Mend = {
    id: 'spare',
    ...titled('mend.spare'),
    edits: [{ op: 'updatePart', part: part.id, change: { spared: true } }],
  };
  return [...(own ? [less] : []), ...(byAll ? [spare] : [])];
}
