import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { DesignDocument } from '@brelm/core/design';
import { designFrom } from '@brelm/core/design';
import { MARKS } from '@brelm/core/standing';
import type { ListingView, MarketListing, SendingView, ShelfPage } from '@brelm/contract';
import { ConnectionRow, ListingRow, MarketListingRow, SendingLineRow } from '../src/database/entities';
import { ConnectionsService } from '../src/listings/connections.service';
import { sealWith } from '../src/storage/seal';
import { OPTIONS, type ServerOptions } from '../src/options';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { askOf, designsOf, running, until, type Running, type StoredDesign } from './running';
import { DataSource, type EntityTarget, type ObjectLiteral } from 'typeorm';

let it0: Running;
let owls: StoredDesign;
let bog: StoredDesign;
let moths: StoredDesign;
const tokens: Record<string, string> = {};
const MARKETS = ['pinfold', 'gannet-row', 'stickerwharf', 'mudlark'];
const PRODUCTS: Record<string, string> = {
  pinfold: 'pinfold/tee-pocket',
  'gannet-row': 'gannet-row/notebook',
  stickerwharf: 'stickerwharf/kiss-cut-3in',
  mudlark: 'mudlark/mug-11oz',
};
const options = () => it0.server.app.get<ServerOptions>(OPTIONS);
/** Real seconds that a day of the stand-ins takes. */
const dayOf = (seconds: number) => void (options().pressDay = seconds);

