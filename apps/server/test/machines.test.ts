import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Redis from 'ioredis';
import { DataSource } from 'typeorm';
import type { DesignDocument } from '@brelm/core/design';
import {
  startServer,
  startWorker,
  type RunningServer,
  type RunningWorker,
  type ServerOptions,
} from '@brelm/server';
import { startEngine, type RunningEngine } from '../../cli/src/database/redis';
import { processName, redisCarrier, type Part, type ThisProcess, type Word } from '../src/machines';
import { keyIn } from '../src/storage/seal';
import { runningStore, type RunningStore } from './bucket';
import { askOf, bytesFrom, endedRun, running, until, type Running } from './running';
import { designOf } from './sticker';

const home = mkdtempSync(join(tmpdir(), 'brelm-machines-'));
let engine: RunningEngine;
let store: RunningStore;
/** The process that everything was started by. */
let it0: Running;
let options: ServerOptions;
const MASTER = { master: Buffer.alloc(32, 5).toString('base64'), known: {} };

const processOf = (part: Part): ThisProcess => ({
  ...{ name: processName(), part, alone: false },
  carrier: redisCarrier({ url: engine.url }),
});

/** Another machine: the same database and engine, files of its own. */
const elsewhere = (name: string): ServerOptions => ({
  ...options,
  ...{ filesDir: join(home, name, 'files'), shopsDir: join(home, name, 'shops'), demo: false, alone: true },
});
/** What a test has started, so that none outlives it, however it ends. */
const started: (() => Promise<void>)[] = [];
const webAt = async (name: string, more: Partial<ServerOptions> = {}): Promise<RunningServer> => {
  const web = await startServer({ ...elsewhere(name), process: processOf('web'), statusPort: 0, ...more });
  started.push(() => web.close());
  return web;
};
const workerAt = async (name: string): Promise<RunningWorker> => {
  const worker = await startWorker({
    ...{ ...elsewhere(name), process: processOf('worker'), atOnce: 1, statusPort: 0 },
  });
  started.push(() => worker.stop(60_000));
  return worker;
};
afterEach(async () => {
  await Promise.all(started.splice(0).map((stop) => stop()));
});

beforeAll(async () => {
  engine = await startEngine(join(home, 'engine'));
  store = await runningStore();
  it0 = await running(false, {
    process: processOf('web'),
    ...{ bucket: store.bucket, keys: MASTER, statusPort: 0 },
  });
  options = it0.options;
});
afterAll(async () => {
  await it0?.stop();
  await store?.stop();
  await engine?.stop();
  rmSync(home, { recursive: true, force: true });
});

interface Run {
  id: string;
  state: string;
  packBytes: number | null;
  counts: Record<string, number>;
  files: { id: string; state: string; reason: string | null; attempts: number }[];
}
const ask = <T>(path: string, method = 'GET', json?: unknown, of: { url: string } = it0) =>
  askOf<T>(of, path, method, json);
const ofColours = async (name: string, n: number): Promise<string[]> => {
  const ids: string[] = [];
  for (let i = 0; i < n; i++) {
    const document: DesignDocument = designOf(`${name} ${i}`, `#b349${(16 + i).toString(16)}`);
    ids.push((await ask<{ id: string }>('designs', 'POST', { document })).body.id);
  }
  return ids;
};
const start = async (designs: readonly string[], over = {}, of: { url: string } = it0): Promise<Run> =>
  (
    await ask<Run>(
      'runs',
      'POST',
      {
        files: designs.map((designId) => ({
          ...{
            designId,
            spec: 'stickerwharf/kiss-cut-3in',
            side: 'face',
            colourway: 'base',
            acceptStops: true,
          },
        })),
        ...over,
      },
      of,
    )
  ).body;
const ended = (id: string, of: { url: string } = it0) => endedRun<Run>(of, id);
const metrics = async (status: string) => (await fetch(`${status}/metrics`)).text();
/** How many files this process, the test's own, has made by now, in all that it plays. */
const madeHere = async (): Promise<number> =>
  Number(
    /brelm_files_ended_total\{shop="first",how="done"\} (\d+)/.exec(await metrics(it0.server.status!))?.[1] ??
      0,
  );

