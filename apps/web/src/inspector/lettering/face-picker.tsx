import clsx from 'clsx';
import { FileUp, Star } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { FACE_GROUPS } from '@brelm/core/type';
import type { TypefaceEntry } from '@brelm/contract';
import { askWhose } from '../../editor/ask-whose';
import { useEdit } from '../../editor/use-edit';
import {
  reasonOf,
  useAddTypefaceMutation,
  useSetFavouriteMutation,
  useTypefacesQuery,
} from '../../store/api';
import { FileButton, Modal, notify } from '../../ui';
import { FaceSample } from './face-sample';
import { say } from '../../words/lettering';

const ROW = 60;
const FONT_FILES = '.ttf,.otf,.woff,.woff2,.ttc,.otc,font/ttf,font/otf,font/woff,font/woff2';

/** Brings font files in; says what came in, and why a file did not, and asks whose they are. */
export function useBringFonts(): (files: File[]) => Promise<TypefaceEntry[]> {
  const [add] = useAddTypefaceMutation();
  const edit = useEdit();
  return async (files) => {
    const added: TypefaceEntry[] = [];
    for (const file of files)
      try {
        const faces = await add(file).unwrap();
        added.push(...faces);
        notify('done', say('isReadyToUse', { faces: faces.map((f) => f.name).join(', ') }));
      } catch (error) {
        notify(
          'fault',
          say('wasNotTaken', {
            name: file.name,
            replace: reasonOf(error).replace(`file: ${file.name}: `, ''),
          }),
        );
      }
    const unsaid = added.filter((f) => f.licence.id === 'unknown');
    askWhose(
      unsaid.map(({ id, name }) => ({ face: id, title: name })),
      edit,
    );
    return added;
  };
}

export const FontFileButton = ({ onFaces }: { onFaces?: (faces: TypefaceEntry[]) => void }) => {
  const bring = useBringFonts();
  return (
    <FileButton
      multiple
      accept={FONT_FILES}
      testId="font-input"
      onFiles={(files) => void bring(files).then((faces) => onFaces?.(faces))}
    >
      <FileUp size={15} aria-hidden /> {say('ownFont')}
    </FileButton>
  );
};

