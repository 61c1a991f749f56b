import { useSyncExternalStore } from 'react';
import type { CommandId } from './catalogue';
import { keyOf, keysNow, onKeys, type Keys } from './own-keys';

/** The keys of this browser, and what changes of them. */
export const useOwnKeys = (): Keys => useSyncExternalStore(onKeys, keysNow);

/** Words with the key that does the same: `Add part (A)`; `what` is said after the key. The words alone where it has none. */
export const tipOf = (keys: Keys, words: string, id: CommandId, what = ''): string => {
  const key = keyOf(id, keys);
  return key === null ? words : `${words} (${key}${what && ` ${what}`})`;
};

export function useTip(): (words: string, id: CommandId, what?: string) => string {
  const keys = useOwnKeys();
  return (words, id, what) => tipOf(keys, words, id, what);
}
