import { CircleDashed } from 'lucide-react';
import { profitAt, type Count } from '@brelm/core/listing';
import { money } from '../../samples/money';
import { SeverityMark, VerdictMark } from '../../ui';
import { stateWords } from './state-words';
import type { ListingRow } from './use-rows';
import { say } from '../../words/listings';

/** A length beside its limit; too much is told by a sign, too. */
function Counted({ label, count: { length, most } }: { label: string; count: Count }) {
  const over = most !== null && length > most;
  return (
    <span
      title={most === null ? label : say('of', { label, length, most })}
      className={over ? 'font-semibold text-rust' : length === 0 ? 'text-muted' : ''}
    >
      <span className="sr-only">{label}: </span>
      {length}
      {most !== null && <span className="text-muted">/{most}</span>}
      {over && <span aria-hidden> !</span>}
    </span>
  );
}

/** How a listing stands, with its mark. */
export function StateMark({ row }: { row: ListingRow }) {
  const { words, mark, more } = stateWords(row.listing);
  return (
    <span className="inline-flex min-w-0 items-center gap-1.5" title={more}>
      {mark === 'fine' ? (
        <VerdictMark verdict="reads" size={13} />
      ) : mark ? (
        <SeverityMark severity={mark} size={13} />
      ) : (
        <CircleDashed size={13} className="shrink-0 text-muted" aria-hidden />
      )}
      <span className="truncate">{words}</span>
    </span>
  );
}

/** All listings of a design: what each lacks, how long its words are, what it earns. */
export function ListingTable({
  rows,
  chosen,
  open,
  onChoose,
  onOpen,
}: {
  rows: readonly ListingRow[];
  /** Specs of those that are ticked. */
  chosen: ReadonlySet<string>;
  /** The spec of the one that is open. */
  open: string | null;
  onChoose: (specs: Set<string>) => void;
  onOpen: (spec: string) => void;
}) {
  const all = rows.length > 0 && rows.every((r) => chosen.has(r.spec.id));
  const toggle = (spec: string) => {
    const next = new Set(chosen);
    if (!next.delete(spec)) next.add(spec);
    onChoose(next);
  };
  // Beside an open listing there is room for what decides alone.
  const wide = open === null ? 'max-[1150px]:hidden' : 'hidden';
  const cell = 'px-2 py-1.5 text-right tabular-nums whitespace-nowrap';
  return (
    <table className="w-full border-collapse text-[13px]">
      <caption className="sr-only">{say('listings')}</caption>
      <thead className="sticky top-0 z-10 bg-card text-left text-[11.5px] text-muted">
        <tr className="border-b border-line">
          <th scope="col" className="w-8 px-2 py-1.5">
            <input
              type="checkbox"
              aria-label={say('tickAllListings')}
              className="h-4 w-4 accent-spruce"
              checked={all}
              onChange={() => onChoose(all ? new Set() : new Set(rows.map((r) => r.spec.id)))}
            />
          </th>
          <th scope="col" className="px-2 py-1.5 font-normal">
            {say('listing2')}
          </th>
          <th scope="col" className="px-2 py-1.5 font-normal">
            {say('state')}
          </th>
          <th scope="col" className="px-2 py-1.5 font-normal">
            {say('lacks')}
          </th>
          <th scope="col" className={`${cell} font-normal`}>
            {say('title')}
          </th>
          <th scope="col" className={`${cell} font-normal ${wide}`}>
            {say('description')}
          </th>
          <th scope="col" className={`${cell} font-normal`}>
            {say('tags')}
          </th>
          <th scope="col" className={`${cell} font-normal ${wide}`}>
            {say('pictures')}
          </th>
          <th scope="col" className={`${cell} font-normal`}>
            {say('price2')}
          </th>
          <th scope="col" className={`${cell} font-normal`}>
            {say('profit')}
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const { spec, counts, findings, price, cost, currency, pictures, words } = row;
          const stops = findings.filter((f) => f.severity === 'stop').length;
          const watches = findings.filter((f) => f.severity === 'watch').length;
          const left = price !== null && cost !== null ? profitAt(spec.listing?.fees, cost, price) : null;
          const name = `${spec.marketplace}, ${spec.product}`;
          return (
            <tr
              key={spec.id}
              aria-current={open === spec.id || undefined}
              className={`cursor-pointer border-b border-line align-middle hover:bg-paper ${open === spec.id ? 'bg-paper' : ''}`}
              onClick={() => onOpen(spec.id)}
            >
              <td className="px-2 py-1.5" onClick={(e) => e.stopPropagation()}>
                <input
                  type="checkbox"
                  aria-label={say('tick', { name })}
                  className="h-4 w-4 accent-spruce"
                  checked={chosen.has(spec.id)}
                  onChange={() => toggle(spec.id)}
                />
              </td>
              <th
                scope="row"
                className="max-w-0 min-w-40 px-2 py-1.5 text-left font-normal"
                style={{ width: '26%' }}
              >
                <button
                  type="button"
                  className="block w-full truncate text-left font-medium hover:underline"
                  aria-expanded={open === spec.id}
                  title={name}
                  onClick={(e) => {
                    e.stopPropagation();
                    onOpen(spec.id);
                  }}
                >
                  {spec.product}
                </button>
                <span className="block truncate text-[12px] text-muted">
                  {say('wordsOfItsOwn', {
                    marketplace: spec.marketplace,
                    hasOwn: words.own.some((k) => k !== 'price'),
                  })}
                </span>
              </th>
              <td className="max-w-40 px-2 py-1.5">
                <StateMark row={row} />
              </td>
              <td className="px-2 py-1.5">
                {stops + watches === 0 ? (
                  <span className="inline-flex items-center gap-1.5">
                    <VerdictMark verdict="reads" size={13} />{' '}
                    <span className="text-muted">{say('nothing')}</span>
                  </span>
                ) : (
                  <span className="inline-flex items-center gap-2">
                    {stops > 0 && (
                      <span className="inline-flex items-center gap-1">
                        <SeverityMark severity="stop" size={13} />
                        {stops}
                      </span>
                    )}
                    {watches > 0 && (
                      <span className="inline-flex items-center gap-1">
                        <SeverityMark severity="watch" size={13} />
                        {watches}
                      </span>
                    )}
                  </span>
                )}
              </td>
              <td className={cell}>
                <Counted label={say('title')} count={counts.title} />
              </td>
              <td className={`${cell} ${wide}`}>
                <Counted label={say('description')} count={counts.description} />
              </td>
              <td className={cell}>
                {spec.listing?.tags ? (
                  <Counted label={say('tags')} count={counts.tags} />
                ) : (
                  <span className="text-muted">–</span>
                )}
              </td>
              <td
                className={`${cell} ${wide}`}
                title={pictures.made ? say('madeInMockups') : say('usualOnesAreMadeWhen')}
              >
                {pictures.made || (
                  <span className="text-muted">{say('usual', { usual: pictures.usual })}</span>
                )}
              </td>
              <td className={cell}>
                {price === null ? <span className="text-muted">–</span> : money(price, currency)}
              </td>
              <td className={`${cell} ${left && left.profit < 0 ? 'font-semibold text-rust' : ''}`}>
                {left ? (
                  <>
                    {money(left.profit, currency)}
                    <span className="block text-[11.5px] font-normal text-muted">
                      {Math.round(left.margin * 100)} %
                    </span>
                  </>
                ) : (
                  <span className="text-muted">–</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
