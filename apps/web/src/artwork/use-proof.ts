import { useEffect, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { Finding, GarmentContrast } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useAppSelector } from '../store';
import { judge, proof } from '../workers/proof-client';

export interface LiveProof {
  contrast: readonly GarmentContrast[];
  /** Findings of the last whole proof; null until there was one. */
  findings: readonly Finding[] | null;
  /** The findings are of the design as it is now. */
  current: boolean;
}

/** How long nothing must change before the whole proof is made, ms. */
const REST_MS = 120;

/** Verdicts while the design changes, and the whole proof as soon as it rests. */
export function useProof(
  design: Design,
  colourway: string | undefined,
  spec: Spec | undefined,
  side: SpecSide | undefined,
  garments: Garment[],
  backdrop: string,
): LiveProof {
  const dragging = useAppSelector((s) => s.editor.dragging);
  const [state, setState] = useState<LiveProof>({ contrast: [], findings: null, current: false });
  const turn = useRef(0);

  useEffect(() => {
    if (!spec || !side) return;
    const mine = ++turn.current;
    const request = { design, colourway, spec, side, garments, mendFor: backdrop };
    setState((s) => (s.current ? { ...s, current: false } : s));
    void judge(request).then((contrast) => {
      // An older answer is still nearer to the truth than what is shown.
      if (contrast && turn.current - mine < 30) setState((s) => (s.current ? s : { ...s, contrast }));
    });
    if (dragging) return;
    const rest = setTimeout(() => {
      void proof(request).then((whole) => {
        if (whole && turn.current === mine)
          setState({ contrast: whole.garments, findings: whole.findings, current: true });
      });
    }, REST_MS);
    return () => clearTimeout(rest);
  }, [design, colourway, spec, side, garments, backdrop, dragging]);

  return state;
}