beforeAll(async () => {
  it0 = await running(true, { marketRest: 20 });
  const designs = await designsOf(it0);
  owls = designs.find((d) => d.document.name === 'Count Owls Not Sheep')!;
  bog = designs.find((d) => d.document.name === 'Bog Standard')!;
  moths = designs.find((d) => d.document.name === 'Moth Ledger Society')!;
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const designOn = (market: string) =>
  market === 'stickerwharf' ? bog : market === 'gannet-row' ? moths : owls;
const fair = { slowMs: 0, fault: 'none', share: 1, perMinute: 300, takesBack: false };
const weather = (market: string, change: object) => ask(`markets/${market}/weather`, 'PATCH', change);

/** What a marketplace itself has of the shop. */
async function there(market: string): Promise<MarketListing[]> {
  const response = await fetch(`${it0.url}/api/markets/${market}/listings`, {
    headers: { Authorization: `Bearer ${tokens[market]}` },
  });
  return ((await response.json()) as { listings: MarketListing[] }).listings;
}
const send = (market: string, over: object = {}) =>
  ask<SendingView>('sendings', 'POST', {
    listings: [{ designId: designOn(market).id, spec: PRODUCTS[market], action: 'publish', ...over }],
  });
const ended = (id: string) =>
  until(async () => {
    const { body } = await ask<SendingView>(`sendings/${id}`);
    return body.lines.every((l) => !['queued', 'working'].includes(l.state)) && body;
  });
const published = async (market: string, over: object = {}) => {
  const { status, body } = await send(market, over);
  expect([status, body.message]).toEqual([201, undefined]);
  return (await ended(body.id)).lines[0];
};
const listing = async (market: string) =>
  (await ask<ListingView[]>(`designs/${designOn(market).id}/listings`)).body.find(
    (l) => l.spec === PRODUCTS[market],
  )!;

/** Changes the wording of a design as its stage does. */
async function reword(of: StoredDesign, change: Partial<DesignDocument['wording']>): Promise<void> {
  const { body } = await ask<StoredDesign>(`designs/${of.id}`);
  const document = { ...body.document, wording: { ...body.document.wording, ...change } };
  const saved = await ask<StoredDesign>(`designs/${of.id}`, 'PUT', { revision: body.revision, document });
  expect(saved.status).toBe(200);
}

describe('a connection', () => {
  it('is tried before it is kept, and its token is sealed and never told', async () => {
    const bad = await ask('connections/pinfold', 'PUT', { shop: 'Duskwren', token: 'made-up' });
    expect([bad.status, bad.body.faults?.[0].field]).toEqual([422, 'token']);
    expect((await ask('connections/nowhere', 'PUT', { shop: 'Duskwren', token: 'x' })).status).toBe(404);
    for (const market of MARKETS) {
      const opened = await ask<{ token: string }>(`markets/${market}/shops`, 'POST', { shop: 'Duskwren' });
      tokens[market] = opened.body.token;
      const { status, body } = await ask<object[]>(`connections/${market}`, 'PUT', {
        shop: 'Duskwren',
        token: tokens[market],
      });
      expect(status).toBe(200);
      expect(JSON.stringify(body)).not.toContain(tokens[market]);
    }
    const rows = await it0.server.app.get(DataSource).getRepository(ConnectionRow).find();
    expect(rows).toHaveLength(4);
    for (const { market, token } of rows) expect(token).not.toContain(tokens[market]);
    expect(await it0.server.app.get(ConnectionsService).isConnected('mudlark')).toBe(true);
  });

  it('sealed by another key, or changed by one bit, is not opened', () => {
    const [one, other] = [sealWith(Buffer.alloc(32, 1)), sealWith(Buffer.alloc(32, 2))];
    const sealed = one.seal('a secret');
    expect(one.open(sealed)).toBe('a secret');
    expect(one.seal('a secret')).not.toBe(sealed);
    expect(() => other.open(sealed)).toThrow();
    const bytes = Buffer.from(sealed, 'base64');
    bytes[bytes.length - 1] ^= 1;
    expect(() => one.open(bytes.toString('base64'))).toThrow();
  });
});

describe('a listing is sent', () => {
  it.each(MARKETS)(
    'to %s in its own manner, with its files and pictures, and is accepted',
    async (market) => {
      dayOf(60);
      const line = await published(market);
      expect([line.state, line.reason]).toEqual(['done', null]);
      const [one, ...more] = await there(market);
      expect(more).toEqual([]);
      const mine = await listing(market);
      expect(one.reference).toBe(mine.id);
      expect([one.state, mine.remote?.state, mine.behind, mine.changedThere]).toEqual([
        'in review',
        'in review',
        [],
        false,
      ]);
      expect(mine.sent).toMatchObject({ words: { title: one.words.title }, price: one.words.price });
      expect(mine.sent!.files).toBeGreaterThan(0);
      expect(mine.sent!.pictures).toBeGreaterThan(0);
      // The review takes days of the marketplace’s own.
      dayOf(0.01);
      const [decided] = await there(market);
      expect([decided.state, decided.reasons]).toEqual(['accepted', []]);
      await ask('listings/hear', 'POST', {});
      expect((await listing(market)).remote?.state).toBe('accepted');
    },
  );

  it('with the words of its own product', async () => {
    const title = async (market: string) => (await there(market))[0].words.title;
    expect(await title('pinfold')).toBe('Count owls not sheep tee, night owl gift');
    expect(await title('mudlark')).toBe('Count owls not sheep mug, night owl gift');
    const [{ words }] = await there('mudlark');
    expect(words.tags).toContain('owl mug');
    expect(words.description).toContain('Dishwasher safe');
    expect((await there('gannet-row'))[0].words.description).not.toContain('Dishwasher safe');
  });

  it('has a page for buyers on which nothing runs, whatever stands in its words', async () => {
    const [{ page, id }] = await there('mudlark');
    await ask(`markets/mudlark/pages/${id}`, 'PATCH', {
      title: '<script>alert(1)</script> "owls" \u202eبومة',
    });
    const response = await fetch(it0.url + page!);
    const html = await response.text();
    expect(response.headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &quot;owls&quot;');
    expect(html).not.toMatch(/<script/i);
    const picture = await fetch(`${it0.url}${page}/pictures/0`);
    const { width, height } = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
    expect(Math.min(width, height)).toBeGreaterThanOrEqual(1000);
    expect((await fetch(`${it0.url}${page}/pictures/99`)).status).toBe(404);
  });

  it('what was changed there is told, and replaced only where that is said', async () => {
    await ask('listings/hear', 'POST', {});
    expect((await listing('mudlark')).changedThere).toBe(true);
    const refused = await published('mudlark');
    expect([refused.state, refused.reason]).toEqual([
      'failed',
      expect.stringContaining('changed on the marketplace'),
    ]);
    expect((await there('mudlark'))[0].words.title).toContain('<script>');
    expect((await published('mudlark', { force: true })).state).toBe('done');
    expect((await there('mudlark'))[0].words.title).toBe('Count owls not sheep mug, night owl gift');
    expect((await listing('mudlark')).changedThere).toBe(false);
  });

  it('is behind once its words change, and one press brings it up', async () => {
    await reword(owls, { title: '{Phrase}: {a product} to lie awake in' });
    expect((await listing('pinfold')).behind).toEqual(['words']);
    expect((await published('pinfold')).state).toBe('done');
    expect((await listing('pinfold')).behind).toEqual([]);
    expect((await there('pinfold')).map((l) => l.words.title)).toEqual([
      'Count owls not sheep: a tee to lie awake in',
    ]);
  });

  it('is taken down, and put up again as the same one', async () => {
    expect((await published('gannet-row', { action: 'down' })).state).toBe('done');
    expect((await there('gannet-row'))[0].state).toBe('taken down');
    expect((await listing('gannet-row')).state).toBe('down');
    expect((await published('gannet-row')).state).toBe('done');
    const all = await there('gannet-row');
    expect(all).toHaveLength(1);
    expect((await listing('gannet-row')).state).toBe('sent');
  });

  it('is not sent with a stop, and the stop is told by its field', async () => {
    await reword(owls, { title: 'Vulpera {product} <3' });
    const { status, body } = await send('pinfold');
    expect(status).toBe(422);
    expect(body.faults!.map((f) => f.field)).toEqual(expect.arrayContaining(['listings[0].title']));
    expect(body.message).toContain('Vulpera');
    await reword(owls, { title: '{Phrase} {product}' });
    const nowhere = await ask('sendings', 'POST', {
      listings: [{ designId: owls.id, spec: 'mudlark/cushion', action: 'publish' }],
    });
    expect([nowhere.status, nowhere.body.message]).toEqual([
      422,
      expect.stringContaining('is not placed on'),
    ]);
    const odd = await ask('sendings', 'POST', {
      listings: [{ designId: owls.id, spec: 'x', action: 'sell' }],
    });
    expect([odd.status, odd.body.faults![0].field]).toEqual([400, 'listings.0.action']);
  });

  it('asked for twenty times at once, is sent once', async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, () => send('stickerwharf')));
    expect(answers.map((a) => a.status)).toEqual(Array(20).fill(201));
    for (const { body } of answers) await ended(body.id);
    expect(await there('stickerwharf')).toHaveLength(1);
    const [{ revision }] = await there('stickerwharf');
    // All that came while it was being sent joined it.
    expect(revision).toBeLessThan(21);
  });
});

