import { Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { IDEA_STATES, newIdea, type IdeaState } from '@brelm/core/idea';
import { reasonOf } from '../store/api';
import { useCreateIdeaMutation, useIdeasQuery, useSeasonsQuery } from '../store/almanac-api';
import { Panes, Button, notify } from '../ui';
import { useSettled } from '../ui/use-settled';
import { useKeys } from '../keys';
import { shortDay } from './days';
import { IdeaPanel } from './idea-panel';
import { say } from '../words/almanac';

const OPEN: readonly IdeaState[] = ['noted', 'to do'];

/** Notes that may become designs, and the one that is open beside them. */
export function Ideas() {
  const { id } = useParams();
  const [states, setStates] = useState<readonly IdeaState[]>(OPEN);
  const [search, setSearch] = useState('');
  const q = useSettled(search).trim();
  const field = useRef<HTMLInputElement>(null);
  useKeys({ search: [() => field.current?.focus(), say('findAnIdea')] });
  const {
    currentData,
    data: last,
    error,
    refetch,
  } = useIdeasQuery({ states: states.join(','), q }, { refetchOnMountOrArgChange: true });
  const data = currentData ?? last;
  const { data: year } = useSeasonsQuery();
  const [create] = useCreateIdeaMutation();
  const navigate = useNavigate();
  const note = () =>
    void create(newIdea())
      .unwrap()
      .then(
        (made) => navigate(`/almanac/ideas/${made.id}`),
        (e: unknown) => notify('fault', reasonOf(e)),
      );
  const seasonOf = (season: string | null) => year?.seasons.find((s) => s.season.id === season);
  return (
    <Panes names={[say('allIdeas'), say('theIdea')]} shown={id ? 1 : 0} className="flex h-full gap-4 pb-4">
      <section aria-label={say('allIdeas')} className="flex min-h-0 w-[340px] shrink-0 flex-col">
        <div className="mb-2 flex items-center gap-1.5">
          {IDEA_STATES.map((s) => (
            <button
              key={s}
              type="button"
              aria-pressed={states.includes(s)}
              className={`rounded-full border px-2 text-[12.5px] whitespace-nowrap ${states.includes(s) ? 'border-spruce bg-spruce text-card' : 'border-line hover:border-edge'}`}
              onClick={() => setStates(states.includes(s) ? states.filter((x) => x !== s) : [...states, s])}
            >
              {s}
            </button>
          ))}
          <Button className="ml-auto" onClick={note}>
            <Plus size={15} aria-hidden />
            {say('newIdea')}
          </Button>
        </div>
        <input
          ref={field}
          type="search"
          aria-label={say('findAnIdea')}
          title="/"
          placeholder={say('wordsOfAPhraseA')}
          maxLength={120}
          className="field mb-2 shrink-0 px-2"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
        {error && (
          <div role="alert" className="flex items-center gap-3 rounded-md border border-rust p-3">
            <span>{reasonOf(error)}</span>
            <Button onClick={() => void refetch()}>{say('tryAgain')}</Button>
          </div>
        )}
        <ul className="min-h-0 flex-1 overflow-y-auto rounded-md border border-line bg-card">
          {data?.ideas.map(({ id: key, document }) => {
            const season = seasonOf(document.season);
            return (
              <li
                key={key}
                className={`relative border-t border-line px-3 py-1.5 first:border-0 ${key === id ? 'bg-paper' : ''}`}
              >
                <Link
                  to={`/almanac/ideas/${key}`}
                  aria-current={key === id}
                  className="block truncate font-medium after:absolute after:inset-0 after:content-['']"
                >
                  {document.phrase || document.note.split('\n')[0] || say('anIdeaWithoutWordsYet')}
                </Link>
                <p className="truncate text-[12.5px] text-muted">
                  {document.state}
                  {season &&
                    ` · ${season.season.name}${season.work ? say('listBy2', { shortDay: shortDay(season.work.next.listBy, year!.today) }) : ''}`}
                </p>
              </li>
            );
          })}
          {data?.ideas.length === 0 && (
            <li className="p-5 text-center text-muted">
              {q ? say('noIdeaHasInIt', { q }) : say('noIdeasHereNoteOne')}
            </li>
          )}
          {!data && !error && <li className="p-5 text-muted">{say('opening')}</li>}
        </ul>
        {data && data.total > data.ideas.length && (
          <p className="mt-1 text-[12.5px] text-muted">
            {say('theLatestOfAreShown', { ideas: data.ideas.length, total: data.total })}
          </p>
        )}
      </section>
      <section aria-label={say('theIdea')} className="min-h-0 min-w-0 flex-1">
        {id ? (
          <IdeaPanel
            key={id}
            id={id}
            onGone={() => void navigate('/almanac/ideas')}
            onChanged={() => void refetch()}
          />
        ) : (
          <p className="mt-16 text-center text-muted">{say('chooseAnIdeaOrNote')}</p>
        )}
      </section>
    </Panes>
  );
}
