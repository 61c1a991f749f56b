import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { unzipSync, zipSync } from 'fflate';
import { PNG } from 'pngjs';
import { DataSource } from 'typeorm';
import { readDesign } from '@brelm/core/design';
import { backupOf, BackupError, openBackup, restoreBackup, verifyBackup } from '@brelm/server';
import { databaseAt } from '../../cli/src/database/shop';
import { startDatabase, type RunningDatabase } from '../../cli/src/database/mariadb';
import { rowLine, rowOf } from '../src/backup/format';
import { connectionTo } from '../src/backup/write-backup';
import { MIGRATIONS } from '../src/database/migrations';
import { askOf, endedRun, running, until, type Running, type StoredDesign } from './running';
import { designOf } from './sticker';

let shop: Running;
/** Another database, for what is put back. */
let other: RunningDatabase;
const folder = mkdtempSync(join(tmpdir(), 'brelm-backup-'));
beforeAll(async () => {
  shop = await running(true);
  other = await startDatabase(join(folder, 'other'));
});
afterAll(async () => {
  await shop?.stop();
  await other?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(shop, path, method, json);
const at = (name: string) => join(folder, name);
const from = () => ({ database: databaseAt(shop.database), place: { folder: shop.filesDir } });
async function copyOf(name: string, made = false): Promise<string> {
  const { archive, done } = backupOf({ ...from(), made });
  await pipeline(archive, createWriteStream(at(name)));
  await done;
  return at(name);
}
const verified = async (path: string) => {
  const backup = await openBackup(path);
  try {
    await verifyBackup(backup);
    return backup.manifest;
  } finally {
    backup.close();
  }
};
const emptied = async () => {
  const db = await connectionTo(databaseAt(other)).initialize();
  await db.query('DROP DATABASE brelm');
  await db.query('CREATE DATABASE brelm CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
  await db.destroy();
};
/** Puts a copy back into the other database, which is emptied before. */
async function putBack(path: string, filesDir: string) {
  await emptied();
  const backup = await openBackup(path);
  try {
    return await restoreBackup(backup, { database: databaseAt(other), place: { folder: filesDir } });
  } finally {
    backup.close();
  }
}
/** All rows of all tables, by table. */
async function rowsOf(db: DataSource): Promise<Record<string, string[]>> {
  const tables = (await db.query(
    "SELECT table_name name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name <> 'migrations'",
  )) as { name: string }[];
  const out: Record<string, string[]> = {};
  for (const { name } of tables)
    out[name] = ((await db.query(`SELECT * FROM \`${name}\``)) as Record<string, unknown>[])
      .map(rowLine)
      .sort();
  return out;
}
async function withRows<T>(database: RunningDatabase, work: (db: DataSource) => Promise<T>): Promise<T> {
  const db = await connectionTo(databaseAt(database)).initialize();
  try {
    return await work(db);
  } finally {
    await db.destroy();
  }
}
/** An archive with some entries as they are asked for instead. */
function altered(path: string, name: string, change: (entries: Record<string, Uint8Array>) => void): string {
  const entries = unzipSync(readFileSync(path));
  change(entries);
  writeFileSync(at(name), zipSync(entries, { level: 0 }));
  return at(name);
}
const text = (s: string) => new TextEncoder().encode(s);
const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

describe('a copy of a shop', () => {
  it('has every row and every file, and puts back the very same', async () => {
    const png = new PNG({ width: 30, height: 20 });
    png.data.fill(200);
    const form = new FormData();
    const bytes = PNG.sync.write(png);
    form.append('file', new Blob([new Uint8Array(bytes)], { type: 'image/png' }), 'Möwe “eins” 🦉.png');
    expect((await fetch(`${shop.url}/api/materials`, { method: 'POST', body: form })).status).toBeLessThan(
      300,
    );
    const design = designOf('Tab\there, "quotes", \\ and 🦉\nنجمة');
    const { body: kept } = await ask<StoredDesign>('designs', 'POST', { document: design });
    await ask(`designs/${kept.id}`, 'PUT', {
      revision: 1,
      document: { ...design, name: 'Two' },
      keepReplaced: true,
    });
    // A picture of it lies in the database as bytes.
    await fetch(`${shop.url}/api/designs/${kept.id}/preview`);

    const copy = await copyOf('whole.zip');
    const manifest = await verified(copy);
    expect(manifest.schema).toBe(MIGRATIONS.at(-1)!.name);
    expect(manifest.files).toContain(hash(bytes));
    const put = await putBack(copy, at('files'));
    expect(put.rows).toBe(manifest.tables.reduce((n, t) => n + t.rows, 0));
    const [was, is] = [await withRows(shop.database, rowsOf), await withRows(other, rowsOf)];
    expect(Object.keys(was).sort()).toEqual(manifest.tables.map((t) => t.name).sort());
    for (const table of Object.keys(was)) expect([table, is[table]]).toEqual([table, was[table]]);
    expect(was.design_versions).toHaveLength(1);
    expect(was.design_previews.some((r) => r.includes('$base64'))).toBe(true);
    expect(readFileSync(join(at('files'), hash(bytes).slice(0, 2), hash(bytes)))).toEqual(bytes);
  });

  it('is of open formats: designs, series and specs as documents, materials and listings as tables', async () => {
    const entries = unzipSync(readFileSync(await copyOf('open.zip')));
    const names = Object.keys(entries);
    const string = (name: string) => new TextDecoder().decode(entries[name]);
    const designs = names.filter((n) => n.startsWith('designs/'));
    expect(designs.length).toBe((await withRows(shop.database, rowsOf)).designs.length);
    for (const name of designs) expect(readDesign(JSON.parse(string(name))).name).not.toBe('');
    expect(names.filter((n) => /^series\/night-jobs-.*\.series\.json$/.test(n))).toHaveLength(1);
    expect(names.some((n) => /^specs\/.*\.spec\.json$/.test(n))).toBe(true);
    expect(string('materials.csv')).toMatch(/^name,sha256,/);
    expect(string('materials.csv')).toContain('Möwe “eins” 🦉.png');
    expect(string('listings.csv')).toMatch(/^id,design_id,spec/);
  });

  it('is of one moment, whatever is saved meanwhile', async () => {
    const named = (revision: number) => designOf(`Saved ${revision} times`);
    const { body } = await ask<StoredDesign>('designs', 'POST', { document: named(1) });
    let [revision, over] = [1, false];
    const saving = (async () => {
      for (; !over; revision++)
        await ask(`designs/${body.id}`, 'PUT', {
          ...{ revision, document: named(revision + 1), keepReplaced: true },
        });
    })();
    const copies: string[] = [];
    for (let i = 0; i < 3; i++) copies.push(await copyOf(`moment-${i}.zip`));
    over = true;
    await saving;
    for (const copy of copies) {
      await verified(copy);
      const entries = unzipSync(readFileSync(copy));
      const rows = (name: string) =>
        new TextDecoder()
          .decode(entries[`tables/${name}.ndjson`])
          .trim()
          .split('\n')
          .map((l) => rowOf(l));
      const now = rows('designs').find((d) => d.id === body.id)!;
      expect(now.name).toBe(`Saved ${now.revision as number} times`);
      // What a save replaces is kept just before: the last one that is there is the state before, or this one.
      const last = Math.max(
        0,
        ...rows('design_versions')
          .filter((v) => v.design_id === body.id)
          .map((v) => Number(v.revision)),
      );
      expect([Number(now.revision) - 1, Number(now.revision)]).toContain(last);
    }
  });

  it('leaves made files to be made again, or has them where they are asked for', async () => {
    const { body: design } = await ask<StoredDesign>('designs', 'POST', { document: designOf('Made') });
    const file = {
      designId: design.id,
      spec: 'stickerwharf/kiss-cut-3in',
      side: 'face',
      colourway: 'base',
      acceptStops: true,
    };
    const { body: run } = await ask<{ id: string }>('runs', 'POST', { files: [file], pack: true });
    await endedRun(shop, run.id);
    const states = () =>
      withRows(other, (db) =>
        db.query(`SELECT cleaned, pack_bytes, reason FROM runs WHERE id = '${run.id}'`),
      ) as Promise<object[]>;
    const bare = await copyOf('bare.zip');
    expect((await verified(bare)).made).toEqual([]);
    await putBack(bare, at('bare'));
    expect(await states()).toEqual([{ cleaned: 1, pack_bytes: null, reason: null }]);
    const full = await copyOf('full.zip', true);
    const { made } = await verified(full);
    expect(made).toHaveLength(1);
    await putBack(full, at('full'));
    expect(existsSync(join(at('full'), 'made', made[0].slice(0, 2), made[0]))).toBe(true);
    expect(await states()).toEqual([
      { cleaned: 0, pack_bytes: null, reason: expect.stringContaining('packed anew') as string },
    ]);
  });

  it('is taken out by the interface, too', async () => {
    const response = await fetch(`${shop.url}/api/shop/everything`);
    expect(response.headers.get('content-disposition')).toMatch(
      /^attachment; filename="brelm-\d{4}-\d\d-\d\d\.zip"$/,
    );
    writeFileSync(at('taken.zip'), Buffer.from(await response.arrayBuffer()));
    expect((await verified(at('taken.zip'))).tables.find((t) => t.name === 'series')!.rows).toBe(2);
    expect((await ask('shop/everything?made=perhaps')).status).toBe(400);
  });
});

describe('a copy that nobody takes any more', () => {
  it('is given up, and leaves no connection to the database behind', async () => {
    const connections = () =>
      withRows(
        shop.database,
        async (db) =>
          (
            (await db.query(
              'SELECT COUNT(*) n FROM information_schema.processlist WHERE id <> CONNECTION_ID()',
            )) as { n: string }[]
          )[0].n,
      ).then(Number);
    // More than fits into what lies between here and there.
    const rows = Array.from(
      { length: 6000 },
      (_, i) => `(UUID(), 'W', 1, '{"n":${i},"x":"${String(i).repeat(900)}"}', NOW(3), NOW(3), NOW(3))`,
    );
    await withRows(shop.database, async (db) => {
      for (let i = 0; i < rows.length; i += 500)
        await db.query(
          `INSERT INTO designs (id, name, revision, document, created_at, updated_at, archived_at) VALUES ${rows.slice(i, i + 500).join(', ')}`,
        );
    });
    const before = await connections();
    for (let i = 0; i < 3; i++) {
      const abort = new AbortController();
      const response = await fetch(`${shop.url}/api/shop/everything`, { signal: abort.signal });
      await response.body!.getReader().read();
      abort.abort();
    }
    await until(async () => (await connections()) <= before);
    // Also one that is asked for by nothing but a signal, and never read.
    const abort = new AbortController();
    const { done } = backupOf({ ...from(), made: false, signal: abort.signal });
    await until(async () => (await connections()) > before);
    abort.abort();
    await expect(done).rejects.toThrow();
    await until(async () => (await connections()) <= before);
    await withRows(shop.database, (db) => db.query("DELETE FROM designs WHERE name = 'W'"));
  });
});

describe('a copy of an earlier Brelm', () => {
  it('is put back from every form that the database ever had, and brought up to date', async () => {
    const document = JSON.stringify(designOf('From long ago'));
    for (const [i, { name }] of MIGRATIONS.entries()) {
      await emptied();
      const then = await connectionTo(databaseAt(other), {
        migrations: MIGRATIONS.slice(0, i + 1),
        migrationsRun: true,
      }).initialize();
      await then.query(
        "INSERT INTO designs (id, name, revision, document, created_at, updated_at) VALUES ('0b6f3d5e-7a34-4a39-9d5b-6f1f2f3f4a5b', 'From long ago', 7, ?, NOW(3), NOW(3))",
        [document],
      );
      await then.destroy();
      const { archive, done } = backupOf({
        database: databaseAt(other),
        place: { folder: at('none') },
        made: false,
      });
      await pipeline(archive, createWriteStream(at('then.zip')));
      expect((await done).schema).toBe(name);
      await putBack(at('then.zip'), at('none'));
      const kept = await withRows(other, async (db) => ({
        designs: (await db.query('SELECT name, revision, document FROM designs')) as object[],
        steps: (await db.query('SELECT name FROM migrations ORDER BY id')) as { name: string }[],
      }));
      expect([name, kept.designs]).toEqual([name, [{ name: 'From long ago', revision: 7, document }]]);
      expect(kept.steps.map((s) => s.name)).toEqual(MIGRATIONS.map((m) => m.name));
    }
  });
});

describe('a copy that is none, or damaged', () => {
  const refused = async (path: string): Promise<string> => {
    try {
      await verified(path);
      await putBack(path, at('never'));
    } catch (error) {
      expect(error).toBeInstanceOf(BackupError);
      return (error as Error).message;
    }
    return 'taken';
  };

  it('is refused with what is wrong, and where', async () => {
    const good = await copyOf('good.zip');
    expect(await refused(at('nowhere.zip'))).toBe('there is no such file');
    writeFileSync(at('words.zip'), 'no archive at all');
    expect(await refused(at('words.zip'))).toMatch(/this is no archive/);
    writeFileSync(at('half.zip'), readFileSync(good).subarray(0, 20_000));
    expect(await refused(at('half.zip'))).toMatch(/no archive|not written to its end/);
    const manifest = JSON.parse(
      new TextDecoder().decode(unzipSync(readFileSync(good))['brelm-backup.json']),
    ) as {
      tables: { name: string; rows: number; sha256: string }[];
      files: string[];
    };
    const said = (change: object) =>
      refused(
        altered(
          good,
          'said.zip',
          (e) => (e['brelm-backup.json'] = text(JSON.stringify({ ...manifest, ...change }))),
        ),
      );
    expect(await refused(altered(good, 'a.zip', (e) => delete e['brelm-backup.json']))).toMatch(
      /not written to its end/,
    );
    expect(await refused(altered(good, 'b.zip', (e) => (e['brelm-backup.json'] = text('{'))))).toMatch(
      /no JSON/,
    );
    expect(await said({ format: 'other' })).toMatch(/no copy of a shop/);
    expect(await said({ version: 9 })).toMatch(/its version is 9/);
    expect(await said({ schema: 'Later9999999999999' })).toMatch(/later Brelm/);
    expect(await said({ files: ['../../etc/passwd'] })).toMatch(/must list SHA-256s/);
    expect(await said({ tables: [{ name: 'x; DROP', rows: 1, sha256: 'a'.repeat(64) }] })).toMatch(
      /is not said as a table is/,
    );
    const lines = text('{"id":"x","odd":1}\n');
    const tables = (name: string) => [{ name, rows: 1, sha256: hash(lines) }];
    const holding = (name: string) =>
      refused(
        altered(good, 'c.zip', (e) => {
          e[`tables/${name}.ndjson`] = lines;
          e['brelm-backup.json'] = text(JSON.stringify({ ...manifest, files: [], tables: tables(name) }));
        }),
      );
    const short = manifest.tables.map((t) => (t.name === 'designs' ? { ...t, rows: t.rows + 1 } : t));
    expect(await said({ tables: short })).toMatch(/tables\/designs\.ndjson has \d+ rows; \d+ were written/);
    expect(await holding('nothings')).toMatch(/no such table/);
    expect(await holding('designs')).toMatch(/line 1: there is no column "odd"/);
    expect(await refused(altered(good, 'd.zip', (e) => (e['tables/designs.ndjson'][200] ^= 1)))).toMatch(
      /tables\/designs\.ndjson is damaged/,
    );
    const [file] = manifest.files;
    expect(await refused(altered(good, 'e.zip', (e) => (e[`files/${file}`] = text('other'))))).toMatch(
      /is damaged/,
    );
    expect(await refused(altered(good, 'f.zip', (e) => delete e[`files/${file}`]))).toMatch(
      /is missing in it/,
    );
  });

  it('rows of it are text, numbers, nothing or bytes; all else is refused', () => {
    const row = { a: 'x\n', b: 1.5, c: null, d: Buffer.from([0, 255]) };
    expect(rowOf(rowLine(row))).toEqual(row);
    for (const bad of ['[]', 'null', '{"a":true}', '{"a":{"b":1}}', '{"a":[1]}', 'x'])
      expect(() => rowOf(bad)).toThrow(SyntaxError);
  });
});

describe('brelm backup and brelm restore', () => {
  const CLI = join(__dirname, '../../cli/dist/main.js');
  const brelm = (...args: string[]) =>
    new Promise<{ code: number; err: string }>((done) =>
      execFile(process.execPath, [CLI, ...args], (error, _out, err) =>
        done({ code: error ? Number(error.code) : 0, err }),
      ),
    );

  it('copy the shop that runs, put it back elsewhere, and never write over what is there', async () => {
    const data = dirname(shop.filesDir);
    const file = at('cli/copy.zip');
    const first = await brelm('backup', file, '--data', data);
    expect([first.code, first.err]).toEqual([0, expect.stringMatching(/ MB: \d+ designs, 2 series, /)]);
    expect(readdirSync(dirname(file))).toEqual(['copy.zip']);
    const again = await brelm('backup', file, '--data', data);
    expect([again.code, again.err]).toEqual([2, expect.stringContaining('--over')]);
    expect((await brelm('backup', at('x.zip'), '--data', at('no-shop'))).err).toContain('there is no shop');

    const elsewhere = at('elsewhere');
    expect((await brelm('restore', file, '--data', elsewhere)).code).toBe(0);
    const there = await brelm('restore', file, '--data', elsewhere);
    expect([there.code, there.err]).toEqual([2, expect.stringContaining('--instead')]);
    // One that cannot be put back leaves what was there, and nothing beside it.
    const later = altered(file, 'later.zip', (e) => {
      const manifest = JSON.parse(new TextDecoder().decode(e['brelm-backup.json'])) as object;
      e['brelm-backup.json'] = text(JSON.stringify({ ...manifest, schema: 'Later9999999999999' }));
    });
    writeFileSync(join(elsewhere, 'files', 'mark'), 'still here');
    const broken = await brelm('restore', later, '--data', elsewhere, '--instead');
    expect([broken.code, broken.err]).toEqual([2, expect.stringContaining('later Brelm')]);
    expect(readdirSync(elsewhere).sort()).toEqual(['database', 'files']);
    expect(readFileSync(join(elsewhere, 'files', 'mark'), 'utf8')).toBe('still here');
    const instead = await brelm('restore', file, '--data', elsewhere, '--instead');
    expect([instead.code, instead.err]).toEqual([
      0,
      expect.stringContaining('what was there before lies in'),
    ]);
    const [aside] = readdirSync(elsewhere).filter((n) => n.startsWith('before-'));
    expect(existsSync(join(elsewhere, aside, 'files', 'mark'))).toBe(true);

    // The copy of the copy, taken while nothing runs, has the same rows.
    const second = at('cli/second.zip');
    expect((await brelm('backup', second, '--data', elsewhere)).code).toBe(0);
    const rows = async (path: string) =>
      (await verified(path)).tables.map(({ name, sha256 }) => [name, sha256]);
    const changed = (all: string[][]) => all.filter(([name]) => name !== 'runs');
    expect(changed(await rows(second))).toEqual(changed(await rows(file)));
  });
});
