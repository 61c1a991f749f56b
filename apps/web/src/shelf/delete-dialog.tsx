import { useState } from 'react';
import { Button, Modal } from '../ui';
import { designsText, giveOut, type Chosen } from './use-shelf-actions';

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
    <Modal open onClose={onClose} title={`Delete ${designsText(designs)} for good?`}>
      {designs.length > 1 && (
        <ul className="mb-3 list-inside list-disc text-[13.5px]">
          {designs.slice(0, MOST_NAMES).map((d) => (
            <li key={d.id} className="truncate">
              {d.name || 'Untitled'}
            </li>
          ))}
          {more > 0 && <li>and {more} more</li>}
        </ul>
      )}
      <p>
        {designs.length === 1 ? 'The design and its' : 'The designs and their'} versions go, and{' '}
        <strong>this cannot be undone</strong>. Files that were made stay under Runs.
      </p>
      <p className="mt-2 text-muted">Give {designs.length === 1 ? 'it' : 'them'} out first to keep a copy.</p>
      <div className="mt-5 flex justify-end gap-2">
        <Button className="mr-auto" onClick={() => void giveOut(designs)}>
          Give out
        </Button>
        <Button onClick={onClose}>Keep</Button>
        <Button
          tone="danger"
          disabled={deleting}
          onClick={() => {
            setDeleting(true);
            void onDelete().then(onClose);
          }}
        >
          Delete for good
        </Button>
      </div>
    </Modal>
  );
}