describe('a marketplace that does not answer well', () => {
  afterEach(() => Promise.all(MARKETS.map((m) => weather(m, fair))));

  it.each([
    ['is busy now and then', 'pinfold', { fault: 'busy', share: 0.3 }],
    ['answers pages instead of data now and then', 'gannet-row', { fault: 'html', share: 0.15 }],
    [
      'does what is asked and cuts the connection, half of the time',
      'stickerwharf',
      { fault: 'lost', share: 0.5 },
    ],
    [
      'does what is asked and cuts the connection, more often than not',
      'mudlark',
      { fault: 'lost', share: 0.6 },
    ],
  ])('%s has the listing in the end, once', async (_, market, change) => {
    const [{ revision }] = await there(market);
    const design = designOn(market);
    await reword(design, { title: `{Phrase} {product} ${_.length}` });
    await weather(market, change);
    const line = await published(market);
    await weather(market, fair);
    expect([line.state, line.reason]).toEqual(['done', null]);
    const all = await there(market);
    expect(all).toHaveLength(1);
    expect(all[0].words.title).toMatch(new RegExp(` ${_.length}$`));
    // Done once: what was done and not heard is not done again.
    expect(all[0].revision).toBe(revision + 1);
    expect((await listing(market)).changedThere).toBe(false);
  });

  it('never answers: it is asked again, and given up with its reason', async () => {
    options().marketPatience = 50;
    await weather('pinfold', { fault: 'silent' });
    const line = await published('pinfold');
    options().marketPatience = undefined;
    expect([line.state, line.reason, line.attempts]).toEqual([
      'failed',
      'Pinfold Market does not answer.',
      8,
    ]);
  });

  it('takes the token no more: it is told at the connection, and connecting anew mends it', async () => {
    await weather('mudlark', { fault: 'expired' });
    const line = await published('mudlark');
    expect([line.state, line.reason]).toEqual(['failed', expect.stringContaining('connect to it anew')]);
    const fault = async () =>
      (await ask<{ market: string; fault: string | null }[]>('connections')).body.find(
        (c) => c.market === 'mudlark',
      )!.fault;
    expect(await fault()).toContain('does not take the token');
    await weather('mudlark', fair);
    await ask('listings/hear', 'POST', {});
    expect(await fault()).toBeNull();
  });

  it('asks for a rest: the rest is kept', async () => {
    await weather('pinfold', { perMinute: 0 });
    const { body } = await send('pinfold');
    const waiting = await until(async () => {
      const [line] = (await ask<SendingView>(`sendings/${body.id}`)).body.lines;
      return line.attempts > 0 && line;
    });
    expect(waiting.state).toBe('queued');
    expect(waiting.reason).toBe('Pinfold Market is busy (429).');
    const { status } = await ask(`sendings/lines/${waiting.id}/cancel`, 'POST', {});
    expect(status).toBe(200);
    expect((await ask(`sendings/lines/${waiting.id}/cancel`, 'POST', {})).status).toBe(409);
    expect((await listing('pinfold')).line?.state).toBe('cancelled');
  });

  it('accepts, and takes it off days later: that is heard', async () => {
    dayOf(0.01);
    await weather('gannet-row', { takesBack: true });
    const off = await until(async () => {
      await ask('listings/hear', 'POST', {});
      const { remote } = await listing('gannet-row');
      return remote?.state === 'taken off' && remote;
    });
    expect(off.reasons[0].message).toContain('taken off');
  });
});

