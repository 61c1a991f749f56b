import { useState } from 'react';
import type { Ink } from '@brelm/core/design';
import { FILM_KINDS, FILMS, readFilm, type Film, type FilmKind } from '@brelm/core/film';
import { useEdit } from '../editor/use-edit';
import { reasonOf, useAddFilmMutation, useFilmsQuery, useRemoveFilmMutation } from '../store/api';
import { leaveField, notify, NumberField, SelectField, Tick } from '../ui';
import { say } from '../words/films';

const PRINTED = '';
const OWN = 'own';
export const FILM_KIND_WORDS: Readonly<Record<FilmKind, string>> = {
  flex: say('flex'),
  flock: say('flock'),
  glitter: say('glitter'),
  foil: say('foil'),
  reflective: say('reflective'),
};
const same = (a: Film, b: Film) => JSON.stringify(a) === JSON.stringify(b);

/** Whether an ink is printed, or a film that is cut: which, and what that holds. */
export function InkFilm({ ink }: { ink: Ink }) {
  const edit = useEdit();
  const { data: stored } = useFilmsQuery();
  const [changing, setChanging] = useState(false);
  const kept = (stored ?? []).flatMap(({ id, document }) => {
    const film = readFilm(document);
    return film ? [{ id, film }] : [];
  });
  const { film } = ink;
  const set = (next: Film | null, gesture?: string) =>
    edit.make(next ? say('chooseAFilm') : say('printAnInk'), [{ op: 'setFilm', ink: ink.id, film: next }], {
      gesture,
    });
  const shipped = film ? FILMS.findIndex((f) => same(f, film)) : -1;
  const own = film ? kept.findIndex((k) => same(k.film, film)) : -1;
  const value = !film ? PRINTED : shipped >= 0 ? `shipped ${shipped}` : own >= 0 ? `kept ${own}` : OWN;
  return (
    <div className="flex flex-col gap-1.5">
      <SelectField
        label={say('madeOf')}
        value={value}
        onChange={(e) => {
          const [from, at] = e.target.value.split(' ');
          if (from === 'shipped') set(FILMS[Number(at)]);
          else if (from === 'kept') set(kept[Number(at)].film);
          else if (from === PRINTED) set(null);
        }}
      >
        <option value={PRINTED}>{say('inkItIsPrinted')}</option>
        {value === OWN && <option value={OWN}>{say('changed', { name: film?.name })}</option>}
        <optgroup label={say('films')}>
          {FILMS.map((f, i) => (
            <option key={f.name} value={`shipped ${i}`}>
              {f.name}
            </option>
          ))}
        </optgroup>
        {kept.length > 0 && (
          <optgroup label={say('ownFilms')}>
            {kept.map(({ id, film: f }, i) => (
              <option key={id} value={`kept ${i}`}>
                {f.name}
              </option>
            ))}
          </optgroup>
        )}
      </SelectField>
      {film && (
        <p className="text-[12px] text-muted">
          {say('linesFromMmGapsFrom', {
            filmKindWords: FILM_KIND_WORDS[film.kind],
            line: film.line,
            gap: film.gap,
            roll: film.roll,
          })}{' '}
          <button
            type="button"
            className="text-spruce hover:underline"
            aria-expanded={changing}
            onClick={() => setChanging(!changing)}
          >
            {changing ? say('done') : say('change')}
          </button>
        </p>
      )}
      {film && changing && (
        <FilmFields
          film={film}
          kept={own >= 0 ? kept[own].id : null}
          onChange={(change) => set({ ...film, ...change }, `film ${ink.id}`)}
        />
      )}
    </div>
  );
}

/** What a film is, each figure by itself; and whether it is kept for other designs. */
function FilmFields({
  film,
  kept,
  onChange,
}: {
  film: Film;
  /** Where it is kept as it is. */
  kept: number | null;
  onChange: (change: Partial<Film>) => void;
}) {
  const [add, adding] = useAddFilmMutation();
  const [remove] = useRemoveFilmMutation();
  const tell = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => notify('fault', reasonOf(error)));
  const mm = (label: string, key: 'line' | 'gap' | 'piece' | 'roll', least: number, most: number) => (
    <NumberField
      label={label}
      digits={key === 'roll' ? 0 : 2}
      value={film[key]}
      check={(v) => (v >= least && v <= most ? null : say('toMm', { least, most }))}
      onChange={(v) => onChange({ [key]: v })}
    />
  );
  return (
    <fieldset className="flex flex-col gap-1.5 border-l-2 border-line pl-2">
      <legend className="sr-only">{say('whatTheFilmIs')}</legend>
      <label className="block">
        <span className="block text-[11.5px] text-muted">{say('nameOfTheFilm')}</span>
        <input
          key={film.name}
          className="field"
          defaultValue={film.name}
          maxLength={120}
          onKeyDown={(e) => leaveField(e, film.name)}
          onBlur={(e) => e.target.value.trim() && onChange({ name: e.target.value.trim() })}
        />
      </label>
      <div className="grid grid-cols-2 gap-1.5">
        <SelectField
          label={say('kind')}
          value={film.kind}
          onChange={(e) => onChange({ kind: e.target.value as FilmKind })}
        >
          {FILM_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {FILM_KIND_WORDS[kind]}
            </option>
          ))}
        </SelectField>
        {mm(say('rollMm'), 'roll', 20, 3000)}
        {mm(say('leastLineMm'), 'line', 0.05, 20)}
        {mm(say('leastGapMm'), 'gap', 0.05, 20)}
        {mm(say('leastPieceMm'), 'piece', 0.05, 50)}
      </div>
      <Tick
        label={say('othersMayBePressedOnto')}
        checked={film.under}
        onChange={(under) => onChange({ under })}
      />
      <Tick
        label={say('cutMirroredFromBehind')}
        checked={film.mirror}
        onChange={(mirror) => onChange({ mirror })}
      />
      <button
        type="button"
        className="self-start text-[13px] text-spruce enabled:hover:underline disabled:text-muted"
        disabled={adding.isLoading}
        onClick={() =>
          tell(
            kept === null
              ? add({ name: film.name, document: JSON.stringify(film) }).unwrap()
              : remove(kept).unwrap(),
          )
        }
      >
        {kept === null ? say('keepItForOtherDesigns') : say('keepItNoLongerFor')}
      </button>
    </fieldset>
  );
}
