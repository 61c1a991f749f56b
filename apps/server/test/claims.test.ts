import { randomUUID } from 'node:crypto';
import { getRepositoryToken } from '@nestjs/typeorm';
import type { Repository } from 'typeorm';
import { DutyRow, RunFileRow, RunRow } from '../src/database/entities';
import { aloneHere, DutiesService } from '../src/machines';
import type { ShopOptions } from '../src/options';
import { ClaimsService, JOB_VERSION, MOST_LOST, type Claim } from '../src/runs/claims.service';
import { QueueService } from '../src/runs/queue.service';
import { RunStore } from '../src/runs/run-store.service';
import { running, until, type Running } from './running';

let it0: Running;
let runs: Repository<RunRow>;
let files: Repository<RunFileRow>;
let duties: Repository<DutyRow>;
beforeAll(async () => {
  it0 = await running(false);
  // Its own queue would take what is claimed here.
  await it0.server.app.get(QueueService).drain();
  const repository = <T extends object>(row: new () => T): Repository<T> =>
    it0.server.app.get<Repository<T>>(getRepositoryToken(row) as string);
  [runs, files, duties] = [repository(RunRow), repository(RunFileRow), repository(DutyRow)];
});
afterAll(() => it0?.stop());
beforeEach(() => runs.query('DELETE FROM runs'));

/** How a process among others sees the shop. */
const seenBy = (name: string, part: 'web' | 'worker' = 'worker'): ShopOptions =>
  ({ shop: 'first', process: { ...aloneHere(), name, part, alone: false } }) as ShopOptions;
const claimsOf = (name: string): ClaimsService =>
  new ClaimsService(new RunStore(runs, files, seenBy(name)), seenBy(name));
const always = () => true;

/** A run of so many files that wait. */
async function run(n: number, { paused = false, position = 1, job = '{}' } = {}): Promise<string> {
  const id = randomUUID();
  const at = new Date();
  await runs.insert({
    ...{
      id,
      title: 'Owls',
      position,
      state: 'queued',
      pack: false,
      packName: 'owls.zip',
      paused,
      createdAt: at,
    },
  });
  for (let i = 0; i < n; i++)
    await files.insert({
      ...{ id: randomUUID(), runId: id, position: i, state: 'queued', designId: randomUUID(), revision: 1 },
      ...{ snapshot: 'a'.repeat(64), job, path: `owl-${i}.png`, acceptStops: false, attempts: 0 },
    });
  return id;
}
const states = async (runId: string) =>
  (await files.find({ where: { runId }, order: { position: 'ASC' } })).map((f) => f.state);
/** As if so much time had gone by without a word from its owner. */
const later = (runId: string) =>
  files.query('UPDATE run_files SET lease_until = lease_until - INTERVAL 1 HOUR WHERE run_id = ?', [runId]);

async function taken(claims: ClaimsService): Promise<Claim> {
  const claim = await claims.take(always);
  if (!claim || claim === 'later') throw new Error('nothing was taken');
  return claim;
}

