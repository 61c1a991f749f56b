import { documentOf, mergeDesigns, readDesign, sameButOpen, type Design } from '@brelm/core/design';
import type { KeptDesign } from '@brelm/contract';
import { notify } from '../ui/notices';
import type { StoredDesign } from './opened';
import { dropDraft, keepDraft, sameDesign } from './drafts';
import { rebased, saveStateChanged, type SaveState } from './editor';
import { store } from './index';
import { apiAt } from '../platform/address';
import { say } from '../words/store';

/** The first of several changes is kept at once, those after it at most so much later. */
const TO_BROWSER_MS = 150;
const TO_SERVER_MS = 700;
const RETRY_MS = 3000;

/** Opening another side changes nothing that there is to save. */
const same = (a: Design | null, b: Design | null): boolean => a === b || (!!a && !!b && sameButOpen(a, b));

let flushOpen: (() => void) | null = null;
let pullOpen: (() => Promise<void>) | null = null;

/** Brings what was saved elsewhere into the open design, where that changed other things than were changed here. */
export const pullNow = (): Promise<void> => pullOpen?.() ?? Promise.resolve();

/** Sends what is not saved yet at once, instead of when the design rests. */
export const saveNow = (): void => flushOpen?.();

/**
 * Saves the open design: soon in this browser, then on the server. While the server does not answer
 * the draft stays and the save is tried again. What somebody else saved meanwhile is put together with what was changed here;
 * where both changed the same, the seller is asked. `server` is what the server had when it was opened, where it answered:
 * what changes here began from. Returns what ends it.
 */
