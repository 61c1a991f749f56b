import { Pencil, X } from 'lucide-react';
import { Link } from 'react-router';
import type { SeasonView } from '@brelm/contract';
import { Button, IconButton } from '../ui';
import { countryName } from './country';
import { fromToday, longDay, shortDay } from './days';
import { ruleWords, stockWords } from './season-words';
import { say } from '../words/almanac';

/** One season beside the year: its days, and what the shop has for it. */
export function SeasonPanel({
  view,
  today,
  onClose,
  onEdit,
  onNote,
}: {
  view: SeasonView;
  today: string;
  onClose: () => void;
  onEdit: () => void;
  onNote: () => void;
}) {
  const { season, work } = view;
  const later = view.occurrences.filter((o) => o.from > (work?.next.from ?? today));
  return (
    <aside
      aria-label={season.name}
      className="w-[310px] shrink-0 overflow-y-auto rounded-md border border-line bg-card p-3"
    >
      <div className="flex items-start gap-2">
        <h2 className="min-w-0 flex-1 text-[18px] leading-tight break-words">{season.name}</h2>
        <IconButton label={say('change', { name: season.name })} onClick={onEdit}>
          <Pencil size={15} />
        </IconButton>
        <IconButton label={say('close')} onClick={onClose}>
          <X size={15} />
        </IconButton>
      </div>
      <p className="text-[13px] text-muted">
        {ruleWords(season.rule)}
        {season.countries.length > 0 && ` · ${season.countries.map(countryName).join(', ')}`}
      </p>
      {work ? (
        <>
          <p className="mt-2">{longDay(work.next.from)}</p>
          <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-3 gap-y-1 text-[13px]">
            {(
              [
                [say('anIdeaBy'), work.next.ideaBy],
                [say('designedBy'), work.next.designedBy],
                [say('listedBy'), work.next.listBy],
                [say('peak2'), work.next.peak],
                [say('lastOrders2'), work.next.lastOrder],
              ] as const
            ).map(([name, day]) => (
              <div key={name} className="col-span-2 grid grid-cols-subgrid border-t border-line pt-1">
                <dt>{name}</dt>
                <dd className={`text-right ${day < today ? 'text-muted' : ''}`}>
                  {shortDay(day, today)} <span className="text-muted">{fromToday(day, today)}</span>
                </dd>
              </div>
            ))}
          </dl>
          <p className="mt-2 text-[13px]">{say('theShop', { stock: stockWords(work) })}</p>
        </>
      ) : (
        <p className="mt-2 text-[13px]">{say('itDoesNotComeAgain')}</p>
      )}
      {later.length > 0 && (
        <p className="mt-1 text-[12.5px] text-muted">
          {say('then', { later: later.map((o) => shortDay(o.from, today)).join(', ') })}
        </p>
      )}
      {season.words.length > 0 && (
        <>
          <h3 className="heading mt-3 mb-1">{say('whatIsLookedFor')}</h3>
          <ul className="flex flex-wrap gap-1">
            {season.words.map((word) => (
              <li key={word}>
                <Link
                  to={`/almanac/demand?q=${encodeURIComponent(word)}`}
                  className="inline-block rounded-full border border-line px-2 text-[12.5px] hover:border-ink"
                >
                  {word}
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="mt-3 flex gap-2">
        <Button tone="main" onClick={onNote}>
          {say('noteAnIdea')}
        </Button>
        <Link
          to={`/almanac/phrases?season=${season.id}`}
          className="inline-flex h-8 items-center rounded-md border border-edge px-3 text-[13px] font-medium hover:border-ink"
        >
          {say('phrases')}
        </Link>
      </div>
    </aside>
  );
}
