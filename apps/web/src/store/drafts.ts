import { createStore, del, get, set } from 'idb-keyval';
import { readDesign, type Design } from '@brelm/core/design';

/** A design with changes that the server does not have yet, kept in this browser. */
export interface Draft {
  /** The revision that it is based on. */
  revision: number;
  design: Design;
  at: number;
}

const drafts = createStore('brelm', 'drafts');

/**
 * The draft, with what formats since it was kept have added. A browser without storage has none; a
 * draft that cannot be read is an error, since opening the server's version would write over it.
 */
export async function readDraft(id: string): Promise<Draft | undefined> {
  const draft = await get<Draft>(id, drafts).catch(() => undefined);
  return draft && { ...draft, design: readDesign(draft.design) };
}
export const keepDraft = (id: string, draft: Draft): Promise<void> => set(id, draft, drafts);
export const dropDraft = (id: string): Promise<void> => del(id, drafts).catch(() => undefined);

/**
 * True for two designs that say the same. A save may have reached the server although its answer
 * never came back: what then looks like a conflict is none.
 */
export const sameDesign = (a: Design, b: Design): boolean =>
  JSON.stringify(readDesign(a)) === JSON.stringify(readDesign(b));
