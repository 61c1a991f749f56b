import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { MarketListing } from '../src/markets/markets.service';
import { OPTIONS, type ServerOptions } from '../src/options';
import { askOf, designsOf, running, until, uploadTo, type Running, type StoredDesign } from './running';

let it0: Running;
let owls: StoredDesign;
let token: string;
/** Real seconds that a day of the stand-ins takes. */
const dayOf = (seconds: number) => void (it0.server.app.get<ServerOptions>(OPTIONS).pressDay = seconds);
const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);

beforeAll(async () => {
  it0 = await running(true);
  owls = (await designsOf(it0)).find((d) => d.document.name === 'Count Owls Not Sheep')!;
  ({ token } = (await ask<{ token: string }>('markets/gannet-row/shops', 'POST', { shop: 'Duskwren' })).body);
});
afterAll(() => it0?.stop());

describe('a stand-in marketplace looks with eyes of its own', () => {
  const hash = (b: Uint8Array) => createHash('sha256').update(b).digest('hex');
  const asked = (path: string, init: RequestInit) =>
    fetch(`${it0.url}/api/markets/gannet-row/${path}`, {
      ...init,
      headers: {
        Authorization: `Bearer ${token}`,
        'Content-Type': 'application/json',
        ...init.headers,
      },
    });
  async function handIn(bytes: Buffer): Promise<string> {
    const sha256 = hash(bytes);
    const { put } = (await (
      await asked('uploads', { method: 'POST', body: JSON.stringify({ sha256, bytes: bytes.length }) })
    ).json()) as { put: string | null };
    if (put)
      expect((await fetch(it0.url + put, { method: 'PUT', body: new Uint8Array(bytes) })).status).toBe(200);
    return sha256;
  }
  const words = (over: object = {}) => ({
    ...{
      reference: `r-${Math.random().toString(36).slice(2)}`,
      product: 'gannet-row/tote',
      title: 'Owl tote',
    },
    ...{
      description: '',
      points: [],
      tags: ['owl tote'],
      price: 2000,
      colours: ['soot'],
      files: [],
      ...over,
    },
  });
  const handed = async (body: object) => {
    const response = await asked('listings', { method: 'POST', body: JSON.stringify(body) });
    return {
      status: response.status,
      body: (await response.json()) as MarketListing & { faults?: { field: string }[] },
    };
  };
  const clear = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 4, background: '#00000000' } });
  const dot = {
    input: { create: { width: 40, height: 40, channels: 4 as const, background: '#ffffff' } },
    left: 9,
    top: 9,
  };

  it('and refuses files of another size, resolution, background or kind, and words over its limits', async () => {
    dayOf(0.001);
    const print = (file: string) => ({ kind: 'print', side: 'front', name: 'p.png', file });
    const picture = (file: string) => ({ kind: 'picture', side: '', name: 'p.jpg', file });
    const png = (image: ReturnType<typeof clear>, dpi = 300) =>
      image.composite([dot]).withMetadata({ density: dpi }).png().toBuffer();
    const right = await handIn(await png(clear(4200, 4800)));
    const small = await handIn(await png(clear(2100, 2400)));
    const coarse = await handIn(await png(clear(4200, 4800), 72));
    const boxed = await handIn(
      await png(sharp({ create: { width: 4200, height: 4800, channels: 4, background: '#204060' } })),
    );
    const cmyk = await handIn(
      await sharp({ create: { width: 1700, height: 1700, channels: 3, background: '#aaa' } })
        .toColourspace('cmyk')
        .jpeg()
        .toBuffer(),
    );
    const shot = await handIn(
      await sharp({ create: { width: 1700, height: 1700, channels: 3, background: '#aaa' } })
        .jpeg()
        .toBuffer(),
    );
    const noise = await handIn(Buffer.from('no picture at all'));
    const reasonsOf = async (over: object) => {
      const { body, status } = await handed(words(over));
      expect(status).toBe(201);
      const decided = await until(async () => {
        const one = (await (await asked(`listings/${body.id}`, {})).json()) as MarketListing;
        return one.state !== 'in review' && one;
      });
      return [decided.state, ...decided.reasons.map((r) => `${r.field} ${r.message}`)];
    };
    const good = { files: [print(right), picture(shot)] };
    expect(await reasonsOf(good)).toEqual(['accepted']);
    const [state, ...why] = await reasonsOf({
      files: [print(small), print(coarse), print(boxed), print(noise), picture(cmyk), picture(shot)],
    });
    expect(state).toBe('refused');
    expect(why).toEqual([
      expect.stringMatching(/^files\[0\] .*2100 × 2400 px: 4200 × 4800/),
      expect.stringMatching(/^files\[1\] .*72 dpi/),
      expect.stringMatching(/^files\[2\] Nothing of the file is transparent/),
      expect.stringMatching(/^files\[3\] .*no known kind/),
      expect.stringMatching(/^files\[4\] .*CMYK/),
    ]);
    expect(
      await reasonsOf({ ...good, title: 'x'.repeat(101), tags: Array(16).fill('official owl'), price: 3 }),
    ).toEqual([
      'needs changes',
      'title This has 101, at most 100 are taken.',
      'tags At most 15 tags are taken.',
      'words “official” is not allowed here.',
      'price Prices from 4.00 to 500.00 are taken.',
    ]);
  });

  it('a reference has one listing; what is no listing, and files that nobody handed in, are refused by field', async () => {
    const one = words({ reference: 'the-one' });
    expect((await handed(one)).status).toBe(201);
    expect((await handed(one)).status).toBe(409);
    const bad = await handed({ ...one, reference: 'two', price: 'cheap' });
    expect([bad.status, bad.body.faults![0].field]).toEqual([400, 'price']);
    const lost = await handed(
      words({ files: [{ kind: 'print', side: 'front', name: 'p.png', file: 'f'.repeat(64) }] }),
    );
    expect([lost.status, lost.body.faults![0].field]).toEqual([400, 'files[0]']);
    expect((await handed(words({ product: 'gannet-row/boat' }))).status).toBe(400);
    expect((await fetch(`${it0.url}/api/markets/gannet-row/listings`)).status).toBe(401);
    const forged = await fetch(
      `${it0.url}/api/markets/gannet-row/uploads/${'a'.repeat(64)}?bytes=1&until=99999999999999&signature=${'0'.repeat(64)}`,
      { method: 'PUT', body: 'x' },
    );
    expect(forged.status).toBe(403);
  });
});

