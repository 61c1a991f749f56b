import { useEffect, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { SeriesRow } from '@brelm/core/series';
import { seriesRow, type RowShown, type SeriesAsked } from '../workers/series-client';
import { RowPicture } from './row-picture';
import { gaveWords } from './words';
import { say } from '../words/series';

const WIDTH = 280;

/** Rows beside the settings of a place, as those settings have them. */
export function Ends({
  ends,
  request,
  side,
  garment,
  ratio,
}: {
  ends: readonly { label: string; row: SeriesRow }[];
  request: SeriesAsked | null;
  side: string;
  garment: Garment | undefined;
  ratio: number;
}) {
  return (
    <ul aria-label={say('howTheRowsBecome')} className="flex min-w-0 gap-3">
      {ends.map(({ label, row }) => (
        <End key={label} {...{ label, row, request, side, garment, ratio }} />
      ))}
    </ul>
  );
}

function End({
  label,
  row,
  request,
  side,
  garment,
  ratio,
}: {
  label: string;
  row: SeriesRow;
  request: SeriesAsked | null;
  side: string;
  garment: Garment | undefined;
  ratio: number;
}) {
  const [shown, setShown] = useState<RowShown | null>(null);
  useEffect(() => {
    if (!request) return;
    let over = false;
    seriesRow(request, row, WIDTH, side).then(
      (made) => {
        if (over) return made.picture?.close();
        setShown(made);
      },
      () => undefined,
    );
    return () => {
      over = true;
    };
  }, [request, row, side]);
  const gave = shown?.gave.map((g) => gaveWords(request!.layout, g)).filter(Boolean) ?? [];
  return (
    <li className="w-[112px] min-w-20 shrink">
      <p className="heading">{label}</p>
      <div className="overflow-hidden rounded-md border border-line">
        <RowPicture picture={shown?.picture ?? null} garment={garment} ratio={ratio} />
      </div>
      <p className="mt-1 truncate text-[12px] font-medium" title={shown?.name}>
        {shown?.name ?? '…'}
      </p>
      <p className="line-clamp-2 text-[11.5px] text-muted" title={gave.join(' · ')}>
        {shown && (gave.length ? gave.join(' · ') : say('asTheLayoutHasIt'))}
      </p>
    </li>
  );
}
