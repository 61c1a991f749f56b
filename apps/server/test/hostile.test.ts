import { readdirSync, readFileSync, statSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { createConnection, type Connection } from 'mysql2/promise';
import { crc32 } from '@brelm/core/export';
import { DATABASE_NAME, DATABASE_USER } from '../../cli/src/database/mariadb';
import { designOf } from './sticker';
import { askOf, designsOf, running, uploadTo, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const upload = (bytes: Uint8Array, name: string) => uploadTo<{ kind: string }>(it0, 'materials', bytes, name);

/** A PNG that claims a size, with so many bytes of rows behind it. */
function claimedPng(width: number, height: number, rows = 1000): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const out = Buffer.alloc(12 + data.length);
    out.writeUInt32BE(data.length);
    out.write(type, 4, 'latin1');
    data.copy(out, 8);
    out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
    return out;
  };
  const header = Buffer.from([0, 0, 0, 0, 0, 0, 0, 0, 8, 6, 0, 0, 0]);
  header.writeUInt32BE(width);
  header.writeUInt32BE(height, 4);
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(rows))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** A WOFF whose tables all lie in one packed block, which is unpacked once for each. */
function sharedBlockWoff(tables: number, unpacked: number): Buffer {
  const block = deflateSync(Buffer.alloc(unpacked));
  const head = Buffer.alloc(44 + 20 * tables);
  head.write('wOFF', 0, 'latin1');
  head.writeUInt32BE(0x00010000, 4);
  head.writeUInt32BE(head.length + block.length, 8);
  head.writeUInt16BE(tables, 12);
  head.writeUInt32BE(0x7fffffff, 16);
  for (let i = 0; i < tables; i++) {
    const at = 44 + 20 * i;
    head.write(`t${String(i).padStart(3, '0')}`, at, 'latin1');
    head.writeUInt32BE(head.length, at + 4);
    head.writeUInt32BE(block.length, at + 8);
    head.writeUInt32BE(unpacked, at + 12);
  }
  return Buffer.concat([head, block]);
}

describe('what comes in', () => {
  const svg = (inside: string) =>
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">${inside}</svg>`);

  it.each<[string, string, () => Buffer]>([
    ['a zero byte in a tag', 'zero.svg', () => svg('<rect\0 width="9" height="9"/>')],
    [
      'an SVG half overwritten',
      'half.svg',
      () => Buffer.concat([svg('<rect/>').subarray(0, 70), Buffer.alloc(90)]),
    ],
    [
      'tspans 2,500 deep',
      'deep.svg',
      () => svg(`<text>${'<tspan>'.repeat(2500)}a${'</tspan>'.repeat(2500)}</text>`),
    ],
    ['a picture of 100,000,000 × 1 px', 'wide.png', () => claimedPng(100_000_000, 1)],
    ['a picture of 1 × 60,000 px', 'tall.png', () => claimedPng(1, 60_000)],
    ['a picture that claims what it has not', 'claims.png', () => claimedPng(9000, 9000)],
  ])('%s is refused with 422 and its name, and nothing of it stays', async (_what, name, bytes) => {
    const before = readdirSync(it0.filesDir, { recursive: true });
    const { status, body } = await upload(bytes(), name);
    expect(status).toBe(422);
    expect(body.message).toContain(name);
    expect(body.message).not.toContain(it0.filesDir);
    expect(body.faults![0].field).toBe('file');
    expect(readdirSync(it0.filesDir, { recursive: true })).toEqual(before);
    expect((await ask('health')).status).toBe(200);
  });

  it('a font of 60 KB that would fill the memory is refused by its field', async () => {
    const bomb = sharedBlockWoff(400, 12_000_000);
    expect(bomb.length).toBeLessThan(60_000);
    const { status, body } = await uploadTo(it0, 'typefaces', bomb, 'bomb.woff');
    expect([status, body.faults?.[0].field]).toEqual([400, 'file']);
    expect((await ask('health')).status).toBe(200);
  });

  it('an SVG of a size that no column holds comes in at one that can be used', async () => {
    const wide = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="3000000000" height="3000000000"><rect width="3000000000" height="2000000000"/></svg>',
    );
    const { status, body } = await upload(wide, 'wide.svg');
    expect(status).toBe(201);
    expect(body).toMatchObject({ kind: 'motif', art: { width: expect.any(Number) } });
  });

  it('an upload that is broken off is not gone on with, and the next one is read', async () => {
    const abort = new AbortController();
    const slow = svg(
      `<filter id="f"><feTurbulence numOctaves="9"/><feGaussianBlur stdDeviation="40"/></filter><rect width="100" height="100" filter="url(#f)"/>`,
    );
    const form = new FormData();
    form.append('file', new Blob([slow as BlobPart]), 'slow.svg');
    const sent = fetch(`${it0.url}/api/materials?longSide=6000`, {
      method: 'POST',
      body: form,
      signal: abort.signal,
    });
    setImmediate(() => abort.abort());
    await expect(sent).rejects.toThrow();
    const plain = svg('<rect width="100" height="100" fill="#123456"/>');
    expect((await upload(plain, 'plain.svg')).status).toBe(201);
  });
});

