import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/react';
import { Check, ChevronDown } from 'lucide-react';
import { say } from '../words/shelfDialogs';

export interface Several<T extends string> {
  id: T;
  name: string;
  /** How many there would be; null where it is not counted. */
  count: number | null;
}

/** Several of a list, as a filter: none chosen is all. */
export function PickSeveral<T extends string>({
  label,
  all,
  options,
  chosen,
  onChoose,
}: {
  label: string;
  /** What stands on it while nothing is chosen. */
  all: string;
  options: readonly Several<T>[];
  chosen: readonly T[];
  onChoose: (chosen: T[]) => void;
}) {
  const names = options.filter((o) => chosen.includes(o.id)).map((o) => o.name);
  const says =
    chosen.length === 0
      ? all
      : chosen.length === 1
        ? (names[0] ?? all)
        : say('chosen', { chosen: chosen.length });
  return (
    <Listbox multiple value={[...chosen]} onChange={onChoose}>
      <ListboxButton
        aria-label={`${label}: ${says}`}
        className={`field inline-flex !h-7 !w-auto max-w-52 items-center gap-1.5 px-2 text-[13px] ${chosen.length ? '!border-ink font-medium' : ''}`}
      >
        <span className="truncate">{says}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </ListboxButton>
      <ListboxOptions
        anchor={{ to: 'bottom end', gap: 4 }}
        className="z-50 min-w-56 rounded-md border border-edge bg-card p-1 text-[13px]"
      >
        {options.map(({ id, name, count }) => (
          <ListboxOption
            key={id}
            value={id}
            className="group flex cursor-pointer items-center gap-2 rounded-md px-2 py-1.5 data-focus:bg-line"
          >
            {({ selected }) => (
              <>
                <Check size={14} aria-hidden className={selected ? 'text-spruce' : 'invisible'} />
                <span className="min-w-0 flex-1 truncate">{name}</span>
                {count !== null && (
                  <span className="text-muted tabular-nums group-data-focus:text-ink">{count}</span>
                )}
              </>
            )}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}
