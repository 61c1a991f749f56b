import { X } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { difficultyWord } from '@brelm/core/demand';
import { newIdea } from '@brelm/core/idea';
import type { Demand } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { useCreateIdeaMutation, useDemandOfQuery, useForgetDemandMutation } from '../store/almanac-api';
import { Button, IconButton, notify } from '../ui';
import { MONTH_NAMES } from './season-words';
import { count, monthWords } from './figure-words';
import { Spark } from './spark';
import { growthWords, WatchButton } from './watch';
import { decimal } from '../words/decimal';
import { say } from '../words/almanac';

const MONTHS = 'J F M A M J J A S O N D'.split(' ');

/** What each month of the year is to a phrase. */
function SeasonIndex({ season }: { season: number[] }) {
  const most = Math.max(...season);
  return (
    <ol aria-label={say('seasonIndexByMonth')} className="flex h-16 items-end gap-0.5">
      {season.map((v, i) => (
        <li
          key={i}
          className="flex-1 text-center text-[10.5px] text-muted"
          title={say('timesAUsualMonth', { monthNames: MONTH_NAMES[i], v: decimal(v, 2) })}
        >
          <span
            aria-hidden
            className={`block rounded-t-[2px] ${v >= 1.15 ? 'bg-ochre' : 'bg-edge/50'}`}
            style={{ height: Math.max(1, (44 * v) / most) }}
          />
          <span aria-hidden>{MONTHS[i]}</span>
          <span className="sr-only">
            {MONTH_NAMES[i]} {decimal(v, 2)}
          </span>
        </li>
      ))}
    </ol>
  );
}

function Facts({ row }: { row: Demand }) {
  const { outlook, strength } = row;
  const facts: [string, string][] = [
    [say('inAUsualMonth'), count(row.usual)],
    [
      say('againstTheYearBefore'),
      row.yearOverYear === null ? say('notTwoYearsYet') : growthWords(row.yearOverYear),
    ],
    [
      say('nextPeak'),
      outlook
        ? say('sureWithinAMonth', {
            month: monthWords(outlook.peak.month),
            sure: Math.round(outlook.peak.sure * 100),
          })
        : say('needsTwoYearsOfFigures'),
    ],
    [say('whatTheSeasonExplains'), strength === null ? '–' : `${Math.round(strength * 100)} %`],
    [
      say('listingsForEachSearch'),
      row.difficulty === null
        ? say('notKnown')
        : `${decimal(row.difficulty, 1)}, ${difficultyWord(row.difficulty)}`,
    ],
  ];
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-[13px]">
      {facts.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-muted">{name}</dt>
          <dd className="text-right">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** One phrase: its months, its year, and the same on each product beside one another. */
export function DemandDetail({
  phrase,
  country,
  onClose,
  onPhrase,
}: {
  phrase: string;
  country: string;
  onClose: () => void;
  onPhrase: (phrase: string) => void;
}) {
  const { currentData: data, error } = useDemandOfQuery({ phrase, country });
  const [create] = useCreateIdeaMutation();
  const [forget] = useForgetDemandMutation();
  const navigate = useNavigate();
  const [sure, setSure] = useState(false);
  const rows = data?.rows ?? [];
  const plain = rows.find((r) => r.product === '') ?? rows[0];
  const most = Math.max(1, ...rows.map((r) => r.usual));
  const fail = (e: unknown) => notify('fault', reasonOf(e));
  return (
    <aside
      aria-label={phrase}
      className="w-[370px] max-w-full shrink-0 overflow-y-auto rounded-md border border-line bg-card p-3"
    >
      <div className="flex items-start gap-1">
        <h2 className="min-w-0 flex-1 text-[18px] leading-tight break-words">{phrase}</h2>
        {plain && <WatchButton row={plain} />}
        <IconButton label={say('close')} onClick={onClose}>
          <X size={15} />
        </IconButton>
      </div>
      {error && <p role="alert">{reasonOf(error)}</p>}
      {!data && !error && <p className="text-muted">{say('asking')}</p>}
      {data && !plain && <p className="mt-2 text-muted">{say('thereAreNoFiguresFor')}</p>}
      {plain && (
        <>
          <p className="mb-1 text-[12.5px] text-muted">
            {plain.source === 'own' ? say('yourOwnFigures') : say('simulatedFigures')}
            {plain.filled.length > 0 && say('monthsWereMissingAndAre', { filled: plain.filled.length })}
          </p>
          <Spark large demand={plain} width={344} height={150} />
          <Facts row={plain} />
          {plain.season && (
            <>
              <h3 className="heading mt-3 mb-1">{say('itsYear')}</h3>
              <SeasonIndex season={plain.season} />
            </>
          )}
          <h3 className="heading mt-3 mb-1">{say('onWhat')}</h3>
          <ul className="flex flex-col gap-1 text-[13px]">
            {rows.map((r) => (
              <li key={r.product} className="grid grid-cols-[64px_1fr_48px_84px] items-center gap-2">
                <span>{r.product || say('anything')}</span>
                <span
                  aria-hidden
                  className="h-2.5 rounded-[2px] bg-spruce"
                  style={{ width: `${(100 * r.usual) / most}%` }}
                />
                <span className="text-right">{count(r.usual)}</span>
                <span className="text-right text-muted">
                  {r.difficulty === null ? '' : difficultyWord(r.difficulty)}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {data && data.near.length > 0 && (
        <>
          <h3 className="heading mt-3 mb-1">{say('nearIt')}</h3>
          <ul className="flex flex-wrap gap-1">
            {data.near.slice(0, 16).map((p) => (
              <li key={p}>
                <button
                  type="button"
                  className="rounded-full border border-line px-2 text-[12.5px] hover:border-ink"
                  onClick={() => onPhrase(p)}
                >
                  {p}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          tone="main"
          onClick={() =>
            void create(newIdea({ phrase: '', note: say('forPeopleWhoLookFor', { phrase }) }))
              .unwrap()
              .then(({ id }) => navigate(`/almanac/ideas/${id}`), fail)
          }
        >
          {say('noteAnIdea')}
        </Button>
        <Link
          to={`/almanac/phrases?about=${encodeURIComponent(phrase)}`}
          className="inline-flex h-8 items-center rounded-md border border-edge px-3 text-[13px] font-medium hover:border-ink"
        >
          {say('phrases')}
        </Link>
        {rows.some((r) => r.source === 'own') && (
          <Button
            tone="danger"
            onClick={() => {
              if (!sure) return setSure(true);
              setSure(false);
              void forget(phrase)
                .unwrap()
                .then(() => notify('done', say('yourFiguresForAreGone', { phrase })), fail);
            }}
          >
            {sure ? say('yesForgetThem') : say('forgetMyFigures')}
          </Button>
        )}
      </div>
    </aside>
  );
}
