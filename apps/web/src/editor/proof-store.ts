import { useSyncExternalStore } from 'react';
import type { Finding, GarmentContrast } from '@brelm/core/proof';

export interface LiveProof {
  contrast: readonly GarmentContrast[];
  /** Findings of the last whole proof; null until there was one. */
  findings: readonly Finding[] | null;
  /** Counts the judgements. */
  turn: number;
  /** The findings are of the design as it is now. */
  current: boolean;
  /** Of those, thin places and spelling; they come a little later. */
  slow: readonly Finding[];
  slowCurrent: boolean;
  /** Stops on the sides that are not open, by side; those that are not looked at yet are missing. */
  elsewhere: ReadonlyMap<string, number>;
  /** Why the proof of the design as it is now could not be made; null when it could, or is under way. */
  fault: string | null;
  /** Counts how often the seller asked for it once more. */
  tries: number;
}

const NONE: LiveProof = {
  contrast: [],
  findings: null,
  turn: 0,
  current: false,
  slow: [],
  slowCurrent: false,
  elsewhere: new Map(),
  fault: null,
  tries: 0,
};

let state = NONE;
const listeners = new Set<() => void>();

/** The proof of the open design; apart from the store, so that only what shows it is rendered. */
export function setProof(change: Partial<LiveProof> | null): void {
  state = change === null ? NONE : { ...state, ...change };
  for (const listener of listeners) listener();
}

export const proofNow = (): LiveProof => state;

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export function useProofState<T>(pick: (proof: LiveProof) => T): T {
  return useSyncExternalStore(subscribe, () => pick(state));
}
