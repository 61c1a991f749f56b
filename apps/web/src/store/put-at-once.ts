import { promisifyRequest, type UseStore } from 'idb-keyval';

/**
 * Puts a value into the browser's store, and says that nothing else comes: it is written even where the page
 * goes away at the next moment, when a transaction that still waits for more would be given up.
 */
export const putAtOnce = (key: string, value: unknown, store: UseStore): Promise<void> =>
  store('readwrite', (s) => {
    s.put(value, key);
    s.transaction.commit();
    return promisifyRequest(s.transaction);
  });