/** Every typeface, shown in the seller's own words; rows come in as they are scrolled to. */
export function FacePicker({
  value,
  words,
  onChoose,
  onClose,
}: {
  value: string;
  words: string;
  onChoose: (id: string) => void;
  onClose: () => void;
}) {
  const { data: typefaces = [], isLoading, isError, refetch } = useTypefacesQuery();
  const [setFavourite] = useSetFavouriteMutation();
  const [sought, setSought] = useState('');
  const [group, setGroup] = useState('');
  const [scroll, setScroll] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  const shown = useMemo(() => {
    const wanted = sought.toLowerCase().split(/\s+/).filter(Boolean);
    return typefaces.filter(
      (t) =>
        wanted.every((w) => t.words.includes(w)) &&
        (group === '' || (group === 'favourites' ? t.favourite : t.group === group)),
    );
  }, [typefaces, sought, group]);
  const [at, setAt] = useState(-1);
  const chosen = at < 0 ? shown.findIndex((t) => t.id === value) : Math.min(at, shown.length - 1);
  useEffect(() => {
    // The typeface in use is seen at once.
    const row = typefaces.findIndex((t) => t.id === value);
    if (row > 2 && list.current) list.current.scrollTop = (row - 2) * ROW;
  }, [typefaces, value]);
  const sample = words.replace(/\s+/g, ' ').trim().slice(0, 28) || say('nightOwls');
  const [from, to] = [Math.max(0, Math.floor(scroll / ROW) - 2), Math.floor(scroll / ROW) + 11];
  const step = (by: number) => {
    const next = Math.max(0, Math.min(shown.length - 1, chosen + by));
    setAt(next);
    const { scrollTop } = list.current!;
    if (next * ROW < scrollTop) list.current!.scrollTop = next * ROW;
    if ((next + 1) * ROW > scrollTop + 7 * ROW) list.current!.scrollTop = (next - 6) * ROW;
  };
  const keys = (e: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: 6, PageUp: -6 };
    if (steps[e.key]) {
      e.preventDefault();
      step(steps[e.key]);
    } else if (e.key === 'Enter' && shown[chosen]) {
      e.preventDefault();
      onChoose(shown[chosen].id);
    }
  };
  const groups = FACE_GROUPS.filter((g) => typefaces.some((t) => t.group === g));
  return (
    <Modal open onClose={onClose} title={say('typefaces')} wide>
      <div className="flex items-end gap-2">
        <input
          autoFocus
          type="search"
          aria-label={say('findATypeface')}
          aria-controls="faces"
          placeholder={say('aNameOrAFeel')}
          className="field !h-8 flex-1"
          value={sought}
          onChange={(e) => {
            setSought(e.target.value);
            setAt(0);
          }}
          onKeyDown={keys}
        />
        <FontFileButton onFaces={([first]) => first && setGroup('own')} />
      </div>
      <div className="mt-2 flex flex-wrap gap-1" role="group" aria-label={say('kindsOfTypefaces')}>
        {['', 'favourites', ...groups].map((g) => (
          <button
            key={g}
            type="button"
            aria-pressed={group === g}
            className={clsx(
              'rounded-md border px-2 py-0.5 text-[12.5px]',
              group === g ? 'border-ink bg-ink text-white' : 'border-line bg-paper hover:border-ink',
            )}
            onClick={() => {
              setGroup(g);
              setAt(0);
              if (list.current) list.current.scrollTop = 0;
            }}
          >
            {g === '' ? say('all') : g}
          </button>
        ))}
      </div>
      <ul
        ref={list}
        id="faces"
        aria-label={say('typefaces')}
        className="relative mt-2 h-[420px] overflow-y-auto rounded-md border border-line bg-paper"
        onScroll={(e) => setScroll(e.currentTarget.scrollTop)}
      >
        <li aria-hidden style={{ height: from * ROW }} />
        {shown.slice(from, to).map((t, i) => (
          <li
            key={t.id}
            style={{ height: ROW }}
            className={clsx(
              'flex items-center gap-3 border-b border-line pr-2 pl-3',
              from + i === chosen && 'bg-card outline-2 -outline-offset-2 outline-spruce',
            )}
          >
            <button
              type="button"
              aria-current={t.id === value}
              className="flex h-full min-w-0 flex-1 items-center gap-3 text-left"
              onClick={() => onChoose(t.id)}
              onKeyDown={keys}
            >
              <span className="w-44 shrink-0">
                <span className="block truncate font-medium">{t.name}</span>
                <span className="block truncate text-[12px] text-muted">
                  {t.group}
                  {t.facts &&
                    t.facts.embedding !== 'installable' &&
                    ` ${say('embedding', { embedding: t.facts.embedding })}`}
                </span>
              </span>
              <span className="block min-w-0 flex-1 overflow-hidden" aria-hidden>
                <FaceSample id={t.id} words={sample} />
              </span>
            </button>
            <button
              type="button"
              aria-pressed={t.favourite}
              aria-label={
                t.favourite ? say('isAFavourite', { name: t.name }) : say('makeAFavourite', { name: t.name })
              }
              title={t.favourite ? say('aFavourite') : say('makeItAFavourite')}
              className="flex h-8 w-8 items-center justify-center rounded-md hover:bg-line"
              onClick={() => void setFavourite({ id: t.id, favourite: !t.favourite })}
            >
              <Star size={16} className={t.favourite ? 'fill-ochre text-ochre' : 'text-muted'} aria-hidden />
            </button>
          </li>
        ))}
        <li aria-hidden style={{ height: Math.max(0, shown.length - to) * ROW }} />
      </ul>
      <p className="mt-1.5 text-[12.5px] text-muted" role="status">
        {isError ? (
          <>
            {say('theTypefacesCouldNotBe')}{' '}
            <button type="button" className="text-spruce underline" onClick={() => void refetch()}>
              {say('tryAgain')}
            </button>
          </>
        ) : isLoading ? (
          say('looking')
        ) : shown.length ? (
          say('typefacesCounted', { shown: shown.length })
        ) : (
          say('noTypefaceIsCalledThat')
        )}
      </p>
    </Modal>
  );
}
