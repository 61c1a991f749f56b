import { remoteOf } from './remote';

/** A worker that answers nothing. */
class Silent extends EventTarget {
  readonly asked: unknown[] = [];
  ended = false;
  postMessage(message: unknown) {
    this.asked.push(message);
  }
  terminate() {
    this.ended = true;
  }
}

const begun = (failed = () => undefined as void) => {
  const worker = new Silent();
  return { worker, started: remoteOf<{ add(a: number): number }>(worker as unknown as Worker, failed) };
};

describe('what can be asked of a worker', () => {
  it('is asked of it', () => {
    const { worker, started } = begun();
    void started.remote.add(3);
    expect(worker.asked).toEqual([expect.objectContaining({ type: 'APPLY', path: ['add'] })]);
  });

  it('tells when it breaks down, by an error or by an answer that cannot be read', () => {
    let failed = 0;
    const { worker } = begun(() => failed++);
    worker.dispatchEvent(new Event('error'));
    worker.dispatchEvent(new Event('messageerror'));
    expect(failed).toBe(2);
  });

  it('lets go of it once it is ended: nothing can be asked any more', () => {
    const { worker, started } = begun();
    void started.remote.add(3);
    started.end();
    expect(worker.ended).toBe(true);
    expect(() => started.remote.add(4)).toThrow(/released/);
    expect(() => started.end()).not.toThrow();
  });
});
