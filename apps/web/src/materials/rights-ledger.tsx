import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { proofOf, type LedgerRow } from '@brelm/core/listing';
import { termsOf } from '@brelm/core/rights';
import { reasonOf } from '../store/api';
import { useRightsLedgerQuery } from '../store/listings-api';
import { Button, SeverityMark, VerdictMark } from '../ui';
import { say } from '../words/materials';

const KIND_WORDS = { typeface: say('typeface'), figure: say('figure'), picture: say('picture') } as const;
/** Rows that are shown at first, and more with each press. */
const STEP = 30;

const licenceName = (id: string): string =>
  id === 'unknown' ? say('notSaidYet') : (termsOf({ id })?.name ?? id);

/** Whether a material has all words in its title, its kind, its licence or where it is from. */
const has = (row: LedgerRow, words: readonly string[]): boolean => {
  const { kind, title, licence } = row;
  const text =
    `${title} ${KIND_WORDS[kind]} ${licence.id} ${licenceName(licence.id)} ${licence.source ?? ''}`.toLowerCase();
  return words.every((w) => text.includes(w));
};

/** What the shop's designs use that somebody has a right to: by licence, with the designs that each is used in. */
export function RightsLedger() {
  const { data, isError, error, refetch } = useRightsLedgerQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const [words, setWords] = useState('');
  const [licence, setLicence] = useState('');
  const [count, setCount] = useState(STEP);
  const licences = useMemo(
    () =>
      [...new Set(data?.map((r) => r.licence.id) ?? [])].sort((a, b) =>
        licenceName(a) < licenceName(b) ? -1 : 1,
      ),
    [data],
  );
  const shown = useMemo(() => {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    return (data ?? []).filter((r) => (licence === '' || r.licence.id === licence) && has(r, wanted));
  }, [data, words, licence]);
  const open = data?.filter((r) => r.goods !== 'yes').length ?? 0;
  return (
    <section aria-label={say('rights')}>
      <h2 className="mt-8 text-xl">{say('rights')}</h2>
      <p className="mt-1 max-w-3xl text-muted">{say('whatTheDesignsOnThe')}</p>
      {isError ? (
        <div role="alert" className="mt-3 flex items-center gap-3">
          <span>{reasonOf(error)}</span>
          <Button onClick={() => void refetch()}>{say('tryAgain')}</Button>
        </div>
      ) : data?.length === 0 ? (
        <p className="mt-3 text-muted">{say('noDesignUsesAnythingThat')}</p>
      ) : (
        <>
          <div className="mt-3 flex flex-wrap items-center gap-2">
            <input
              type="search"
              aria-label={say('findAMaterial')}
              placeholder={say('findByNameMakerOr')}
              className="field !h-8 max-w-xs flex-1"
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            <select
              aria-label={say('licence')}
              className="field !h-8 !w-auto"
              value={licence}
              onChange={(e) => setLicence(e.target.value)}
            >
              <option value="">{say('anyLicence')}</option>
              {licences.map((id) => (
                <option key={id} value={id}>
                  {licenceName(id)}
                </option>
              ))}
            </select>
            <p className="ml-auto text-[13px] text-muted" role="status">
              {open === 0 ? say('allOfItMayBe') : say('ofIsToBeLooked', { open, data: data?.length ?? 0 })}
            </p>
          </div>
          {data && shown.length === 0 && <p className="mt-3 text-muted">{say('noMaterialIsLikeThat')}</p>}
          <ul aria-label={say('materialsInUse')} className="mt-3 rounded-md border border-line bg-card">
            {shown.slice(0, count).map((row) => (
              <One key={`${row.key} ${row.licence.id}`} row={row} />
            ))}
          </ul>
          {shown.length > count && (
            <Button className="mt-3" onClick={() => setCount(count + STEP)}>
              {say('showMoreOf2', { shown: shown.length })}
            </Button>
          )}
        </>
      )}
    </section>
  );
}

function One({ row: { kind, title, licence, goods, why, designs } }: { row: LedgerRow }) {
  return (
    <li className="flex items-start gap-3 border-t border-line px-3 py-2 first:border-0">
      <span className="mt-0.5">
        {goods === 'yes' ? (
          <VerdictMark verdict="reads" />
        ) : (
          <SeverityMark severity={goods === 'no' ? 'stop' : 'watch'} size={14} />
        )}
      </span>
      <div className="min-w-0 flex-1">
        <p className="truncate font-medium">
          {title} <span className="font-normal text-muted">{KIND_WORDS[kind]}</span>
        </p>
        <p className="truncate text-[12.5px] text-muted" title={licence.source}>
          {[why, licence.source, proofOf(licence), licence.date].filter(Boolean).join(' · ')}
        </p>
      </div>
      <details className="w-64 shrink-0 text-[13px] max-[800px]:w-40">
        <summary className="cursor-pointer truncate text-muted">
          {designs.length === 1
            ? designs[0].name || say('untitled')
            : say('inDesigns', { designs: designs.length })}
        </summary>
        <ul>
          {designs.map((d) => (
            <li key={d.id} className="truncate">
              <Link to={`/design/${d.id}/listings`} className="text-spruce underline">
                {d.name || say('untitled')}
              </Link>
            </li>
          ))}
        </ul>
      </details>
    </li>
  );
}
