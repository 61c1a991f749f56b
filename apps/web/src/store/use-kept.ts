import { useCallback, useEffect, useRef, useState } from 'react';
import { apiAt } from '../platform/address';
import { ofShop } from '../platform/address';
import { say } from '../words/store';

interface Stored<T> {
  id: string;
  revision: number;
  document: T;
}

/** What documents of a kind are: where the server has them, how they are read, and what a copy of one is. */
export interface KeptKind<T> {
  path: string;
  /** What one is called. */
  noun: string;
  /** Reads what was kept. Throws where that is none. */
  read: (document: unknown) => T;
  copy: (document: T) => T;
}

/** Steps that can be taken back. */
const MOST_STEPS = 100;
/** The rest after the last change before it is saved, ms. */
const REST_MS = 500;

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'refused' | 'conflict';

interface History<T> {
  past: T[];
  now: T;
  future: T[];
  /** What the last step was of: steps of one gesture are one. */
  gesture: string | null;
}

/** What was changed and could not be saved yet, kept by this browser. */
const draftKey = (noun: string, id: string) => ofShop(`brelm-${noun}-draft ${id}`);
function keepDraft(noun: string, id: string, draft: { revision: number; document: unknown }): void {
  try {
    localStorage.setItem(draftKey(noun, id), JSON.stringify(draft));
  } catch {
    // The browser has no room or keeps nothing: it is saved to the server all the same.
  }
}

function draftOf<T>({ noun, read }: KeptKind<T>, id: string): { revision: number; document: T } | null {
  try {
    const { revision, document } = JSON.parse(localStorage.getItem(draftKey(noun, id))!) as {
      revision: number;
      document: unknown;
    };
    return { revision, document: read(document) };
  } catch {
    return null;
  }
}

/** What the server says of a save that it does not take. */
interface Refusal<T> {
  current?: Stored<T>;
  message?: string;
  faults?: { field: string; message: string }[];
}

const whyOf = ({ faults, message }: Refusal<unknown>): string =>
  faults?.map((f) => `${f.field}: ${f.message}`).join('; ') ?? message ?? say('theServerDoesNotTake');

/** The same value, however it was come by. */
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** An answer that says that the document is at fault: to send it again as it is would help nothing. */
const isRefusal = (status: number): boolean =>
  status >= 400 && status < 500 && ![401, 408, 425, 429].includes(status);

async function send(path: string, method: string, body: unknown): Promise<Response> {
  return fetch(apiAt(path), {
    method,
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
  });
}

/**
 * A document that is open: changed by steps that can be taken back, saved by itself, kept here while it cannot be.
 * `kind` is the same object for as long as it is the same kind.
 */
