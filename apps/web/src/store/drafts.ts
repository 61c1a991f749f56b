import { createStore, del, entries } from 'idb-keyval';
import { documentOf, readDesign, sameButOpen, type Design } from '@brelm/core/design';
import { putAtOnce } from './put-at-once';
import { openTabs, thisTab } from './tab';
import { ofShop } from '../platform/address';

/** A design with changes that the server does not have yet, kept in this browser. */
export interface Draft {
  /** The revision that it is based on. */
  revision: number;
  design: Design;
  at: number;
}

/** A draft with the key that it lies under. */
export interface KeptDraft extends Draft {
  key: string;
}

const drafts = createStore(ofShop('brelm'), 'drafts');

/** Each tab has drafts of its own: two that work on one design never write over each other. */
const keyOf = (id: string, tab: string) => `${id} ${tab}`;

/**
 * This tab's draft of a design, and those that closed tabs left behind, newest first; with what formats
 * since have added. A browser without storage has none; a draft that cannot be read is an error, since
 * opening the server's version would write over it.
 */
export async function draftsOf(id: string): Promise<{ own?: KeptDraft; left: KeptDraft[] }> {
  const all = await entries<string, Draft>(drafts).catch(() => []);
  const [tab, open] = await Promise.all([thisTab(), openTabs()]);
  const mine = all
    // Earlier versions kept one draft a design, under its id alone.
    .filter(([key]) => key === id || key.startsWith(`${id} `))
    .filter(([key]) => key === keyOf(id, tab) || !open.has(key.slice(id.length + 1)))
    .map(([key, draft]): KeptDraft => ({ ...draft, key, design: readDesign(draft.design) }));
  return {
    own: mine.find((d) => d.key === keyOf(id, tab)),
    left: mine.filter((d) => d.key !== keyOf(id, tab)).sort((a, b) => b.at - a.at),
  };
}

/** Keeps this tab's draft of a design. */
export const keepDraft = async (id: string, draft: Draft): Promise<void> =>
  putAtOnce(keyOf(id, await thisTab()), { ...draft, design: documentOf(draft.design) }, drafts);

/** Drops this tab's draft of a design. */
export const dropDraft = async (id: string): Promise<void> => forgetDraft(keyOf(id, await thisTab()));

/** Drops a draft that was left behind, once what is in it is kept elsewhere. */
export const forgetDraft = (key: string): Promise<void> => del(key, drafts).catch(() => undefined);

/** Makes a draft that was left behind this tab's own. */
export async function adoptDraft(id: string, { key, ...draft }: KeptDraft): Promise<void> {
  await keepDraft(id, draft);
  if (key !== keyOf(id, await thisTab())) await forgetDraft(key);
}

/**
 * True for two designs that say the same. A save may have reached the server although its answer
 * never came back: what then looks like a conflict is none.
 */
export const sameDesign = (a: Design, b: Design): boolean => sameButOpen(a, b) || written(a) === written(b);

const written = (design: Design): string => JSON.stringify(documentOf(readDesign(documentOf(design))));