export function startAutosave(
  id: string,
  saved: Design | null,
  server: { revision: number; document: Design } | null = null,
): () => void {
  let onServer = saved;
  let inBrowser = saved;
  let toBrowser: ReturnType<typeof setTimeout> | undefined;
  let toServer: ReturnType<typeof setTimeout> | undefined;
  let keptAt = 0;
  let busy = false;
  let ended = false;
  /** What changes here began from, as the server has it; what is merged is what differs from it. */
  let base = server;
  /** The design when it was left: what a save still under way must not lose. */
  let left: { design: Design; revision: number; replaces: boolean } | null = null;

  const current = () => {
    const s = store.getState().editor;
    return s.id === id ? s : null;
  };
  const report = (save: SaveState, revision?: number) => {
    if (current()) store.dispatch(saveStateChanged({ save, revision }));
  };

  function browserSave() {
    const s = current();
    if (!s?.design || same(s.design, inBrowser)) return;
    const design = s.design;
    keptAt = Date.now();
    inBrowser = design;
    keepDraft(id, { revision: s.revision, design, at: Date.now() }).catch(() => {
      inBrowser = null;
      report({
        kind: 'offline',
        reason: say('thisBrowserKeepsNothingIts'),
      });
    });
  }

  /** Puts what is here and what came from elsewhere together. False where the seller has to be asked. */
  function join(theirs: StoredDesign): boolean {
    const s = current();
    if (!s?.design || base?.revision !== s.revision) return false;
    const { design } = mergeDesigns(base.document, s.design, theirs.document);
    if (!design) return false;
    const unchangedHere = same(s.design, onServer);
    store.dispatch(rebased({ base: base.document, theirs, design }));
    base = { revision: theirs.revision, document: theirs.document };
    const now = current()!.design!;
    onServer = unchangedHere ? now : null;
    if (unchangedHere) seen = inBrowser = now;
    notify('done', say('changedElsewhereMeanwhileWhatWas'));
    return true;
  }

  /** Looks whether somebody else saved it, and brings that in. */
  async function pull() {
    const s = current();
    if (busy || !s?.design || s.save.kind === 'conflict' || s.dragging) return;
    try {
      const response = await fetch(apiAt(`designs/${id}`));
      if (!response.ok) return;
      const body = (await response.json()) as KeptDesign;
      const now = current();
      if (busy || !now?.design || now.dragging || body.revision <= now.revision) return;
      join({ ...body, document: readDesign(body.document) });
    } catch {
      // The next save finds it, too.
    }
  }
  pullOpen = pull;

  async function serverSave() {
    const open = current();
    const s = open ?? left;
    if (busy || !s?.design || open?.save.kind === 'conflict') return;
    if (same(s.design, onServer)) {
      // Undone before it was sent.
      if (open?.save.kind === 'saving') {
        await dropDraft(id);
        report({ kind: 'saved', at: Date.now() });
      }
      return;
    }
    const design = s.design;
    busy = true;
    let answered = false;
    report({ kind: 'saving' });
    try {
      const response = await fetch(apiAt(`designs/${id}`), {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          revision: s.revision,
          document: documentOf(design),
          keepReplaced: s.replaces,
        }),
      });
      const body = (await response.json()) as KeptDesign & { message?: string; current?: KeptDesign };
      const found = response.status === 409 ? body.current : undefined;
      const theirs = found && { ...found, document: readDesign(found.document) };
      const arrived = theirs && sameDesign(theirs.document, design) ? theirs.revision : null;
      if (response.ok || arrived !== null) {
        const revision = arrived ?? body.revision;
        onServer = design;
        base = { revision, document: design };
        answered = true;
        const now = current() ?? left;
        const all = !now?.design || same(now.design, design);
        report(all ? { kind: 'saved', at: Date.now() } : { kind: 'saving' }, revision);
        if (left) left = { ...left, revision, replaces: false };
        if (all) await dropDraft(id);
        else await keepDraft(id, { revision, design: now!.design!, at: Date.now() });
      } else if (theirs) {
        if (join(theirs)) report({ kind: 'saving' });
        else report({ kind: 'conflict', theirs });
      } else if (response.status === 401) report({ kind: 'offline', reason: say('youAreSignedOutSign') });
      else if (response.status >= 500 || response.status === 429)
        report({ kind: 'offline', reason: body.message ?? say('theServerHasAFault') });
      else report({ kind: 'refused', reason: body.message ?? say('theServerRefusedIt') });
    } catch {
      report({ kind: 'offline', reason: say('theServerDoesNotAnswer2') });
    }
    busy = false;
    if (ended) {
      // Changes made while the last save was under way go after it; if that fails, the draft has them.
      if (answered && left && !same(left.design, onServer)) await serverSave();
      return;
    }
    const after = current();
    if (after?.save.kind === 'offline') schedule(RETRY_MS);
    else if (after?.design && !same(after.design, onServer) && after.save.kind !== 'refused')
      schedule(TO_SERVER_MS);
  }

  function schedule(ms: number) {
    clearTimeout(toServer);
    toServer = setTimeout(() => void serverSave(), ms);
  }

  let seen = current()?.design ?? null;
  let seenReplaces = false;
  const unsubscribe = store.subscribe(() => {
    const s = current();
    if (!s?.design || (s.design === seen && s.replaces === seenReplaces)) return;
    const changed = !same(s.design, seen) || (s.replaces && !seenReplaces);
    [seen, seenReplaces] = [s.design, s.replaces];
    if (!changed) return;
    // From the first moment on it is not saved.
    if (s.save.kind === 'saved') report({ kind: 'saving' });
    const wait = Math.max(0, keptAt + TO_BROWSER_MS - Date.now());
    clearTimeout(toBrowser);
    if (wait === 0) browserSave();
    else toBrowser = setTimeout(browserSave, wait);
    schedule(TO_SERVER_MS);
  });
  // A draft that the server does not have yet was opened: send it.
  if (!same(seen, onServer)) schedule(0);

  const flush = () => {
    browserSave();
    void serverSave();
  };
  flushOpen = flush;
  const hidden = () => document.visibilityState === 'hidden' && flush();
  const online = () => schedule(0);
  document.addEventListener('visibilitychange', hidden);
  window.addEventListener('online', online);
  window.addEventListener('pagehide', flush);
  return () => {
    ended = true;
    if (flushOpen === flush) flushOpen = null;
    if (pullOpen === pull) pullOpen = null;
    const s = current();
    if (s?.design && s.save.kind !== 'conflict')
      left = { design: s.design, revision: s.revision, replaces: s.replaces };
    flush();
    unsubscribe();
    clearTimeout(toBrowser);
    clearTimeout(toServer);
    document.removeEventListener('visibilitychange', hidden);
    window.removeEventListener('online', online);
    window.removeEventListener('pagehide', flush);
  };
}
