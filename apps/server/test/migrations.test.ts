import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DataSource, type QueryRunner } from 'typeorm';
import {
  DATABASE_NAME,
  DATABASE_USER,
  startDatabase,
  type RunningDatabase,
} from '../../cli/src/database/mariadb';
import {
  PicturesInSummaries1764170000000,
  RowsAndSummaries1764120000000,
} from '../src/database/early-migrations';
import { MIGRATIONS } from '../src/database/migrations';

const folder = mkdtempSync(join(tmpdir(), 'brelm-migrations-'));
let database: RunningDatabase;
let source: DataSource;
beforeAll(async () => {
  database = await startDatabase(join(folder, 'database'));
  source = await new DataSource({
    type: 'mariadb',
    host: '127.0.0.1',
    port: database.port,
    username: DATABASE_USER,
    password: database.password,
    database: DATABASE_NAME,
  }).initialize();
});
afterAll(async () => {
  await source?.destroy();
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
});

class Killed extends Error {}

/** A runner that is killed after so many statements. */
function dying(runner: QueryRunner, after: number): { runner: QueryRunner; ran: () => number } {
  let n = 0;
  const query = async (sql: string, values?: unknown[]) => {
    if (n >= after) throw new Killed();
    n++;
    return runner.query(sql, values) as Promise<unknown>;
  };
  return {
    runner: new Proxy(runner, { get: (t, k) => (k === 'query' ? query : Reflect.get(t, k)) }),
    ran: () => n,
  };
}

const tables = async () =>
  ((await source.query('SHOW TABLES')) as object[]).map((r) => Object.values(r)[0] as string).sort();

/** Every table as it is made. */
async function schema(): Promise<string[]> {
  const out: string[] = [];
  for (const table of await tables()) {
    const [row] = (await source.query(`SHOW CREATE TABLE ${table}`)) as { 'Create Table': string }[];
    out.push(row['Create Table'].replace(/ AUTO_INCREMENT=\d+/, ''));
  }
  return out;
}

async function clear(): Promise<void> {
  await source.query('SET FOREIGN_KEY_CHECKS = 0');
  for (const table of await tables()) await source.query(`DROP TABLE ${table}`);
  await source.query('SET FOREIGN_KEY_CHECKS = 1');
}

/** The step from lists in one value to rows of their own, and from designs without summaries to those with. */
const TO_ROWS = MIGRATIONS.indexOf(RowsAndSummaries1764120000000);

/** Some of everything that was there before that step. */
async function fill(): Promise<void> {
  await source.query(
    "INSERT INTO designs VALUES ('0b6f3d5e-7a34-4a39-9d5b-6f1f2f3f4a5b', 'Owls', 3, '{}', NOW(3), NOW(3), NULL)",
  );
  await source.query(`INSERT INTO settings VALUES ('words', '["Brelm","wort","WORT","Eule"]')`);
  await source.query(`INSERT INTO settings VALUES ('favourite-typefaces', '["rye","anton"]')`);
  await source.query(`INSERT INTO settings VALUES ('shop', 'Duskwren')`);
  await source.query(`INSERT INTO palettes (name, colours) VALUES ('Night', '[]')`);
}

describe('migrations', () => {
  it('killed after any statement and begun again, come to the same tables with the same data', async () => {
    const runner = source.createQueryRunner();
    const last = MIGRATIONS.length - 1;
    const steps = MIGRATIONS.map((M) => new M());
    const run = async (from: number) => {
      for (const step of steps.slice(from)) await step.up(runner);
    };
    await run(0);
    const wanted = await schema();
    let statements = 0;
    for (let at = 0; at <= last; at++)
      for (let after = 0; ; after++) {
        await clear();
        for (const step of steps.slice(0, at)) await step.up(runner);
        if (at === TO_ROWS) await fill();
        const { runner: some, ran } = dying(runner, after);
        const died = await steps[at].up(some).then(
          () => false,
          (error: unknown) => {
            if (!(error instanceof Killed)) throw error;
            return true;
          },
        );
        await run(at);
        expect(await schema()).toEqual(wanted);
        if (at === TO_ROWS) {
          const words = (await source.query('SELECT word FROM own_words ORDER BY folded')) as {
            word: string;
          }[];
          expect(words.map((w) => w.word)).toEqual(['Brelm', 'Eule', 'wort']);
          const faces = (await source.query('SELECT id FROM favourite_typefaces ORDER BY id')) as {
            id: string;
          }[];
          expect(faces.map((f) => f.id)).toEqual(['anton', 'rye']);
          expect(await source.query('SELECT name, value FROM settings')).toEqual([
            { name: 'shop', value: 'Duskwren' },
          ]);
          expect(await source.query('SELECT name, revision, document FROM designs')).toEqual([
            { name: 'Owls', revision: 3, document: '{}' },
          ]);
        }
        if (!died) {
          statements += ran();
          break;
        }
      }
    expect(statements).toBeGreaterThan(20);
    await runner.release();
  });

  it('summaries that lack their pictures are to be made anew, the others stay', async () => {
    const put = (id: string, summary: string | null) =>
      source.query(
        "INSERT INTO designs (id, name, revision, document, created_at, updated_at, summary) VALUES (?, ?, 1, '{}', NOW(3), NOW(3), ?)",
        [id, id, summary],
      );
    await put('old', '{"parts":2,"faces":["rye"]}');
    await put('new', '{"parts":2,"pictures":[]}');
    await put('none', null);
    const runner = source.createQueryRunner();
    await new PicturesInSummaries1764170000000().up(runner);
    const rows = (await source.query(
      "SELECT id, summary FROM designs WHERE id IN ('old', 'new', 'none') ORDER BY id",
    )) as { id: string; summary: string | null }[];
    expect(rows.map((r) => [r.id, r.summary])).toEqual([
      ['new', '{"parts":2,"pictures":[]}'],
      ['none', null],
      ['old', null],
    ]);
    await runner.release();
  });

  it('can be taken back to where they began', async () => {
    const runner = source.createQueryRunner();
    for (const M of [...MIGRATIONS].reverse()) await new M().down(runner);
    expect(await tables()).toEqual([]);
    for (const M of MIGRATIONS) await new M().up(runner);
    expect((await tables()).length).toBeGreaterThan(10);
    await runner.release();
  });
});
