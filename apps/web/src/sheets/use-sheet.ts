import { useCallback, useEffect, useRef, useState } from 'react';
import { readSheet, type Sheet } from '@brelm/core/sheet';

interface Stored {
  id: string;
  revision: number;
  document: Sheet;
}

/** Steps that can be taken back. */
const MOST_STEPS = 100;
/** The rest after the last change before it is saved, ms. */
const REST_MS = 500;

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'refused' | 'conflict';

interface History {
  past: Sheet[];
  now: Sheet;
  future: Sheet[];
  /** What the last step was of: steps of one gesture are one. */
  gesture: string | null;
}

/** What was changed and could not be saved yet, kept by this browser. */
const draftKey = (id: string) => `brelm-sheet-draft ${id}`;
const draftOf = (id: string): { revision: number; sheet: Sheet } | null => {
  try {
    const { revision, document } = JSON.parse(localStorage.getItem(draftKey(id))!) as {
      revision: number;
      document: unknown;
    };
    return { revision, sheet: readSheet(document) };
  } catch {
    return null;
  }
};

/** What the server says of a save that it does not take. */
interface Refusal {
  current?: Stored;
  message?: string;
  faults?: { field: string; message: string }[];
}

const whyOf = ({ faults, message }: Refusal): string =>
  faults?.map((f) => `${f.field}: ${f.message}`).join('; ') ?? message ?? 'The server does not take it.';

async function send(path: string, method: string, body: unknown): Promise<Response> {
  return fetch(`/api/sheets${path}`, {
    method,
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
  });
}

/** A sheet that is open: changed by steps that can be taken back, saved by itself, kept here while it cannot be. */
export function useSheet(id: string) {
  const [history, setHistory] = useState<History | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [state, setState] = useState<SaveState>('saved');
  /** What the server has. */
  const base = useRef<{ revision: number; sheet: Sheet } | null>(null);
  const [theirs, setTheirs] = useState<Stored | null>(null);
  /** What the server would not take, and why: it is not sent again as it is. */
  const [refused, setRefused] = useState<{ sheet: Sheet; why: string } | null>(null);
  const [attempt, setAttempt] = useState(0);

  const open = useCallback((stored: Stored, sheet: Sheet) => {
    base.current = { revision: stored.revision, sheet: stored.document };
    setHistory({ past: [], now: sheet, future: [], gesture: null });
  }, []);

  useEffect(() => {
    const abort = new AbortController();
    fetch(`/api/sheets/${id}`, { signal: abort.signal }).then(
      async (response) => {
        if (!response.ok) {
          const { message } = (await response.json().catch(() => ({}))) as { message?: string };
          return setFault(message ?? 'The server does not give this sheet out.');
        }
        const stored = (await response.json()) as Stored;
        const draft = draftOf(id);
        setFault(null);
        open(stored, draft?.sheet ?? stored.document);
        // It was changed elsewhere while this browser kept changes of its own.
        if (draft && draft.revision !== stored.revision) {
          setTheirs(stored);
          setState('conflict');
        } else if (draft) setState('unsaved');
      },
      () => abort.signal.aborted || setFault('The server does not answer.'),
    );
    return () => abort.abort();
  }, [id, open, attempt]);

  const now = history?.now ?? null;
  const saving = useRef(false);
  useEffect(() => {
    if (!now || !base.current || state === 'conflict' || refused?.sheet === now) return;
    if (now === base.current.sheet) {
      // All that was changed since was taken back.
      localStorage.removeItem(draftKey(id));
      if (!saving.current) setState('saved');
      return;
    }
    localStorage.setItem(draftKey(id), JSON.stringify({ revision: base.current.revision, document: now }));
    if (state === 'saved') setState('unsaved');
    const timer = setTimeout(
      () => {
        if (saving.current) return;
        saving.current = true;
        setState('saving');
        send(`/${id}`, 'PUT', { revision: base.current!.revision, document: now })
          .then(async (response) => {
            const answer = (await response.json()) as Stored & Refusal;
            if (response.status === 409) {
              setTheirs(answer.current!);
              setState('conflict');
            } else if (response.ok) {
              base.current = { revision: answer.revision, sheet: now };
              localStorage.removeItem(draftKey(id));
              setState('saved');
            } else if (response.status < 500) {
              setRefused({ sheet: now, why: whyOf(answer) });
              setState('refused');
            } else setState('unsaved');
          })
          .catch(() => setState('unsaved'))
          .finally(() => {
            saving.current = false;
            // What was changed meanwhile, or could not be saved, is tried again.
            setHistory((h) => h && { ...h });
          });
      },
      state === 'unsaved' && base.current.sheet !== now ? REST_MS * 2 : REST_MS,
    );
    return () => clearTimeout(timer);
    // A change of what is shown as saved is no reason to save.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [now, history, id]);

  const change = useCallback((next: Sheet | ((sheet: Sheet) => Sheet), gesture: string | null = null) => {
    setHistory((h) => {
      if (!h) return h;
      const made = typeof next === 'function' ? next(h.now) : next;
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

  /** Mine becomes a sheet of its own, and this one is as the other has it. Answers the copy's id. */
  const keepMine = async (): Promise<string> => {
    const response = await send('', 'POST', {
      document: { ...now!, name: `${now!.name}, mine`.slice(0, 300) },
    });
    if (!response.ok) throw new Error('The copy could not be saved.');
    localStorage.removeItem(draftKey(id));
    return ((await response.json()) as Stored).id;
  };
  const takeTheirs = () => {
    localStorage.removeItem(draftKey(id));
    setState('saved');
    open(theirs!, theirs!.document);
    setTheirs(null);
  };

  return {
    ...{ sheet: now, fault, state, theirs, change, undo, redo, keepMine, takeTheirs },
    refused: state === 'refused' ? (refused?.why ?? null) : null,
    canUndo: Boolean(history?.past.length),
    canRedo: Boolean(history?.future.length),
    again: () => setAttempt(attempt + 1),
  };
}
