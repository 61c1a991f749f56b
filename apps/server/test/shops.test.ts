import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { createConnection } from 'mysql2/promise';
import type { DataSource } from 'typeorm';
import type { ServerOptions } from '@brelm/server';
import { schemaOf } from '../src/house/shop-id';
import { ShopPlaces } from '../src/house/shop-places';
import { askOf, bytesFrom, designsOf, endedRun, running, until, type Answer, type Running } from './running';
import { designOf } from './sticker';

interface Shop {
  id: string;
  name: string | null;
  path: string;
  designs: number;
}
interface House {
  shops: Shop[];
  away: { file: string; name: string; bytes: number }[];
}

let it0: Running;
beforeAll(async () => {
  it0 = await running(false);
});
afterAll(() => it0?.stop());

const house = <T>(path: string, method = 'GET', json?: unknown) =>
  askOf<T>(it0, `house/${path}`, method, json);
const places = () =>
  new ShopPlaces({} as DataSource, {
    ...({ shopsDir: join(it0.filesDir, '../shops') } as ServerOptions),
    house: {
      ...{ host: '127.0.0.1', port: it0.database.port, name: 'brelm_house', user: 'brelm_house' },
      password: it0.database.housePassword,
    },
  });
const list = async () => (await house<House>('shops')).body;
/** A shop as the other helpers ask it. */
const inShop = ({ path }: Shop) => ({ url: `${it0.url}${path}` });
const made = async (name: string, filling = 'nothing'): Promise<Shop> => {
  const { status, body } = await house<Shop>('shops', 'POST', { name, filling });
  expect([status, body.message]).toEqual([201, undefined]);
  return body;
};

