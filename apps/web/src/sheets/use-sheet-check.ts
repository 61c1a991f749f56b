import { useEffect, useState } from 'react';
import type { Sheet, SheetFinding, StickerShape } from '@brelm/core/sheet';
import { checkSheet } from '../workers/pack-client';
import { NotWanted, reasonOf } from '../workers/hand';

/** What is known of a sheet; `findings` are null until they are those of this very state. */
interface SheetCheck {
  findings: SheetFinding[] | null;
  /** Why the check came to no end. */
  fault: string | null;
  again: () => void;
}

/** What is wrong with a sheet, looked for in a worker. */
export function useSheetCheck(
  sheet: Sheet,
  shapes: ReadonlyMap<string, StickerShape>,
  borderMm: number,
  ready: boolean,
): SheetCheck {
  const [found, setFound] = useState<{
    of: [Sheet, ReadonlyMap<string, StickerShape>];
    findings: SheetFinding[] | null;
    fault: string | null;
  } | null>(null);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    if (!ready) return;
    const abort = new AbortController();
    checkSheet(sheet, shapes, borderMm, abort.signal).then(
      (findings) => abort.signal.aborted || setFound({ of: [sheet, shapes], findings, fault: null }),
      (error: unknown) => {
        if (!abort.signal.aborted && !(error instanceof NotWanted))
          setFound({ of: [sheet, shapes], findings: null, fault: reasonOf(error) });
      },
    );
    return () => abort.abort();
  }, [sheet, shapes, borderMm, ready, attempt]);
  const now = ready && found?.of[0] === sheet && found.of[1] === shapes ? found : null;
  return {
    findings: now?.findings ?? null,
    fault: now?.fault ?? null,
    again: () => {
      setFound(null);
      setAttempt(attempt + 1);
    },
  };
}
