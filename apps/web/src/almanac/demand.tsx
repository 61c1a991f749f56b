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

const PRODUCTS = ['', 'shirt', 'mug', 'ornament', 'sticker'] as const;

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
    const working = notify('working', `Reading ${file.name}…`);
    try {
      const taken = await takeIn(await file.text()).unwrap();
      notify(
        'done',
        `${taken.rows} months of ${taken.phrases} phrases came in; they take the place of the simulated.`,
      );
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
          <span className="block text-[11.5px] text-muted">Phrase</span>
          <input
            type="search"
            className="field"
            placeholder="moth, owl gift, …"
            maxLength={120}
            value={search}
            onChange={(e) => {
              setPage(0);
              change({ q: e.target.value, phrase: null });
            }}
          />
        </label>
        <SelectField
          label="Looked for on"
          value={product}
          onChange={(e) => {
            setPage(0);
            setProduct(e.target.value);
          }}
        >
          {PRODUCTS.map((p) => (
            <option key={p} value={p}>
              {p || 'anything'}
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
          What I watch
        </label>
        <div className="ml-auto flex gap-2">
          <FileButton accept=".csv,text/csv" testId="demand-csv" onFiles={([file]) => void bringIn(file)}>
            Own figures…
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
        {own
          ? 'What is marked “own” are your figures. All others are simulated: made up, the same each time.'
          : 'These figures are simulated: made up, the same each time. Bring in your own as CSV: phrase, product, country, month, searches.'}
      </p>
      {error && (
        <div role="alert" className="mb-2 flex items-center gap-3 rounded-md border border-rust p-3">
          <span>{reasonOf(error)}</span>
          <Button onClick={() => void refetch()}>Try again</Button>
        </div>
      )}
      {data?.silent && (
        <p className="mb-2 flex items-center gap-1.5 text-[13px]">
          <SeverityMark severity="watch" size={13} />
          The service does not answer: only your own figures are here.
        </p>
      )}
      <div className="flex min-h-0 flex-1 gap-4 pb-4 max-[759px]:flex-col-reverse">
        <div
          className="min-h-0 min-w-0 flex-1 overflow-y-auto rounded-md border border-line bg-card"
          aria-busy={isFetching}
        >
          <table className="w-full border-collapse text-[13px]">
            <caption className="sr-only">What is looked for</caption>
            <thead className="sticky top-0 z-10 bg-card text-left text-[11.5px] text-muted">
              <tr className="border-b border-line">
                {['Phrase', 'Searches by month', 'A month', 'In a year', 'Peak', 'Difficulty', ''].map(
                  (h, i) => (
                    <th
                      key={h}
                      scope="col"
                      className={`px-2 py-1.5 font-normal ${i === 2 || i === 3 ? 'text-right' : ''}`}
                    >
                      {h || <span className="sr-only">Watch</span>}
                    </th>
                  ),
                )}
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
                      <span className="ml-1.5 rounded-sm bg-moss/15 px-1 text-[11px] text-moss-ink">own</span>
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
                        <span className="text-muted">{Math.round(row.outlook.peak.sure * 100)} % sure</span>
                      </>
                    ) : (
                      <span className="text-muted">needs two years</span>
                    )}
                  </td>
                  <td className="px-2">
                    {row.difficulty === null
                      ? '–'
                      : `${difficultyWord(row.difficulty)} (${row.difficulty.toFixed(1)})`}
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
              {watched
                ? 'You watch nothing here yet. The eye beside a phrase puts it on this list.'
                : `Nobody’s figures have “${settled}”. Try a shorter word, or bring in your own.`}
            </p>
          )}
          {!data && !error && <p className="p-6 text-muted">Asking…</p>}
          {pages > 1 && (
            <nav aria-label="Pages" className="flex items-center gap-3 p-2 text-[13px]">
              <Button disabled={page === 0} onClick={() => setPage(page - 1)}>
                Earlier
              </Button>
              <span>
                {page + 1} of {pages}, {data!.total} phrases
              </span>
              <Button disabled={page + 1 >= pages} onClick={() => setPage(page + 1)}>
                Further
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
