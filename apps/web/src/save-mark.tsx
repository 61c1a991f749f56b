import { format } from 'date-fns';
import { useAppSelector } from './store';

/** The state of saving, in words. */
export function SaveMark() {
  const id = useAppSelector((s) => s.editor.id);
  const save = useAppSelector((s) => s.editor.save);
  if (!id) return null;
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