describe('a database that gives way', () => {
  const repository = <T extends ObjectLiteral>(row: EntityTarget<T>) =>
    it0.server.app.get(DataSource).getRepository(row);
  afterEach(() => jest.restoreAllMocks());

  it('to another writer, is asked again, and no listing fails of it', async () => {
    const deadlock = Object.assign(new Error('deadlock found'), { code: 'ER_LOCK_DEADLOCK' });
    jest.spyOn(repository(ListingRow), 'findOneByOrFail').mockRejectedValueOnce(deadlock);
    const line = await published('pinfold');
    expect([line.state, line.reason, line.attempts]).toEqual(['done', null, 1]);
  });

  it('in the middle, so that not even an end could be noted: it is taken up again', async () => {
    const lost = Object.assign(new Error('read ECONNRESET'), { code: 'ECONNRESET' });
    const lines = repository(SendingLineRow);
    const update = lines.update.bind(lines);
    let gone = true;
    jest.spyOn(repository(ListingRow), 'findOneByOrFail').mockRejectedValueOnce(lost);
    jest.spyOn(lines, 'update').mockImplementation((...of) => {
      const ends = (of[1] as Partial<SendingLineRow>).state !== 'working' && gone;
      if (ends) gone = false;
      return ends ? Promise.reject(lost) : update(...of);
    });
    const line = await published('mudlark');
    expect([line.state, line.reason]).toEqual(['done', null]);
    expect(gone).toBe(false);
  });
});

describe('files of listings', () => {
  it('keeps its files whatever is tidied away', async () => {
    const rows = await it0.server.app.get(DataSource).getRepository(MarketListingRow).find();
    expect(rows).toHaveLength(4);
    await it0.server.app.get(HousekeepingService).tidy(Number.MAX_SAFE_INTEGER);
    const [{ page }] = await there('pinfold');
    if (page) expect((await fetch(`${it0.url}${page}/pictures/0`)).status).toBe(200);
    expect(await readFile(`${it0.filesDir}/connections.key`)).toHaveLength(32);
  });
});

