import type { Part } from '../../parts';
import { titled } from '../../sentences';
import type { Mend, MendInput } from '../types';
import { changeIn } from './change';

/** Shows a part whole whose window is gone. */
export const windowMends = (part: Part, input: MendInput): Mend[] => [
  { id: 'whole', ...titled('mend.whole'), edits: [changeIn(input, part, { window: null })] },
];

/** Takes off the tie that would close a circle. */
export const circleMends = (part: Part, input: MendInput): Mend[] => [
  part.knockOut?.from === 'chosen'
    ? { id: 'no-cut', ...titled('mend.no-cut'), edits: [changeIn(input, part, { knockOut: null })] }
    : { id: 'whole', ...titled('mend.whole'), edits: [changeIn(input, part, { window: null })] },
];