describe('rights', () => {
  it('of a design are stated as a table and as a sheet', async () => {
    const table = await (await fetch(`${it0.url}/api/designs/${owls.id}/rights.csv`)).text();
    expect(table.split('\r\n')[0]).toMatch(/^kind,material,licence,from,may be sold on goods/);
    expect(table).toMatch(/\ntypeface,Yellowtail,Apache-2\.0,,yes,Apache 2\.0/);
    const sheet = Buffer.from(
      await (await fetch(`${it0.url}/api/designs/${owls.id}/rights.pdf`)).arrayBuffer(),
    );
    expect(sheet.subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('said of a picture once are known when it is brought in again', async () => {
    const png = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#123456' } })
      .png()
      .toBuffer();
    const bring = () =>
      uploadTo<{ sha256: string; licence: object | null }>(it0, 'materials', png, 'Moon.png');
    const { sha256, licence } = (await bring()).body;
    expect(licence).toBeNull();
    const said = { id: 'bought', source: 'Ann', proof: 'bill 7', date: '2026-11-27' };
    expect((await ask(`materials/${sha256}/licence`, 'PUT', said)).status).toBe(204);
    expect((await bring()).body.licence).toEqual(said);
    const bad = await ask(`materials/${sha256}/licence`, 'PUT', { id: 'own', date: 'soon' });
    expect([bad.status, bad.body.faults![0].field]).toEqual([400, 'date']);
    expect((await ask(`materials/${'0'.repeat(64)}/licence`, 'PUT', { id: 'own' })).status).toBe(404);
  });
});