export function useKept<T>(kind: KeptKind<T>, id: string) {
  const { path, noun, copy } = kind;
  const [history, setHistory] = useState<History<T> | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [state, setState] = useState<SaveState>('saved');
  /** What the server has. */
  const base = useRef<{ revision: number; document: T } | null>(null);
  const [theirs, setTheirs] = useState<Stored<T> | null>(null);
  /** What the server would not take, and why: it is not sent again as it is. */
  const [refused, setRefused] = useState<{ document: T; why: string } | null>(null);
  const [attempt, setAttempt] = useState(0);

  const open = useCallback((stored: Stored<T>, document: T) => {
    base.current = { revision: stored.revision, document: stored.document };
    setHistory({ past: [], now: document, future: [], gesture: null });
  }, []);

  useEffect(() => {
    const abort = new AbortController();
    fetch(apiAt(`${path}/${id}`), { signal: abort.signal })
      .then(async (response) => {
        if (!response.ok) {
          const { message } = (await response.json().catch(() => ({}))) as { message?: string };
          return setFault(message ?? say('theServerDoesNotGive', { noun }));
        }
        const stored = (await response.json()) as Stored<T>;
        const kept = draftOf(kind, id);
        // One that was saved after all, and whose answer nobody waited for, is none.
        const draft = kept && same(kept.document, stored.document) ? null : kept;
        if (!draft) localStorage.removeItem(draftKey(noun, id));
        setFault(null);
        open(stored, draft?.document ?? stored.document);
        // It was changed elsewhere while this browser kept changes of its own.
        if (draft && draft.revision !== stored.revision) {
          setTheirs(stored);
          setState('conflict');
        } else if (draft) setState('unsaved');
      })
      .catch(() => abort.signal.aborted || setFault(say('theServerDoesNotAnswer')));
    return () => abort.abort();
  }, [id, path, noun, kind, open, attempt]);

  const now = history?.now ?? null;
  const latest = useRef(now);
  latest.current = now;
  const saving = useRef(false);
  /** Whether the latest waits to be saved. */
  const due = useRef(false);
  const left = useRef(false);

  const save = useCallback(async () => {
    const sent = latest.current;
    if (saving.current || sent === null || !base.current) return;
    saving.current = true;
    due.current = false;
    setState('saving');
    const saved = (revision: number) => {
      base.current = { revision, document: sent };
      // What was changed meanwhile stays a draft.
      if (latest.current === sent) localStorage.removeItem(draftKey(noun, id));
      else keepDraft(noun, id, { revision, document: latest.current });
      setState('saved');
    };
    let done = false;
    try {
      const response = await send(`${path}/${id}`, 'PUT', {
        revision: base.current.revision,
        document: sent,
      });
      const answer = (await response.json()) as Stored<T> & Refusal<T>;
      // An answer that was lost, and the same asked for again: what is there is what was sent.
      const theirs = response.status === 409 ? answer.current! : null;
      done = response.ok || (theirs !== null && same(theirs.document, sent));
      if (done) saved((theirs ?? answer).revision);
      else if (theirs) {
        setTheirs(theirs);
        setState('conflict');
      } else if (isRefusal(response.status)) {
        setRefused({ document: sent, why: whyOf(answer) });
        setState('refused');
      } else setState('unsaved');
    } catch {
      setState('unsaved');
    }
    saving.current = false;
    // What was changed meanwhile, or could not be saved, is tried again.
    if (!left.current) setHistory((h) => h && { ...h });
    else if (done && latest.current !== sent) void save();
  }, [path, noun, id]);

  useEffect(() => {
    due.current = false;
    if (!now || !base.current || state === 'conflict' || refused?.document === now) return;
    if (now === base.current.document) {
      // All that was changed since was taken back.
      localStorage.removeItem(draftKey(noun, id));
      if (!saving.current) setState('saved');
      return;
    }
    keepDraft(noun, id, { revision: base.current.revision, document: now });
    due.current = true;
    if (state === 'saved') setState('unsaved');
    const timer = setTimeout(() => void save(), state === 'unsaved' ? REST_MS * 2 : REST_MS);
    return () => clearTimeout(timer);
    // A change of what is shown as saved is no reason to save.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [now, history, id]);

  // Who leaves before the rest is over has it saved all the same.
  useEffect(() => {
    left.current = false;
    return () => {
      left.current = true;
      if (due.current) void save();
    };
  }, [save]);

  const change = useCallback((next: T | ((document: T) => T), gesture: string | null = null) => {
    setHistory((h) => {
      if (!h) return h;
      const made = typeof next === 'function' ? (next as (document: T) => T)(h.now) : next;
      if (made === h.now) return h;
      const joins = gesture !== null && gesture === h.gesture;
      return {
        past: joins ? h.past : [...h.past, h.now].slice(-MOST_STEPS),
        ...{ now: made, future: [], gesture },
      };
    });
  }, []);
  const undo = useCallback(
    () =>
      setHistory((h) =>
        h && h.past.length
          ? { past: h.past.slice(0, -1), now: h.past.at(-1)!, future: [h.now, ...h.future], gesture: null }
          : h,
      ),
    [],
  );
  const redo = useCallback(
    () =>
      setHistory((h) =>
        h && h.future.length
          ? { past: [...h.past, h.now], now: h.future[0], future: h.future.slice(1), gesture: null }
          : h,
      ),
    [],
  );

  /** Mine becomes one of its own, and this one is as the other has it. Answers the copy's id. */
  const keepMine = async (): Promise<string> => {
    const response = await send(path, 'POST', { document: copy(now!) });
    if (!response.ok) throw new Error(say('theCopyCouldNotBe'));
    localStorage.removeItem(draftKey(noun, id));
    return ((await response.json()) as Stored<T>).id;
  };
  const takeTheirs = () => {
    localStorage.removeItem(draftKey(noun, id));
    setState('saved');
    open(theirs!, theirs!.document);
    setTheirs(null);
  };

  return {
    ...{ now, fault, state, theirs, change, undo, redo, keepMine, takeTheirs },
    refused: state === 'refused' ? (refused?.why ?? null) : null,
    canUndo: Boolean(history?.past.length),
    canRedo: Boolean(history?.future.length),
    again: () => setAttempt(attempt + 1),
  };
}
