import { SharedWork } from './shared-work';

/** Work that ends when it is told to, and notices when it is given up. */
function work() {
  const begun: AbortSignal[] = [];
  let done!: (value: string) => void;
  let fail!: (error: Error) => void;
  const begin = (signal: AbortSignal) => {
    begun.push(signal);
    return new Promise<string>((resolve, reject) => {
      done = resolve;
      fail = reject;
      signal.addEventListener('abort', () => reject(new Error('given up')));
    });
  };
  return { begun, begin, done: (v: string) => done(v), fail: (e: Error) => fail(e) };
}

describe('work that several wait for', () => {
  it('is done once, and its result is kept', async () => {
    const shared = new SharedWork<string>(10);
    const { begun, begin, done } = work();
    const two = Promise.all([shared.of('a', begin), shared.of('a', begin)]);
    done('there');
    expect(await two).toEqual(['there', 'there']);
    expect(await shared.of('a', begin)).toBe('there');
    expect(await shared.known('a')).toBe('there');
    expect(begun).toHaveLength(1);
  });

  it('goes on while one of two still waits, and is given up when the last one goes', async () => {
    const shared = new SharedWork<string>(10);
    const { begun, begin } = work();
    const [first, second] = [new AbortController(), new AbortController()];
    const both = [shared.of('a', begin, first.signal), shared.of('a', begin, second.signal)];
    const ends = Promise.allSettled(both);
    first.abort();
    expect(begun[0].aborted).toBe(false);
    second.abort();
    expect(begun[0].aborted).toBe(true);
    expect((await ends).map((e) => e.status)).toEqual(['rejected', 'rejected']);
  });

  it('begins anew for who asks after it was given up, or after it failed', async () => {
    const shared = new SharedWork<string>(10);
    const { begun, begin, done, fail } = work();
    const gone = new AbortController();
    const left = shared.of('a', begin, gone.signal);
    gone.abort();
    const again = shared.of('a', begin);
    await expect(left).rejects.toThrow('given up');
    fail(new Error('broken'));
    await expect(again).rejects.toThrow('broken');
    expect(await shared.known('a')).toBeNull();
    const third = shared.of('a', begin);
    done('at last');
    expect(await third).toBe('at last');
    expect(begun).toHaveLength(3);
  });

  it('is not given up once it has ended, whoever goes then', async () => {
    const shared = new SharedWork<string>(10);
    const { begun, begin, done } = work();
    const gone = new AbortController();
    const result = shared.of('a', begin, gone.signal);
    done('there');
    await result;
    gone.abort();
    expect(begun[0].aborted).toBe(false);
    expect(await shared.known('a')).toBe('there');
  });

  it('keeps no more results than it may', async () => {
    const shared = new SharedWork<string>(2);
    for (const key of ['a', 'b', 'c']) await shared.of(key, () => Promise.resolve(key));
    expect(await shared.known('a')).toBeNull();
    expect([await shared.known('b'), await shared.known('c')]).toEqual(['b', 'c']);
  });
});
