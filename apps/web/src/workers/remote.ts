import { releaseProxy, wrap, type Remote } from 'comlink';

/** A worker under way: what can be asked of it, and how it is ended. */
export interface Started<W> {
  remote: W;
  end(): void;
}

/**
 * What can be asked of a worker.
 *
 * @param failed called when it breaks down by itself
 */
export function remoteOf<W>(worker: Worker, failed: () => void): Started<Remote<W>> {
  worker.addEventListener('error', failed);
  worker.addEventListener('messageerror', failed);
  const remote = wrap<W>(worker);
  let isEnded = false;
  return {
    remote,
    end: () => {
      if (isEnded) return;
      isEnded = true;
      worker.terminate();
      // What it still had to answer holds on to what it was asked with: one that is ended would stay for as long as the page.
      remote[releaseProxy]();
    },
  };
}
