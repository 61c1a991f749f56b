import { createHash } from 'node:crypto';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import type { MarketListing } from '@brelm/contract';
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
  let handedIn = 0;
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
      reference: `r-${++handedIn}`,
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

describe('bad input', () => {
  const GONE = '00000000-0000-4000-8000-000000000000';
  const ASKED: [string, string, unknown, number, string?][] = [
    ['designs/x/listings', 'GET', undefined, 400],
    [`designs/${GONE}/listings`, 'GET', undefined, 404],
    [`designs/${GONE}/rights.csv`, 'GET', undefined, 404],
    [`designs/${GONE}/rights.pdf`, 'GET', undefined, 404],
    ['listings/marks', 'POST', { designId: 'x', spec: 1, byHand: 'yes' }, 400, 'designId'],
    ['listings/marks', 'POST', { designId: GONE, spec: 'x/y', byHand: true }, 404],
    ['sendings', 'POST', { listings: [] }, 400, 'listings'],
    ['sendings', 'POST', { listings: 'all' }, 400, 'listings'],
    ['sendings', 'POST', { listings: [{ designId: GONE, spec: 'x', action: 'publish', price: 1 }] }, 400],
    ['sendings', 'POST', { listings: Array.from({ length: 201 }, () => ({})) }, 400, 'listings'],
    [
      'sendings',
      'POST',
      { listings: [{ designId: GONE, spec: 'mudlark/mug-11oz', action: 'publish' }] },
      422,
      'listings[0]',
    ],
    [`sendings/${GONE}`, 'GET', undefined, 404],
    [`sendings/lines/${GONE}/cancel`, 'POST', {}, 404],
    ['connections/mudlark', 'PUT', { shop: ' ', token: 'a b' }, 400, 'shop'],
    ['connections/mudlark', 'PUT', { shop: 'x', token: 'x'.repeat(500) }, 400, 'token'],
    ['protected-words', 'POST', { words: 'x'.repeat(200), why: '' }, 400, 'words'],
    ['markets/nowhere/shops', 'POST', { shop: 'x' }, 404],
    ['markets/mudlark/shops', 'POST', { shop: '' }, 400, 'shop'],
    ['markets/mudlark/weather', 'PATCH', { slowMs: -1, fault: 'storm', share: 2 }, 400, 'slowMs'],
    [`markets/mudlark/pages/${GONE}`, 'GET', undefined, 404],
    ['markets/mudlark/pages/x', 'GET', undefined, 400],
    [`markets/mudlark/pages/${GONE}/pictures/x`, 'GET', undefined, 400],
    [`markets/mudlark/pages/${GONE}`, 'PATCH', { title: 1 }, 400, 'title'],
    ['markets/pinfold/listings', 'POST', { listing: '{}' }, 401],
    ['markets/stickerwharf/drops', 'POST', {}, 401],
  ];
  it('is refused with its status, and by field', async () => {
    for (const [path, method, body, status, field] of ASKED) {
      const answer = await ask(path, method, body);
      expect([path, answer.status, typeof answer.body.message]).toEqual([path, status, 'string']);
      if (field) expect(answer.body.faults!.map((f) => f.field)).toContain(field);
    }
  });

  /** What Stickerwharf says to a drop. */
  async function drop(table: string | null, archive: Uint8Array | null) {
    const shop = await ask<{ token: string }>('markets/stickerwharf/shops', 'POST', { shop: 'Duskwren' });
    const form = new FormData();
    if (table !== null) form.set('table', table);
    if (archive) form.set('archive', new Blob([archive as Uint8Array<ArrayBuffer>]), 'drop.zip');
    const response = await fetch(`${it0.url}/api/markets/stickerwharf/drops`, {
      ...{ method: 'POST', body: form, headers: { Authorization: `Bearer ${shop.body.token}` } },
    });
    const body = (await response.json()) as {
      rows?: { status: number; reason: string }[];
      faults?: { field: string }[];
    };
    return { status: response.status, body };
  }
  const HEAD = 'reference,product,title,description,points,tags,price,colours,prints,pictures,revision';
  const zip = zipSync({ 'a.png': new Uint8Array([1, 2, 3]) });

  it('a drop without its table, archive or columns is refused; a bad row says why, and no other is lost by it', async () => {
    expect((await drop(null, zip)).body.faults![0].field).toBe('table');
    expect((await drop(HEAD, null)).body.faults![0].field).toBe('archive');
    expect((await drop('reference,title\nx,y', zip)).status).toBe(400);
    expect((await drop(HEAD, new TextEncoder().encode('no archive'))).status).toBe(422);
    const rows = [
      'r-1,stickerwharf/kiss-cut-3in,Owls,,,,cheap,,,,',
      'r-2,stickerwharf/boat,Owls,,,,300,,,,',
      'r-3,stickerwharf/kiss-cut-3in,Owls,,,,300,,face=gone.png,,',
      'r-4,stickerwharf/kiss-cut-3in,Owls,,,,300,,face=a.png,,',
      'r-4,stickerwharf/kiss-cut-3in,Owls,,,,300,,face=a.png,,',
      'r-4,stickerwharf/kiss-cut-3in,Owls again,,,,300,,face=a.png,,7',
    ];
    const { body } = await drop([HEAD, ...rows].join('\n'), zip);
    expect(body.rows!.map((r) => r.status)).toEqual([400, 400, 400, 200, 409, 412]);
    expect(body.rows![0].reason).toContain('price');
    expect(body.rows![2].reason).toContain('gone.png');
  });

  it('an archive that leads out of its folder, or swells, is refused whole', async () => {
    const out = zipSync({ '../../evil.png': new Uint8Array([1]) });
    expect((await drop(HEAD, out)).status).toBe(422);
    const many = zipSync(
      Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`f${i}`, new Uint8Array(1)])),
    );
    expect((await drop(HEAD, many)).status).toBe(422);
  });

  it('Mudlark’s files must be base64, and be there', async () => {
    const shop = await ask<{ token: string }>('markets/mudlark/shops', 'POST', { shop: 'Duskwren' });
    const post = async (body: object) => {
      const response = await fetch(`${it0.url}/api/markets/mudlark/listings`, {
        ...{ method: 'POST', body: JSON.stringify(body) },
        headers: { Authorization: `Bearer ${shop.body.token}`, 'Content-Type': 'application/json' },
      });
      return { status: response.status, body: (await response.json()) as { faults: { field: string }[] } };
    };
    const listing = { reference: 'r', product: 'mudlark/mug-11oz', title: 'Owls', price: 900 };
    const files = [{ kind: 'print', side: 'wrap', name: 'a.png', file: 'data0' }];
    expect((await post({ ...listing, files })).body.faults[0].field).toBe('files[0].file');
    expect((await post({ ...listing, files, data0: '***' })).body.faults[0].field).toBe('data0');
    expect((await post({ ...listing, files, data0: 'AAAA', data1: 5 })).body.faults[0].field).toBe('data1');
    expect((await post({ ...listing, files, data0: 'AAAA' })).status).toBe(201);
    // A token of another marketplace is none here.
    const { token: other } = (await ask<{ token: string }>('markets/pinfold/shops', 'POST', { shop: 'x' }))
      .body;
    const response = await fetch(`${it0.url}/api/markets/mudlark/listings`, {
      headers: { Authorization: `Bearer ${other}` },
    });
    expect(response.status).toBe(401);
  });
});
