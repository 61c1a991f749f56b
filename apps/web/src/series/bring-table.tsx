import { useState } from 'react';
import { columnNamed, type GivenTable, type Series } from '@brelm/core/series';
import { Button, Modal } from '../ui';

const SHOWN_ROWS = 5;

/** A table that came in from a file, before it is taken over. */
export function BringTable({
  name,
  table,
  series,
  onTake,
  onClose,
}: {
  name: string;
  table: GivenTable;
  series: Series;
  onTake: (add: boolean) => void;
  onClose: () => void;
}) {
  const [add, setAdd] = useState(false);
  const fresh = table.columns.filter((c) => !columnNamed(series.columns, c));
  return (
    <Modal open title={`The table ${name}`} onClose={onClose} wide>
      <p className="mb-2">
        {table.rows.length} {table.rows.length === 1 ? 'row' : 'rows'}, {table.columns.length}{' '}
        {table.columns.length === 1 ? 'column' : 'columns'}
        {fresh.length > 0 &&
          `; new here: ${fresh.join(', ')}. Say under Places where ${fresh.length === 1 ? 'it goes' : 'they go'}`}
        .
      </p>
      {table.notes.map((n) => (
        <p key={n} className="mb-2 text-[13px] text-ochre-ink">
          {n}
        </p>
      ))}
      <div
        className="max-h-60 overflow-auto rounded-md border border-line"
        tabIndex={0}
        role="group"
        aria-label="Its first rows"
      >
        <table className="w-full text-left text-[13px]">
          <thead>
            <tr className="border-b border-line">
              {table.columns.map((c) => (
                <th key={c} className="px-2 py-1 font-medium">
                  {c}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.slice(0, SHOWN_ROWS).map((r, i) => (
              <tr key={i} className="border-b border-line last:border-0">
                {r.map((cell, k) => (
                  <td key={k} className="max-w-56 truncate px-2 py-1" dir="auto">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <fieldset className="mt-3 flex flex-col gap-1.5 text-[13px]">
        <legend className="heading mb-1">Its rows</legend>
        <label className="flex items-center gap-2">
          <input type="radio" name="how" checked={!add} onChange={() => setAdd(false)} />
          take the place of those that are here; what was set by hand stays with rows that say the same first
        </label>
        <label className="flex items-center gap-2">
          <input type="radio" name="how" checked={add} onChange={() => setAdd(true)} />
          go below those that are here
        </label>
      </fieldset>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button tone="main" onClick={() => onTake(add)}>
          Bring it in
        </Button>
      </div>
    </Modal>
  );
}
