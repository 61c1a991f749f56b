import { useEffect, useRef, useState } from 'react';
import type { SeriesColumn } from '@brelm/core/series';
import { Button, Modal } from '../ui';
import { say } from '../words/series';

/** What a column is called; the places that name it go with it. */
export function RenameColumn({
  column,
  taken,
  onName,
  onClose,
}: {
  column: SeriesColumn;
  taken: readonly string[];
  onName: (name: string) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState(column.name);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.select(), []);
  const plain = name.replace(/[{}]/g, '').trim();
  const fault = !plain
    ? say('aColumnNeedsAName')
    : taken.includes(plain.toLowerCase())
      ? say('anotherColumnIsCalledSo')
      : null;
  return (
    <Modal open title={say('whatTheColumnIsCalled')} onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!fault) onName(plain);
        }}
      >
        <input
          ref={field}
          autoFocus
          aria-label={say('nameOfTheColumn')}
          className="field"
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <p role="status" className="min-h-5 text-[12px] text-rust">
          {fault}
        </p>
        <div className="mt-2 flex justify-end gap-2">
          <Button onClick={onClose}>{say('cancel')}</Button>
          <Button tone="main" type="submit" disabled={fault !== null}>
            {say('callItSo')}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
