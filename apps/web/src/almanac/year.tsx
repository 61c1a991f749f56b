import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newIdea } from '@brelm/core/idea';
import type { SeasonView } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { useCreateIdeaMutation, useSeasonsQuery } from '../store/almanac-api';
import { Button, notify, SeverityMark, VerdictMark } from '../ui';
import { useLookedAt } from './almanac';
import { longDay } from './days';
import { SeasonDialog } from './season-dialog';
import { SeasonPanel } from './season-panel';
import { listWords, stockWords } from './season-words';
import { YearBand } from './year-band';
import { say } from '../words/almanac';

function WhenMark({ when }: { when: NonNullable<SeasonView['work']>['when'] }) {
  if (when === 'late') return <SeverityMark severity="stop" size={13} />;
  if (when === 'now') return <SeverityMark severity="watch" size={13} />;
  if (when === 'done') return <VerdictMark verdict="reads" size={13} />;
  return <span aria-hidden className="inline-block h-[7px] w-[7px] rounded-full border border-edge" />;
}

const GROUPS = [
  [say('beginNow'), (when: string) => when === 'late' || when === 'now'],
  [say('later'), (when: string) => when === 'early'],
  [say('thereIsSomethingForIt2'), (when: string) => when === 'done'],
] as const;

/** Seasons whose peak can still be met are worth beginning; a late one is worth it the more, the later its last orders. */
function workOf(seasons: readonly SeasonView[]) {
  return seasons
    .flatMap((view) => (view.work ? [{ view, work: view.work }] : []))
    .sort((a, b) => (a.work.next.lastOrder < b.work.next.lastOrder ? -1 : 1));
}

/** What sells when, what to begin now, and what the shop has for it. */
export function Year() {
  const country = useLookedAt();
  const { data, error, refetch } = useSeasonsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<SeasonView | 'new' | null>(null);
  const [createIdea] = useCreateIdeaMutation();
  const navigate = useNavigate();
  if (error)
    return (
      <div role="alert" className="flex items-center gap-3 rounded-md border border-rust p-3">
        <span>{reasonOf(error)}</span>
        <Button onClick={() => void refetch()}>{say('tryAgain')}</Button>
      </div>
    );
  if (!data) return <p className="text-muted">{say('reckoningTheYear')}</p>;
  const { today } = data;
  const seasons = data.seasons.filter(
    ({ season }) => !season.countries.length || season.countries.includes(country),
  );
  const work = workOf(seasons);
  const open = seasons.find((s) => s.season.id === chosen) ?? null;
  const note = (view: SeasonView) =>
    void createIdea(newIdea({ season: view.season.id }))
      .unwrap()
      .then(
        ({ id }) => navigate(`/almanac/ideas/${id}`),
        (e: unknown) => notify('fault', reasonOf(e)),
      );
  return (
    <div className="flex h-full flex-col gap-3 pb-4">
      <div className="flex items-center justify-between gap-3">
        <p className="text-[13px] text-muted">{say('aBarBeginsOnThe', { longDay: longDay(today) })}</p>
        <Button onClick={() => setEditing('new')}>
          <Plus size={15} aria-hidden />
          {say('newSeason')}
        </Button>
      </div>
      <YearBand seasons={seasons} today={today} chosen={chosen} onChoose={setChosen} />
      <div className="flex min-h-0 flex-1 gap-4 max-[759px]:flex-col-reverse">
        <div className="min-h-0 min-w-0 flex-1 overflow-y-auto pr-1 low:overflow-visible">
          {GROUPS.map(([title, is]) => {
            const rows = work.filter((w) => is(w.work.when));
            if (!rows.length) return null;
            return (
              <section key={title} aria-label={title} className="mb-4">
                <h2 className="heading mb-1">
                  {title} <span className="font-normal">{rows.length}</span>
                </h2>
                <ul className="rounded-md border border-line bg-card">
                  {rows.map(({ view, work: w }) => (
                    <li
                      key={view.season.id}
                      className={`grid grid-cols-[18px_minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-2 border-t border-line px-2.5 py-1 first:border-0 ${chosen === view.season.id ? 'bg-paper' : ''}`}
                    >
                      <WhenMark when={w.when} />
                      <button
                        type="button"
                        className="truncate text-left font-medium hover:underline"
                        title={view.season.name}
                        onClick={() => setChosen(view.season.id)}
                      >
                        {view.season.name}
                      </button>
                      <span className="truncate text-[13px]">{stockWords(w)}</span>
                      <span
                        className={`truncate text-[13px] ${w.when === 'late' ? 'text-rust' : 'text-muted'}`}
                        title={
                          w.step === 'none'
                            ? undefined
                            : say('anIdeaByDesignedBy', {
                                ideaBy: w.next.ideaBy,
                                designedBy: w.next.designedBy,
                                lastOrder: w.next.lastOrder,
                              })
                        }
                      >
                        {listWords(w, today)}
                      </span>
                      <span className="flex gap-2 text-[13px]">
                        <button
                          type="button"
                          className="text-spruce underline"
                          aria-label={say('noteAnIdeaFor', { name: view.season.name })}
                          onClick={() => note(view)}
                        >
                          {say('noteAnIdea')}
                        </button>
                        <Link
                          className="text-spruce underline"
                          aria-label={say('demandAround', { name: view.season.name })}
                          to={`/almanac/demand?q=${encodeURIComponent(view.season.words[0] ?? view.season.name)}`}
                        >
                          {say('demand')}
                        </Link>
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
        </div>
        {open && (
          <SeasonPanel
            key={open.season.id}
            view={open}
            today={today}
            onClose={() => setChosen(null)}
            onEdit={() => setEditing(open)}
            onNote={() => note(open)}
          />
        )}
      </div>
      {editing && (
        <SeasonDialog
          view={editing === 'new' ? null : editing}
          onClose={(id) => {
            setEditing(null);
            if (id !== undefined) setChosen(id);
          }}
        />
      )}
    </div>
  );
}
