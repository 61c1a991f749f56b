import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { productWord } from '@brelm/core/listing';
import type { Spec } from '@brelm/core/spec';
import { Tick } from '../../ui';
import { say } from '../../words/listings';

/** Which kinds of products words are for; all where none is chosen. */
export function OnlyFor({
  label,
  specs,
  only,
  onChange,
}: {
  label: string;
  specs: readonly Spec[];
  only: readonly string[];
  onChange: (only: string[]) => void;
}) {
  const words = new Map(specs.map((s) => [s.kind as string, productWord(s)]));
  for (const kind of only) if (!words.has(kind)) words.set(kind, kind);
  const shown = only.length
    ? say('only', { only: only.map((k) => words.get(k)).join(', ') })
    : say('allProducts');
  return (
    <Popover className="relative">
      <PopoverButton
        aria-label={`${label}: ${shown}`}
        className={`max-w-28 truncate rounded-md px-1.5 py-0.5 text-[11.5px] hover:bg-line ${only.length ? 'font-semibold text-ink' : 'text-muted'}`}
      >
        {shown}
      </PopoverButton>
      <PopoverPanel anchor="bottom end" className="z-40 rounded-md border border-edge bg-card p-3">
        <fieldset>
          <legend className="mb-1 text-[11.5px] text-muted">{say('onlyForForAllWhere')}</legend>
          {[...words].map(([kind, word]) => (
            <Tick
              key={kind}
              label={word}
              checked={only.includes(kind)}
              onChange={(on) => onChange(on ? [...only, kind] : only.filter((k) => k !== kind))}
            />
          ))}
        </fieldset>
      </PopoverPanel>
    </Popover>
  );
}
