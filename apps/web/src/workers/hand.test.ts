import { hand, NotWanted, WorkFault } from './hand';

/** Workers that end their work when they are told to, and remember what happened to them. */
function workshop(settings?: { grace?: number; limit?: number }) {
  const workers: { ended: boolean; stops: number; failed: () => void }[] = [];
  const started: { name: string; worker: number; end: (result: string) => void; fail: (e: Error) => void }[] =
    [];
  const ask = hand((failed) => {
    const own = { ended: false, stops: 0, failed };
    const n = workers.push(own) - 1;
    return {
      remote: {
        stop: () => own.stops++,
        work: (name: string) =>
          new Promise<string>((end, fail) => started.push({ name, worker: n, end, fail })),
      },
      end: () => {
        own.ended = true;
      },
    };
  }, settings);
  return {
    workers,
    started,
    ask: (name: string, signal?: AbortSignal) => ask((remote) => remote.work(name), signal),
  };
}

describe('a hand', () => {
  it('starts no worker before it is asked, and does one thing at a time in order', async () => {
    const { ask, workers, started } = workshop();
    expect(workers).toHaveLength(0);
    const first = ask('a');
    const second = ask('b');
    expect(started.map((s) => s.name)).toEqual(['a']);
    started[0].end('A');
    expect(await first).toBe('A');
    started[1].end('B');
    expect(await second).toBe('B');
    expect(workers).toHaveLength(1);
  });

  it('says why work failed, and goes on with the same worker', async () => {
    const { ask, workers, started } = workshop();
    const first = ask('a');
    const second = ask('b');
    started[0].fail(new Error('no outline'));
    await expect(first).rejects.toEqual(new WorkFault('no outline'));
    started[1].end('B');
    expect(await second).toBe('B');
    expect(workers).toHaveLength(1);
  });

  it('ends a worker whose work nobody wants and that does not stop by itself', async () => {
    const { ask, workers, started } = workshop({ grace: 0 });
    const given = new AbortController();
    const first = ask('a', given.signal);
    const second = ask('b');
    given.abort();
    await expect(first).rejects.toBeInstanceOf(NotWanted);
    await untilStarted(started, 2);
    expect(workers.map((w) => w.ended)).toEqual([true, false]);
    expect(workers[0].stops).toBe(1);
    expect(started[1]).toMatchObject({ name: 'b', worker: 1 });
    started[0].end('too late');
    started[1].end('B');
    expect(await second).toBe('B');
  });

  it('keeps a worker that ends unwanted work in time', async () => {
    const { ask, workers, started } = workshop();
    const given = new AbortController();
    const first = ask('a', given.signal);
    const second = ask('b');
    given.abort();
    started[0].end('not asked for');
    await expect(first).rejects.toBeInstanceOf(NotWanted);
    started[1].end('B');
    expect(await second).toBe('B');
    expect(workers.map((w) => w.ended)).toEqual([false]);
  });

  it('leaves out what was given up while it waited', async () => {
    const { ask, started } = workshop();
    const given = new AbortController();
    const first = ask('a');
    const second = ask('b', given.signal);
    const third = ask('c');
    given.abort();
    await expect(second).rejects.toBeInstanceOf(NotWanted);
    started[0].end('A');
    await first;
    expect(started.map((s) => s.name)).toEqual(['a', 'c']);
    started[1].end('C');
    expect(await third).toBe('C');
  });

  it('ends what takes longer than the limit, and says so', async () => {
    const { ask, workers, started } = workshop({ limit: 0 });
    await expect(ask('a')).rejects.toThrow('took longer than');
    expect(workers.map((w) => w.ended)).toEqual([true]);
    expect(started).toHaveLength(1);
  });

  it('begins nothing that was given up before it was asked for', async () => {
    const { ask, workers, started } = workshop();
    await expect(ask('a', AbortSignal.abort())).rejects.toBeInstanceOf(NotWanted);
    expect([workers.length, started.length]).toEqual([0, 0]);
    const next = ask('b');
    started[0].end('B');
    expect(await next).toBe('B');
  });

  it('takes another worker for one that broke down while it had nothing to do', async () => {
    const { ask, workers, started } = workshop();
    const first = ask('a');
    started[0].end('A');
    await first;
    workers[0].failed();
    expect(workers[0].ended).toBe(true);
    const second = ask('b');
    expect(started[1]).toMatchObject({ name: 'b', worker: 1 });
    // What an old worker says later concerns nobody.
    workers[0].failed();
    started[1].end('B');
    expect(await second).toBe('B');
    expect(workers.map((w) => w.ended)).toEqual([true, false]);
  });

  it('tells who waits when a worker breaks down, and starts another', async () => {
    const { ask, workers, started } = workshop();
    const first = ask('a');
    const second = ask('b');
    workers[0].failed();
    await expect(first).rejects.toThrow('broke down');
    expect(started[1]).toMatchObject({ name: 'b', worker: 1 });
    started[1].end('B');
    expect(await second).toBe('B');
  });
});

async function untilStarted(started: readonly unknown[], count: number): Promise<void> {
  while (started.length < count) await new Promise((done) => setTimeout(done, 1));
}
