import { useSyncExternalStore } from 'react';

/** What a comment is to be about; null for what is chosen, or the whole design. */
export interface CommentsOpen {
  finding: { check: string; part: string | null; says: string } | null;
}

let open: CommentsOpen | null = null;
const listeners = new Set<() => void>();

/** Opens what is said of the open design, or closes it with null. */
export function openComments(to: CommentsOpen | null): void {
  open = to;
  listeners.forEach((l) => l());
}

export const useOpenComments = (): CommentsOpen | null =>
  useSyncExternalStore(
    (told) => {
      listeners.add(told);
      return () => void listeners.delete(told);
    },
    () => open,
  );
