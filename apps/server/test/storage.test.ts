import { mkdirSync, readdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import { DataSource } from 'typeorm';
import { typefaceFile } from '@brelm/engine';
import { DatabaseGuard } from '../src/database/database-guard';
import { QueueService } from '../src/runs/queue.service';
import { RunStore } from '../src/runs/run-store.service';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { askOf, designsOf, running, until, uploadTo, type Running } from './running';
import { designOf } from './sticker';

let room = Infinity;
let it0: Running;
beforeAll(async () => {
  it0 = await running(false, { room: () => Promise.resolve(room) });
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);

interface Run {
  id: string;
  state: string;
  files: { id: string; state: string; reason: string | null; attempts: number }[];
}
const SPEC = 'stickerwharf/kiss-cut-3in';
async function started(name: string, ink?: string): Promise<Run> {
  const { id } = (await ask<{ id: string }>('designs', 'POST', { document: designOf(name, ink) })).body;
  const file = { designId: id, spec: SPEC, side: 'face', colourway: 'base', acceptStops: true };
  return (await ask<Run>('runs', 'POST', { files: [file] })).body;
}
const ended = (id: string) =>
  until(async () => {
    const { body } = await ask<Run>(`runs/${id}`);
    return !['queued', 'working'].includes(body.state) && body;
  });
const rows = () => it0.server.app.get(RunStore).files;
const anew = () => it0.server.app.get(QueueService).onApplicationBootstrap();
const made = () =>
  (readdirSync(join(it0.filesDir, 'made'), { recursive: true }) as string[]).filter((n) => n.length > 60);
const tidy = (days: number) =>
  it0.server.app.get(HousekeepingService).tidy(Date.now() + days * 24 * 3600 * 1000);

describe('a run that cannot end by itself', () => {
  it('with a reason longer than its column ends with the beginning of it, and the next is made', async () => {
    const run = await started('Long reason');
    await ended(run.id);
    const queue = it0.server.app.get(QueueService);
    const pool = (queue as unknown as { pool: { make: unknown } }).pool;
    const make = pool.make;
    pool.make = () => Promise.reject(new Error('é'.repeat(200_000)));
    try {
      for (const name of ['One', 'Two', 'Three']) {
        const failed = await ended((await started(name)).id);
        expect(failed.state).toBe('failed');
        expect(failed.files[0].reason!.length).toBeLessThan(5000);
      }
    } finally {
      pool.make = make;
    }
    expect((await ended((await started('After', '#224466')).id)).state).toBe('done');
  });

  it('whose job cannot be read fails alone', async () => {
    const run = await started('Unreadable');
    await ended(run.id);
    for (const job of ['{"spec":', '{"spec":{"sides":[]},"side":"face"}']) {
      await rows().update({ runId: run.id }, { job, state: 'queued', finishedAt: null });
      await it0.server.app.get(RunStore).runs.update(run.id, { state: 'queued', finishedAt: null });
      await anew();
      await until(async () => (await rows().findOneByOrFail({ runId: run.id })).state === 'failed');
      expect((await rows().findOneByOrFail({ runId: run.id })).reason).toContain('start a new run');
    }
    await ask(`runs/${run.id}`, 'DELETE');
    expect((await ended((await started('Beside', '#446622')).id)).state).toBe('done');
  });

  it('that was in work each time the server ended is given up, and that is said', async () => {
    const run = await started('Deadly');
    await ended(run.id);
    await rows().update({ runId: run.id }, { state: 'working', lost: 4, finishedAt: null });
    await it0.server.app.get(RunStore).runs.update(run.id, { state: 'working', finishedAt: null });
    await anew();
    const after = await ended(run.id);
    expect([after.state, after.files[0].reason]).toEqual([
      'failed',
      expect.stringContaining('Its process ended 5 times') as string,
    ]);
    // Only the seller can want it once more.
    await ask(`runs/${run.id}/retry`, 'POST');
    expect((await ended(run.id)).state).toBe('done');
  });

  it('marked as in work by a server that is gone can be cancelled', async () => {
    const run = await started('Orphan');
    await ended(run.id);
    await rows().update({ runId: run.id }, { state: 'working', finishedAt: null });
    await it0.server.app.get(RunStore).runs.update(run.id, { state: 'working', finishedAt: null });
    await ask(`runs/${run.id}/cancel`, 'POST');
    expect((await ended(run.id)).state).toBe('cancelled');
  });
});

describe('tidying up', () => {
  it('takes away what runs made that are gone, and never what another run has', async () => {
    const [a, b] = [await started('Same', '#aa3311'), await started('Same', '#aa3311')];
    const alone = await started('Alone', '#11aa33');
    for (const run of [a, b, alone]) await ended(run.id);
    const before = made();
    await ask(`runs/${a.id}`, 'DELETE');
    await ask(`runs/${alone.id}`, 'DELETE');
    expect(made()).toEqual(before);
    expect(await tidy(0)).toMatchObject({ made: 0 });
    expect((await tidy(1)).made).toBeGreaterThan(0);
    const [left] = (await ask<Run>(`runs/${b.id}`)).body.files;
    expect((await fetch(`${it0.url}/api/runs/files/${left.id}`)).status).toBe(200);
  });

  it('loses nothing while the same bytes are made and removed again and again', async () => {
    const keep: string[] = [];
    for (let round = 0; round < 7; round++) {
      const going = await started('Race', '#7733aa');
      await ended(going.id);
      const coming = await started('Race', '#7733aa');
      // Removed and tidied while the other one's bytes come into the same place.
      const [, , done] = await Promise.all([ask(`runs/${going.id}`, 'DELETE'), tidy(1), ended(coming.id)]);
      expect(done.state).toBe('done');
      keep.push(done.files[0].id);
    }
    for (const id of keep) expect((await fetch(`${it0.url}/api/runs/files/${id}`)).status).toBe(200);
  });

  it('sweeps what was begun and never ended, but nothing that may still be written', async () => {
    const old = join(it0.filesDir, 'ab', 'x.0011.part');
    const fresh = join(it0.filesDir, 'ab', 'y.0011.part');
    mkdirSync(dirname(old), { recursive: true });
    for (const path of [old, fresh]) writeFileSync(path, 'half');
    const ago = new Date(Date.now() - 3 * 24 * 3600 * 1000);
    utimesSync(old, ago, ago);
    expect((await tidy(0)).begun).toBe(1);
    expect(readdirSync(dirname(old))).toEqual(['y.0011.part']);
  });

  it('forgets a picture only when nothing has referred to it for long', async () => {
    const picture = (colour: string) =>
      sharp({ create: { width: 9, height: 9, channels: 4, background: colour } })
        .png()
        .toBuffer();
    const shas: string[] = [];
    for (const [i, colour] of ['#100000', '#200000', '#300000', '#400000', '#500000'].entries()) {
      const bytes = await picture(colour);
      const { body } = await uploadTo<{ sha256: string }>(it0, 'materials', bytes, `p${i}.png`);
      shas.push(body.sha256);
    }
    const withPicture = (sha256: string) => ({
      ...designOf('Picture'),
      materials: [{ id: 'p', name: 'p.png', sha256, width: 9, height: 9, licence: { id: 'own' } }],
    });
    const [inDesign, inVersion, inArchive, inRun, nowhere] = shas;
    const made1 = async (sha: string) =>
      (await ask<{ id: string }>('designs', 'POST', { document: withPicture(sha) })).body.id;
    const first = await made1(inDesign);
    await ask(`designs/${first}/versions`, 'POST', { name: 'v', document: withPicture(inVersion) });
    await ask(`designs/${await made1(inArchive)}/archive`, 'POST');
    const inRunId = await made1(inRun);
    const file = { designId: inRunId, spec: SPEC, side: 'face', colourway: 'base', acceptStops: true };
    const run = (await ask<Run>('runs', 'POST', { files: [file] })).body;
    await ended(run.id);
    await ask(`designs/${inRunId}`, 'PUT', { revision: 1, document: designOf('Without') });
    await tidy(0);
    await tidy(80);
    const there = async () =>
      Promise.all(shas.map(async (sha) => (await fetch(`${it0.url}/api/materials/${sha}/file`)).status));
    expect(await there()).toEqual([200, 200, 200, 200, 200]);
    // A bill is kept as long as a picture is, of which it was said.
    const pdf = Buffer.from('%PDF-1.7\n% a bill');
    const bill = (await uploadTo<{ sha256: string; name: string }>(it0, 'materials/bills', pdf, 'bill.pdf'))
      .body;
    await ask(`materials/${inDesign}/licence`, 'PUT', { id: 'bought', bill });
    await tidy(100);
    await tidy(101);
    expect(await there()).toEqual([200, 200, 200, 200, 404]);
    await tidy(300);
    expect((await fetch(`${it0.url}/api/materials/${bill.sha256}/file`)).status).toBe(200);
    // Or a typeface.
    const font = new Uint8Array(readFileSync(typefaceFile('satisfy')!));
    const [face] = (await uploadTo<{ id: string }[]>(it0, 'typefaces', font, 'mine.ttf')).body;
    await ask(`typefaces/${face.id}/licence`, 'PUT', { id: 'bought', bill });
    await ask(`materials/${inDesign}/licence`, 'PUT', { id: 'own' });
    await tidy(301);
    await tidy(500);
    expect((await fetch(`${it0.url}/api/materials/${bill.sha256}/file`)).status).toBe(200);
    await ask(`typefaces/${face.id}/licence`, 'PUT', { id: 'own' });
    await tidy(501);
    await tidy(700);
    expect((await fetch(`${it0.url}/api/materials/${bill.sha256}/file`)).status).toBe(404);
    // Brought in again, it is there again.
    await uploadTo(it0, 'materials', await picture('#500000'), 'again.png');
    expect((await there())[shas.indexOf(nowhere)]).toBe(200);
  });
});

describe('a full disk', () => {
  it('refuses what would write with 507, lets read and remove, and goes on when there is room', async () => {
    const [design] = await designsOf(it0);
    const save = () =>
      ask(`designs/${design.id}`, 'PUT', { revision: design.revision, document: design.document });
    room = 100;
    const refused = await save();
    expect([refused.status, refused.body.message]).toEqual([
      507,
      expect.stringContaining('disk is full') as string,
    ]);
    expect((await uploadTo(it0, 'materials', Buffer.from('<svg/>'), 'a.svg')).status).toBe(507);
    expect(await ask('health/ready')).toMatchObject({
      status: 503,
      body: { ready: false, disk: expect.stringContaining('disk is full') as string },
    });
    expect((await ask('designs')).status).toBe(200);
    const palette = await ask('palettes/999', 'DELETE');
    expect(palette.status).toBe(404);
    room = Infinity;
    expect((await save()).status).toBe(200);
    expect(await ask('health/ready')).toMatchObject({
      status: 200,
      body: { ready: true, disk: null, queue: { waiting: 0, inWork: 0 } },
    });
  });

  it('fails a file with the reason instead of writing half of it', async () => {
    const disk = (it0.server.app.get(QueueService) as unknown as { disk: { check: unknown } }).disk;
    const check = disk.check;
    const run = await started('Cramped', '#998877');
    await ended(run.id);
    room = 1_000_000;
    await rows().update({ runId: run.id }, { state: 'failed', sha256: null });
    await it0.server.app.get(RunStore).runs.update(run.id, { state: 'failed' });
    room = 2_000_000;
    await ask(`runs/${run.id}/retry`, 'POST');
    const failed = await ended(run.id);
    expect(failed.files[0].reason).toContain('the disk is full');
    room = Infinity;
    await ask(`runs/${run.id}/retry`, 'POST');
    expect((await ended(run.id)).state).toBe('done');
    expect(disk.check).toBe(check);
  });
});

/** Whether every thread of a process is stopped. */
const standsStill = (pid: number): boolean =>
  readdirSync(`/proc/${pid}/task`).every((thread) =>
    / [Tt] /.test(readFileSync(`/proc/${pid}/task/${thread}/stat`, 'utf8').replace(/^.*\)/, '')),
  );

describe('a database that is away', () => {
  it('that stands still is told with 503 by reads and saves, and both go on by themselves', async () => {
    const [design] = await designsOf(it0);
    const pid = it0.database.pid();
    process.kill(pid, 'SIGSTOP');
    // Its threads stop one after another: till then some still answer.
    await until(() => Promise.resolve(standsStill(pid)));
    try {
      const answers = await Promise.all([
        ask('designs'),
        ask(`designs/${design.id}`),
        ask(`designs/${design.id}`, 'PUT', { revision: design.revision, document: design.document }),
        ask('runs'),
        ask('health'),
        ask('health/ready'),
      ]);
      expect(answers.map((a) => a.status)).toEqual([503, 503, 503, 503, 503, 503]);
      expect(answers[2].body.message).toContain('Your work is kept in this browser');
    } finally {
      process.kill(pid, 'SIGCONT');
    }
    await until(async () => (await ask('designs')).status === 200);
    // The save may have come through after all: what was sent is there, once.
    const [now] = (await designsOf(it0)).filter((d) => d.id === design.id);
    expect(now.revision - design.revision).toBeLessThanOrEqual(1);
    expect(now.document).toEqual(design.document);
  });

  it('is not taken for away by a server that was held up itself', async () => {
    const guard = it0.server.app.get(DatabaseGuard);
    const asked = guard.answers();
    // Held up for longer than an answer may take: work of its own, or a machine that is busy with something else.
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 4000);
    expect(await asked).toBe(true);
  });

  it('that was killed is started again, and nothing that was saved is gone', async () => {
    const before = (await designsOf(it0)).map((d) => [d.id, d.revision]).sort();
    const pid = it0.database.pid();
    process.kill(pid, 'SIGKILL');
    await until(async () => it0.database.pid() !== pid && (await ask('designs')).status === 200);
    expect((await designsOf(it0)).map((d) => [d.id, d.revision]).sort()).toEqual(before);
    expect((await ended((await started('After the kill', '#010203')).id)).state).toBe('done');
  });
});

