import type { Edit } from '../../design';
import type { Part } from '../../parts';
import { termsOf } from '../../rights';
import { titled } from '../../sentences';
import type { Mend, MendInput } from '../types';
import { removeMend } from './remove';

/** Marks what a part shows as the seller's own work. */
const ownWork = (part: Part): Edit =>
  part.kind === 'picture'
    ? { op: 'updateMaterial', material: part.material, change: { licence: { id: 'own' } } }
    : { op: 'updatePart', part: part.id, change: { licence: { id: 'own' } } };

/** Where nobody has said what may be done: that it is the seller's own; where it may not be sold: to do without. */
export function rightsMends(part: Part, input: MendInput): Mend[] {
  const licence = input.drawing.groups.find((g) => g.part === part.id)?.about.licence;
  if (!licence) return [];
  const terms = termsOf(licence);
  if (!terms) return [{ id: 'own-work', ...titled('mend.own-work'), edits: [ownWork(part)] }];
  return terms.sale ? [] : [removeMend(part)];
}
