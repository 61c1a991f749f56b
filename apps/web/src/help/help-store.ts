import { useSyncExternalStore } from 'react';
import type { PageId } from './pages';

/** Which page is open, and at which heading; null where none is. A page of null is that of the place. */
export interface OpenHelp {
  page: PageId | null;
  at: string | null;
}

let open: OpenHelp | null = null;
const listeners = new Set<() => void>();

/** Opens help beside the work, at a page and a heading of it where they are named; closes it with null. */
export function openHelp(to: OpenHelp | null): void {
  open = to;
  listeners.forEach((l) => l());
}

export const useOpenHelp = (): OpenHelp | null =>
  useSyncExternalStore(
    (told) => {
      listeners.add(told);
      return () => void listeners.delete(told);
    },
    () => open,
  );
