import { Camera, FileUp, Pencil, Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { yarns, type Garment } from '@brelm/core/colour';
import { byLightness, garmentLightness } from '@brelm/core/proof';
import {
  reasonOf,
  useAddGarmentMutation,
  useAddGarmentsCsvMutation,
  useChangeGarmentMutation,
  useGarmentsQuery,
  useRemoveGarmentMutation,
} from '../store/api';
import { Button, FileButton, garmentBackground, IconButton, notify, Place } from '../ui';
import { SavedPalettes } from '../stack/saved-palettes';
import { GarmentDialog } from './garment-dialog';
import { PhotoDialog } from './photo-dialog';
import { Pictures } from './pictures';
import { RightsLedger } from './rights-ledger';
import { Typefaces } from './typefaces';
import { OwnWords } from './words';
import { say } from '../words/materials';

const KINDS = {
  solid: say('solid2'),
  heather: say('heather'),
  'tie-dye': 'tie-dye',
  film: say('film'),
} as const;

/** Garment colours, pictures, typefaces, palettes and words: what shipped, and the seller's own. */
export function Materials() {
  const [sought] = useSearchParams();
  // What somebody was led to is looked for; led elsewhere, it is looked for anew.
  return <All key={sought.toString()} sought={sought} />;
}

function All({ sought }: { sought: URLSearchParams }) {
  const { data: garments, isError, refetch } = useGarmentsQuery();
  const [add] = useAddGarmentMutation();
  const [addCsv] = useAddGarmentsCsvMutation();
  const [change] = useChangeGarmentMutation();
  const [remove] = useRemoveGarmentMutation();
  const [words, setWords] = useState(sought.get('colours') ?? '');
  const [editing, setEditing] = useState<Partial<Garment> | null>(null);
  const [photo, setPhoto] = useState(false);
  const shown = useMemo(() => {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    return byLightness(garments ?? []).filter((g) => {
      const text =
        `${g.name} ${g.blank ?? ''} ${g.kind} ${g.ground ? say('groundStuckOn') : ''}`.toLowerCase();
      return wanted.every((w) => text.includes(w));
    });
  }, [garments, words]);

  const readCsv = async (from: File) => {
    if (from.size > 1_000_000) {
      notify('fault', say('isTooLargeAList', { name: from.name }));
      return;
    }
    try {
      const added = await addCsv(await from.text()).unwrap();
      notify('done', say('garmentColourAdded', { added: added.length }));
    } catch (error) {
      notify('fault', `${from.name}: ${reasonOf(error)}`);
    }
  };

  return (
    <Place title={say('materials')}>
      <h2 className="text-xl">{say('garmentColours')}</h2>
      <p className="mt-1 max-w-3xl text-muted">{say('whatDesignsAreJudgedOn')}</p>
      <div className="mt-4 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label={say('findAGarmentColour')}
          placeholder={say('findByNameBlankOr')}
          className="field !h-8 max-w-xs flex-1"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <span className="flex-1" />
        <Button onClick={() => setPhoto(true)}>
          <Camera size={16} aria-hidden /> {say('fromAPhotograph')}
        </Button>
        <FileButton accept=".csv,text/csv" testId="garments-csv" onFiles={([file]) => void readCsv(file)}>
          <FileUp size={16} aria-hidden /> {say('fromACsvFile')}
        </FileButton>
        <Button tone="main" onClick={() => setEditing({})}>
          <Plus size={16} aria-hidden /> {say('addAColour')}
        </Button>
      </div>
      {isError && (
        <p className="mt-6">
          {say('theColoursCouldNotBe')}{' '}
          <button type="button" className="text-spruce underline" onClick={() => void refetch()}>
            {say('tryAgain')}
          </button>
        </p>
      )}
      {garments && shown.length === 0 && (
        <p className="mt-6 text-muted">
          {words ? say('noColourIsCalledThat') : say('thereAreNoGarmentColours')}
        </p>
      )}
      <ul aria-label={say('garmentColours')} className="mt-4 grid grid-cols-2 gap-2 lg:grid-cols-3">
        {shown.map((g) => (
          <li key={g.id} className="flex items-center gap-3 rounded-md border border-line bg-card p-2">
            <span
              aria-hidden
              className="h-11 w-11 shrink-0 rounded-[4px] border border-edge"
              style={{ background: garmentBackground(g) }}
            />
            <span className="min-w-0 flex-1">
              <span className="block truncate font-medium" title={g.name}>
                {g.name}
              </span>
              <span className="block truncate text-[12.5px] text-muted">
                {say('noUnderbaseL', {
                  yarns: yarns(g).join(' + '),
                  kinds: KINDS[g.kind],
                  blank: g.ground ? ` ${say('stuckOn')}` : g.blank && ` · ${g.blank}`,
                  isDirect: g.takes === 'direct',
                  garmentLightness: Math.round(garmentLightness(g)),
                })}
              </span>
            </span>
            {g.own && (
              <span className="flex">
                <IconButton label={say('change', { name: g.name })} onClick={() => setEditing(g)}>
                  <Pencil size={15} />
                </IconButton>
                <IconButton
                  label={say('remove', { name: g.name })}
                  onClick={() =>
                    void remove(g.id)
                      .unwrap()
                      .then(
                        () => notify('done', say('isRemoved', { name: g.name })),
                        (error: unknown) =>
                          notify('fault', say('stays', { name: g.name, reason: reasonOf(error) })),
                      )
                  }
                >
                  <Trash2 size={15} />
                </IconButton>
              </span>
            )}
          </li>
        ))}
      </ul>
      <Pictures sought={sought.get('pictures') ?? ''} />
      <Typefaces sought={sought.get('typefaces') ?? ''} />
      <RightsLedger />
      <h2 className="mt-8 text-xl">{say('palettes')}</h2>
      <p className="mt-1 mb-3 text-muted">{say('keptFromTheInksOf')}</p>
      <div className="max-w-2xl">
        <SavedPalettes />
      </div>
      <div className="pb-8">
        <OwnWords />
      </div>
      {editing && (
        <GarmentDialog
          garment={editing}
          onClose={() => setEditing(null)}
          onSave={async (garment) => {
            if (editing.id) await change({ id: editing.id, garment }).unwrap();
            else await add(garment).unwrap();
          }}
        />
      )}
      {photo && (
        <PhotoDialog
          onClose={() => setPhoto(false)}
          onColour={(value) => {
            setPhoto(false);
            setEditing({ value });
          }}
        />
      )}
    </Place>
  );
}
