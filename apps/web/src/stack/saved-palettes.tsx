import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Design, NamedColour } from '@brelm/core/design';
import { reasonOf, useAddPaletteMutation, usePalettesQuery, useRemovePaletteMutation } from '../store/api';
import { Button, IconButton, Swatch } from '../ui';
import { say } from '../words/stack';

/** Palettes that are kept for every design: to add as inks, and to keep the inks of this one. */
export function SavedPalettes({
  design,
  onAdd,
}: {
  /** Whose inks can be kept; without one palettes are only listed. */
  design?: Design;
  onAdd?: (colours: readonly NamedColour[], name: string) => void;
}) {
  const { data: palettes, error, refetch } = usePalettesQuery();
  const [add, adding] = useAddPaletteMutation();
  const [remove, removing] = useRemovePaletteMutation();
  const [name, setName] = useState('');
  const fault = adding.error ?? removing.error;
  return (
    <div>
      {error && (
        <p role="alert" className="text-rust">
          {reasonOf(error)}{' '}
          <button type="button" className="underline" onClick={() => void refetch()}>
            {say('tryAgain')}
          </button>
        </p>
      )}
      {palettes?.length === 0 && <p className="text-[13px] text-muted">{say('noPaletteIsKeptYet')}</p>}
      <ul aria-label={say('keptPalettes')} className="flex max-h-60 flex-col gap-1 overflow-y-auto">
        {palettes?.map((palette) => (
          <li key={palette.id} className="flex items-center gap-2 rounded-md border border-line px-2 py-1">
            <span className="w-32 min-w-0 truncate font-medium" title={palette.name}>
              {palette.name}
            </span>
            <span className="flex min-w-0 flex-1 flex-wrap gap-0.5">
              {palette.colours.map((c, i) => (
                <Swatch key={i} value={c.value} className="!h-5 !w-5" />
              ))}
            </span>
            {onAdd && (
              <Button
                className="!h-7 !px-2"
                aria-label={say('addAsInks', { name: palette.name })}
                onClick={() => onAdd(palette.colours, palette.name)}
              >
                {say('addAsInks2')}
              </Button>
            )}
            <IconButton
              label={say('removePalette', { name: palette.name })}
              onClick={() => void remove(palette.id)}
            >
              <Trash2 size={15} />
            </IconButton>
          </li>
        ))}
      </ul>
      {design && (
        <form
          className="mt-2 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (name.trim())
              void add({
                name: name.trim(),
                colours: design.inks.map((i) => ({ name: i.name, value: i.value })),
              })
                .unwrap()
                .then(
                  () => setName(''),
                  () => undefined,
                );
          }}
        >
          <input
            aria-label={say('nameForThePaletteOf')}
            placeholder={say('keepTheseInksAsA')}
            className="field !h-8 flex-1"
            maxLength={120}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button type="submit" disabled={!name.trim() || design.inks.length === 0 || adding.isLoading}>
            {say('keepIt')}
          </Button>
        </form>
      )}
      {fault && (
        <p role="alert" className="mt-1 text-[13px] text-rust">
          {reasonOf(fault)}
        </p>
      )}
    </div>
  );
}
