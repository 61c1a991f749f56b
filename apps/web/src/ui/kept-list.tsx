import { Archive, ArchiveRestore, Plus, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { Button, IconButton } from './button';
import { notify } from './notices';
import { Place } from './place';
import { say } from '../words/ui';

/** What is done with documents of a kind; each throws what is wrong. */
export interface KeptActions {
  archive: (id: string, archived: boolean) => Promise<unknown>;
  remove: (id: string) => Promise<unknown>;
  reasonOf: (error: unknown) => string;
}

/** A list of documents of a kind: begun, opened, put away, brought back, deleted for good. */
export function KeptList<E extends { id: string; name: string }>({
  title,
  begin,
  beginning,
  list,
  fault,
  onAgain,
  archived,
  onArchived,
  none,
  to,
  picture,
  words,
  actions,
}: {
  title: string;
  begin: { label: string; run: () => void };
  /** One is being begun, or cannot be yet. */
  beginning?: boolean;
  /** Undefined while it is being looked for. */
  list: readonly E[] | undefined;
  fault: string | null;
  onAgain: () => void;
  archived: boolean;
  onArchived: (archived: boolean) => void;
  /** What is said where there is none, and where none was put away. */
  none: readonly [here: string, away: string];
  to: (entry: E) => string;
  picture?: (entry: E) => ReactNode;
  words: (entry: E) => ReactNode;
  actions: KeptActions;
}) {
  return (
    <Place
      title={title}
      actions={
        <>
          <label className="flex items-center gap-2 text-[13px]">
            <input type="checkbox" checked={archived} onChange={(e) => onArchived(e.target.checked)} />
            {say('thosePutAway')}
          </label>
          <Button tone="main" disabled={beginning} onClick={begin.run}>
            <Plus size={15} aria-hidden />
            {begin.label}
          </Button>
        </>
      }
    >
      {fault !== null ? (
        <div role="alert" className="rounded-md border border-rust p-4">
          <p>{fault}</p>
          <Button className="mt-2" onClick={onAgain}>
            {say('tryAgain')}
          </Button>
        </div>
      ) : !list ? (
        <p className="text-muted">{say('looking')}</p>
      ) : list.length === 0 ? (
        <div className="rounded-md border border-dashed border-edge p-8 text-center text-muted">
          {none[archived ? 1 : 0]}
        </div>
      ) : (
        <ul className="flex flex-col gap-2">
          {list.map((entry) => (
            <li
              key={entry.id}
              className="flex items-center gap-4 rounded-md border border-line bg-card px-3 py-2.5"
            >
              {picture?.(entry)}
              <div className="mr-auto min-w-0">
                <Link
                  to={to(entry)}
                  className="block truncate font-medium hover:underline"
                  title={entry.name}
                >
                  {entry.name}
                </Link>
                <p className="truncate text-[13px] text-muted">{words(entry)}</p>
              </div>
              <Actions entry={entry} archived={archived} actions={actions} />
            </li>
          ))}
        </ul>
      )}
    </Place>
  );
}

function Actions({
  entry: { id, name },
  archived,
  actions: { archive, remove, reasonOf },
}: {
  entry: { id: string; name: string };
  archived: boolean;
  actions: KeptActions;
}) {
  const [sure, setSure] = useState(false);
  const tell = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => notify('fault', reasonOf(error)));
  const put = (away: boolean) => tell(archive(id, away));
  if (!archived)
    return (
      <IconButton
        label={say('putAway', { name })}
        onClick={() => {
          put(true);
          notify('done', say('isPutAway', { name }), { label: say('bringItBack'), run: () => put(false) });
        }}
      >
        <Archive size={16} aria-hidden />
      </IconButton>
    );
  return (
    <>
      <IconButton label={say('bringBack', { name })} onClick={() => put(false)}>
        <ArchiveRestore size={16} aria-hidden />
      </IconButton>
      {sure ? (
        <Button tone="danger" autoFocus onBlur={() => setSure(false)} onClick={() => tell(remove(id))}>
          {say('deleteForGood')}
        </Button>
      ) : (
        <IconButton label={say('deleteForGood2', { name })} onClick={() => setSure(true)}>
          <Trash2 size={16} aria-hidden />
        </IconButton>
      )}
    </>
  );
}
