import { partTitle, type Part } from '../../parts';
import { titled } from '../../sentences';
import type { Mend } from '../types';

/** Takes a part away. */
export const removeMend = (part: Part): Mend => ({
  id: 'remove-part',
  ...titled('mend.remove-part', { title: partTitle(part) }),
  edits: [{ op: 'removeParts', parts: [part.id] }],
});