describe('the shelf', () => {
  const onShelf = async (query: string) => (await ask<ShelfPage>(`designs?count=60&${query}`)).body.designs;
  const standing = async (design: StoredDesign, market: string) =>
    (await onShelf('order=day'))
      .find((d) => d.id === design.id)!
      .standing.find((p) => p.spec === PRODUCTS[market])!;
  it('says how listings stand, which are behind, and what is to be brought up', async () => {
    dayOf(0.01);
    await ask('listings/hear', 'POST', {});
    const accepted = await standing(bog, 'stickerwharf');
    // What stands as the design is now has all that comes before.
    expect(accepted.chain.slice(0, -1)).toEqual(MARKS.slice(0, -1).map(() => 'done'));
    const { document, revision } = (await ask<StoredDesign>(`designs/${bog.id}`)).body;
    const other = { ...document, wording: { ...document.wording, title: 'Bog standard, said anew' } };
    expect((await ask(`designs/${bog.id}`, 'PUT', { revision, document: other })).status).toBe(200);
    expect((await standing(bog, 'stickerwharf')).waits).toBe('bringing-up');
    const behind = await onShelf('waits=bringing-up,changes&markets=stickerwharf');
    expect(behind.map((d) => d.id)).toEqual([bog.id]);
    expect(await onShelf('waits=bringing-up&markets=mudlark')).toEqual([]);
    expect((await onShelf('search=said+anew')).map((d) => d.id)).toEqual([bog.id]);
  });
});

describe('figures', () => {
  it('are heard from every marketplace, by listing and colour', async () => {
    dayOf(0.02);
    const heard = await until(async () => {
      const { body } = await ask<{
        listings: { spec: string; days: { views: number; sales: number }[] }[];
        silent: string[];
      }>('figures');
      return body.listings.some((l) => l.days.length > 30 && l.days.some((d) => d.sales > 0)) && body;
    });
    expect(heard.silent).toEqual([]);
    expect(heard.listings.map((l) => l.spec)).toEqual(expect.arrayContaining(Object.values(PRODUCTS)));
    await weather('pinfold', { fault: 'busy', share: 1 });
    expect((await ask<{ silent: string[] }>('figures')).body.silent).toEqual(['Pinfold Market']);
    await weather('pinfold', fair);
  });
});

describe('words and marks', () => {
  it('protected words are kept, explained, and taken out', async () => {
    const list = async () => (await ask<{ words: string; why: string }[]>('protected-words')).body;
    expect(await list()).toContainEqual({
      words: 'Vulpera',
      why: expect.stringContaining('made-up') as string,
    });
    const put = await ask('protected-words', 'POST', { words: 'Málaga Moths', why: 'a club' });
    expect(put.status).toBe(200);
    expect(await list()).toContainEqual({ words: 'Málaga Moths', why: 'a club' });
    expect((await ask('protected-words/malaga%20moths', 'DELETE')).status).toBe(200);
    expect((await ask('protected-words/malaga%20moths', 'DELETE')).status).toBe(404);
    expect((await ask('protected-words', 'POST', { words: '!!', why: '' })).status).toBe(400);
  });

  it('a listing that was put up by hand is marked so, and what is sent is not', async () => {
    const mark = (spec: string, byHand: boolean) =>
      ask<ListingView[]>('listings/marks', 'POST', { designId: owls.id, spec, byHand });
    const state = (views: ListingView[], spec: string) => views.find((l) => l.spec === spec)!.state;
    expect(state((await mark('gannet-row/poster-18x24', true)).body, 'gannet-row/poster-18x24')).toBe(
      'by-hand',
    );
    expect(state((await mark('gannet-row/poster-18x24', false)).body, 'gannet-row/poster-18x24')).toBe('new');
    expect(state((await mark('pinfold/tee-pocket', false)).body, 'pinfold/tee-pocket')).toBe('sent');
  });

  it('figures are said in words that buyers use', async () => {
    const { body } = await ask<{ topics: string[] }>('figure-topics?names=owl,mushroom');
    expect(body.topics.slice(0, 2)).toEqual(['owl', 'mushroom']);
    expect(body.topics).toEqual(expect.arrayContaining(['hoot', 'toadstool']));
    expect((await ask<{ topics: string[] }>('figure-topics')).body.topics).toEqual([]);
  });

  it('the demo’s designs say something on each of their products', () => {
    for (const { document } of [owls, bog, moths])
      expect(designFrom(document).wording.blocks.length).toBeGreaterThan(1);
  });
});
