import { Download } from 'lucide-react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { difficultyWord } from '@brelm/core/demand';
import { reasonOf } from '../store/api';
import { DEMAND_PAGE, useDemandQuery, useTakeInDemandMutation } from '../store/almanac-api';
import { Button, dropNotice, FileButton, notify, SelectField, SeverityMark } from '../ui';
import { useSettled } from '../ui/use-settled';
import { useLookedAt } from './almanac';
import { DemandDetail } from './demand-detail';
import { count, monthWords } from './figure-words';
import { Spark } from './spark';
import { growthWords, WatchButton } from './watch';
import { apiAt } from '../platform/address';
import { decimal } from '../words/decimal';
import { say } from '../words/almanac';

const PRODUCTS = ['', 'shirt', 'mug', 'ornament', 'sticker'] as const;
const PRODUCT_WORDS: Readonly<Record<string, string>> = {
  '': say('anything'),
  shirt: say('shirt'),
  mug: say('mug'),
  ornament: say('ornament'),
  sticker: say('sticker'),
};

/** What is looked for: a list with small lines, one phrase beside it, and the seller's own figures. */
export function Demand() {
  const country = useLookedAt();
  const [params, setParams] = useSearchParams();
  const search = params.get('q') ?? '';
  const chosen = params.get('phrase');
  const [product, setProduct] = useState('');
  const [watched, setWatched] = useState(false);
  const [page, setPage] = useState(0);
  const settled = useSettled(search);
  const asked = { search: settled, product, country, watched, from: page * DEMAND_PAGE };
  const { currentData, data: last, error, isFetching, refetch } = useDemandQuery(asked);
  const data = currentData ?? last;
  const [takeIn] = useTakeInDemandMutation();
  const change = (next: Record<string, string | null>) =>
    setParams(
      (now) => {
        const to = new URLSearchParams(now);
        for (const [k, v] of Object.entries(next))
          if (v) to.set(k, v);
          else to.delete(k);
        return to;
      },
      { replace: true },
    );
  const bringIn = async (file: File) => {
    const working = notify('working', say('reading', { name: file.name }));
    try {
      const taken = await takeIn(await file.text()).unwrap();
      notify('done', say('monthsOfPhrasesCameIn', { rows: taken.rows, phrases: taken.phrases }));
    } catch (error) {
      notify('fault', `${file.name}: ${reasonOf(error)}`);
    } finally {
      dropNotice(working);
    }
  };
  const pages = data ? Math.ceil(data.total / DEMAND_PAGE) : 0;
  const own = data?.rows.some((r) => r.source === 'own');
  return (
    <div className="flex h-full flex-col">
      <div className="mb-2 flex flex-wrap items-end gap-3">
        <label className="block w-72">
          <span className="block text-[11.5px] text-muted">{say('phrase')}</span>
          <input
            type="search"
            className="field"
            placeholder={say('mothOwlGift')}
            maxLength={120}
            value={search}
            onChange={(e) => {
              setPage(0);
              change({ q: e.target.value, phrase: null });
            }}
          />
        </label>
        <SelectField
          label={say('lookedForOn')}
          value={product}
          onChange={(e) => {
            setPage(0);
            setProduct(e.target.value);
          }}
        >
          {PRODUCTS.map((p) => (
            <option key={p} value={p}>
              {PRODUCT_WORDS[p]}
            </option>
          ))}
        </SelectField>
        <label className="flex h-7 items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            checked={watched}
            onChange={(e) => {
              setPage(0);
              setWatched(e.target.checked);
            }}
          />
          {say('whatIWatch')}
        </label>
        <div className="ml-auto flex gap-2">
          <FileButton accept=".csv,text/csv" testId="demand-csv" onFiles={([file]) => void bringIn(file)}>
            {say('ownFigures')}
          </FileButton>
          <a
            href={apiAt('demand/own.csv')}
            download="searches.csv"
            className="inline-flex h-8 items-center gap-1.5 rounded-md border border-edge bg-card px-3 text-[13px] font-medium hover:border-ink"
          >
            <Download size={15} aria-hidden />
            CSV
          </a>
        </div>
      </div>
      <p className="mb-2 text-[13px] text-muted">
        {own ? say('whatIsMarkedOwnAre') : say('theseFiguresAreSimulatedMade')}
      </p>
      {error && (
        <div role="alert" className="mb-2 flex items-center gap-3 rounded-md border border-rust p-3">
          <span>{reasonOf(error)}</span>
          <Button onClick={() => void refetch()}>{say('tryAgain')}</Button>
        </div>
      )}
      {data?.silent && (
        <p className="mb-2 flex items-center gap-1.5 text-[13px]">
          <SeverityMark severity="watch" size={13} />
          {say('theServiceDoesNotAnswer')}
        </p>
      )}
      <div className="flex min-h-0 flex-1 gap-4 pb-4 max-[759px]:flex-col-reverse">
        <div
          className="min-h-0 min-w-0 flex-1 overflow-y-auto rounded-md border border-line bg-card"
          aria-busy={isFetching}
        >
          <table className="w-full border-collapse text-[13px]">
            <caption className="sr-only">{say('whatIsLookedFor')}</caption>
            <thead className="sticky top-0 z-10 bg-card text-left text-[11.5px] text-muted">
              <tr className="border-b border-line">
                {[
                  say('phrase'),
                  say('searchesByMonth'),
                  say('aMonth'),
                  say('inAYear'),
                  say('peak2'),
                  say('difficulty'),
                  '',
                ].map((h, i) => (
                  <th
                    key={h}
                    scope="col"
                    className={`px-2 py-1.5 font-normal ${i === 2 || i === 3 ? 'text-right' : ''}`}
                  >
                    {h || <span className="sr-only">{say('watch2')}</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {data?.rows.map((row) => (
                <tr
                  key={`${row.phrase} ${row.product}`}
                  className={`border-b border-line ${chosen === row.phrase ? 'bg-paper' : ''}`}
                >
                  <th scope="row" className="max-w-52 px-2 py-1 text-left font-medium">
                    <button
                      type="button"
                      className="max-w-full truncate text-left hover:underline"
                      title={row.phrase}
                      aria-pressed={chosen === row.phrase}
                      onClick={() => change({ phrase: row.phrase })}
                    >
                      {row.phrase}
                      {watched && row.product && ` · ${row.product}`}
                    </button>
                    {row.source === 'own' && (
                      <span className="ml-1.5 rounded-sm bg-moss/15 px-1 text-[11px] text-moss-ink">
                        {say('own')}
                      </span>
                    )}
                  </th>
                  <td className="px-2">
                    <Spark demand={row} width={190} height={32} />
                  </td>
                  <td className="px-2 text-right">{count(row.usual)}</td>
                  <td
                    className={`px-2 text-right ${row.yearOverYear !== null && row.yearOverYear < 0.95 ? 'text-rust' : ''}`}
                  >
                    {row.yearOverYear === null ? '–' : growthWords(row.yearOverYear)}
                  </td>
                  <td className="px-2 whitespace-nowrap">
                    {row.outlook ? (
                      <>
                        {monthWords(row.outlook.peak.month)}{' '}
                        <span className="text-muted">
                          {say('sure', { sure: Math.round(row.outlook.peak.sure * 100) })}
                        </span>
                      </>
                    ) : (
                      <span className="text-muted">{say('needsTwoYears')}</span>
                    )}
                  </td>
                  <td className="px-2">
                    {row.difficulty === null
                      ? '–'
                      : `${difficultyWord(row.difficulty)} (${decimal(row.difficulty, 1)})`}
                  </td>
                  <td className="px-1">
                    <WatchButton row={row} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {data && data.rows.length === 0 && (
            <p className="p-6 text-center text-muted">
              {watched ? say('youWatchNothingHereYet') : say('nobodysFiguresHaveTryA', { settled })}
            </p>
          )}
          {!data && !error && <p className="p-6 text-muted">{say('asking')}</p>}
          {pages > 1 && (
            <nav aria-label={say('pages')} className="flex items-center gap-3 p-2 text-[13px]">
              <Button disabled={page === 0} onClick={() => setPage(page - 1)}>
                {say('earlier')}
              </Button>
              <span>{say('ofPhrases', { page: page + 1, pages, total: data!.total })}</span>
              <Button disabled={page + 1 >= pages} onClick={() => setPage(page + 1)}>
                {say('further')}
              </Button>
            </nav>
          )}
        </div>
        {chosen && (
          <DemandDetail
            phrase={chosen}
            country={country}
            onClose={() => change({ phrase: null })}
            onPhrase={(phrase) => change({ phrase })}
          />
        )}
      </div>
    </div>
  );
}
