import { useEffect, useState } from 'react';
import type { FileFinding, FileRequest } from '@brelm/contract';
import { askSlowly } from '../platform/asking';

export interface FileProof {
  findings: FileFinding[];
  expectedBytes: number;
}

interface Answer {
  /** What was asked, so that an answer is never taken for another's. */
  to: string;
  proof?: FileProof;
  fault?: string;
}

/**
 * The proof of a file that would be made, once it is there; `revision` is the one that was planned. It is
 * asked for in its turn, and given up when nobody looks at it any more.
 */
export function useFileProof(request: FileRequest & { revision: number }): Omit<Answer, 'to'> {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const asked = JSON.stringify(request);
  useEffect(() => {
    const control = new AbortController();
    const { revision: _revision, ...body } = JSON.parse(asked) as typeof request;
    const told = (result: Omit<Answer, 'to'>) =>
      !control.signal.aborted && setAnswer({ to: asked, ...result });
    askSlowly('plan/proof', {
      signal: control.signal,
      body,
      read: (response) => response.json() as Promise<FileProof>,
    }).then(
      (proof) => told({ proof }),
      (error: Error) => told({ fault: error.message }),
    );
    return () => control.abort();
  }, [asked]);
  return answer?.to === asked ? answer : {};
}
