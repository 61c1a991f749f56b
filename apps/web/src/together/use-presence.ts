import { useEffect, useState } from 'react';
import { apiAt } from '../platform/address';
import { useAppSelector, store } from '../store';
import { pullNow } from '../store/autosave';
import { useMeQuery } from '../store/house-api';

/** Somebody who has the same design open, in another tab. */
export interface Present {
  tab: string;
  id: string | null;
  name: string | null;
}

/** How often a tab says that it is there, ms. */
const EVERY = 5000;

/** This page's own name: another one after a reload, since the old page is gone. */
const tab = crypto.randomUUID();

const send = (design: string, body: object, keepalive = false) =>
  fetch(apiAt(`designs/${design}/presence`), {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ tab, ...body }),
    keepalive,
  });

/**
 * Who else has the open design open; and brings in what they save. Only where people sign in: alone, two tabs find one
 * another's changes when they save.
 */
export function usePresence(): Present[] {
  const { data: me } = useMeQuery();
  const design = useAppSelector((s) => s.editor.id);
  const isTeam = me?.team ?? false;
  const [others, setOthers] = useState<Present[]>([]);
  useEffect(() => {
    if (!design || !isTeam) return;
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async () => {
      clearTimeout(timer);
      try {
        const response = await send(design, {});
        if (over) return;
        if (response.ok) {
          const found = (await response.json()) as { revision: number; others: Present[] };
          if (over) return;
          setOthers((before) =>
            JSON.stringify(before) === JSON.stringify(found.others) ? before : found.others,
          );
          if (found.revision > store.getState().editor.revision) await pullNow();
        }
      } catch {
        // It is asked again.
      }
      if (!over && document.visibilityState === 'visible') timer = setTimeout(() => void look(), EVERY);
    };
    const seen = () => document.visibilityState === 'visible' && void look();
    const leave = () => void send(design, { left: true }, true).catch(() => undefined);
    void look();
    document.addEventListener('visibilitychange', seen);
    window.addEventListener('pagehide', leave);
    return () => {
      over = true;
      clearTimeout(timer);
      document.removeEventListener('visibilitychange', seen);
      window.removeEventListener('pagehide', leave);
      setOthers([]);
      leave();
    };
  }, [design, isTeam]);
  return others;
}