describe('several processes', () => {
  it('share the files of a run; each is made once, and any of them gives it out', async () => {
    const designs = await ofColours('Owl', 10);
    await workerAt('one');
    await workerAt('other');
    const before = await madeHere();
    const web = await webAt('web');
    const heard: string[] = [];
    const events = await fetch(`${web.url}/api/runs/events`, { headers: { accept: 'text/event-stream' } });
    const listening = (async () => {
      const decoder = new TextDecoder();
      const reader = events.body!.getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read())
        heard.push(decoder.decode(part.value));
    })().catch(() => undefined);
    const run = await ended((await start(designs, { pack: true })).id);
    expect([run.state, run.counts.done]).toEqual(['done', 10]);
    expect(run.files.map((f) => f.attempts)).toEqual(Array(10).fill(1));
    expect((await madeHere()) - before).toBe(10);
    // Whoever is connected to another process hears of it, too.
    await until(() => Promise.resolve(heard.join('').includes(`"id":"${run.id}"`)));
    await until(() => Promise.resolve(/"state":"done"/.test(heard.join(''))));
    // None of these processes has made it; all find it.
    const [from0, fromWeb] = [
      await bytesFrom(it0, `runs/${run.id}/pack`),
      await bytesFrom(web, `runs/${run.id}/pack`),
    ];
    expect(from0.length).toBe(run.packBytes);
    expect(fromWeb.equals(from0)).toBe(true);
    const file = await bytesFrom(web, `runs/files/${run.files[3].id}`);
    expect(file.subarray(1, 4).toString()).toBe('PNG');
    await web.close();
    await listening;
  });

  it('go on where the engine has lost all that it carried', async () => {
    const run = await start(await ofColours('Moth', 4));
    const redis = new Redis(engine.url);
    await until(async () => (await redis.keys('brelm:files:*')).length > 0);
    await redis.flushall();
    redis.disconnect();
    await workerAt('after-loss');
    const after = await ended(run.id);
    expect([after.state, after.counts.done]).toEqual(['done', 4]);
  });

  it('wait for an engine that is away: what is asked for meanwhile is made once it is back', async () => {
    const designs = await ofColours('Vole', 3);
    await workerAt('waiting');
    const pid = engine.pid();
    engine.kill();
    const run = await start(designs);
    expect(run.state).toBe('queued');
    await until(() => Promise.resolve(engine.pid() !== pid));
    expect((await ended(run.id)).counts.done).toBe(3);
  });

  it('take over what one that was never heard of again had in work', async () => {
    const run = await start(await ofColours('Heron', 1));
    await workerAt('taking-over');
    await ended(run.id);
    // As if another process had it, and had died an hour ago.
    const query = (sql: string) => it0.server.app.get(DataSource).query(sql);
    await query(`UPDATE run_files SET state = 'working', owner = 'gone-1', finished_at = NULL,
      lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 HOUR WHERE run_id = '${run.id}'`);
    await query(`UPDATE runs SET state = 'working', finished_at = NULL WHERE id = '${run.id}'`);
    const after = await ended(run.id);
    expect([after.state, after.files[0].attempts]).toEqual(['done', 2]);
  });

  it('stop what is in work anywhere when its run is cancelled at another', async () => {
    const run = await start(await ofColours('Toad', 6));
    const worker = await workerAt('cancelled');
    const web = await webAt('cancelling');
    await ask(`runs/${run.id}/cancel`, 'POST', {}, web);
    const after = await ended(run.id);
    expect(after.counts.queued + after.counts.working).toBe(0);
    expect(after.counts.done + after.counts.cancelled).toBe(6);
    await worker.stop(60_000);
    expect((await ask<Run>(`runs/${run.id}`)).body.counts).toEqual(after.counts);
  });

  it('make files of a shop that was made at another, and close it when it is taken away there', async () => {
    await workerAt('shops');
    const web = await webAt('shops-web');
    const made = await fetch(`${it0.url}/api/house/shops`, {
      ...{ method: 'POST', headers: { 'content-type': 'application/json', origin: it0.url } },
      body: JSON.stringify({ name: 'Reed beds', filling: 'nothing' }),
    });
    expect(made.status).toBe(201);
    const of = (server: { url: string }) => ({ url: `${server.url}/shops/reed-beds` });
    const { id } = (await ask<{ id: string }>('designs', 'POST', { document: designOf('Reed') }, of(web)))
      .body;
    const run = await start([id], {}, of(web));
    expect((await ended(run.id, of(it0))).state).toBe('done');
    const gone = await fetch(`${web.url}/api/house/shops/reed-beds`, {
      method: 'DELETE',
      headers: { origin: web.url },
    });
    expect(gone.status).toBe(200);
    expect((await ask('designs', 'GET', undefined, of(web))).status).toBe(404);
    expect((await ask('designs', 'GET', undefined, of(it0))).status).toBe(404);
    // Its copy is where every process finds it.
    const list = (await (await fetch(`${it0.url}/api/house/shops`)).json()) as { away: { file: string }[] };
    expect(list.away).toHaveLength(1);
    const back = await fetch(`${it0.url}/api/house/shops/away/${list.away[0].file}`, {
      ...{ method: 'POST', headers: { origin: it0.url } },
    });
    expect(back.status).toBe(201);
    expect(
      (await ask<{ designs: unknown[] }>('designs', 'GET', undefined, of(web))).body.designs,
    ).toHaveLength(1);
  });
});

