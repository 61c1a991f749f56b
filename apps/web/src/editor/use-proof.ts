import { useEffect } from 'react';
import type { Garment } from '@brelm/core/colour';
import { boardsOf, openSide, type Design } from '@brelm/core/design';
import type { GarmentContrast } from '@brelm/core/proof';
import { sideOf, type Spec, type SpecSide } from '@brelm/core/spec';
import { judge, judgeLive, proof, reasonOf, slowProof, stopsOf } from '../workers/proof-client';
import { picturesAtRest } from '../platform/pictures';
import { liveEdits, onLive } from './live';
import { proofNow, setProof, useProofState } from './proof-store';

/** How long nothing must change before the whole proof is made, ms. */
const REST_MS = 120;

/** Until the board has asked for what it shows of a change, ms: two frames. */
const ASKED_MS = 34;

/**
 * Waits while steps of pictures are set: each place of a slider would have its picture made whole only to be judged, and what is
 * seen would wait for it.
 */
async function settled(design: Design, signal: AbortSignal): Promise<void> {
  if (design.materials.length === 0) return;
  await new Promise((done) => setTimeout(done, ASKED_MS));
  await picturesAtRest(signal);
}

/** Verdicts while the design changes, also in the middle of a drag, and the whole proof when it rests. */
export function useProof(
  design: Design,
  colourway: string | undefined,
  spec: Spec | undefined,
  side: SpecSide | undefined,
  garments: Garment[],
  backdrop: string,
  specs: readonly Spec[],
): void {
  const tries = useProofState((p) => p.tries);
  useEffect(() => () => setProof(null), []);
  useEffect(() => {
    if (!spec || !side) return;
    const given = new AbortController();
    const { signal } = given;
    const request = { design, colourway, spec, side, garments, mendFor: backdrop };
    const show = (contrast: GarmentContrast[] | null) => {
      const state = proofNow();
      if (contrast && !signal.aborted && !state.current) setProof({ contrast, turn: state.turn + 1 });
    };
    const fail = (reason: unknown) => {
      if (!signal.aborted) setProof({ fault: reasonOf(reason) });
    };
    const outdated = () => {
      if (proofNow().current || proofNow().fault !== null)
        setProof({ current: false, slowCurrent: false, fault: null });
    };
    outdated();
    void settled(design, signal)
      .then(() => (signal.aborted ? null : judge(request, signal)))
      .then(show, fail);
    const stop = onLive(() => {
      const edits = liveEdits();
      if (!edits) return;
      outdated();
      void judgeLive(edits).then(show);
    });
    const rest = setTimeout(() => {
      void (async () => {
        await settled(design, signal);
        if (signal.aborted) return;
        // Both are begun at once, each on a thread of its own: one after the other takes twice as long.
        const slower = slowProof(request, signal);
        slower.catch(() => undefined);
        const whole = await proof(request, signal);
        if (signal.aborted || liveEdits() !== null) return;
        setProof({
          contrast: whole.garments,
          findings: whole.findings,
          turn: proofNow().turn + 1,
          current: true,
          fault: null,
        });
        const slow = await slower;
        if (signal.aborted) return;
        setProof({ slow, slowCurrent: true });
        // The other sides are printed, too. They come last, one after another.
        const elsewhere = new Map<string, number>();
        for (const { id, board } of boardsOf(design)) {
          if (id === design.side.id) continue;
          const other = specs.find((s) => s.id === board.spec);
          const on = other && sideOf(other, board.side);
          if (!on) continue;
          const there = { ...request, design: openSide(design, id), spec: other, side: on };
          elsewhere.set(id, await stopsOf(there, signal));
          if (signal.aborted) return;
          setProof({ elsewhere: new Map(elsewhere) });
        }
        if (elsewhere.size === 0 && proofNow().elsewhere.size > 0) setProof({ elsewhere });
      })().catch(fail);
    }, REST_MS);
    return () => {
      given.abort();
      stop();
      clearTimeout(rest);
    };
  }, [design, colourway, spec, side, garments, backdrop, specs, tries]);
}
