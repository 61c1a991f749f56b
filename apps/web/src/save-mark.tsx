import { format } from 'date-fns';
import { useAppSelector } from './store';
import type { EditorState } from './store/editor-state';

/** The state of saving, in words. */
export function SaveMark() {
  // Shown everywhere, it may be there before any design was opened.
  const open = useAppSelector((s): EditorState | undefined => s.editor);
  if (!open?.id) return null;
  const { save } = open;
  const text =
    save.kind === 'saved'
      ? `saved ${format(save.at, 'HH:mm')}`
      : save.kind === 'saving'
        ? 'saving…'
        : save.kind === 'offline'
          ? 'offline: kept on this machine'
          : save.kind === 'conflict'
            ? 'changed elsewhere'
            : `not saved: ${save.reason}`;
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