describe('claims of files', () => {
  it('are each had by one process, however many ask at the same moment', async () => {
    const id = await run(60);
    const had = await Promise.all(
      Array.from({ length: 6 }, async (_, w) => {
        const claims = claimsOf(`worker-${w}`);
        const own: string[] = [];
        for (;;) {
          const claim = await claims.take(always).catch((error: { code?: string }) => {
            // Two that waited for one another: the one that gave way asks again.
            if (error.code === 'ER_LOCK_DEADLOCK') return 'again' as const;
            throw error;
          });
          if (claim === 'again') continue;
          if (!claim || claim === 'later') return own;
          own.push(claim.file.id);
        }
      }),
    );
    expect(had.flat()).toHaveLength(60);
    expect(new Set(had.flat()).size).toBe(60);
    expect(await states(id)).toEqual(Array(60).fill('working'));
  });

  it('go round among the runs, leave out those that are paused, and keep to their order within one', async () => {
    const [second, first, still] = [
      await run(2, { position: 2 }),
      await run(3),
      await run(2, { paused: true }),
    ];
    const claims = claimsOf('worker');
    const order: [string, number][] = [];
    for (let i = 0; i < 5; i++) {
      const { file } = await taken(claims);
      order.push([file.runId, file.position]);
    }
    expect(order).toEqual([
      [first, 0],
      [second, 0],
      [first, 1],
      [second, 1],
      [first, 2],
    ]);
    expect(await claims.take(always)).toBeNull();
    expect(await states(still)).toEqual(['queued', 'queued']);
  });

  it('wait where the next file may not begin yet, and nothing is passed over for it', async () => {
    const id = await run(2, { job: '{"large":true}' });
    const claims = claimsOf('worker');
    expect(await claims.take((job) => !job.includes('large'))).toBe('later');
    expect(await states(id)).toEqual(['queued', 'queued']);
  });

  it('hold as long as they are renewed; what was lost is queued again, and its late end is not taken', async () => {
    const id = await run(1);
    const [slow, quick] = [claimsOf('slow'), claimsOf('quick')];
    const early = await taken(slow);
    expect(await slow.renew([early])).toEqual([]);
    expect(await quick.takeBack()).toEqual([]);
    await later(id);
    expect(await quick.takeBack()).toEqual([id]);
    const again = await taken(quick);
    expect(again.file.id).toBe(early.file.id);
    expect(again.token).toBe(early.token + 1);
    // The first one wakes up: it learns that the file is another's, and what it brings changes nothing.
    expect(await slow.renew([early])).toEqual([early]);
    expect(await slow.end(early, { state: 'done', sha256: 'b'.repeat(64) })).toBe(false);
    expect(await quick.end(again, { state: 'done', sha256: 'c'.repeat(64) })).toBe(true);
    expect(await files.findOneByOrFail({ runId: id })).toMatchObject({
      ...{ state: 'done', sha256: 'c'.repeat(64), owner: null, attempts: 2, lost: 1 },
    });
    expect(await quick.end(again, { state: 'failed' })).toBe(false);
  });

  it('are not confused with an earlier one of the same process', async () => {
    const id = await run(1);
    const claims = claimsOf('worker');
    const early = await taken(claims);
    await later(id);
    await claims.takeBack();
    const again = await taken(claims);
    expect(await claims.renew([early, again])).toEqual([early]);
    expect(await claims.end(early, { state: 'done' })).toBe(false);
    expect(await claims.end(again, { state: 'done' })).toBe(true);
  });

  it('given back are there for others at once, and count as no loss', async () => {
    const id = await run(1);
    const claim = await taken(claimsOf('going'));
    await claimsOf('going').giveBack([claim]);
    expect(await states(id)).toEqual(['queued']);
    expect((await taken(claimsOf('other'))).file).toMatchObject({ lost: 0, attempts: 2 });
  });

  it(`lost ${MOST_LOST} times end the file, with the reason`, async () => {
    const id = await run(1);
    const claims = claimsOf('worker');
    for (let i = 0; i < MOST_LOST; i++) {
      expect(await states(id)).toEqual(['queued']);
      await taken(claims);
      await later(id);
      await claims.takeBack();
    }
    const file = await files.findOneByOrFail({ runId: id });
    expect([file.state, file.reason]).toEqual(['failed', expect.stringContaining('ended 5 times')]);
    expect(await claims.take(always)).toBeNull();
    expect(await claims.unended()).toEqual([id]);
  });

  it('leave what a later build asked for to that build, and go on with the rest', async () => {
    const newer = await run(2);
    await files.update({ runId: newer }, { jobVersion: JOB_VERSION + 1 });
    const known = await run(1, { position: 2 });
    const claims = claimsOf('worker');
    expect((await taken(claims)).file.runId).toBe(known);
    expect(await claims.take(always)).toBeNull();
    expect(await states(newer)).toEqual(['queued', 'queued']);
  });

  it('of a file that was cancelled meanwhile are told so', async () => {
    const id = await run(1);
    const claims = claimsOf('worker');
    const claim = await taken(claims);
    await files.update({ runId: id }, { state: 'cancelled', owner: null });
    expect(await claims.renew([claim])).toEqual([claim]);
    expect(await claims.end(claim, { state: 'done' })).toBe(false);
    expect(await states(id)).toEqual(['cancelled']);
  });

  it('are by the clock of the database: one that jumps ahead loses no file, and makes none twice', async () => {
    const id = await run(3);
    const [one, other] = [claimsOf('one'), claimsOf('other')];
    const early = [await taken(one), await taken(one), await taken(one)];
    await later(id);
    await other.takeBack();
    const again = [await taken(other), await taken(other), await taken(other)];
    const ends = await Promise.all([
      ...early.map((c) => one.end(c, { state: 'done' })),
      ...again.map((c) => other.end(c, { state: 'done' })),
    ]);
    expect(ends).toEqual([false, false, false, true, true, true]);
    expect(await states(id)).toEqual(['done', 'done', 'done']);
  });
});

