import { spawn, type ChildProcess } from 'node:child_process';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { Brelm, ROOT } from './brelm';

const brelm = new Brelm();
const children: ChildProcess[] = [];
let address: string;
let page: Page;

/** Starts a further process as a person does; resolves with what it says once it is ready. */
function further(...args: string[]): Promise<{ child: ChildProcess; said: () => string }> {
  const child = spawn(
    process.execPath,
    [join(ROOT, 'apps/cli/dist/main.js'), ...args, '--connect', join(brelm.data, 'connect.json')],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  children.push(child);
  let said = '';
  return new Promise((done, fail) => {
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (/is ready/.test(said)) done({ child, said: () => said });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', (code) => fail(new Error(`${args[0]} ended with ${code}: ${said}`)));
  });
}
const ended = (child: ChildProcess, signal: NodeJS.Signals): Promise<number | null> =>
  new Promise((done) => {
    child.removeAllListeners('exit');
    child.once('exit', (code) => done(code));
    child.kill(signal);
  });

beforeAll(async () => {
  ({ address, page } = await brelm.opened(1024, 700, ['--engine', '--at-once', '0', '--status-port', '0']));
});
afterAll(async () => {
  for (const child of children)
    if (child.exitCode === null && child.signalCode === null) await ended(child, 'SIGKILL');
  await brelm.clean();
});

/** Asks for the stickers of the demo's designs; the run's title is to be found on the page. */
async function asked(title: string): Promise<string> {
  const json = async <T>(path: string, body?: object): Promise<T> => {
    const response = await fetch(`${address}/api/${path}`, {
      ...(body && {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'content-type': 'application/json' },
      }),
    });
    expect(response.ok).toBe(true);
    return (await response.json()) as T;
  };
  const { designs } = await json<{ designs: { id: string; name: string }[] }>('designs?count=50');
  const bog = designs.find((d) => d.name === 'Bog Standard')!;
  const planned = await json<
    { spec: string; side: string; colourway: { id: string }; apart: string | null }[]
  >('plan', {
    designs: [bog.id],
  });
  const files = planned.slice(0, 3).map(({ spec, side, colourway, apart }) => ({
    ...{ designId: bog.id, spec, side, colourway: colourway.id, apart, acceptStops: true },
  }));
  return (await json<{ id: string }>('runs', { title, files })).id;
}
const run = async (id: string) =>
  (await (await fetch(`${address}/api/runs/${id}`)).json()) as {
    state: string;
    counts: Record<string, number>;
  };

describe('a Brelm of several processes', () => {
  it('says how others take part, in a file that is its owner’s alone', async () => {
    expect(brelm.log).toContain('connect.json');
    expect(statSync(join(brelm.data, 'connect.json')).mode & 0o077).toBe(0);
    const status = /how it stands: (\S+)\/ready/.exec(brelm.log)![1];
    expect((await fetch(`${status}/ready`)).status).toBe(200);
    expect(await (await fetch(`${status}/metrics`)).text()).toContain('brelm_files_waiting{shop="first"} 0');
  });

  it('makes what is asked for at one by another, and shows it at a third as it goes', async () => {
    const web = await further('web', '--port', '0');
    const other = /Brelm is ready: (\S+)/.exec(web.said())![1];
    await page.goto(`${other}/runs`);
    const id = await asked('Across the marsh');
    const row = (state: string) =>
      page.locator(`[data-testid="run"][data-state="${state}"]`).filter({ hasText: 'Across the marsh' });
    await row('queued').waitFor();
    expect((await run(id)).state).toBe('queued');
    const worker = await further('worker');
    // Nobody loads the page again: word of it comes through the engine.
    await row('done').waitFor();
    expect((await run(id)).counts.done).toBe(3);
    expect(await ended(worker.child, 'SIGTERM')).toBe(0);
    expect(await ended(web.child, 'SIGTERM')).toBe(0);
  });

  it('gives back what a worker has in work when it is to stop at once, and another makes it', async () => {
    const id = await asked('Given back');
    const first = await further('worker', '--drain', '0');
    while ((await run(id)).counts.working === 0 && (await run(id)).counts.done < 3)
      await new Promise((done) => setTimeout(done, 20));
    expect(await ended(first.child, 'SIGTERM')).toBe(0);
    expect((await run(id)).counts.working).toBe(0);
    const second = await further('worker', '--at-once', '2');
    for (let state = ''; state !== 'done'; state = (await run(id)).state)
      await new Promise((done) => setTimeout(done, 200));
    await ended(second.child, 'SIGKILL');
  });
});
