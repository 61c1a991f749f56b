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

  it('goes on for its grace: who comes back within it finds it going on, later it is given up', async () => {
    jest.useFakeTimers();
    const shared = new SharedWork<string>(10, 4000);
    const { begun, begin, done } = work();
    const [first, second] = [new AbortController(), new AbortController()];
    const left = shared.of('a', begin, first.signal);
    first.abort();
    jest.advanceTimersByTime(3999);
    const back = shared.of('a', begin, second.signal);
    jest.advanceTimersByTime(10_000);
    expect([begun.length, begun[0].aborted]).toEqual([1, false]);
    done('there');
    expect(await Promise.all([left, back])).toEqual(['there', 'there']);

    const gone = new AbortController();
    const given = shared.of('b', begin, gone.signal);
    const ends = expect(given).rejects.toThrow('given up');
    gone.abort();
    jest.advanceTimersByTime(4000);
    expect(begun[1].aborted).toBe(true);
    await ends;
    jest.useRealTimers();
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