describe('a large shop', () => {
  it('of 5,000 designs comes in pages of less than 300 KB, found by name and by words', async () => {
    const db = it0.server.app.get(DataSource);
    await db.query(
      `INSERT INTO designs (id, name, revision, document, created_at, updated_at, archived_at, summary, words)
       SELECT UUID(), CONCAT('Filler ', s.seq), 1, d.document, NOW(3), NOW(3) - INTERVAL s.seq SECOND, NULL, d.summary,
         CONCAT('moth number ', s.seq)
       FROM seq_1_to_5000 s, (SELECT document, summary FROM designs ORDER BY id LIMIT 1) d`,
    );
    const response = await fetch(`${it0.url}/api/designs?count=200`);
    const text = await response.text();
    expect(text.length).toBeLessThan(300_000);
    const page = JSON.parse(text) as { total: number; designs: { id: string; document?: unknown }[] };
    expect(page.total).toBeGreaterThanOrEqual(5000);
    expect(page.designs).toHaveLength(200);
    expect(page.designs.every((d) => d.document === undefined)).toBe(true);
    const seen = new Set<string>();
    for (let from = 0; from < page.total; from += 200)
      for (const d of (await ask<typeof page>(`designs?count=200&from=${from}&order=name`)).body.designs)
        seen.add(d.id);
    expect(seen.size).toBe(page.total);
    const found = async (words: string) =>
      (
        await ask<{ total: number; close: boolean; designs: { name: string }[] }>(
          `designs?search=${encodeURIComponent(words)}`,
        )
      ).body;
    expect((await found('number 4321')).designs.map((d) => d.name)).toEqual(['Filler 4321']);
    expect((await found('filler 77')).total).toBe(
      Array.from({ length: 5000 }, (_, i) => `${i + 1}`).filter((n) => n.includes('77')).length,
    );
    // Letters that SQL reads as others are themselves: nothing has them, what comes is only close.
    for (const words of ['100%', 'fil_er']) {
      const { close, total } = await found(words);
      expect(close).toBe(total > 0);
    }
    expect((await found('100%')).designs.map((d) => d.name)).toContain('Filler 100');
  });
});
