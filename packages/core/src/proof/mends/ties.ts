import type { Part } from '../../parts';
import type { Mend, MendInput } from '../types';
import { changeIn } from './change';

/** Shows a part whole whose window is gone. */
export const windowMends = (part: Part, input: MendInput): Mend[] => [
  { id: 'whole', title: 'Show it whole', edits: [changeIn(input, part, { window: null })] },
];

/** Takes off the tie that would close a circle. */
export const circleMends = (part: Part, input: MendInput): Mend[] => [
  part.knockOut?.from === 'chosen'
    ? { id: 'no-cut', title: 'Let it cut nothing', edits: [changeIn(input, part, { knockOut: null })] }
    : { id: 'whole', title: 'Show it whole', edits: [changeIn(input, part, { window: null })] },
];
