import { useSyncExternalStore } from 'react';
import { SPEC_VERSION, type Spec } from '@brelm/core/spec';
import { ofShop } from '../platform/address';

/** A product as it is being changed, kept in this browser until it is saved or discarded. */
export interface SpecDraft {
  /** The revision that the changes began from. */
  revision: number;
  document: Spec;
}

const PREFIX = ofShop('brelm-spec-draft ');

function parsed(text: string | null): SpecDraft | null {
  try {
    const draft = JSON.parse(text ?? 'null') as SpecDraft | null;
    // What an older format left behind could not be shown; its fields may be any.
    const fits = draft?.document?.version === SPEC_VERSION && draft.document.sides.length > 0;
    return fits ? draft : null;
  } catch {
    return null;
  }
}

function read(): ReadonlyMap<string, SpecDraft> {
  const found = new Map<string, SpecDraft>();
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith(PREFIX)) continue;
    const draft = parsed(localStorage.getItem(key));
    if (draft) found.set(key.slice(PREFIX.length), draft);
  }
  return found;
}

let drafts = read();
const listeners = new Set<() => void>();
const tell = () => {
  drafts = read();
  for (const l of listeners) l();
};
// Two tabs show the same unsaved product, so neither writes over what the other has not seen.
window.addEventListener('storage', (e) => (e.key === null || e.key.startsWith(PREFIX)) && tell());

/** Keeps a product as it is being changed; null drops what was kept. */
export function keepSpecDraft(id: string, draft: SpecDraft | null): void {
  if (draft) localStorage.setItem(PREFIX + id, JSON.stringify(draft));
  else localStorage.removeItem(PREFIX + id);
  tell();
}

/** Products with changes that are not saved, by id. */
export function useSpecDrafts(): ReadonlyMap<string, SpecDraft> {
  return useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => drafts,
  );
}
