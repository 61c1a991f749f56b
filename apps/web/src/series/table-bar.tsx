import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Download, Plus, Upload } from 'lucide-react';
import { Button, FileButton } from '../ui';
import { say } from '../words/series';

/** What is done with the table: found, added to, brought in, given out. */
export function TableBar({
  filter,
  onFilter,
  canMake,
  onRow,
  onRows,
  onColumn,
  onFile,
  onGive,
}: {
  filter: string;
  onFilter: (words: string) => void;
  /** There is a column that rows can be made in. */
  canMake: boolean;
  onRow: () => void;
  onRows: () => void;
  onColumn: () => void;
  onFile: (file: File) => void;
  onGive: (kind: 'csv' | 'tsv') => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1.5 px-3 py-2">
      <input
        type="search"
        aria-label={say('findRows')}
        placeholder={say('findRows')}
        className="field !w-24 !min-w-24 flex-1"
        value={filter}
        onChange={(e) => onFilter(e.target.value)}
      />
      <Button className="!h-7 !px-2" onClick={onRow}>
        <Plus size={14} aria-hidden /> {say('row6')}
      </Button>
      <Button className="!h-7 !px-2" disabled={!canMake} onClick={onRows}>
        {say('rowsDots')}
      </Button>
      <Button className="!h-7 !px-2" onClick={onColumn}>
        <Plus size={14} aria-hidden /> {say('column3')}
      </Button>
      <FileButton
        accept=".csv,.tsv,.txt,text/csv"
        testId="table-file"
        className="!h-7 !px-2"
        onFiles={([file]) => onFile(file)}
      >
        <Upload size={14} aria-hidden /> {say('in2')}
      </FileButton>
      <GiveOut onGive={onGive} />
    </div>
  );
}

function GiveOut({ onGive }: { onGive: (kind: 'csv' | 'tsv') => void }) {
  return (
    <Menu>
      <MenuButton className="inline-flex h-7 items-center gap-1.5 rounded-md border border-edge bg-card px-2 text-[13px] font-medium hover:border-ink">
        <Download size={14} aria-hidden /> {say('out')}
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom end', gap: 4 }}
        className="z-40 w-56 rounded-md border border-edge bg-card p-1 text-[13px]"
      >
        {(['csv', 'tsv'] as const).map((kind) => (
          <MenuItem key={kind}>
            <button
              type="button"
              className="block w-full rounded-md px-2 py-1.5 text-left data-focus:bg-line"
              onClick={() => onGive(kind)}
            >
              {say('theTableAs', { kind: kind.toUpperCase() })}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
