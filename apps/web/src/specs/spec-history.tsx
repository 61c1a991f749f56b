import { useState } from 'react';
import { History } from 'lucide-react';
import type { Spec } from '@brelm/core/spec';
import { reasonOf, useSpecHistoryQuery } from '../store/api';
import { Button, Modal } from '../ui';
import { Differences } from './differences';
import { format } from '../words/dates';
import { say } from '../words/specs';

/** Earlier states of a spec, with what differs from the one that holds; any can be taken again. */
export function SpecHistory({ id, now, onTake }: { id: string; now: Spec; onTake: (spec: Spec) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <History size={14} aria-hidden />
        {say('earlierStates')}
      </Button>
      {open && (
        <Modal
          open
          onClose={() => setOpen(false)}
          title={say('earlierStatesOf', { product: now.product })}
          wide
        >
          <List
            id={id}
            now={now}
            onTake={(spec) => {
              onTake(spec);
              setOpen(false);
            }}
          />
          <div className="mt-4 flex justify-end">
            <Button onClick={() => setOpen(false)}>{say('close')}</Button>
          </div>
        </Modal>
      )}
    </>
  );
}

function List({ id, now, onTake }: { id: string; now: Spec; onTake: (spec: Spec) => void }) {
  const { data, error } = useSpecHistoryQuery(id);
  if (error) return <p role="alert">{reasonOf(error)}</p>;
  if (!data) return <p className="text-muted">{say('looking')}</p>;
  const old = data.filter((s) => s.replacedAt !== null);
  if (old.length === 0) return <p className="text-muted">{say('itWasNeverChanged')}</p>;
  return (
    <ul className="max-h-96 overflow-y-auto">
      {old.map((s) => {
        return (
          <li key={s.revision} className="flex items-start gap-3 border-b border-line py-2">
            <div className="min-w-0 flex-1">
              <p className="font-medium">
                {say.rich('stateUntil', {
                  revision: s.revision,
                  replacedAt: format(new Date(s.replacedAt!), 'd MMM yyyy, HH:mm'),
                  quiet: (words) => <span className="font-normal text-muted">{words}</span>,
                })}
              </p>
              <Differences before={s.document} after={now} same={say('saysTheSameAsNow')} />
            </div>
            <Button onClick={() => onTake(s.document)}>{say('takeItAgain')}</Button>
          </li>
        );
      })}
    </ul>
  );
}
