import { Download } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { filmMend, type Design } from '@brelm/core/design';
import { slug } from '@brelm/core/export';
import { MARK_KINDS, type FilmCut, type MarkKind } from '@brelm/core/film';
import { boxHeight, boxWidth } from '@brelm/core/geometry';
import { useEdit } from '../editor/use-edit';
import { askSlowly } from '../platform/asking';
import { saveFile } from '../platform/save-file';
import { useAppSelector } from '../store';
import {
  Button,
  dropNotice,
  Modal,
  notify,
  NumberField,
  SelectField,
  SeverityMark,
  Swatch,
  Tick,
  WorkFaultNote,
} from '../ui';
import { NotWanted, reasonOf } from '../workers/hand';
import { filmsOf, type ShownFilm, type ShownFilms } from '../workers/outline-client';
import { region } from '../words/language';
import { decimal } from '../words/decimal';
import { say } from '../words/films';

const MARK_WORDS: Readonly<Record<MarkKind, string>> = {
  none: say('none'),
  cross: say('crosses'),
  circle: say('rings'),
  corner: say('corners'),
};

interface Found {
  of: Design;
  films: ShownFilms | null;
  fault: string | null;
}

/** A design's films, worked out in a worker; those of the state before are shown until they are there. */
function useFilms(design: Design, colourway: string | undefined) {
  const [found, setFound] = useState<Found | null>(null);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    const abort = new AbortController();
    filmsOf(design, colourway, abort.signal).then(
      (films) => abort.signal.aborted || setFound({ of: design, films, fault: null }),
      (error: unknown) => {
        if (!abort.signal.aborted && !(error instanceof NotWanted))
          setFound({ of: design, films: null, fault: reasonOf(error) });
      },
    );
    return () => abort.abort();
  }, [design, colourway, attempt]);
  return { ...found, late: found?.of !== design, again: () => setAttempt(attempt + 1) };
}

/** The films of a design: how they are cut, what each measures and does not hold, and their files. */
export function FilmsDialog({
  id,
  design,
  colourway,
  onClose,
}: {
  /** The design's id. */
  id: string;
  design: Design;
  colourway: string | undefined;
  onClose: () => void;
}) {
  const saved = useAppSelector((s) => s.editor.save.kind === 'saved');
  const { films: shown, fault, late, again } = useFilms(design, colourway);
  const [upTo, setUpTo] = useState<number | null>(null);
  const [making, setMaking] = useState(false);
  const films = shown?.films ?? [];
  const pressed = Math.min(upTo ?? films.length, films.length);
  const stopped = films.some((f) => f.findings.some((x) => x.severity === 'stop'));
  const whyNot = !saved
    ? say('itIsNotSavedYet')
    : late || films.length === 0
      ? say('thereAreNoFilmsTo')
      : null;
  const download = () => {
    setMaking(true);
    const tell = notify('working', say('makingTheFilesOfThe'));
    const query = new URLSearchParams({ side: design.side.id, ...(colourway ? { colourway } : {}) });
    askSlowly(`designs/${id}/films?${query}`, {
      signal: new AbortController().signal,
      read: (response) => response.blob(),
    })
      .then(
        (blob) => saveFile(blob, `${slug(design.name) || 'design'}-films.zip`),
        (error: unknown) => void notify('fault', error instanceof Error ? error.message : String(error)),
      )
      .finally(() => {
        dropNotice(tell);
        setMaking(false);
      });
  };
  return (
    <Modal open title={say('films')} wide="very" onClose={onClose}>
      <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,6fr)] gap-5">
        <div className="flex min-w-0 flex-col gap-3">
          <FilmPicture films={films} box={shown?.box} pressed={pressed} late={late} />
          {films.length > 1 && (
            <label className="block text-[13px]">
              <span className="text-muted">{say('pressedSoFar')} </span>
              {films
                .slice(0, pressed)
                .map((f) => f.name)
                .join(', ')}
              <input
                type="range"
                className="mt-1 block w-full accent-spruce"
                aria-label={say('filmsPressedSoFar')}
                min={1}
                max={films.length}
                value={pressed}
                onChange={(e) => setUpTo(Number(e.target.value))}
              />
            </label>
          )}
          <CutSettings design={design} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          {fault && <WorkFaultNote what={say('theFilmsCouldNotBe')} reason={fault} onAgain={again} />}
          {!shown && !fault && <p className="text-muted">{say('workingOutWhatIsCut')}</p>}
          {shown && films.length === 0 && <p className="text-muted">{say('nothingOnThisSideIs')}</p>}
          <ol
            aria-label={say('filmsInTheOrderOf')}
            className="flex max-h-[46vh] flex-col gap-2 overflow-y-auto"
          >
            {films.map((film, i) => (
              <FilmEntry key={film.ink} film={film} at={i + 1} design={design} late={late} />
            ))}
          </ol>
          {shown && <LeftOut shown={shown} />}
          <div className="mt-auto flex items-center justify-end gap-3">
            <span className="text-[13px] text-muted">
              {whyNot ?? (stopped ? say('oneOfThemCannotBe') : say('svgPdfAndDxfOf'))}
            </span>
            <Button tone="main" disabled={whyNot !== null || making} onClick={download}>
              <Download size={15} aria-hidden /> {say('cutFiles')}
            </Button>
          </div>
        </div>
      </div>
    </Modal>
  );
}