describe('a process among others', () => {
  it('says how it stands: that it lives, whether it is ready and why not, and its figures', async () => {
    const web = await webAt('status');
    const at = (path: string) => fetch(`${web.status}${path}`);
    expect(await (await at('/health')).json()).toEqual({ ok: true });
    const ready = await at('/ready');
    expect([ready.status, await ready.json()]).toEqual([
      200,
      {
        ready: true,
        trouble: null,
        queues: expect.arrayContaining([expect.objectContaining({ shop: 'first' })]) as unknown,
      },
    ]);
    const text = await metrics(web.status!);
    for (const name of [
      'brelm_files_waiting',
      'brelm_oldest_file_seconds',
      'brelm_process_resident_memory_bytes',
    ])
      expect(text).toContain(`\n${name}`);
    expect((await at('/else')).status).toBe(404);
    expect((await fetch(`${web.status}/ready`, { method: 'POST' })).status).toBe(405);
    await web.close();
    await expect(at('/health')).rejects.toThrow();
  });

  it('that has no room, or whose engine is away, says that it is not ready', async () => {
    const web = await webAt('full', { room: () => Promise.resolve(0) });
    const ready = await fetch(`${web.status}/ready`);
    expect([ready.status, ((await ready.json()) as { trouble: string }).trouble]).toEqual([
      503,
      expect.stringContaining('the disk is full'),
    ]);
  });

  it('gives every answer the id of its request, or the one that a proxy gave it', async () => {
    const own = await fetch(`${it0.url}/api/designs`);
    expect(own.headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/);
    const given = await fetch(`${it0.url}/api/designs`, { headers: { 'x-request-id': 'proxy-12345678' } });
    expect(given.headers.get('x-request-id')).toBe('proxy-12345678');
    const odd = await fetch(`${it0.url}/api/designs`, { headers: { 'x-request-id': 'a b"c' } });
    expect(odd.headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/);
  });

  it('has the keys that all have in common, those that were there before included', async () => {
    const own = await keyIn(join(home, 'keys/own'));
    const keys = { master: MASTER.master, known: { old: Buffer.from(own).toString('base64') } };
    const [a, b] = [
      await keyIn(join(home, 'keys/a'), 'new', keys),
      await keyIn(join(home, 'keys/b'), 'new', keys),
    ];
    expect(Buffer.from(a).equals(Buffer.from(b))).toBe(true);
    expect(Buffer.from(await keyIn(join(home, 'keys/c'), 'other', keys)).equals(Buffer.from(a))).toBe(false);
    expect(Buffer.from(await keyIn(join(home, 'keys/d'), 'old', keys)).equals(Buffer.from(own))).toBe(true);
    expect(existsSync(join(home, 'keys/d'))).toBe(true);
    // What it had before it was among others is not overwritten.
    await keyIn(join(home, 'keys/own'), 'new', keys);
    expect(Buffer.from(await keyIn(join(home, 'keys/own'))).equals(Buffer.from(own))).toBe(true);
    expect(readdirSync(join(home, 'keys')).sort()).toEqual(['a', 'b', 'c', 'd', 'own']);
  });
});

describe('the carrier', () => {
  it('carries word to every process, and counts for all of them together', async () => {
    const [one, other] = [redisCarrier({ url: engine.url }), redisCarrier({ url: engine.url })];
    const heard: Word[] = [];
    other.hear((word) => heard.push(word));
    await until(() => Promise.resolve(heard.some((w) => w.of === 'missed')));
    await until(() => Promise.resolve(one.carries()));
    one.tell({ shop: 'first', of: 'sending' });
    await until(() => Promise.resolve(heard.some((w) => w.of === 'sending')));
    const counted = { keyPrefix: 'test', points: 3, duration: 600 };
    const [a, b] = [one.counter(counted), other.counter(counted)];
    await a.consume('maud');
    await b.consume('maud');
    await a.consume('maud');
    await expect(b.consume('maud')).rejects.toMatchObject({ msBeforeNext: expect.any(Number) as number });
    await Promise.all([one.close(), other.close()]);
  });

  it('calls once for what is called for twice, and one process at a time answers a call', async () => {
    const [one, other] = [redisCarrier({ url: engine.url }), redisCarrier({ url: engine.url })];
    await until(() => Promise.resolve(one.carries() && other.carries()));
    const ids = Array.from({ length: 20 }, (_, i) => `file-${i}`);
    one.call('nowhere', ids);
    other.call('nowhere', ids);
    const redis = new Redis(engine.url);
    await until(async () => (await redis.llen('brelm:files:wait')) === 20);
    let answered = 0;
    const answer = () => {
      answered++;
      return Promise.resolve();
    };
    const both = [await one.answer(answer, 2), await other.answer(answer, 2)];
    await until(async () => (await redis.llen('brelm:files:wait')) === 0 && answered >= 20);
    expect(answered).toBe(20);
    await Promise.all(both.map((b) => b.stop()));
    await Promise.all([one.close(), other.close()]);
    redis.disconnect();
  });
});
