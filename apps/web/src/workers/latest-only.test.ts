import { latestOnly } from './latest-only';

/** A call that ends when it is told to. */
function slow() {
  const started: { argument: number; end: (result: string) => void; fail: () => void }[] = [];
  const run = latestOnly(
    (argument: number) =>
      new Promise<string>((end, fail) => {
        started.push({ argument, end, fail: () => fail(new Error('lost')) });
      }),
  );
  return { run, started };
}
const turn = () => new Promise((done) => setImmediate(done));

describe('latestOnly', () => {
  it('runs the first at once and, of those that wait, only the last', async () => {
    const { run, started } = slow();
    const answers = [run(1), run(2), run(3)];
    expect(started.map((s) => s.argument)).toEqual([1]);
    started[0].end('one');
    expect(await answers[0]).toBe('one');
    expect(await answers[1]).toBeNull();
    await turn();
    expect(started.map((s) => s.argument)).toEqual([1, 3]);
    started[1].end('three');
    expect(await answers[2]).toBe('three');
  });

  it('goes on after a call that failed', async () => {
    const { run, started } = slow();
    const first = run(1);
    const second = run(2);
    started[0].fail();
    expect(await first).toBeNull();
    await turn();
    started[1].end('two');
    expect(await second).toBe('two');
  });

  it('is free again when nothing waits', async () => {
    const { run, started } = slow();
    const first = run(1);
    started[0].end('one');
    await first;
    await turn();
    void run(4);
    expect(started.map((s) => s.argument)).toEqual([1, 4]);
  });
});
