import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { TypefaceEntry } from '@brelm/contract';
import { rememberWhose } from '../editor/ask-whose';
import { FaceSample, FontFileButton } from '../inspector/lettering';
import { LicenceFields } from '../rights';
import { reasonOf, useFacesUsedQuery, useRemoveTypefaceMutation, useTypefacesQuery } from '../store/api';
import { IconButton, notify } from '../ui';
import { ledTo } from './led-to';
import { say } from '../words/materials';

const WORDS = say('countOwlsByNight');
const SHOWN = 12;

/** The typefaces in the seller's own words, with their licences and where they are used. */
export function Typefaces({ sought: from }: { sought: string }) {
  const { data: typefaces = [], isError, refetch } = useTypefacesQuery();
  const { data: used = {} } = useFacesUsedQuery(undefined, { refetchOnMountOrArgChange: true });
  const [remove] = useRemoveTypefaceMutation();
  const [sought, setSought] = useState(from);
  const [words, setWords] = useState('');
  const [all, setAll] = useState(false);
  const wanted = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const found = typefaces.filter((t) => wanted.every((w) => t.words.includes(w)));
  const shown = all ? found : found.slice(0, SHOWN);
  // Of an own one its file may say something; what counts is what its owner says, beside it.
  const licenceOf = (t: TypefaceEntry) =>
    t.facts ? t.facts.licence.slice(0, 90) || say('itsFileSaysNoLicence') : t.licence.id;
  return (
    <section aria-label={say('typefaces')} ref={from ? ledTo : undefined}>
      <h2 className="mt-8 text-xl">{say('typefaces')}</h2>
      <p className="mt-1 text-muted">{say('areHereThoseThatShip', { typefaces: typefaces.length })}</p>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label={say('findTypefaces')}
          placeholder={say('aNameOrAFeel')}
          className="field !h-8 max-w-xs flex-1"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
        />
        <input
          aria-label={say('wordsToShowTypefacesIn')}
          placeholder={WORDS}
          maxLength={40}
          className="field !h-8 max-w-xs flex-1"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <span className="flex-1" />
        <FontFileButton />
      </div>
      {isError && (
        <p className="mt-3">
          {say('theTypefacesCouldNotBe')}{' '}
          <button type="button" className="text-spruce underline" onClick={() => void refetch()}>
            {say('tryAgain')}
          </button>
        </p>
      )}
      <ul className="mt-3 divide-y divide-line rounded-md border border-line bg-card">
        {shown.map((t) => (
          <li key={t.id} className="px-3 py-2">
            <div className="flex items-center gap-4">
              <span className="w-52 shrink-0">
                <span className="block truncate font-medium">{t.name}</span>
                <span className="block truncate text-[12.5px] text-muted" title={licenceOf(t)}>
                  {t.group} · {licenceOf(t)}
                </span>
                {t.facts && (
                  <span className="block truncate text-[12.5px] text-muted">
                    {say('formsAxesEmbedding', {
                      glyphs: t.facts.glyphs,
                      covers: t.facts.covers.join(', '),
                      isAxes: t.facts.axes.length > 0,
                      axes: t.facts.axes.join(', '),
                      embedding: t.facts.embedding,
                    })}
                  </span>
                )}
              </span>
              <span className="block min-w-0 flex-1 overflow-hidden">
                <FaceSample id={t.id} words={words.trim() || WORDS} />
              </span>
              <span
                className="w-40 shrink-0 truncate text-[12.5px] text-muted"
                title={used[t.id]?.join(', ')}
              >
                {used[t.id]?.join(', ') ?? say('notUsed')}
              </span>
              {t.facts ? (
                <IconButton
                  label={say('remove', { name: t.name })}
                  onClick={() =>
                    void remove(t.id)
                      .unwrap()
                      .then(
                        () => notify('done', say('isRemoved', { name: t.name })),
                        (error: unknown) =>
                          notify('fault', say('stays', { name: t.name, reason: reasonOf(error) })),
                      )
                  }
                >
                  <Trash2 size={15} />
                </IconButton>
              ) : (
                <span className="w-8 shrink-0" />
              )}
            </div>
            {t.facts && (
              <LicenceFields
                title={t.name}
                licence={t.licence}
                onSay={(licence) => rememberWhose({ face: t.id }, licence)}
              >
                <p className="flex-1 text-[12.5px] text-muted">
                  {t.licence.id === 'unknown' ? say('nobodyHasSaidWhetherIt') : say('knownWhereverItIsUsed')}
                </p>
              </LicenceFields>
            )}
          </li>
        ))}
      </ul>
      {found.length === 0 && typefaces.length > 0 && (
        <p className="mt-2 text-muted">{say('noTypefaceIsCalledThat')}</p>
      )}
      {found.length > SHOWN && (
        <button type="button" className="mt-2 text-spruce hover:underline" onClick={() => setAll(!all)}>
          {all ? say('showFewer') : say('showAll', { found: found.length })}
        </button>
      )}
    </section>
  );
}
