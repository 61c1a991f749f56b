import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import express from 'express';
import { assets, smallAnswers } from './compressed';

const SCRIPT = 'export const owl = 1;\n'.repeat(200);
const ANSWER = { owls: Array.from({ length: 300 }, (_, i) => `owl ${i}`) };

let folder: string;
let server: Server;
/** Ends what the stream of events says. */
let hush: () => void;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'brelm-assets-'));
  writeFileSync(join(folder, 'owl-1.js'), SCRIPT);
  writeFileSync(join(folder, 'owl-1.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(join(folder, 'owl-1.js.gz'), gzipSync(SCRIPT));
  writeFileSync(join(folder, 'bare-1.js'), SCRIPT);
  const app = express();
  app.use(smallAnswers());
  app.use('/assets', assets(folder));
  app.get('/answer', (_, response) => void response.json(ANSWER));
  app.get('/events', (_, response) => {
    response.set('Content-Type', 'text/event-stream; charset=utf-8');
    response.write(`data: ${'moth '.repeat(400)}\n\n`);
    hush = () => response.end();
  });
  app.use((_, response) => void response.status(404).send('nothing'));
  await new Promise<void>((done) => (server = app.listen(0, '127.0.0.1', () => done())));
});

afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What is answered, its bytes as they were sent; of a stream only what comes first. */
const asked = (path: string, accept: string, first = false) =>
  new Promise<{ status: number; headers: IncomingHttpHeaders; body: Buffer }>((done, fail) => {
    const { port } = server.address() as AddressInfo;
    const ask = request(
      { host: '127.0.0.1', port, path, headers: { 'accept-encoding': accept } },
      (response) => {
        const parts: Buffer[] = [];
        const end = () =>
          done({ status: response.statusCode!, headers: response.headers, body: Buffer.concat(parts) });
        response.on('data', (part: Buffer) => {
          parts.push(part);
          if (first) end();
        });
        response.on('end', end);
      },
    );
    ask.on('error', fail);
    ask.end();
  });

describe('files of the interface', () => {
  it.each([
    ['gzip, deflate, br', 'br', (b: Buffer) => brotliDecompressSync(b)],
    ['gzip', 'gzip', (b: Buffer) => gunzipSync(b)],
  ])('are sent to who takes “%s” as %s, and are the same', async (accept, encoding, read) => {
    const { status, headers, body } = await asked('/assets/owl-1.js', accept);
    expect([status, headers['content-encoding']]).toEqual([200, encoding]);
    expect(headers['content-type']).toMatch(/javascript/);
    expect(headers['cache-control']).toBe('public,max-age=31536000,immutable');
    expect(headers.vary).toMatch(/accept-encoding/i);
    expect(body.length).toBeLessThan(SCRIPT.length / 10);
    expect(read(body).toString() === SCRIPT).toBe(true);
  });

  it('are sent as they are to who takes nothing else', async () => {
    const plain = await asked('/assets/owl-1.js', 'identity');
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.body.toString() === SCRIPT).toBe(true);
  });

  it('that are none are not there, nor is what lies outside of their folder', async () => {
    expect((await asked('/assets/moth-1.js', 'br')).status).toBe(404);
    expect((await asked('/assets/../package.json', 'br')).status).toBe(404);
    expect((await asked('/assets/%2e%2e%2fpackage.json', 'br')).status).toBe(404);
  });
});

describe('answers', () => {
  it('are compressed where they are long', async () => {
    const { headers, body } = await asked('/answer', 'gzip');
    expect(headers['content-encoding']).toBe('gzip');
    expect(JSON.parse(gunzipSync(body).toString())).toEqual(ANSWER);
  });

  it('that are streams leave at once, as they are', async () => {
    const { headers, body } = await asked('/events', 'gzip, br', true);
    expect(headers['content-encoding']).toBeUndefined();
    expect(body.toString().startsWith('data: moth')).toBe(true);
    hush();
  });
});