describe('what is asked', () => {
  const send = (body: BodyInit, headers: Record<string, string> = {}, path = 'designs', method = 'POST') =>
    fetch(`${it0.url}/api/${path}`, {
      method,
      body,
      headers: { 'content-type': 'application/json', ...headers },
    });

  it.each<[string, () => Promise<Response>, number]>([
    ['JSON nested 2,000 deep', () => send(`{"document":${'['.repeat(2000)}${']'.repeat(2000)}}`), 400],
    ['no JSON', () => send('{"document":'), 400],
    ['a document that is no JSON within', () => send('{"document":{"a":[}}'), 400],
    ['an unknown charset', () => send('{}', { 'content-type': 'application/json; charset=klingon' }), 415],
    ['an unknown encoding', () => send('{}', { 'content-encoding': 'rot13' }), 415],
    ['gzip that is none', () => send('no gzip at all', { 'content-encoding': 'gzip' }), 400],
    ['no document', () => send('{}'), 400],
    ['a document that is a list', () => send('{"document":[]}'), 400],
    ['a document that is a number', () => send('{"document":5}'), 400],
    ['a body of 31 MB', () => send(`{"document":{"a":"${'x'.repeat(31 * 1024 * 1024)}"}}`), 413],
    ['a page that is none', () => fetch(`${it0.url}/api/designs?count=9999`), 400],
    [
      'a table of 900 KB of commas',
      () => send(JSON.stringify({ csv: ','.repeat(900_000) }), {}, 'garments/csv'),
      400,
    ],
    [
      'a file of 4 MB of YAML',
      () =>
        send(
          JSON.stringify({ file: Buffer.from('a: &a [*a,\n'.repeat(360_000)).toString('base64') }),
          {},
          'spec-book/file',
        ),
      400,
    ],
  ])('%s is answered with its status and a reason, never 500', async (_what, ask1, status) => {
    const response = await ask1();
    const body = (await response.json()) as { message: string };
    expect([response.status, typeof body.message]).toEqual([status, 'string']);
    expect(body.message).not.toMatch(/\/tmp\/|node_modules|at .*\.js/);
  });

  it('a palette of 200 long names is kept', async () => {
    const colours = Array.from({ length: 200 }, (_, i) => ({
      name: `🦉${'ю'.repeat(110)}${i}`,
      value: '#123456',
    }));
    expect((await ask('palettes', 'POST', { name: 'Long', colours })).status).toBe(201);
  });

  it('a save on a revision that none can have is stale: refused, and kept', async () => {
    const [design] = await designsOf(it0);
    const document = { ...design.document, name: 'From the far future' };
    const answer = await ask<{ keptVersion: number; current: { revision: number } }>(
      `designs/${design.id}`,
      'PUT',
      {
        revision: 9_000_000_000,
        document,
      },
    );
    expect(answer.status).toBe(409);
    expect(answer.body.current.revision).toBe(design.revision);
    const kept = await ask<{ document: { name: string } }>(
      `designs/${design.id}/versions/${answer.body.keptVersion}`,
    );
    expect(kept.body.document.name).toBe('From the far future');
  });

  it('a long document is read beside the others: who asks meanwhile is answered first', async () => {
    const [{ document }] = await designsOf(it0);
    const [side] = document.sides;
    const path = `M0 0${'L1.25 2.5'.repeat(20_000)}Z`;
    const outline = { path, ink: document.inks[0].id, rule: 'nonzero', opacity: 1, stroke: null };
    const big = {
      ...document,
      sides: [
        {
          ...side,
          parts: [
            {
              ...side.parts.find((p) => p.kind === 'motif')!,
              outlines: Array.from({ length: 60 }, () => outline),
            },
          ],
        },
      ],
    };
    const order: string[] = [];
    const slow = ask<{ id: string }>('designs', 'POST', { document: big }).then((made) => {
      order.push('document');
      return made;
    });
    const quick = (async () => {
      for (let i = 0; i < 5; i++) expect((await ask('shop')).status).toBe(200);
      order.push('five others');
    })();
    const [made] = await Promise.all([slow, quick]);
    expect(made.status).toBe(201);
    expect(order).toEqual(['five others', 'document']);
    expect((await ask<{ document: unknown }>(`designs/${made.body.id}`)).body.document).toMatchObject({
      name: document.name,
    });
    await ask(`designs/${made.body.id}/archive`, 'POST');
  });
});