describe('shops', () => {
  it('there is one at first, and others beside it, each with its own', async () => {
    expect((await list()).shops).toEqual([{ id: 'first', name: null, path: '', designs: 0, role: null }]);
    const demo = await made('Duskwren beside', 'demo');
    expect(demo).toMatchObject({ id: 'duskwren-beside', path: '/shops/duskwren-beside' });
    expect(demo.designs).toBeGreaterThan(5);
    expect(await designsOf(it0)).toEqual([]);
    expect((await askOf(inShop(demo), 'shop')).body).toEqual({ name: 'Duskwren beside' });
    // Nothing of one is found in the other, by whatever it is called.
    const [design] = await designsOf(inShop(demo));
    expect((await askOf(it0, `designs/${design.id}`)).status).toBe(404);
    expect((await askOf(inShop(demo), `designs/${design.id}`)).status).toBe(200);
    const own = await askOf<{ id: string }>(it0, 'designs', 'POST', { document: designOf('Mine alone') });
    expect(own.status).toBe(201);
    expect((await askOf(inShop(demo), `designs/${own.body.id}`)).status).toBe(404);
    expect((await askOf(inShop(demo), 'designs?search=Mine%20alone')).body).toMatchObject({ total: 0 });
  });

  it('pictures are asked for in their own shop, also by their hash', async () => {
    const demo = (await list()).shops.find((s) => s.id === 'duskwren-beside')!;
    const { body } = await askOf<{ pictures: { sha256: string }[] }>(inShop(demo), 'materials');
    const { sha256 } = body.pictures[0];
    for (const path of [`materials/${sha256}/file`, `materials/${sha256}/preview?size=320`]) {
      expect((await fetch(`${inShop(demo).url}/api/${path}`)).status).toBe(200);
      expect((await fetch(`${it0.url}/api/${path}`)).status).toBe(404);
    }
  });

  it('each has an account in the database, on its own schema alone', async () => {
    const shop = (await list()).shops.find((s) => s.id === 'duskwren-beside')!;
    const grants = await rootless(it0, `SHOW GRANTS FOR '${schemaOf(shop.id)}'@'127.0.0.1'`).catch(
      (error: Error) => error.message,
    );
    // Not even the house may look at what others may do; the account itself says it.
    expect(grants).toMatch(/denied/);
    const database = places().databaseOf(shop.id);
    const own = await createConnection({
      ...{ host: database.host, port: database.port, user: database.user },
      ...{ password: database.password, database: database.name },
    });
    try {
      const [rows] = await own.query<never[]>('SHOW DATABASES');
      expect(rows.map((r) => (r as { Database: string }).Database).sort()).toEqual([
        schemaOf(shop.id),
        'information_schema',
      ]);
      for (const other of ['brelm.designs', 'brelm_house.shops', 'mysql.global_priv'])
        await expect(own.query(`SELECT * FROM ${other}`)).rejects.toThrow(/denied/i);
    } finally {
      await own.end();
    }
  });

  it('stand-ins answer a further shop, too: it sells on its own account', async () => {
    const shop = await made('Sells for itself');
    const opened = await askOf<{ token: string }>(inShop(shop), 'markets/gannet-row/shops', 'POST', {
      shop: 'Sells for itself',
    });
    const connected = await askOf<{ market: string; shop: string | null }[]>(
      inShop(shop),
      'connections/gannet-row',
      'PUT',
      { shop: 'Sells for itself', token: opened.body.token },
    );
    expect(connected.body.find((c) => c.market === 'gannet-row')?.shop).toBe('Sells for itself');
    const first = await askOf<{ market: string; shop: string | null }[]>(it0, 'connections');
    expect(first.body.every((c) => c.shop === null)).toBe(true);
  });

  it('files are made for one while they are for others, each in its own place', async () => {
    const shop = (await list()).shops.find((s) => s.id === 'sells-for-itself')!;
    const madeIn = async (at: { url: string }, ink: string) => {
      const { body } = await askOf<{ id: string }>(at, 'designs', 'POST', {
        document: designOf('Square', ink),
      });
      const file = {
        ...{ designId: body.id, spec: 'stickerwharf/kiss-cut-3in', side: 'face' },
        ...{ colourway: 'base', acceptStops: true },
      };
      const run = await askOf<{ id: string }>(at, 'runs', 'POST', { files: [file] });
      const ended = await endedRun<{ state: string; files: { id: string; sha256?: string }[] }>(
        at,
        run.body.id,
      );
      expect(ended.state).toBe('done');
      return { file: ended.files[0].id, bytes: await bytesFrom(at, `runs/files/${ended.files[0].id}`) };
    };
    const [one, other] = await Promise.all([madeIn(it0, '#b3492a'), madeIn(inShop(shop), '#2a49b3')]);
    expect(one.bytes.equals(other.bytes)).toBe(false);
    expect((await fetch(`${it0.url}/api/runs/files/${other.file}`)).status).toBe(404);
    expect((await fetch(`${inShop(shop).url}/api/runs/files/${one.file}`)).status).toBe(404);
  });

  it('what a new one is called is refused where it says nothing, and two may be called the same', async () => {
    const refused = await house('shops', 'POST', { name: '   ', filling: 'nothing' });
    expect([refused.status, refused.body.faults?.[0].field]).toEqual([400, 'name']);
    expect((await house('shops', 'POST', { name: 'x', filling: 'gold' })).body.faults?.[0].field).toBe(
      'filling',
    );
    expect((await made('Sells for itself')).id).toBe('sells-for-itself-2');
  });

  it('one is called otherwise, at the same address', async () => {
    const { status, body } = await house<Shop>('shops/sells-for-itself-2', 'PUT', { name: 'Moths & More' });
    expect([status, body.name, body.path]).toEqual([200, 'Moths & More', '/shops/sells-for-itself-2']);
    expect((await house('shops/nowhere', 'PUT', { name: 'x' })).status).toBe(404);
  });

  it('one is taken away once its copy is whole, and comes back with all it had', async () => {
    const demo = (await list()).shops.find((s) => s.id === 'duskwren-beside')!;
    const before = (await designsOf(inShop(demo))).map((d) => d.document);
    const taken = await house<{ file: string; bytes: number }>(`shops/${demo.id}`, 'DELETE');
    expect(taken.status).toBe(200);
    expect((await list()).shops.map((s) => s.id)).not.toContain(demo.id);
    expect((await askOf(inShop(demo), 'designs')).status).toBe(404);
    expect(existsSync(join(it0.filesDir, '../shops', demo.id))).toBe(false);
    const schemas = await rootless(it0, 'SHOW DATABASES');
    expect(schemas.join()).not.toContain('duskwren');
    expect((await list()).away).toMatchObject([{ file: taken.body.file, name: demo.id }]);

    const back = await house<Shop>(`shops/away/${taken.body.file}`, 'POST');
    expect([back.status, back.body.name, back.body.designs]).toEqual([201, 'Duskwren beside', demo.designs]);
    expect((await designsOf(inShop(back.body))).map((d) => d.document)).toEqual(before);
    expect((await list()).away).toEqual([]);
  });

  it('the first one stays', async () => {
    expect((await house('shops/first', 'DELETE')).status).toBe(409);
    expect((await house('shops/nowhere', 'DELETE')).status).toBe(404);
  });

  it('an archive of one becomes another beside it; what is none leaves nothing', async () => {
    const everything = await fetch(`${it0.url}/api/shop/everything`);
    const archive = Buffer.from(await everything.arrayBuffer());
    const send = async (body: Buffer, name = 'A second Mine') => {
      const response = await fetch(`${it0.url}/api/house/shops/copies?name=${encodeURIComponent(name)}`, {
        method: 'POST',
        headers: { 'content-type': 'application/zip' },
        body: body as BodyInit,
      });
      return { status: response.status, body: (await response.json()) as Answer<Shop>['body'] };
    };
    const put = await send(archive);
    expect([put.status, put.body.name, put.body.designs]).toEqual([201, 'A second Mine', 2]);
    expect((await designsOf(inShop(put.body)))[0].document).toEqual((await designsOf(it0))[0].document);

    const before = (await list()).shops.map((s) => s.id);
    for (const bad of [Buffer.from('no archive'), archive.subarray(0, archive.length - 400)]) {
      const refused = await send(bad);
      expect([refused.status, refused.body.faults?.[0].field]).toEqual([422, 'file']);
    }
    const damaged = Buffer.from(archive);
    damaged[damaged.indexOf('tables/designs.ndjson') + 60] ^= 0xff;
    expect((await send(damaged)).status).toBe(422);
    expect((await list()).shops.map((s) => s.id)).toEqual(before);
    expect(readdirSync(join(it0.filesDir, '../shops/.arriving'))).toEqual([]);
  });

  it('are all there again after a start, and what was half made is not', async () => {
    const before = (await list()).shops;
    await rootless(it0, "INSERT INTO brelm_house.shops VALUES ('half', 'making', NOW())");
    await rootless(it0, 'CREATE DATABASE brelm_shop_half');
    await it0.server.close();
    await it0.again();
    // Whoever wants one at once has it opened before its turn.
    const last = before.at(-1)!;
    expect((await askOf(inShop(last), 'designs')).status).toBe(200);
    const there = await until(async () => {
      const { shops } = await list();
      return shops.length >= before.length && shops;
    });
    // In whatever order they were opened.
    expect(new Map(there.map((s) => [s.id, s]))).toEqual(new Map(before.map((s) => [s.id, s])));
    expect(await rootless(it0, 'SHOW DATABASES')).not.toContain('brelm_shop_half');
  });
});

/** Asks the database as the house does; a value of each row. */
async function rootless(it: Running, sql: string): Promise<string[]> {
  const door = await createConnection({
    host: '127.0.0.1',
    port: it.database.port,
    user: 'brelm_house',
    password: it.database.housePassword,
  });
  try {
    const [rows] = await door.query<never[]>(sql);
    if (!Array.isArray(rows)) return [];
    return rows.flatMap((r) => Object.values(r as object) as string[]);
  } finally {
    await door.end();
  }
}
