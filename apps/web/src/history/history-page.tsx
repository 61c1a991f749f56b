import { useState } from 'react';
import { isSameDay, isToday, isYesterday } from 'date-fns';
import { Link } from 'react-router';
import type { HistoryEntry } from '@brelm/contract';
import { Button, Place } from '../ui';
import { reasonOf } from '../store/api';
import { useHistoryInfiniteQuery } from '../store/history-api';
import { PersonMark } from '../people/person-mark';
import { format } from '../words/dates';
import { didWords, kindWords } from './deed-words';
import { say } from '../words/history';

const KINDS = [
  'design',
  'picture',
  'series',
  'sheet',
  'spec',
  'garment',
  'run',
  'listings',
  'marketplace',
  'idea',
];

/** Where a thing is shown, as long as it is there. */
const placeOf = ({ kind, ofId, did }: HistoryEntry): string | null =>
  did === 'deleted'
    ? null
    : kind === 'design'
      ? `/design/${ofId}`
      : kind === 'series'
        ? `/series/${ofId}`
        : kind === 'sheet'
          ? `/sheets/${ofId}`
          : null;

const dayWords = (at: Date): string =>
  isToday(at) ? say('today') : isYesterday(at) ? say('yesterday') : format(at, 'EEEE, d MMMM yyyy');

/** The rows of a page, of one day after another. */
export function HistoryRows({ rows, isTeam }: { rows: readonly HistoryEntry[]; isTeam: boolean }) {
  return (
    <ol>
      {rows.map((row, i) => {
        const at = new Date(row.at);
        const place = placeOf(row);
        const isFirst = i === 0 || !isSameDay(at, new Date(rows[i - 1].at));
        return (
          <li key={row.id}>
            {isFirst && <h2 className="mt-5 mb-1 text-[13px] text-muted first:mt-0">{dayWords(at)}</h2>}
            <div className="flex items-center gap-3 border-t border-line py-1.5 text-[13.5px]">
              <time dateTime={row.at} className="w-12 shrink-0 text-muted">
                {format(at, 'HH:mm')}
              </time>
              {isTeam && row.person !== null && (
                <PersonMark name={row.person} id={row.personId ?? ''} size={22} />
              )}
              <p className="min-w-0 flex-1">
                {isTeam && <span className="font-medium">{row.person ?? say('onThisMachine')} </span>}
                <span className={isTeam ? '' : 'first-letter:uppercase'}>{didWords(row.did)}</span>{' '}
                <span className="text-muted">{kindWords(row.kind)}</span>{' '}
                {place ? (
                  <Link to={place} className="font-medium text-spruce hover:underline">
                    {row.name}
                  </Link>
                ) : (
                  row.name && row.name !== row.ofId && <span className="font-medium">{row.name}</span>
                )}
              </p>
            </div>
          </li>
        );
      })}
    </ol>
  );
}

/** Who did what in this shop, and when. */
export function HistoryPage() {
  const [kind, setKind] = useState('');
  const [person, setPerson] = useState('');
  const { data, error, hasNextPage, fetchNextPage, isFetching } = useHistoryInfiniteQuery(
    { kind, person },
    { refetchOnMountOrArgChange: true },
  );
  const rows = data?.pages.flatMap((p) => p.rows) ?? [];
  const people = data?.pages[0].people ?? [];
  return (
    <Place
      title={say('whatWasDone')}
      actions={
        <>
          {people.length > 0 && (
            <select
              aria-label={say('byWhom')}
              className="field !w-44"
              value={person}
              onChange={(e) => setPerson(e.target.value)}
            >
              <option value="">{say('byEverybody')}</option>
              {people.map((p) => (
                <option key={p.id} value={p.id}>
                  {say('by', { name: p.name })}
                </option>
              ))}
            </select>
          )}
          <select
            aria-label={say('toWhat')}
            className="field !w-44"
            value={kind}
            onChange={(e) => setKind(e.target.value)}
          >
            <option value="">{say('toAnything')}</option>
            {KINDS.map((k) => (
              <option key={k} value={k}>
                {kindWords(k)}
              </option>
            ))}
          </select>
        </>
      }
    >
      {error && (
        <p role="alert" className="text-rust">
          {reasonOf(error)}
        </p>
      )}
      {!data && !error && <p className="text-muted">{say('looking')}</p>}
      {data && rows.length === 0 && (
        <p className="text-muted">
          {kind || person ? say('nothingOfThatWasDone') : say('nothingWasDoneYetWhatever')}
        </p>
      )}
      <HistoryRows rows={rows} isTeam={people.length > 0} />
      {hasNextPage && (
        <Button className="mt-4" disabled={isFetching} onClick={() => void fetchNextPage()}>
          {isFetching ? say('looking') : say('older')}
        </Button>
      )}
    </Place>
  );
}