describe('the doors', () => {
  const enter = (user: string, password: string | undefined): Promise<Connection> =>
    createConnection({ host: '127.0.0.1', port: it0.database.port, user, password });

  it.each(['root', '', 'mysql', 'brelm', 'mariadb.sys'])(
    '%j does not get in without a password',
    async (user) => {
      await expect(enter(user, undefined)).rejects.toThrow();
    },
  );

  it('the application’s account has its own schema alone, and reads and writes no files', async () => {
    const door = await enter(DATABASE_USER, it0.database.password);
    try {
      const [grants] = await door.query<never[]>('SHOW GRANTS');
      const told = grants
        .flatMap((g) => Object.values(g as object) as string[])
        .map((g) => g.split(' TO ')[0]);
      expect(told.sort()).toEqual(['GRANT ALL PRIVILEGES ON `brelm`.*', 'GRANT USAGE ON *.*']);
      await expect(door.query("SELECT 'x' INTO OUTFILE '/tmp/brelm-out'")).rejects.toThrow(/denied/i);
      await expect(door.query("SELECT LOAD_FILE('/etc/passwd') AS file")).resolves.toMatchObject([
        [{ file: null }],
        {},
      ]);
      await expect(door.query('SELECT * FROM mysql.global_priv')).rejects.toThrow(/denied/i);
      await expect(
        door.query({ sql: `LOAD DATA LOCAL INFILE '/etc/passwd' INTO TABLE ${DATABASE_NAME}.settings` }),
      ).rejects.toThrow();
    } finally {
      await door.end();
    }
  });

  it('no file with the password in a statement is left lying about', () => {
    const folder = join(it0.filesDir, '../database');
    expect(readdirSync(folder)).not.toContain('init.sql');
    expect(statSync(folder).mode & 0o077).toBe(0);
    expect(statSync(join(folder, 'password')).mode & 0o077).toBe(0);
  });

  it('files are the server’s own', () => {
    expect(statSync(it0.filesDir).mode & 0o077).toBe(0);
    for (const name of readdirSync(it0.filesDir, { recursive: true }) as string[])
      expect([name, statSync(join(it0.filesDir, name)).mode & 0o077]).toEqual([name, 0]);
  });

  it('the page may load from here alone', async () => {
    const { headers } = await fetch(`${it0.url}/api/health`);
    const policy = headers.get('content-security-policy')!;
    expect(policy).not.toMatch(/https:|http:|\*|'unsafe-inline'|'unsafe-eval'/);
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
    expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('referrer-policy')).toBe('no-referrer');
    for (const rule of [
      "default-src 'self'",
      "style-src 'self'",
      "base-uri 'none'",
      "font-src 'self'",
      "object-src 'none'",
      "frame-ancestors 'none'",
    ])
      expect(policy).toContain(rule);
  });

  it('nothing that is installed runs a script of its own', () => {
    expect(readFileSync(join(__dirname, '../../../.npmrc'), 'utf8')).toContain('ignore-scripts=true');
  });

  it.each([
    ['another name for this machine', { host: 'brelm.example' }, 403],
    ['a page from elsewhere', { origin: 'https://brelm.example' }, 403],
    ['a page of another port', { origin: 'http://127.0.0.1:1' }, 403],
  ])('%s may not write', async (_what, headers, status) => {
    const http = await import('node:http');
    const { hostname, port } = new URL(it0.url);
    const got = await new Promise<number>((done, fail) => {
      const request = http.request(
        {
          hostname,
          port,
          path: '/api/palettes',
          method: 'POST',
          headers: { 'content-type': 'application/json', ...headers },
        },
        (response) => {
          response.resume();
          done(response.statusCode!);
        },
      );
      request.once('error', fail);
      request.end('{}');
    });
    expect(got).toBe(status);
  });

  it.each(['..%2f..%2fetc%2fpasswd', '%2e%2e/%2e%2e/etc/passwd', '....//etc/passwd', 'x%00y'])(
    'the path %s leads nowhere',
    async (path) => {
      for (const where of ['materials', 'typefaces', 'runs/files']) {
        const response = await fetch(`${it0.url}/api/${where}/${path}/file`);
        expect(response.status).toBeGreaterThanOrEqual(400);
        expect(response.status).toBeLessThan(500);
      }
    },
  );
});

