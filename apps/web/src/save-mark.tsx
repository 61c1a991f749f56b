import { useAppSelector } from './store';
import type { EditorState } from './store/editor-state';
import { format } from './words/dates';
import { say } from './words/frame';

/** The state of saving, in words. */
export function SaveMark() {
  // Shown everywhere, it may be there before any design was opened.
  const open = useAppSelector((s): EditorState | undefined => s.editor);
  if (!open?.id) return null;
  const { save } = open;
  const text =
    save.kind === 'saved'
      ? say('saved', { at: format(save.at, 'HH:mm') })
      : save.kind === 'saving'
        ? say('saving')
        : save.kind === 'offline'
          ? say('offlineKeptOnThisMachine')
          : save.kind === 'conflict'
            ? say('changedElsewhere')
            : say('notSaved', { reason: save.reason });
  const bad = save.kind !== 'saved' && save.kind !== 'saving';
  return (
    <span
      role="status"
      data-testid="save-state"
      title={'reason' in save ? save.reason : undefined}
      className={`max-w-96 truncate ${bad ? 'font-medium text-rust' : 'text-muted'}`}
    >
      {text}
    </span>
  );
}
