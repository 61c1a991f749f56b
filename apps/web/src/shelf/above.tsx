import { lazy, Suspense } from 'react';
import type { ShelfAsked } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { Button } from '../ui';
import type { Beginning } from './new-design';
import { say } from '../words/shelf';

const FirstWays = lazy(() => import('./first-ways').then((m) => ({ default: m.FirstWays })));

/** What is said where there are no rows, or above them. */
export function Above({
  asked,
  words,
  sought,
  close,
  bare,
  total,
  waiting,
  error,
  onRetry,
  onAll,
  onBegin,
}: {
  asked: ShelfAsked;
  words: string;
  sought: string;
  close: boolean;
  bare: boolean;
  total: number;
  waiting: boolean;
  error: unknown;
  onRetry: () => void;
  onAll: () => void;
  onBegin: (beginning: Beginning) => void;
}) {
  const narrowed = asked.group !== null || asked.waits.length > 0 || asked.markets.length > 0;
  return (
    <>
      {Boolean(error) && (
        <div role="alert" className="rounded-md border border-rust bg-card p-4">
          <p>{say('theShelfCouldNotBe', { reason: reasonOf(error) })}</p>
          <Button className="mt-3" onClick={onRetry}>
            {say('tryAgain')}
          </Button>
        </div>
      )}
      {waiting && !error && <p className="text-muted">{say('readingTheShelf')}</p>}
      {bare && (
        <Suspense fallback={null}>
          <FirstWays
            onProduct={() => onBegin({})}
            onStarter={() => onBegin({ starter: true })}
            onPicture={(files) => onBegin({ files })}
          />
        </Suspense>
      )}
      {!waiting && !error && !bare && total === 0 && (
        <div className="rounded-md border border-dashed border-edge p-10 text-center">
          {words ? (
            <p>{say('nothingHereHasInIts', { words, isNarrowed: narrowed })}</p>
          ) : narrowed ? (
            <p>{say('noDesignHereStandsSo')}</p>
          ) : (
            <p>{say('theArchiveIsEmptyDesigns')}</p>
          )}
          {narrowed && (
            <Button className="mt-3" onClick={onAll}>
              {say('showAll')}
            </Button>
          )}
        </div>
      )}
      {close && total > 0 && (
        <p className="mb-2 text-[13px] text-muted" role="status">
          {say('nothingHereHasCloseTo', { sought })}
        </p>
      )}
    </>
  );
}
