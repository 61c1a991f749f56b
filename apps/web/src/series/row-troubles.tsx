import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Design } from '@brelm/core/design';
import type { ByHand, SeriesRow, Trouble } from '@brelm/core/series';
import { openHelp } from '../help/help-store';
import { reasonOf } from '../store/api';
import { Button, notify, SeverityMark } from '../ui';
import {
  mendLayout,
  mendsOfRow,
  type ProofWish,
  type RowMend,
  type SeriesAsked,
} from '../workers/series-client';
import { mendWords, toldWords } from '../words/told';
import { say } from '../words/series';

const NO_MENDS: readonly RowMend[] = [];

/** Mends of what the proof found of a row; none until they are worked out. */
function useMends(
  row: SeriesRow,
  request: SeriesAsked | null,
  wish: ProofWish | null,
  wanted: boolean,
): readonly RowMend[] {
  const [mends, setMends] = useState(NO_MENDS);
  useEffect(() => {
    setMends(NO_MENDS);
    if (!wanted || !request || !wish) return;
    let over = false;
    mendsOfRow(request, row, wish).then(
      (made) => over || setMends(made),
      () => undefined,
    );
    return () => {
      over = true;
    };
  }, [row, request, wish, wanted]);
  return mends;
}

/** What is wrong with a row, each with its mends: in this row, or in the layout and so in every row. */
export function RowTroubles({
  layoutId,
  row,
  troubles,
  common,
  request,
  wish,
  onByHand,
  onLayout,
}: {
  layoutId: string;
  row: SeriesRow;
  troubles: readonly Trouble[];
  /** Checks that say the same of every row. */
  common: ReadonlySet<string>;
  request: SeriesAsked | null;
  wish: ProofWish | null;
  onByHand: (more: ByHand[]) => void;
  /** Keeps a layout that was mended; `title`: what was done. */
  onLayout: (layout: Design, title: string) => Promise<void>;
}) {
  const mends = useMends(
    row,
    request,
    wish,
    troubles.some((t) => t.kind === 'proof'),
  );
  const [busy, setBusy] = useState(false);
  const inAll = (mend: RowMend) => {
    setBusy(true);
    mendLayout(request!, row, wish!, mend)
      .then((layout) => onLayout(layout, mendWords(mend)))
      .catch((error: unknown) => notify('fault', reasonOf(error)))
      .finally(() => setBusy(false));
  };
  if (troubles.length === 0) return null;
  return (
    <ul aria-label={say('whatIsWrongWithThis')} className="flex flex-col gap-1.5 text-[13px]">
      {troubles.map((t, i) => (
        <li key={i} className="flex gap-1.5">
          <span className="mt-0.5">
            <SeverityMark severity={t.severity} size={13} />
          </span>
          <div className="min-w-0">
            <p>
              {toldWords(t)}
              {t.check !== undefined && (
                <>
                  {' '}
                  <button
                    type="button"
                    aria-label={say('why', { message: toldWords(t) })}
                    className="rounded-md px-1 text-[12.5px] text-muted hover:bg-line hover:text-ink"
                    onClick={() => openHelp({ page: 'findings', at: t.check!.split(' ')[0] })}
                  >
                    {say('why2')}
                  </button>
                </>
              )}
              {t.check !== undefined && common.has(t.check) && (
                <>
                  {' '}
                  <Link to={`/design/${layoutId}`} className="whitespace-nowrap text-spruce underline">
                    {say('inEveryRowToThe')}
                  </Link>
                </>
              )}
            </p>
            {t.check !== undefined &&
              mends
                .filter((m) => m.check === t.check)
                .map((m) => (
                  <div
                    key={`${m.finding} ${m.index}`}
                    className="mt-1 rounded-md border border-line bg-paper p-1.5"
                  >
                    <p>{mendWords(m)}</p>
                    <div className="mt-1 flex gap-1.5">
                      {m.byHand && (
                        <Button
                          className="!h-6 !px-2 !text-[12px]"
                          aria-label={say('inThisRow', { title: mendWords(m) })}
                          disabled={busy}
                          onClick={() => onByHand(m.byHand!)}
                        >
                          {say('inThisRow2')}
                        </Button>
                      )}
                      {m.inAll && (
                        <Button
                          className="!h-6 !px-2 !text-[12px]"
                          aria-label={say('inEveryRow', { title: mendWords(m) })}
                          disabled={busy}
                          onClick={() => inAll(m)}
                        >
                          {say('inEveryRow2')}
                        </Button>
                      )}
                    </div>
                  </div>
                ))}
          </div>
        </li>
      ))}
    </ul>
  );
}
