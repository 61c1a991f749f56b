import { Pencil, X } from 'lucide-react';
import { useState } from 'react';
import type { ShelfView } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { useKeepViewMutation, useRemoveViewMutation, useRenameViewMutation } from '../store/shelf-api';
import { Button, IconButton, notify } from '../ui';
import { say } from '../words/shelfDialogs';

/** A kept view: looked at, called otherwise, or taken away, which can be undone. */
export function ViewRow({
  view,
  current,
  onLook,
}: {
  view: ShelfView;
  current: boolean;
  onLook: () => void;
}) {
  const [keep] = useKeepViewMutation();
  const [remove] = useRemoveViewMutation();
  const [rename, renaming] = useRenameViewMutation();
  const [name, setName] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const faultId = `view-fault-${view.id}`;
  const leave = () => {
    setName(null);
    setFault(null);
  };
  const callIt = async (to: string) => {
    if (to.trim() === view.name) return leave();
    try {
      await rename({ id: view.id, name: to }).unwrap();
      leave();
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  const takeAway = () =>
    void remove(view.id)
      .unwrap()
      .then(
        () =>
          notify('done', say('theViewIsGone', { name: view.name }), {
            label: say('undo'),
            run: () => void keep({ name: view.name, asked: view.asked }),
          }),
        (error: unknown) => notify('fault', reasonOf(error)),
      );
  if (name !== null)
    return (
      <li>
        <form
          className="flex items-center gap-1"
          onSubmit={(e) => {
            e.preventDefault();
            void callIt(name);
          }}
        >
          <input
            className="field min-w-0 flex-1"
            aria-label={say('callOtherwise', { name: view.name })}
            maxLength={80}
            autoFocus
            value={name}
            aria-invalid={fault ? true : undefined}
            aria-describedby={fault ? faultId : undefined}
            onFocus={(e) => e.target.select()}
            onChange={(e) => {
              setName(e.target.value);
              setFault(null);
            }}
            onKeyDown={(e) => {
              if (e.key !== 'Escape') return;
              // The list stays open.
              e.preventDefault();
              e.stopPropagation();
              leave();
            }}
          />
          <Button type="submit" disabled={!name.trim() || renaming.isLoading}>
            {say('callItSo')}
          </Button>
        </form>
        {fault && (
          <p id={faultId} role="alert" className="mt-1 text-rust">
            {fault}
          </p>
        )}
      </li>
    );
  return (
    <li className="flex items-center gap-1">
      <button
        type="button"
        aria-current={current ? 'true' : undefined}
        className="min-w-0 flex-1 truncate rounded-md px-2 py-1.5 text-left hover:bg-line aria-[current]:font-medium"
        onClick={onLook}
      >
        {view.name}
      </button>
      <IconButton label={say('rename', { name: view.name })} onClick={() => setName(view.name)}>
        <Pencil size={14} />
      </IconButton>
      <IconButton label={say('takeAway', { name: view.name })} onClick={takeAway}>
        <X size={14} />
      </IconButton>
    </li>
  );
}
