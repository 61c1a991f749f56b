import { createHash } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { marketOfSpec } from '@brelm/core/spec';
import { CONNECTORS, RefusedError, RetryError, type Connector, type Outgoing } from './index';

interface Asked {
  method: string;
  path: string;
  headers: IncomingMessage['headers'];
  body: Buffer;
}
type Answer = (
  asked: Asked,
) => { status?: number; body?: unknown; raw?: string; headers?: Record<string, string> } | 'cut';

let server: Server;
let base: string;
let asked: Asked[];
let answer: Answer;

beforeAll(async () => {
  server = createServer((request: IncomingMessage, response: ServerResponse) => {
    const chunks: Buffer[] = [];
    request.on('data', (c: Buffer) => chunks.push(c));
    request.on('end', () => {
      const one = {
        method: request.method!,
        path: request.url!,
        headers: request.headers,
        body: Buffer.concat(chunks),
      };
      asked.push(one);
      const said = answer(one);
      if (said === 'cut') return request.socket.destroy();
      response.writeHead(said.status ?? 200, { 'Content-Type': 'application/json', ...said.headers });
      response.end(said.raw ?? JSON.stringify(said.body ?? {}));
    });
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => new Promise((done) => server.close(done)));
beforeEach(() => {
  asked = [];
  answer = () => ({ body: remote() });
});

const remote = (over: object = {}) => ({
  ...{ id: 'l-1', reference: 'ref', product: 'x', revision: 1, state: 'in review', reasons: [], page: null },
  words: { title: 'Owls', description: '', points: [], tags: [], price: 1995, colours: [] },
  ...over,
});
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const file = (kind: 'print' | 'picture', name: string, text: string) => {
  const bytes = Buffer.from(text);
  return {
    kind,
    side: kind === 'print' ? 'front' : '',
    name,
    mime: 'image/png',
    sha256: sha256(bytes),
    bytes,
  };
};
const OUT: Outgoing = {
  ...{
    reference: 'ref',
    product: 'x/tee',
    title: 'Owls, “night” | day',
    description: 'Two\nlines',
    points: ['a'],
  },
  ...{ tags: ['owl tee', 'a|b'], price: 1995, colours: ['soot', 'pine'] },
  files: [file('print', 'print-1.png', 'PRINT'), file('picture', 'picture-1.jpg', 'PICTURE')],
};
const at = (market: string): Connector =>
  CONNECTORS[market]({ base, token: 'secret', name: 'The market', patience: 400 });
const MARKETS = Object.keys(CONNECTORS);

/** A form as it was sent: its fields and files by name. */
async function formOf({ headers, body }: Asked): Promise<FormData> {
  return new Response(new Uint8Array(body), {
    headers: { 'Content-Type': headers['content-type']! },
  }).formData();
}

describe('every connector', () => {
  it('is named by the first piece of a spec, and says its token', async () => {
    expect(marketOfSpec('gannet-row/tote')).toBe('gannet-row');
    answer = () => ({ body: { listings: [] } });
    for (const market of MARKETS) expect(await at(market).find('ref')).toBeNull();
    expect(asked.map((a) => a.headers.authorization)).toEqual(MARKETS.map(() => 'Bearer secret'));
    expect(asked[0].path).toBe('/listings?reference=ref');
  });

  it.each(MARKETS)('%s tells what may go well later from what will not', async (market) => {
    const asks: [Answer, (error: unknown) => void][] = [
      [() => ({ status: 503 }), retries('is busy')],
      [() => ({ status: 500, body: { message: 'x' } }), retries('is busy')],
      [
        () => ({ status: 429, headers: { 'Retry-After': '7' } }),
        (e) => expect((e as RetryError).after).toBe(7),
      ],
      [() => ({ raw: '<!doctype html><p>Soon' }), retries('a page instead of data')],
      [() => ({ body: [1, 2] }), retries('')],
      [() => 'cut', retries('cannot be reached')],
      [() => ({ status: 401, body: {} }), refuses('token')],
      [
        () => ({ status: 422, body: { faults: [{ field: 'title', message: 'too long' }] } }),
        refuses('refused'),
      ],
    ];
    for (const [said, check] of asks) {
      answer = said;
      check(
        await at(market)
          .states()
          .then(
            () => null,
            (e: unknown) => e,
          ),
      );
    }
  });

  it.each(MARKETS)('%s gives up on what never answers', async (market) => {
    const silent = createServer(() => undefined);
    await new Promise<void>((done) => silent.listen(0, '127.0.0.1', done));
    const there = `http://127.0.0.1:${(silent.address() as AddressInfo).port}`;
    const slow = CONNECTORS[market]({ base: there, token: 't', name: 'The market', patience: 30 });
    await expect(slow.states()).rejects.toThrow('The market does not answer.');
    silent.closeAllConnections();
    await new Promise((done) => silent.close(done));
  });

  it.each(MARKETS.filter((m) => m !== 'stickerwharf'))(
    '%s finds the one that is there where its reference is taken',
    async (market) => {
      answer = ({ method, path }) => {
        if (method === 'GET') return { body: { listings: [remote({ id: 'there', revision: 4 })] } };
        return path === '/uploads' ? { body: { put: null } } : { status: 409, body: { message: 'taken' } };
      };
      expect(await at(market).publish(OUT)).toMatchObject({ id: 'there', revision: 4 });
      // One that says so and does not have it is asked again later.
      answer = ({ method, path }) => {
        if (method === 'GET') return { body: { listings: [remote({ reference: 'another' })] } };
        return path === '/uploads' ? { body: { put: null } } : { status: 409 };
      };
      await expect(at(market).publish(OUT)).rejects.toThrow(RetryError);
    },
  );

  it.each(MARKETS)('%s says that a listing was changed there, and takes one down', async (market) => {
    answer = ({ path }) => {
      if (path === '/uploads') return { body: { put: null } };
      if (path === '/drops') return { body: { rows: [{ status: 412, reason: 'changed here' }] } };
      return { status: 412, body: { message: 'changed here' } };
    };
    const error = await at(market)
      .update('l-1', 3, OUT)
      .then(
        () => null,
        (e: unknown) => e as RefusedError,
      );
    expect([error?.name, error?.why]).toEqual(['RefusedError', 'changed']);
    answer = () => ({ body: remote({ state: 'taken down' }) });
    expect((await at(market).takeDown('l-1')).state).toBe('taken down');
    expect([asked.at(-1)!.method, asked.at(-1)!.path]).toEqual(['DELETE', '/listings/l-1']);
  });
});

const retries = (words: string) => (error: unknown) => {
  expect(error).toBeInstanceOf(RetryError);
  expect((error as Error).message).toContain(words);
};
const refuses = (why: RefusedError['why']) => (error: unknown) => {
  expect(error).toBeInstanceOf(RefusedError);
  expect((error as RefusedError).why).toBe(why);
};

describe('each in its manner', () => {
  const words = {
    reference: 'ref',
    product: 'x/tee',
    title: OUT.title,
    price: 1995,
    colours: ['soot', 'pine'],
  };

  it('one form with all files', async () => {
    await at('pinfold').publish(OUT);
    const form = await formOf(asked[0]);
    const listing = JSON.parse(form.get('listing') as string) as { files: object[] };
    expect(listing).toMatchObject(words);
    expect(listing.files).toEqual([
      { kind: 'print', side: 'front', name: 'print-1.png', file: 'file0' },
      { kind: 'picture', side: '', name: 'picture-1.jpg', file: 'file1' },
    ]);
    expect(await (form.get('file0') as File).text()).toBe('PRINT');
    await at('pinfold').update('l-1', 3, OUT);
    expect([asked[1].method, asked[1].path, asked[1].headers['if-match']]).toEqual([
      'PUT',
      '/listings/l-1',
      '"3"',
    ]);
  });

  it('each file by an address that is signed for it, once, and nowhere else', async () => {
    answer = ({ path, body }) => {
      if (path !== '/uploads') return { body: path.startsWith('/put') ? {} : remote() };
      const { sha256: hash } = JSON.parse(body.toString()) as { sha256: string };
      return { body: { put: hash === OUT.files[0].sha256 ? '/put?signature=s' : null } };
    };
    await at('gannet-row').publish(OUT);
    expect(asked.map((a) => `${a.method} ${a.path}`)).toEqual([
      'POST /uploads',
      'PUT /put?signature=s',
      'POST /uploads',
      'POST /listings',
    ]);
    expect(asked[1].body.toString()).toBe('PRINT');
    expect(
      (JSON.parse(asked[3].body.toString()) as { files: { file: string }[] }).files.map((f) => f.file),
    ).toEqual(OUT.files.map((f) => f.sha256));
    answer = () => ({ body: { put: 'http://169.254.1.1/steal' } });
    await expect(at('gannet-row').publish(OUT)).rejects.toThrow('an address that is not its own');
  });

  it('a table and an archive', async () => {
    answer = () => ({ body: { rows: [{ status: 200, reason: null, listing: remote() }] } });
    await at('stickerwharf').publish(OUT);
    const form = await formOf(asked[0]);
    const [row] = Papa.parse<Record<string, string>>(String(form.get('table')).replaceAll('\r\n', '\n'), {
      header: true,
    }).data;
    expect(row).toMatchObject({
      ...{
        reference: 'ref',
        title: OUT.title,
        description: 'Two\nlines',
        price: '1995',
        colours: 'soot|pine',
      },
      // What parts a cell cannot stand in one of its pieces.
      tags: 'owl tee|a/b',
      ...{ prints: 'front=print-1.png', pictures: 'picture-1.jpg', revision: '' },
    });
    const zip = unzipSync(new Uint8Array(await (form.get('archive') as File).arrayBuffer()));
    expect(Object.fromEntries(Object.entries(zip).map(([k, v]) => [k, Buffer.from(v).toString()]))).toEqual({
      'print-1.png': 'PRINT',
      'picture-1.jpg': 'PICTURE',
    });
    answer = () => ({ body: { rows: [{ status: 400, reason: 'price: no number' }] } });
    await expect(at('stickerwharf').publish(OUT)).rejects.toThrow('price: no number');
    answer = () => ({ body: { rows: [{ status: 409, reason: 'there already' }] } });
    await expect(at('stickerwharf').publish(OUT)).rejects.toThrow(RetryError);
    answer = () => ({ body: { rows: [] } });
    await expect(at('stickerwharf').publish(OUT)).rejects.toThrow(RetryError);
  });

  it('one JSON with its files in base64', async () => {
    await at('mudlark').publish(OUT);
    const body = JSON.parse(asked[0].body.toString()) as Record<string, string>;
    expect(body).toMatchObject(words);
    expect(Buffer.from(body.data1, 'base64').toString()).toBe('PICTURE');
  });
});
