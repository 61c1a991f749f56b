import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A function that stays the same and calls the one that was given last. For what is done once something has been waited for:
 * called as it was when the waiting began, it would put back what was changed meanwhile.
 */
export function useLatest<A extends unknown[], R>(given: (...args: A) => R): (...args: A) => R {
  const latest = useRef(given);
  useLayoutEffect(() => {
    latest.current = given;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
