import type { Edit } from '../../design';
import type { Part } from '../../parts';
import { titled } from '../../sentences';
import type { Finding, Mend, MendInput } from '../types';
import { changeIn } from './change';

const change = (part: Part, what: Partial<Part>): Edit[] => [
  { op: 'updatePart', part: part.id, change: what },
];

/** Widens a ring until its words do not run into one another. `needs` is the radius, px of the part. */
export const ringMends = ({ figure: needs }: Finding, part: Part): Mend[] =>
  part.kind === 'lettering' && part.baseline.kind === 'ring'
    ? [
        {
          id: 'widen-ring',
          ...titled('mend.widen-ring'),
          edits: change(part, { baseline: { ...part.baseline, radius: Math.ceil(needs * 1.02) } }),
        },
      ]
    : [];

export const baselineMends = (part: Part): Mend[] => [
  { id: 'straight', ...titled('mend.straight'), edits: change(part, { baseline: { kind: 'straight' } }) },
];

/** Removes a keyline that leaves nothing inside. */
export const keylineMends = ({ at }: Finding, part: Part, input: MendInput): Mend[] => [
  {
    id: 'remove-keyline',
    ...titled('mend.remove-keyline'),
    edits: [changeIn(input, part, { keylines: part.keylines.filter((_, i) => i !== at) })],
  },
];
