import { createStore, delMany, get, update } from 'idb-keyval';
import type { Design } from '@brelm/core/design';
import { sameDesign } from './drafts';
import type { EditorState } from './editor';
import { store } from './index';
import { putAtOnce } from './put-at-once';
import { thisTab } from './tab';
import { ofShop } from '../platform/address';
import { say } from '../words/store';

/** Steps of an open design, by which it goes back and on. */
export type History = Pick<EditorState, 'past' | 'future'>;

interface KeptHistory extends History {
  /** The program that kept it: another may have other fields in what it goes back to. */
  by: string;
  /** The state that the steps lead to and from. */
  present: Design;
}

/** Steps that are kept over a reload, at the most. */
const MOST_STEPS = 100;
/** Designs whose steps are kept in one browser, at the most. */
const MOST_KEPT = 12;
/** The first of several changes is kept at once, those after it at most so much later, ms. */
const AT_MOST_MS = 300;

/** The name of the file that this is built into, which changes with anything that it is built of. */
const BUILD = import.meta.url;

/** Where it is noted which of them were open last. No design is called that. */
const ORDER = 'order';

/** What was not kept as steps any more. */
const LAST = say('theLastChangesBeforeThe');

const histories = createStore(ofShop('brelm-history'), 'histories');

/** Each tab has its own: what another did here is not this one's to take back. */
const keyOf = async (id: string): Promise<string> => `${id} ${await thisTab()}`;

/**
 * The steps that this tab made on a design before it was loaded anew, with the state that they belong to;
 * null where there are none, or they led to something other than `design`. Where `mine`, what led from them
 * to it was done in this tab as well, just before it was left: that is one step more.
 */
export async function historyOf(
  id: string,
  design: Design,
  mine: boolean,
): Promise<(History & { design: Design }) | null> {
  const kept = await get<KeptHistory>(await keyOf(id), histories).catch(() => undefined);
  if (kept?.by !== BUILD) return null;
  const there = sameDesign(kept.present, design);
  if (!there && !mine) return null;
  // What goes on after this is a step of its own, whatever its gesture is called.
  const past = kept.past.map((step) => ({ ...step, gesture: null }));
  if (!there) {
    const last = { label: LAST, gesture: null, before: kept.present, side: design.side.id };
    return { design, past: [...past, last], future: [] };
  }
  // What is shared between the states stays so: it was kept as one.
  return { design: kept.present, past, future: kept.future };
}

async function keep(id: string, { design, past, future }: EditorState): Promise<void> {
  const kept: KeptHistory = {
    by: BUILD,
    present: design!,
    past: past.slice(-MOST_STEPS),
    future: future.slice(-MOST_STEPS),
  };
  await putAtOnce(await keyOf(id), kept, histories);
}

/** Notes that a design is open, and drops what was kept for those that were left long before it. */
async function noteOpen(id: string): Promise<void> {
  const key = await keyOf(id);
  let left: string[] = [];
  await update<string[]>(
    ORDER,
    (before = []) => {
      const all = [key, ...before.filter((k) => k !== key)];
      left = all.slice(MOST_KEPT);
      return all.slice(0, MOST_KEPT);
    },
    histories,
  );
  if (left.length) await delMany(left, histories);
}

/** Keeps the steps of the open design in this browser, so that undo reaches over a reload. Returns what ends it. */
export function startHistory(id: string): () => void {
  let seen: History & Pick<EditorState, 'design'> = store.getState().editor;
  let keptAt = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const current = () => {
    const s = store.getState().editor;
    return s.id === id && s.design ? s : null;
  };
  const write = () => {
    clearTimeout(timer);
    timer = undefined;
    keptAt = Date.now();
    const s = current();
    // Without room for it undo ends at the reload, as it does anywhere; the design itself is a draft.
    if (s) void keep(id, s).catch(() => undefined);
  };
  const unsubscribe = store.subscribe(() => {
    const s = current();
    if (!s || (s.design === seen.design && s.past === seen.past && s.future === seen.future)) return;
    seen = s;
    const wait = Math.max(0, keptAt + AT_MOST_MS - Date.now());
    if (wait === 0) write();
    else timer ??= setTimeout(write, wait);
  });
  const flush = () => timer !== undefined && write();
  const hidden = () => document.visibilityState === 'hidden' && flush();
  document.addEventListener('visibilitychange', hidden);
  window.addEventListener('pagehide', flush);
  void noteOpen(id).catch(() => undefined);
  return () => {
    flush();
    unsubscribe();
    document.removeEventListener('visibilitychange', hidden);
    window.removeEventListener('pagehide', flush);
  };
}
