import { useSyncExternalStore } from 'react';

/** Whether the session has ended while somebody worked. */
let signedOut = false;
/** Whether whoever is signed in may only look. */
let looking = false;

const listeners = new Set<() => void>();
const tell = () => {
  for (const l of listeners) l();
};

export const setLooking = (is: boolean): void => {
  looking = is;
};
export const isLooking = (): boolean => looking;

export const setSignedOut = (is: boolean): void => {
  if (signedOut === is) return;
  signedOut = is;
  tell();
};

export const useSignedOut = (): boolean =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => signedOut,
  );

let hearing = false;

/**
 * Hears of every answer that says that nobody is signed in any more, whoever asked: saves, pictures, lists. The one place
 * through which all of them go is `fetch` itself.
 */
export function hearOfSessions(): void {
  if (hearing) return;
  hearing = true;
  const plain = window.fetch;
  window.fetch = async (input, init) => {
    const response = await plain.call(window, input, init);
    const url = new URL(response.url || location.href);
    if (response.status === 401 && url.origin === location.origin && !url.pathname.startsWith('/api/house/'))
      setSignedOut(true);
    return response;
  };
}