describe('many who are slow, and many who listen', () => {
  it('hold nobody up, and hear what they wait for', async () => {
    const port = Number(new URL(it0.url).port);
    const slow = await Promise.all(
      Array.from(
        { length: 200 },
        (_, i) =>
          new Promise<Socket>((done, fail) => {
            const socket = connect(port, '127.0.0.1', () => done(socket));
            socket.once('error', fail);
            // Half of them never end their head, the others never end what they send.
            socket.write('POST /api/designs HTTP/1.1\r\nHost: 127.0.0.1\r\n');
            if (i % 2) socket.write('Content-Type: application/json\r\nContent-Length: 100000\r\n\r\n{');
          }),
      ),
    );
    for (const socket of slow) socket.removeAllListeners('error').on('error', () => undefined);
    const streams = new AbortController();
    const heard = Array.from({ length: 20 }, async () => {
      const answer = await fetch(`${it0.url}/api/runs/events`, { signal: streams.signal });
      let told = '';
      for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) {
        told += Buffer.from(chunk).toString();
        if (told.includes('"done"')) return told;
      }
      return told;
    });
    try {
      for (const socket of slow) socket.write(' ');
      const made = await ask<{ id: string; revision: number }>('designs', 'POST', {
        document: designOf('Beside the slow'),
      });
      expect(made.status).toBe(201);
      const file = {
        ...{ designId: made.body.id, spec: 'stickerwharf/kiss-cut-3in', side: 'face', colourway: 'base' },
        acceptStops: true,
      };
      const run = await ask<{ id: string }>('runs', 'POST', { files: [file], pack: false });
      expect(run.status).toBe(202);
      for (const told of await Promise.all(heard)) expect(told).toContain(run.body.id);
      expect(slow.filter((s) => s.destroyed)).toEqual([]);
    } finally {
      streams.abort();
      for (const socket of slow) socket.destroy();
    }
    expect((await ask('designs')).status).toBe(200);
  });
});
