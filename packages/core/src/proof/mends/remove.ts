import { partTitle, type Part } from '../../parts';
import type { Mend } from '../types';

/** Takes a part away. */
export const removeMend = (part: Part): Mend => ({
  id: 'remove-part',
  title: `Remove “${partTitle(part)}”`,
  edits: [{ op: 'removeParts', parts: [part.id] }],
});
