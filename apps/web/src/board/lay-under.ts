import type { Reference } from '@brelm/core/design';
import { askWhose } from '../editor/ask-whose';
import type { Editing } from '../editor/use-edit';
import { say } from '../words/board';

/** Lays a reference under the board as it says, and asks whose it is where nobody has said. */
export function layUnder(edit: Editing, reference: Reference): void {
  edit.make(say('layASketchUnderThe'), [{ op: 'setAids', change: { reference } }]);
  if (!reference.licence) askWhose([{ title: reference.name, sha256: reference.sha256 }], edit);
}