describe('the end of a run', () => {
  it('is brought about by one process, and by another where that one is not heard of', async () => {
    const id = await run(0);
    const [one, other] = [claimsOf('one'), claimsOf('other')];
    const both = await Promise.all([one.takeEnd(id), other.takeEnd(id)]);
    expect(both.filter(Boolean)).toHaveLength(1);
    const [had, not] = both[0] ? [one, other] : [other, one];
    expect(await had.takeEnd(id)).toBe(true);
    await had.renewEnd(id);
    expect(await not.unended()).toEqual([]);
    await runs.query('UPDATE runs SET ended_by_until = ended_by_until - INTERVAL 1 HOUR');
    expect(await not.unended()).toEqual([id]);
    expect(await not.takeEnd(id)).toBe(true);
    expect(await had.takeEnd(id)).toBe(false);
    await runs.update(id, { state: 'done', finishedAt: new Date() });
    expect(await not.takeEnd(id)).toBe(false);
  });
});

describe('the duties of a shop', () => {
  const dutiesOf = (name: string, part: 'web' | 'worker' = 'web') =>
    new DutiesService(duties, seenBy(name, part));
  beforeEach(() => duties.query('DELETE FROM duties'));

  it('are one process’s, and go over to another when it goes, or when it is not heard of', async () => {
    const [one, other] = [dutiesOf('one'), dutiesOf('other')];
    const told: string[] = [];
    one.while(
      () => told.push('one'),
      () => told.push('not one'),
    );
    other.while(() => told.push('other'));
    await one.onModuleInit();
    await other.onModuleInit();
    expect([one.isOn, other.isOn, told]).toEqual([true, false, ['one']]);
    await one.onModuleDestroy();
    expect(one.isOn).toBe(false);
    await until(() => Promise.resolve(other.isOn));
    expect(told).toEqual(['one', 'other']);
    // One that stands still: its lease ends.
    await duties.query('UPDATE duties SET lease_until = lease_until - INTERVAL 1 HOUR');
    const third = dutiesOf('third');
    await third.onModuleInit();
    expect(third.isOn).toBe(true);
    await until(() => Promise.resolve(!other.isOn));
    await Promise.all([other.onModuleDestroy(), third.onModuleDestroy()]);
    expect(await duties.count()).toBe(0);
  });

  it('are never a worker’s, and at once one’s that is alone', async () => {
    const worker = dutiesOf('worker', 'worker');
    await worker.onModuleInit();
    expect(worker.isOn).toBe(false);
    const alone = new DutiesService(duties, { shop: 'first', process: aloneHere() } as ShopOptions);
    await alone.onModuleInit();
    expect([alone.isOn, await duties.count()]).toEqual([true, 0]);
    await alone.onModuleDestroy();
    expect(alone.isOn).toBe(false);
  });
});
