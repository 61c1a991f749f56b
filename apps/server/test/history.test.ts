import { DEEDS, NO_DEED } from '../src/history/deeds';
import { createConnection } from 'mysql2/promise';
import { DATABASE_NAME, DATABASE_USER } from '../../cli/src/database/mariadb';
import { designOf } from './sticker';
import { askOf, running, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(false);
});
afterAll(() => it0?.stop());

interface Row {
  id: number;
  did: string;
  kind: string;
  ofId: string;
  name: string;
  person: string | null;
}
const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const page = async (query = '') => (await ask<{ rows: Row[]; more: boolean }>(`history?${query}`)).body;
const words = (rows: Row[]) => rows.map((r) => `${r.did} ${r.kind} ${r.name}`);

describe('the history of a shop', () => {
  it('has a word for every route that changes something, and for none that is not there', async () => {
    const { body } = await ask<{ paths: Record<string, Record<string, unknown>> }>('docs-json');
    const routes = Object.entries(body.paths).flatMap(([path, methods]) =>
      Object.keys(methods)
        .filter((m) => m !== 'get')
        .map((m) => `${m.toUpperCase()} ${path.replace('/api/', '').replace(/\{(\w+)\}/g, ':$1')}`),
    );
    const told = routes.filter((r) => !NO_DEED.test(r));
    expect(told.sort()).toEqual(Object.keys(DEEDS).sort());
    // As long as their columns.
    for (const words of Object.values(DEEDS).flat()) expect(words.length).toBeLessThanOrEqual(24);
  });

  it('tells what was done to a design, from its making to its end, by its name of then', async () => {
    const document = designOf('Moth Ledger');
    const { id } = (await ask<{ id: string }>('designs', 'POST', { document })).body;
    await ask(`designs/${id}`, 'PUT', {
      revision: 1,
      document: { ...document, name: 'Moth Ledger Society' },
    });
    await ask(`designs/${id}/versions`, 'POST', { name: 'Before the moths', document });
    await ask(`designs/${id}/archive`, 'POST');
    expect((await ask(`designs/${id}`, 'DELETE')).status).toBeLessThan(300);
    expect(words((await page(`of=${id}`)).rows)).toEqual([
      'deleted design Moth Ledger Society',
      'archived design Moth Ledger Society',
      'kept a version of design Moth Ledger Society',
      'changed design Moth Ledger Society',
      'made design Moth Ledger',
    ]);
  });

  it('saves that follow one another are one change; what is refused or only asked is none', async () => {
    const document = designOf('Owls');
    const { id } = (await ask<{ id: string }>('designs', 'POST', { document })).body;
    for (let revision = 1; revision < 5; revision++)
      await ask(`designs/${id}`, 'PUT', { revision, document: { ...document, name: `Owls ${revision}` } });
    expect((await ask(`designs/${id}`, 'PUT', { revision: 1, document: designOf('x') })).status).toBe(409);
    await ask(`designs/${id}`, 'GET');
    expect(words((await page(`of=${id}`)).rows)).toEqual(['changed design Owls 1', 'made design Owls']);
  });

  it('is read in pages, and by kind', async () => {
    for (const word of ['moth', 'owl', 'newt']) await ask('words', 'POST', { word });
    await ask('words/owl', 'DELETE');
    const first = await page('kind=own%20word&count=3');
    expect(words(first.rows)).toEqual(['deleted own word owl', 'added own word newt', 'added own word owl']);
    expect(first.more).toBe(true);
    const rest = await page(`kind=own%20word&count=3&before=${first.rows[2].id}`);
    expect([words(rest.rows), rest.more]).toEqual([['added own word moth'], false]);
    expect((await ask('history?count=0')).status).toBe(400);
  });

  it('is only ever added to, whoever asks the database', async () => {
    const door = await createConnection({
      ...{ host: '127.0.0.1', port: it0.database.port, user: DATABASE_USER, database: DATABASE_NAME },
      password: it0.database.password,
    });
    try {
      for (const sql of ["UPDATE history SET did = 'looked at'", 'DELETE FROM history'])
        await expect(door.query(sql)).rejects.toThrow(/only ever added/);
    } finally {
      await door.end();
    }
  });

  it('goes with a copy of the shop', async () => {
    const everything = await fetch(`${it0.url}/api/shop/everything`);
    const put = await fetch(`${it0.url}/api/house/shops/copies?name=Beside`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: await everything.arrayBuffer(),
    });
    const { path } = (await put.json()) as { path: string };
    const { body } = await askOf<{ rows: Row[] }>({ url: `${it0.url}${path}` }, 'history');
    expect(words(body.rows)).toEqual(words((await page()).rows));
  });
});
