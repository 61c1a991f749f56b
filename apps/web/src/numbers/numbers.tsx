import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import {
  allSold,
  csvOf,
  profitAt,
  SOLD_BY,
  soldAs,
  type SoldBy,
  type SoldListing,
} from '@brelm/core/listing';
import { saveFile } from '../platform/save-file';
import { money } from '../samples/money';
import { reasonOf, useGarmentsQuery, useSpecsQuery } from '../store/api';
import { useFiguresQuery } from '../store/listings-api';
import { Button, Place, SelectField, SeverityMark } from '../ui';
import { WeekChart } from './week-chart';
import { decimal } from '../words/decimal';
import { say } from '../words/numbers';

/** How often marketplaces are asked anew, ms. */
const LOOK = 10_000;
/** Groups that are shown as charts; a table has them all. */
const MOST_SHOWN = 12;

const BY_WORDS: Readonly<Record<SoldBy, string>> = {
  design: say('design'),
  product: say('product'),
  marketplace: say('marketplace'),
  colour: say('colour'),
};
const RANGES = [
  ['13', say('theLast13Weeks')],
  ['26', say('theLast26Weeks')],
  ['52', say('theLast52Weeks')],
  ['all', say('allWeeks')],
] as const;

/** What was looked at and sold, by week: in all, and by design, product, marketplace and colour. */
export function Numbers() {
  const figures = useFiguresQuery(undefined, { pollingInterval: LOOK, refetchOnMountOrArgChange: true });
  const { data: specs } = useSpecsQuery();
  const { data: garments = [] } = useGarmentsQuery();
  const [by, setBy] = useState<SoldBy>('design');
  const [range, setRange] = useState<string>('26');
  const sold = useMemo(
    () =>
      (figures.data?.listings ?? []).map(({ designName, spec: id, price, cost, days }): SoldListing => {
        const spec = specs?.find((s) => s.id === id);
        const known = price !== null && cost !== null;
        return {
          ...{
            design: designName,
            product: spec?.product ?? id,
            marketplace: spec?.marketplace ?? id.split('/')[0],
          },
          ...{ profit: known ? profitAt(spec?.listing?.fees, cost, price).profit : null, days },
        };
      }),
    [figures.data, specs],
  );
  const most = range === 'all' ? Infinity : Number(range);
  const all = useMemo(() => allSold(sold, most), [sold, most]);
  const groups = useMemo(
    () => soldAs(sold, by, (id) => garments.find((g) => g.id === id)?.name ?? id, most),
    [sold, by, garments, most],
  );
  const euro = (v: number) => money(v, 'EUR').replace(/\.00$/, '');
  const plain = (v: number) => String(Math.round(v));
  const save = () => {
    const rows = groups.flatMap((g) =>
      g.weeks.map((w) => [
        g.name,
        w.week,
        by === 'colour' ? null : w.views,
        w.sales,
        (w.profit / 100).toFixed(2),
      ]),
    );
    const text = csvOf([BY_WORDS[by], 'week', 'views', 'sales', 'profit EUR'], rows);
    saveFile(new Blob([text], { type: 'text/csv' }), say('salesByCsv', { by }));
  };
  const top = Math.max(1, ...groups.slice(0, MOST_SHOWN).flatMap((g) => g.weeks.map((w) => w.sales)));
  return (
    <Place
      title={say('numbers')}
      about={say('asTheMarketplacesTellThem')}
      actions={
        <div className="flex flex-wrap items-end gap-3">
          <SelectField label={say('weeks')} value={range} onChange={(e) => setRange(e.target.value)}>
            {RANGES.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </SelectField>
          <SelectField label={say('toldBy')} value={by} onChange={(e) => setBy(e.target.value as SoldBy)}>
            {SOLD_BY.map((b) => (
              <option key={b} value={b}>
                {BY_WORDS[b]}
              </option>
            ))}
          </SelectField>
          <Button disabled={groups.length === 0} onClick={save}>
            <Download size={15} aria-hidden />
            CSV
          </Button>
        </div>
      }
    >
      {figures.isError && (
        <div role="alert" className="mb-4 flex items-center gap-3 rounded-md border border-rust p-3">
          <span>{reasonOf(figures.error)}</span>
          <Button onClick={() => void figures.refetch()}>{say('tryAgain')}</Button>
        </div>
      )}
      {(figures.data?.silent.length ?? 0) > 0 && (
        <p className="mb-3 flex items-center gap-1.5 text-[13px]">
          <SeverityMark severity="watch" size={13} />
          {say('didNotAnswerWhatIs', { silent: figures.data!.silent.join(' and ') })}
        </p>
      )}
      {!figures.data && !figures.isError ? (
        <p className="text-muted">{say('askingTheMarketplaces')}</p>
      ) : all.weeks.length === 0 ? (
        <div className="rounded-md border border-dashed border-edge p-8 text-center text-muted">
          {say.rich('nothingIsSoldYetOpen', { b: (words) => <strong className="text-ink">{words}</strong> })}
        </div>
      ) : (
        <>
          <div className="mb-6 grid grid-cols-3 gap-4 max-[900px]:grid-cols-1">
            {(
              [
                ['views', say('views'), plain, plain(all.views)],
                ['sales', say('sales'), plain, plain(all.sales)],
                ['profit', say('leftAfterPressAndFees'), euro, money(all.profit, 'EUR')],
              ] as const
            ).map(([of, words, inWords, sum]) => (
              <section key={of} aria-label={words} className="rounded-md border border-line bg-card p-3">
                <h2 className="text-[13px] text-muted">{words}</h2>
                <p className="mb-1 font-display text-[24px] leading-tight font-semibold tabular-nums">
                  {sum}
                </p>
                <WeekChart weeks={all.weeks} of={of} label={words} inWords={inWords} />
              </section>
            ))}
          </div>
          <h2 className="heading mb-2">{say('salesBy', { byWords: BY_WORDS[by] })}</h2>
          <ul className="mb-6 grid grid-cols-4 gap-3 max-[1100px]:grid-cols-3 max-[800px]:grid-cols-2">
            {groups.slice(0, MOST_SHOWN).map((g) => (
              <li key={g.name} className="min-w-0 rounded-md border border-line bg-card p-2.5">
                <p className="truncate text-[13px] font-medium" title={g.name}>
                  {g.name}
                </p>
                <p className="text-[12px] text-muted tabular-nums">
                  {say('sold', { sales: g.sales, money: money(g.profit, 'EUR') })}
                </p>
                <WeekChart
                  small
                  weeks={g.weeks}
                  of="sales"
                  most={top}
                  label={say('salesOf', { name: g.name })}
                  inWords={plain}
                />
              </li>
            ))}
          </ul>
          <table className="w-full border-collapse text-[13px]">
            <caption className="sr-only">{say('salesBy', { byWords: BY_WORDS[by] })}</caption>
            <thead className="text-left text-[11.5px] text-muted">
              <tr className="border-b border-line">
                <th scope="col" className="py-1.5 font-normal capitalize">
                  {BY_WORDS[by]}
                </th>
                {by !== 'colour' && (
                  <th scope="col" className="py-1.5 text-right font-normal">
                    {say('views')}
                  </th>
                )}
                <th scope="col" className="py-1.5 text-right font-normal">
                  {say('sales')}
                </th>
                {by !== 'colour' && (
                  <th scope="col" className="py-1.5 text-right font-normal">
                    {say('boughtBy')}
                  </th>
                )}
                <th scope="col" className="py-1.5 text-right font-normal">
                  {say('left')}
                </th>
              </tr>
            </thead>
            <tbody className="tabular-nums">
              {groups.map((g) => (
                <tr key={g.name} className="border-b border-line">
                  <th scope="row" className="py-1.5 text-left font-medium">
                    {g.name}
                  </th>
                  {by !== 'colour' && <td className="py-1.5 text-right">{g.views}</td>}
                  <td className="py-1.5 text-right">{g.sales}</td>
                  {by !== 'colour' && (
                    <td className="py-1.5 text-right text-muted">
                      {g.views ? `${decimal((100 * g.sales) / g.views, 1)} %` : '–'}
                    </td>
                  )}
                  <td className={`py-1.5 text-right ${g.profit < 0 ? 'text-rust' : ''}`}>
                    {money(g.profit, 'EUR')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </Place>
  );
}
