import { useEffect } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { GarmentContrast } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { judge, judgeLive, proof, slowProof } from '../workers/proof-client';
import { liveEdits, onLive } from './live';
import { proofNow, setProof } from './proof-store';

/** How long nothing must change before the whole proof is made, ms. */
const REST_MS = 120;

/** Verdicts while the design changes, also in the middle of a drag, and the whole proof when it rests. */
export function useProof(
  design: Design,
  colourway: string | undefined,
  spec: Spec | undefined,
  side: SpecSide | undefined,
  garments: Garment[],
  backdrop: string,
): void {
  useEffect(() => () => setProof(null), []);
  useEffect(() => {
    if (!spec || !side) return;
    let over = false;
    const request = { design, colourway, spec, side, garments, mendFor: backdrop };
    const show = (contrast: GarmentContrast[] | null) => {
      const state = proofNow();
      if (contrast && !over && !state.current) setProof({ contrast, turn: state.turn + 1 });
    };
    if (proofNow().current) setProof({ current: false, slowCurrent: false });
    void judge(request).then(show);
    const stop = onLive(() => {
      const edits = liveEdits();
      if (!edits) return;
      if (proofNow().current) setProof({ current: false, slowCurrent: false });
      void judgeLive(edits).then(show);
    });
    const rest = setTimeout(() => {
      void proof(request).then((whole) => {
        if (!whole || over || liveEdits() !== null) return;
        setProof({
          contrast: whole.garments,
          findings: whole.findings,
          turn: proofNow().turn + 1,
          current: true,
        });
        void slowProof(request).then((slow) => {
          if (slow && !over) setProof({ slow, slowCurrent: true });
        });
      });
    }, REST_MS);
    return () => {
      over = true;
      stop();
      clearTimeout(rest);
    };
  }, [design, colourway, spec, side, garments, backdrop]);
}
