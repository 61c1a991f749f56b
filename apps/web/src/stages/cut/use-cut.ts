import { useEffect, useState } from 'react';
import type { Cut, CutLine } from '@brelm/core/cutline';
import { useSettled } from '../../ui/use-settled';
import { cutLine, cutPrint, roughCut, type CutRequest, type Print as Size } from '../../workers/cut-client';
import { NotWanted, reasonOf } from '../../workers/hand';

/** Artwork as it is printed on a sticker, at the size at which its cut is worked out. */
export interface Print extends Size {
  /** An address of its picture. */
  picture: string;
}

/** What is known of a cut. `of` are the settings that it was worked out for: others may be under way. */
export interface CutState {
  cut: Cut | null;
  /** What is to be seen: about the cut that is under way, until it is there. */
  shown: Cut | null;
  of: CutLine | null;
  fault: string | null;
  again: () => void;
}

/** The cut of a design, worked out in a worker once nothing has changed for a moment; its print is null until it is painted. */
export function useCut(request: CutRequest, settings: CutLine): { print: Print | null; state: CutState } {
  const settled = useSettled(settings);
  const [attempt, setAttempt] = useState(0);
  const [print, setPrint] = useState<{ of: CutRequest; print: Print } | null>(null);
  const [found, setFound] = useState<Omit<CutState, 'again' | 'shown'> & { request: CutRequest | null }>({
    ...{ cut: null, of: null, fault: null, request: null },
  });

  useEffect(() => {
    const abort = new AbortController();
    let url: string | null = null;
    cutPrint(request, abort.signal).then(
      ({ picture, ...size }) => {
        if (abort.signal.aborted) return;
        url = URL.createObjectURL(picture);
        setPrint({ of: request, print: { ...size, picture: url } });
      },
      // What is wrong with it is told where its cut is asked for.
      () => undefined,
    );
    return () => {
      abort.abort();
      if (url) URL.revokeObjectURL(url);
    };
  }, [request, attempt]);

  const [rough, setRough] = useState<{ cut: Cut | null; of: CutLine; request: CutRequest } | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    roughCut(request, settled, abort.signal).then(
      (cut) => !abort.signal.aborted && setRough({ cut, of: settled, request }),
      // The cut itself says what is wrong.
      () => undefined,
    );
    cutLine(request, settled, abort.signal).then(
      ({ cut }) => !abort.signal.aborted && setFound({ cut, of: settled, fault: null, request }),
      (error: unknown) => {
        if (!(error instanceof NotWanted) && !abort.signal.aborted)
          setFound({ cut: null, of: settled, fault: reasonOf(error), request });
      },
    );
    return () => abort.abort();
  }, [request, settled, attempt]);

  const { request: foundFor, ...known } = found;
  // A cut of other artwork is shown until its own has come, but is not taken for it.
  const of = foundFor === request ? known.of : null;
  const ahead = rough?.request === request && rough.of === settled && of !== settled;
  const state = { ...known, of, shown: ahead ? rough.cut : known.cut };
  return {
    print: print?.of === request ? print.print : null,
    state: { ...state, again: () => setAttempt(attempt + 1) },
  };
}
