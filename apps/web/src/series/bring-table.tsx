import { useState } from 'react';
import { columnNamed, type GivenTable, type Series } from '@brelm/core/series';
import { Button, Modal } from '../ui';
import { say } from '../words/series';

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
    <Modal open title={say('theTable', { name })} onClose={onClose} wide>
      <p className="mb-2">
        {say('rowsAndColumns', { rows: table.rows.length, columns: table.columns.length })}
        {fresh.length > 0 && say('newHereSayUnderPlaces', { fresh: fresh.join(', '), fresh2: fresh.length })}.
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
        aria-label={say('itsFirstRows')}
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
        <legend className="heading mb-1">{say('itsRows')}</legend>
        <label className="flex items-center gap-2">
          <input type="radio" name="how" checked={!add} onChange={() => setAdd(false)} />
          {say('takeThePlaceOfThose')}
        </label>
        <label className="flex items-center gap-2">
          <input type="radio" name="how" checked={add} onChange={() => setAdd(true)} />
          {say('goBelowThoseThatAre')}
        </label>
      </fieldset>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" onClick={() => onTake(add)}>
          {say('bringItIn')}
        </Button>
      </div>
    </Modal>
  );
}