/** What is pressed so far, with rings where something does not hold. */
function FilmPicture({
  films,
  box,
  pressed,
  late,
}: {
  films: readonly ShownFilm[];
  box: ShownFilms['box'] | undefined;
  pressed: number;
  late: boolean;
}) {
  const view = useMemo(() => {
    if (!box || !(box.right > box.left)) return null;
    const room = 0.04 * Math.max(boxWidth(box), boxHeight(box));
    return {
      x: box.left - room,
      y: box.top - room,
      w: boxWidth(box) + 2 * room,
      h: boxHeight(box) + 2 * room,
    };
  }, [box]);
  const ring = view ? Math.max(view.w, view.h) / 60 : 0;
  return (
    <div
      className="flex h-[300px] items-center justify-center rounded-md border border-line bg-[#8a8d8f]"
      aria-busy={late}
    >
      {view && (
        <svg
          role="img"
          aria-label={say('ofFilmsPressed', { pressed, films: films.length })}
          viewBox={`${view.x} ${view.y} ${view.w} ${view.h}`}
          className={late ? 'h-full w-full opacity-60' : 'h-full w-full'}
        >
          {films.slice(0, pressed).map((f) => (
            <path key={f.ink} d={f.path} fill={f.value} />
          ))}
          {films.slice(0, pressed).flatMap((f) =>
            f.findings.flatMap((x) =>
              x.where.map((w, i) => {
                const around = {
                  cx: (w.left + w.right) / 2,
                  cy: (w.top + w.bottom) / 2,
                  r: Math.max(ring, Math.max(boxWidth(w), boxHeight(w)) * 0.6),
                  fill: 'none',
                };
                // Pale around dark: it is seen on a film of any colour.
                return (
                  <g key={`${f.ink} ${x.code} ${i}`}>
                    <circle {...around} stroke="#fffdf8" strokeWidth={ring / 2.2} />
                    <circle {...around} stroke="#14211c" strokeWidth={ring / 5} />
                  </g>
                );
              }),
            ),
          )}
        </svg>
      )}
    </div>
  );
}

const mm = (v: number) => decimal(v, v < 10 ? 1 : 0);

