import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { needPackage } from '../../cli/src/database/programs';
import { running, until, type Running } from './running';

/** The proxy of docs/examples, as it stands there but for ports and places, before a server of a team. */
const NAME = 'brelm.example';
let folder: string;
let it0: Running;
let proxy: ChildProcess | undefined;
let port: number;
let cookie = '';

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port: free } = server.address() as { port: number };
      server.close(() => done(free));
    });
  });

interface Told {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  body: string;
}

/** Asks through the proxy, as a browser does that knows its certificate; what comes first is enough where `part`. */
function ask(
  path: string,
  method = 'GET',
  body?: Buffer | object,
  headers: object = {},
  part = false,
): Promise<Told> {
  const sent = body === undefined || Buffer.isBuffer(body) ? body : Buffer.from(JSON.stringify(body));
  return new Promise((done, fail) => {
    const asked = request(
      {
        ...{ host: '127.0.0.1', port, servername: NAME, path, method },
        ca: readFileSync(join(folder, 'certificate.pem')),
        headers: {
          host: NAME,
          ...(cookie && { cookie }),
          ...(sent && { 'content-type': 'application/json', 'content-length': sent.length }),
          ...headers,
        },
      },
      (response) => {
        let text = '';
        const end = () => done({ status: response.statusCode!, headers: response.headers, body: text });
        response.on('data', (chunk: Buffer) => {
          text += chunk.toString();
          if (!part) return;
          end();
          asked.destroy();
        });
        response.on('end', end);
      },
    );
    asked.on('error', fail);
    asked.end(sent);
  });
}

beforeAll(async () => {
  const nginx = needPackage('nginx', 'nginx-light');
  folder = mkdtempSync(join(tmpdir(), 'brelm-proxy-'));
  mkdirSync(join(folder, 'logs'));
  port = await freePort();
  const made = spawnSync('openssl', [
    ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes', '-days', '2'],
    ...['-keyout', join(folder, 'key.pem'), '-out', join(folder, 'certificate.pem')],
    ...['-subj', `/CN=${NAME}`, '-addext', `subjectAltName=DNS:${NAME}`],
  ]);
  expect(made.status).toBe(0);
  it0 = await running(false, { team: { address: `https://${NAME}` } });
  const example = readFileSync(join(__dirname, '../../../docs/examples/nginx.conf'), 'utf8');
  const here = example
    .replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
    .replaceAll('/etc/brelm/', `${folder}/`)
    .replace('/run/brelm-nginx.pid', join(folder, 'nginx.pid'))
    .replace('/var/log/brelm-nginx-error.log', join(folder, 'error.log'))
    .replace('http://127.0.0.1:4780', it0.url)
    // Nothing of it is written outside of the folder.
    .replace(
      'http {',
      `http {\n${['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map((t) => `${t}_temp_path ${folder}/${t};`).join('\n')}`,
    );
  writeFileSync(join(folder, 'nginx.conf'), here);
  proxy = spawn(nginx, ['-p', folder, '-c', join(folder, 'nginx.conf'), '-g', 'daemon off;'], {
    stdio: 'pipe',
  });
  let said = '';
  proxy.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await until(async () => {
    if (proxy!.exitCode !== null) throw new Error(`the proxy does not start: ${said}`);
    return ask('/api/house/me').catch(() => null);
  });
});
afterAll(async () => {
  if (proxy && proxy.exitCode === null) {
    const ended = new Promise((done) => proxy!.once('exit', done));
    proxy.kill('SIGTERM');
    await ended;
  }
  await it0?.stop();
  if (folder && existsSync(folder)) rmSync(folder, { recursive: true, force: true });
});

describe('behind a proxy that speaks TLS', () => {
  it('the first person comes in at the outer address; the cookie is sent over TLS alone', async () => {
    expect(it0.server.ownerLink).toMatch(/^https:\/\/brelm\.example\/welcome#/);
    const came = await ask(
      '/api/house/links/join',
      'POST',
      {
        ...{ token: it0.server.ownerLink!.split('#')[1], signIn: 'maud@duskwren.example' },
        ...{ name: 'Maud', password: 'seven moths at noon' },
      },
      { origin: `https://${NAME}` },
    );
    expect([came.status, came.body]).toEqual([201, expect.stringContaining('Maud')]);
    const [set] = came.headers['set-cookie'] as string[];
    expect(set).toMatch(/; HttpOnly; Secure; SameSite=Strict$/);
    cookie = set.split(';')[0];
    const designs = await ask('/api/designs');
    expect(designs.status).toBe(200);
    // Browsers are held to TLS from then on.
    expect(designs.headers['strict-transport-security']).toMatch(/max-age=31536000/);
  });

  it('writes come from its own page alone, and other names are not answered', async () => {
    const write = (origin: string) => ask('/api/words', 'POST', { word: 'moth' }, { origin });
    expect((await write(`https://${NAME}`)).status).toBe(201);
    for (const origin of ['https://elsewhere.example', `http://${NAME}`, 'null'])
      expect([origin, (await write(origin)).status]).toEqual([origin, 403]);
    expect((await ask('/api/designs', 'GET', undefined, { host: 'elsewhere.example' })).status).toBe(403);
  });

  it('the server’s own door is shut, and who asks is not whoever they say they are', async () => {
    expect((await ask('/inside/guess/api/designs')).status).toBe(404);
    // Tries are counted by the address that the proxy saw, not by one that is told.
    let last = 0;
    for (let i = 0; i < 60 && last !== 429; i++)
      last = (
        await ask(
          '/api/house/sign-in',
          'POST',
          { signIn: `nobody${i}@duskwren.example`, password: 'a guess' },
          { 'x-forwarded-for': `10.0.0.${i}` },
        )
      ).status;
    expect(last).toBe(429);
  });

  it('progress is told as it comes, and a large archive goes through', async () => {
    const events = await ask('/api/runs/events', 'GET', undefined, { accept: 'text/event-stream' }, true);
    expect([events.status, events.headers['content-type']]).toEqual([
      200,
      expect.stringContaining('text/event-stream'),
    ]);
    const large = await ask('/api/house/shops/copies?name=Large', 'POST', Buffer.alloc(40_000_000, 7), {
      'content-type': 'application/zip',
    });
    expect([large.status, large.body]).toEqual([422, expect.stringContaining('no archive')]);
  });
});
