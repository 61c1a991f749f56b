import { useState } from 'react';
import type { Series } from '@brelm/core/series';
import { PickDesign } from '../design/pick-design';
import { Button } from '../ui';
import type { useSeries } from './use-series';
import { say } from '../words/series';

/** A series whose layout is gone keeps its table; another design can take the layout's place. */
export function LostLayout({
  open,
  series,
  fault,
  gone,
}: {
  open: ReturnType<typeof useSeries>;
  series: Series;
  fault: string;
  gone: boolean;
}) {
  const [picking, setPicking] = useState(false);
  return (
    <main className="mx-auto mt-20 max-w-md p-6">
      <h1 className="text-[20px]">{series.name}</h1>
      <p className="my-3">
        {fault} {gone && say('theTableIsSafeRows', { rows: series.rows.length })}
      </p>
      {gone ? (
        <Button tone="main" onClick={() => setPicking(true)}>
          {say('chooseAnotherLayout')}
        </Button>
      ) : (
        <Button onClick={() => location.reload()}>{say('tryAgain')}</Button>
      )}
      {picking && (
        <PickDesign
          title={say('whichDesignIsTheLayout')}
          words={[say('theLayout'), say('takeIt')]}
          taken={new Set([series.layout])}
          onTake={(d) => {
            setPicking(false);
            open.change((s) => ({ ...s, layout: d.id }));
          }}
          onClose={() => setPicking(false)}
        />
      )}
    </main>
  );
}
