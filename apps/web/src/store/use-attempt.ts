import { useCallback, useState } from 'react';
import { reasonOf } from './api';

/** Something that the server may refuse, with what it said the last time; `bare`: without the name of the field. */
export function useAttempt({ bare = false } = {}): {
  fault: string | null;
  /** Tries it. True where it went well. */
  attempt: (work: () => Promise<unknown>) => Promise<boolean>;
} {
  const [fault, setFault] = useState<string | null>(null);
  const attempt = useCallback(
    async (work: () => Promise<unknown>) => {
      setFault(null);
      try {
        await work();
        return true;
      } catch (error) {
        const reason = reasonOf(error);
        setFault(bare ? reason.replace(/^\w+: /, '') : reason);
        return false;
      }
    },
    [bare],
  );
  return { fault, attempt };
}
