import { useState } from 'react';
import { Button, Modal } from '../ui';
import { designsText, giveOut, type Chosen } from './use-shelf-actions';
import { say } from '../words/shelfDialogs';

/** Names that are shown; of more only the number is told. */
const MOST_NAMES = 8;

/** The one thing on the shelf that cannot be undone asks first, and offers a way to keep them. */
export function DeleteDialog({
  designs,
  onDelete,
  onClose,
}: {
  designs: readonly Chosen[];
  onDelete: () => Promise<unknown>;
  onClose: () => void;
}) {
  const [deleting, setDeleting] = useState(false);
  const more = designs.length - MOST_NAMES;
  return (
    <Modal open onClose={onClose} title={say('deleteForGood2', { designs: designsText(designs) })}>
      {designs.length > 1 && (
        <ul className="mb-3 list-inside list-disc text-[13.5px]">
          {designs.slice(0, MOST_NAMES).map((d) => (
            <li key={d.id} className="truncate">
              {d.name || say('untitled')}
            </li>
          ))}
          {more > 0 && <li>{say('andMore', { more })}</li>}
        </ul>
      )}
      <p>
        {say.rich('versionsGoAndFilesThat', {
          designs: designs.length,
          b: (words) => <strong>{words}</strong>,
        })}
      </p>
      <p className="mt-2 text-muted">{say('giveOutFirstToKeep', { designs: designs.length })}</p>
      <div className="mt-5 flex justify-end gap-2">
        <Button className="mr-auto" onClick={() => void giveOut(designs)}>
          {say('giveOut')}
        </Button>
        <Button onClick={onClose}>{say('keep')}</Button>
        <Button
          tone="danger"
          disabled={deleting}
          onClick={() => {
            setDeleting(true);
            void onDelete().then(onClose);
          }}
        >
          {say('deleteForGood3')}
        </Button>
      </div>
    </Modal>
  );
}
