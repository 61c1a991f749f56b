import type { Design, Edit } from '@brelm/core/design';
import type { Finding } from '@brelm/core/proof';
import type { StoredDesign } from './opened';

/**
 * One step that can be undone. Designs are immutable and share what has not changed, so keeping
 * the design before the step costs no more than the change itself.
 */
export interface Step {
  label: string;
  /** Edits of one gesture (a drag, typing in a field) join into one step. */
  gesture: string | null;
  before: Design;
  /** The side that was open after it: done again, it opens there. */
  side: string;
}

export type SaveState =
  | { kind: 'saved'; at: number }
  | { kind: 'saving' }
  | { kind: 'offline'; reason: string }
  | { kind: 'refused'; reason: string }
  | { kind: 'conflict'; theirs: StoredDesign };

export interface EditorState {
  id: string | null;
  revision: number;
  design: Design | null;
  past: Step[];
  future: { label: string; after: Design }[];
  selection: string[];
  colourway: string | undefined;
  save: SaveState;
  /** Where on the board a finding is being pointed at: a region, or several places. */
  pointedAt: Finding['region'][] | null;
  /** Edits shown on the board but not made: what a mend would do. */
  preview: Edit[] | null;
  /** A drag or a scale is going on: the proof does only what keeps up. */
  dragging: boolean;
  /** The next save replaces a version that somebody else made, which the server is to keep. */
  replaces: boolean;
}
