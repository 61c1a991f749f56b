import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
  DialogTitle,
} from '@headlessui/react';
import { Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { openHelp } from '../help/help-store';
import { PAGES, type PageId } from '../help/pages';
import { keyOf, liveCommands } from '../keys';
import { bestOf, foundHere, type Found } from './found';
import { settingsHere } from './settings-here';
import { useStored } from './use-stored';
import { say } from '../words/find';

/** Of each heading so many are shown. */
const MOST = 6;

/** One field for everything: what can be done here, what is in the open design, places, and what is kept. */
export default function FindBox({
  places,
  onClose,
}: {
  places: readonly (readonly [path: string, name: string])[];
  onClose: () => void;
}) {
  const [asked, setAsked] = useState('');
  const navigate = useNavigate();
  const { found: stored, looking } = useStored(asked);
  // What was there when it was opened: the box itself changes nothing of it.
  const here = useMemo(
    (): Found[] => [
      ...liveCommands().map(({ id, does, run }) => ({
        id: `do ${id}`,
        group: say('commands'),
        title: does,
        keys: keyOf(id) ?? undefined,
        run,
      })),
      ...foundHere(),
    ],
    [],
  );
  const settings = useMemo(() => settingsHere(), []);
  const all = [
    ...here,
    ...places.map(([path, name]) => ({
      ...{ id: `place ${path}`, group: say('places'), title: name, run: () => void navigate(path) },
    })),
    ...stored,
    // Last but for help: a row of a list has controls that are called as it is.
    ...settings,
    ...Object.entries(PAGES).map(([page, title]) => ({
      ...{ id: `help ${page}`, group: say('help'), title, more: 'help' },
      run: () => openHelp({ page: page as PageId, at: null }),
    })),
  ];
  const found = bestOf(asked, all, MOST);
  const take = (one: Found | null) => {
    if (!one) return;
    onClose();
    // Once the focus is back where it was: what is done may want it elsewhere.
    setTimeout(() => one.run());
  };
  const groups = [...new Set(found.map((f) => f.group))];
  return (
    <Dialog open onClose={onClose} className="fixed inset-0 z-50">
      <div className="absolute inset-0 bg-ink/45" aria-hidden />
      <div className="absolute inset-0 flex items-start justify-center p-6 pt-[9vh]">
        <DialogPanel className="flex max-h-[78vh] w-full max-w-xl flex-col rounded-md border border-edge bg-card">
          <DialogTitle className="sr-only">{say('findAnything')}</DialogTitle>
          <Combobox<Found | null> value={null} onChange={take} immediate>
            <div className="flex items-center gap-2 border-b border-line px-3">
              <Search size={16} aria-hidden className="text-muted" />
              <ComboboxInput
                autoFocus
                aria-label={say('findAnything')}
                placeholder={say('aDesignAPartA')}
                autoComplete="off"
                maxLength={120}
                className="h-11 w-full bg-transparent text-[15px] outline-none placeholder:text-muted"
                value={asked}
                onChange={(e) => setAsked(e.target.value)}
              />
            </div>
            <ComboboxOptions static className="min-h-0 overflow-y-auto p-1.5">
              {groups.map((group) => (
                <div key={group} role="group" aria-label={group}>
                  <p aria-hidden className="heading px-2 pt-2 pb-1">
                    {group}
                  </p>
                  {found
                    .filter((f) => f.group === group)
                    .map((f) => (
                      <ComboboxOption
                        key={f.id}
                        value={f}
                        className="flex cursor-pointer items-baseline gap-2 rounded-md px-2 py-1 text-[14px] data-focus:bg-line"
                      >
                        <span className="min-w-0 flex-1 truncate">{f.title}</span>
                        {f.keys !== undefined && (
                          <kbd className="shrink-0 text-[12px] text-muted">{f.keys}</kbd>
                        )}
                      </ComboboxOption>
                    ))}
                </div>
              ))}
            </ComboboxOptions>
          </Combobox>
          {found.length === 0 && (
            <p role="status" className="px-4 pb-4 text-[13px] text-muted">
              {looking ? say('looking') : say('nothingIsCalled', { asked: asked.trim() })}
            </p>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  );
}