function FilmEntry({
  film,
  at,
  design,
  late,
}: {
  film: ShownFilm;
  at: number;
  design: Design;
  /** It is of a state before. */
  late: boolean;
}) {
  const edit = useEdit();
  const { name, value, width, height, pieces, holes, points, way, seconds, findings } = film;
  return (
    <li className="rounded-md border border-line px-3 py-2">
      <div className="flex items-center gap-2">
        <span className="w-4 text-muted">{at}</span>
        <Swatch value={value} className="!h-4 !w-4" />
        <span className="min-w-0 truncate font-medium" title={name}>
          {name}
        </span>
        <span className="min-w-0 truncate text-[13px] text-muted" title={film.film.name}>
          {film.film.name}
        </span>
      </div>
      <p className="mt-1 pl-6 text-[12.5px] text-muted">
        {say('mmPointsTheBladeGoes', {
          width: mm(width),
          height: mm(height),
          pieces,
          holes,
          points: points.toLocaleString(region()),
          way: decimal(way / 1000, 2),
          seconds: Math.max(1, Math.round(seconds)),
        })}
      </p>
      {findings.map((f) => {
        const mend = filmMend(design, f);
        return (
          <div key={f.code} className="mt-1 flex gap-2 pl-6 text-[13px]">
            <SeverityMark severity={f.severity} />
            <div>
              <p>{f.message}</p>
              {mend && (
                <button
                  type="button"
                  className="text-left text-spruce enabled:hover:underline disabled:text-muted"
                  disabled={late}
                  onClick={() => edit.make(say('mendAFilm'), mend.edits)}
                >
                  {mend.label}
                </button>
              )}
            </div>
          </div>
        );
      })}
    </li>
  );
}

/** What is in none of the files. */
function LeftOut({ shown: { printed, pictures, soft } }: { shown: ShownFilms }) {
  const said = [
    ...(printed.length
      ? [say('anInkThatIsPrinted', { printed: printed.join(', '), printed2: printed.length })]
      : []),
    ...(pictures ? [say('aBladeCannotFollowThe', { pictures })] : []),
    ...(soft ? [say('whatIsSeeThroughBlurred')] : []),
  ];
  return said.length ? <p className="text-[13px] text-muted">{said.join(' ')}</p> : null;
}

function CutSettings({ design }: { design: Design }) {
  const edit = useEdit();
  const { films } = design;
  const set = (change: Partial<FilmCut>) =>
    edit.make(say('howFilmsAreCut'), [{ op: 'setFilmCut', change }], {
      gesture: `films ${Object.keys(change).join()}`,
    });
  const number = (label: string, key: 'trap' | 'markSize' | 'speed', least: number, most: number) => (
    <NumberField
      label={label}
      digits={key === 'speed' ? 0 : 2}
      value={films[key]}
      check={(v) => (v >= least && v <= most ? null : say('to', { least, most }))}
      onChange={(v) => set({ [key]: v })}
    />
  );
  return (
    <fieldset className="grid grid-cols-3 gap-2">
      <legend className="sr-only">{say('howFilmsAreCut')}</legend>
      <SelectField
        label={say('underOneAnother')}
        value={films.style}
        onChange={(e) => set({ style: e.target.value as FilmCut['style'] })}
      >
        <option value="stacked">{say('stackedTheyRunOn')}</option>
        <option value="inlaid">{say('inlaidCutAway')}</option>
      </SelectField>
      {films.style === 'inlaid' && number(say('reachUnderMm'), 'trap', 0, 5)}
      <SelectField
        label={say('marks')}
        value={films.marks}
        onChange={(e) => set({ marks: e.target.value as MarkKind })}
      >
        {MARK_KINDS.map((kind) => (
          <option key={kind} value={kind}>
            {MARK_WORDS[kind]}
          </option>
        ))}
      </SelectField>
      {films.marks !== 'none' && number(say('sizeOfMarksMm'), 'markSize', 2, 40)}
      {number(say('bladeMmASecond'), 'speed', 5, 2000)}
      <div className="col-span-3">
        <Tick
          label={say('joinSmallPiecesToTheir')}
          checked={films.bridge}
          onChange={(bridge) => set({ bridge })}
        />
        <Tick label={say('leaveOutPiecesThatAre')} checked={films.drop} onChange={(drop) => set({ drop })} />
      </div>
    </fieldset>
  );
}
