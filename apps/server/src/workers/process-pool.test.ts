import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BusyError, ProcessPool } from './process-pool';

const folder = mkdtempSync(join(tmpdir(), 'brelm-pool-'));
const script = join(folder, 'tasks.cjs');
writeFileSync(
  script,
  `const { worker, workerEmit } = require(${JSON.stringify(require.resolve('workerpool'))});
  let begun = 0;
  const kept = [];
  worker({
    pid: () => process.pid,
    double: (n) => 2 * n,
    fail: () => { throw new Error('it went wrong'); },
    hang: () => { for (;;); },
    die: () => process.abort(),
    wait: (ms) => new Promise((done) => setTimeout(done, ms)),
    fill: (mb) => {
      const all = [];
      for (let n = 0; n < mb; n += 10) all.push(Buffer.alloc(10e6, 1));
      return all.length;
    },
    allocation: () => process.env.MALLOC_MMAP_THRESHOLD_,
    // Leaves some of what it took, as native code does.
    leave: (mb) => {
      workerEmit({ before: begun++ });
      for (let n = 0; n < mb; n += 10) kept.push(Buffer.alloc(10e6, 1));
      // One that has too much stays until it is looked at.
      const over = 10 * kept.length > 250;
      return over ? new Promise((done) => setTimeout(done, 60000)) : process.pid;
    },
    bytes: (given) => Uint8Array.from(given, (v) => 255 - v),
  });`,
);
const options = { script, processes: 1, queue: 2, memory: 300 };
const LONG = 100_000;

let pool: ProcessPool;
beforeEach(() => {
  pool = new ProcessPool(options);
});
afterEach(() => pool.close());
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const alive = (pid: number) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
const gone = async (pid: number) => {
  while (alive(pid)) await new Promise((done) => setTimeout(done, 20));
};

describe('a pool of processes', () => {
  it('does work in another process, and hands bytes and errors back', async () => {
    expect(await pool.run('double', 21, LONG)).toBe(42);
    expect(await pool.run('pid', null, LONG)).not.toBe(process.pid);
    expect([...(await pool.run<Uint8Array>('bytes', Uint8Array.of(0, 1, 255), LONG))]).toEqual([255, 254, 0]);
    await expect(pool.run('fail', null, LONG)).rejects.toThrow('it went wrong');
  });

  it('keeps its process from one piece of work to the next', async () => {
    const first = await pool.run('pid', null, LONG);
    expect(await pool.run('pid', null, LONG)).toBe(first);
  });

  it('ends what takes longer than it may, and goes on with another process', async () => {
    const before = await pool.run<number>('pid', null, LONG);
    await expect(pool.run('hang', null, 300)).rejects.toMatchObject({ reason: 'deadline' });
    expect(await pool.run('double', 2, LONG)).toBe(4);
    await gone(before);
  });

  it('outlives a process that dies in native code', async () => {
    await expect(pool.run('die', null, LONG)).rejects.toMatchObject({ reason: 'died' });
    expect(await pool.run('double', 3, LONG)).toBe(6);
  });

  it('gives a process no more memory than it may have', async () => {
    expect(await pool.run('fill', 50, LONG)).toBe(5);
    await expect(pool.run('fill', 2000, LONG)).rejects.toThrow();
    expect(await pool.run('double', 4, LONG)).toBe(8);
  });

  it('begins work again whose process died of what work before it had left', async () => {
    const first = await pool.run<number>('leave', 150, LONG);
    // Both do not fit; each by itself does.
    const second = await pool.run<number>('leave', 150, LONG);
    expect(second).not.toBe(first);
    expect(alive(first)).toBe(false);
    // What does not fit by itself is not tried for ever.
    await expect(pool.run('leave', 2000, LONG)).rejects.toMatchObject({ reason: 'died', before: 0 });
  });

  it('has a process give back what it has freed', async () => {
    expect(await pool.run('allocation', null, LONG)).toBe('131072');
  });

  it('ends work that nobody waits for any more, in the middle of it', async () => {
    const pid = await pool.run<number>('pid', null, LONG);
    const abort = new AbortController();
    const hanging = pool.run('hang', null, LONG, abort.signal);
    const waiting = pool.run('double', 5, LONG);
    abort.abort();
    await expect(hanging).rejects.toMatchObject({ reason: 'cancelled' });
    expect(await waiting).toBe(10);
    await gone(pid);
    await expect(pool.run('double', 6, LONG, AbortSignal.abort())).rejects.toMatchObject({
      reason: 'cancelled',
    });
  });

  it('refuses more than may wait, and says when to ask again', async () => {
    const abort = new AbortController();
    const hanging = pool.run('hang', null, LONG, abort.signal);
    const waiting = [1, 2].map((n) => pool.run('double', n, LONG));
    await expect(pool.run('double', 3, LONG)).rejects.toBeInstanceOf(BusyError);
    await expect(pool.run('double', 3, LONG)).rejects.toMatchObject({
      retryAfterSeconds: expect.any(Number),
    });
    abort.abort();
    await expect(hanging).rejects.toMatchObject({ reason: 'cancelled' });
    expect(await Promise.all(waiting)).toEqual([2, 4]);
    expect(await pool.run('double', 7, LONG)).toBe(14);
  });

  it('ends everything when it is closed, whatever runs, and begins nothing more', async () => {
    const pid = await pool.run<number>('pid', null, LONG);
    const hanging = pool.run('hang', null, LONG);
    const told = expect(hanging).rejects.toMatchObject({ reason: 'stopping' });
    await pool.close();
    await told;
    await gone(pid);
    await expect(pool.run('double', 1, LONG)).rejects.toMatchObject({ reason: 'stopping' });
  });
});
