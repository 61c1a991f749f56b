import { once } from 'node:events';
import { mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backupOf, openBackup, verifyBackup, writeCopy } from '@brelm/server';
import { databaseAt } from '../../cli/src/database/shop';
import { CopiesService } from '../src/backup/copies.service';
import { connectionTo } from '../src/backup/write-backup';
import { aloneHere, type DutiesService } from '../src/machines';
import type { ShopOptions } from '../src/options';
import { askOf, running, until, type Running } from './running';

let shop: Running;
const folder = mkdtempSync(join(tmpdir(), 'brelm-copies-'));
beforeAll(async () => {
  shop = await running(true);
});
afterAll(async () => {
  await shop?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const at = (name: string) => join(folder, name);
const from = () => ({ database: databaseAt(shop.database), place: { folder: shop.filesDir } });
const verified = async (path: string) => {
  const backup = await openBackup(path);
  try {
    await verifyBackup(backup);
    return backup.manifest;
  } finally {
    backup.close();
  }
};
async function query(sql: string): Promise<void> {
  const db = await connectionTo(databaseAt(shop.database)).initialize();
  try {
    await db.query(sql);
  } finally {
    await db.destroy();
  }
}

describe('a copy that something comes in the way of', () => {
  const many = (n: number) =>
    query(
      `INSERT INTO designs (id, name, revision, document, created_at, updated_at)
          SELECT UUID(), 'W', 1, REPEAT('${'x'.repeat(64)}', 4000), NOW(3), NOW(3) FROM seq_1_to_${n}`,
    );
  afterAll(() => query("DELETE FROM designs WHERE name = 'W'"));

  it('whose database is away in the middle fails, leaves the last one as it was, and the next is whole', async () => {
    await many(60);
    const file = at('away/copy.zip');
    await writeCopy(file, { ...from(), made: false });
    const before = readFileSync(file);
    const pid = shop.database.pid();
    const { archive, done } = backupOf({ ...from(), made: false });
    // Nobody reads on: the tables are half sent.
    await once(archive, 'readable');
    process.kill(pid, 'SIGKILL');
    archive.on('error', () => undefined).resume();
    await expect(done).rejects.toThrow();
    await until(() => Promise.resolve(shop.database.pid() !== pid));
    await until(async () => (await askOf(shop, 'health')).status === 200);
    expect(readFileSync(file).equals(before)).toBe(true);
    await writeCopy(file, { ...from(), made: false });
    expect((await verified(file)).tables.find((t) => t.name === 'designs')!.rows).toBeGreaterThanOrEqual(60);
  });

  it('for which the disk has no room fails with the reason, and takes nothing away', async () => {
    const file = at('no-room/copy.zip');
    await writeCopy(file, { ...from(), made: false });
    const before = readFileSync(file);
    // What is written there finds no room.
    symlinkSync('/dev/full', `${file}.part`);
    await expect(writeCopy(file, { ...from(), made: false })).rejects.toMatchObject({ code: 'ENOSPC' });
    expect(readFileSync(file).equals(before)).toBe(true);
    expect(readdirSync(at('no-room'))).toEqual(['copy.zip']);
  });
});

describe('copies by themselves', () => {
  const DAY = 24 * 3600 * 1000;
  const NOON = Date.parse('2026-11-02T12:00:00Z');
  const service = (more: Partial<ShopOptions>) =>
    new CopiesService({ isOn: true } as DutiesService, {
      ...{ database: databaseAt(shop.database), filesDir: shop.filesDir, demo: false },
      ...{ shop: 'first', process: aloneHere(), ...more },
    });
  const copies = (keep: number, name: string) => service({ copies: { folder: at(name), keep } });

  it('are written once a day, read again, and the last so many are kept; all else in the folder stays', async () => {
    const daily = copies(2, 'daily');
    const look = (days: number) => daily.look(NOON + days * DAY);
    expect(await look(0)).toBe('brelm-2026-11-02T12-00-00.zip');
    expect((await verified(at('daily/brelm-2026-11-02T12-00-00.zip'))).files.length).toBeGreaterThan(0);
    expect(await look(0.9)).toBeNull();
    writeFileSync(at('daily/mine.zip'), 'not one of them');
    expect(await look(1)).toBe('brelm-2026-11-03T12-00-00.zip');
    expect(await look(2.5)).toBe('brelm-2026-11-05T00-00-00.zip');
    expect(readdirSync(at('daily')).sort()).toEqual([
      'brelm-2026-11-03T12-00-00.zip',
      'brelm-2026-11-05T00-00-00.zip',
      'mine.zip',
    ]);
    // A clock that was ahead for a while keeps none away.
    expect(await look(-10)).not.toBeNull();
  });

  it('that cannot be written take none away, and leave nothing half-written', async () => {
    await copies(1, 'still').look(NOON);
    const broken = service({
      copies: { folder: at('still'), keep: 1 },
      database: { ...databaseAt(shop.database), password: 'other' },
    });
    await expect(broken.look(NOON + 2 * DAY)).rejects.toThrow();
    expect(readdirSync(at('still'))).toEqual(['brelm-2026-11-02T12-00-00.zip']);
  });
});
