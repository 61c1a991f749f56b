import type Axe from 'axe-core';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  chromium,
  type Browser,
  type BrowserContext,
  type Locator,
  type Page,
  type Request,
} from 'playwright-core';

export const ROOT = join(__dirname, '..');

/** Characters of what a page shows that are told with a test that fails. */
const MOST_TOLD = 6000;

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });

/** Brelm as a person starts it, with data of its own that outlive a kill. */
export class Brelm {
  private child: ChildProcess | undefined;
  private browser: Browser | undefined;
  readonly data = mkdtempSync(join(tmpdir(), 'brelm-e2e-'));
  port = 0;
  log = '';

  async start(...more: string[]): Promise<string> {
    this.port ||= await freePort();
    const prepared = process.env.BRELM_PREPARED;
    // A shop with its demo, as if it had been started once before.
    if (prepared && !more.includes('--empty') && readdirSync(this.data).length === 0)
      cpSync(prepared, this.data, { recursive: true });
    this.log = '';
    brelms.add(this);
    const child = spawn(
      process.execPath,
      [
        join(ROOT, 'apps/cli/dist/main.js'),
        'start',
        '--port',
        String(this.port),
        '--data',
        this.data,
        ...more,
      ],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
    this.child = child;
    return new Promise((done, fail) => {
      const hear = (chunk: Buffer) => {
        this.log += chunk.toString();
        const address = /Brelm is ready: (\S+)/.exec(this.log)?.[1];
        if (address) done(address);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.once('exit', (code) => fail(new Error(`start ended with ${code}: ${this.log}`)));
    });
  }

  /** Ends the process; returns its exit code, null when a signal took it. */
  end(signal: 'SIGTERM' | 'SIGKILL' | 'SIGHUP' | 'SIGINT'): Promise<number | null> {
    const child = this.child!;
    return new Promise((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done(child.exitCode);
      child.once('exit', (code) => done(code));
      child.kill(signal);
    });
  }

  /** Sends a signal and waits for nothing. */
  signal(signal: NodeJS.Signals): void {
    this.child!.kill(signal);
  }

  /** Waits until it says something. */
  async says(what: RegExp): Promise<void> {
    while (!what.test(this.log)) await new Promise((done) => setTimeout(done, 50));
  }

  /** Command lines of the processes that it began, the database apart. */
  children(): string[] {
    const { stdout } = spawnSync('ps', ['-eo', 'ppid=,args='], { encoding: 'utf8' });
    const own = String(this.child!.pid);
    return stdout
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line.startsWith(`${own} `) && !line.includes('mariadbd'));
  }

  /** Process id of the database, from the file that it writes. */
  databasePid(): number {
    return Number(readFileSync(join(this.data, 'database/mariadb.pid'), 'utf8').trim());
  }

  /** Starts it with a browser of its own, which goes with it: its address, a page of a size, and the faults that the page tells. */
  async opened(
    width = 1024,
    height = 700,
    more: string[] = [],
  ): Promise<{ address: string; page: Page; faults: string[] }> {
    const address = await this.start(...more);
    this.browser = await launch();
    const page = await (await this.browser.newContext({ viewport: { width, height } })).newPage();
    return { address, page, faults: watch(page) };
  }

  async clean(): Promise<void> {
    await this.browser?.close();
    await this.end('SIGTERM');
    rmSync(this.data, { recursive: true, force: true });
  }
}

const BROWSER = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/**
 * How long what is waited for may take, in ms: long enough for a machine that is ten times slower or busy with
 * something else. A test that fails for time alone says nothing about Brelm. (PATIENCE says another, while one is written.)
 */
const PATIENCE = Number(process.env.PATIENCE ?? 240_000);

/** A browser whose every context and page has patience. */
export async function launch(): Promise<Browser> {
  const browser = await chromium.launch(BROWSER);
  const patient = <T extends BrowserContext | Page>(it: T): T => {
    it.setDefaultTimeout(PATIENCE);
    return it;
  };
  const { newContext, newPage } = browser;
  browser.newContext = async (options) => patient(await newContext.call(browser, options));
  browser.newPage = async (options) => patient(await newPage.call(browser, options));
  return browser;
}

/**
 * A browser with a profile on disk. What is to outlive a tab needs one: the contexts of `launch` are
 * private windows, which may forget their storage with the last page of an address.
 */
export async function launchWithProfile(folder: string): Promise<BrowserContext> {
  const context = await chromium.launchPersistentContext(folder, {
    ...BROWSER,
    viewport: { width: 1280, height: 800 },
  });
  context.setDefaultTimeout(PATIENCE);
  return context;
}

const brelms = new Set<Brelm>();
const watched = new Map<Page, { asked: Set<Request>; refused: string[]; faults: string[] }>();

/** What is told with a test that fails: what each page shows, what it waits for, and what each Brelm said last. */
async function told(): Promise<string> {
  const out: string[] = [];
  for (const [page, { asked, refused, faults }] of watched) {
    if (page.isClosed()) continue;
    const shown = page.locator('body').ariaSnapshot({ timeout: 20_000 });
    out.push(
      `The page at ${page.url()} shows:`,
      (await shown.catch((e: Error) => e.message)).slice(-MOST_TOLD),
      ...[...asked].map((r) => `and waits for ${r.method()} ${r.url()}`),
      ...refused.slice(-20).map((r) => `and was refused ${r}`),
      ...faults.map((f) => `and said: ${f}`),
    );
  }
  for (const { log } of brelms) if (log) out.push('Brelm said last:', log.slice(-MOST_TOLD / 4));
  return out.join('\n');
}
(globalThis as { brelmTold?: typeof told }).brelmTold = told;

/** Faults that the page itself reports; a test expects none. */
export function watch(page: Page): string[] {
  const faults: string[] = [];
  const asked = new Set<Request>();
  const refused: string[] = [];
  watched.set(page, { asked, refused, faults });
  page.on('request', (request) => asked.add(request));
  page.on('requestfinished', (request) => asked.delete(request));
  page.on('requestfailed', (request) => {
    asked.delete(request);
    // Nobody wanted it any more.
    if (request.failure()?.errorText === 'net::ERR_ABORTED') return;
    refused.push(`${request.method()} ${request.url()}: ${request.failure()?.errorText}`);
  });
  page.on('response', (response) => {
    if (response.status() < 400) return;
    const request = response.request();
    refused.push(`${request.method()} ${request.url()}: ${response.status()}`);
  });
  page.on('pageerror', (error) => faults.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/Failed to load resource|ERR_CONNECTION/.test(message.text()))
      faults.push(message.text());
  });
  return faults;
}

/** Waits until the server has everything. */
export const saved = (page: Page) =>
  page.waitForFunction(() =>
    /^saved/.test(document.querySelector('[data-testid="save-state"]')?.textContent ?? ''),
  );

/** Waits until the findings are those of the design as it is. */
export const checked = (page: Page) =>
  page.waitForSelector('section[aria-label="Findings"][aria-busy="false"]');

/** Where a place on the board, in board px, is in the window. */
export async function onScreen(page: Page, x: number, y: number): Promise<[number, number]> {
  const board = page.getByTestId('board');
  const view = JSON.parse((await board.getAttribute('data-view'))!) as {
    scale: number;
    x: number;
    y: number;
  };
  const box = (await board.boundingBox())!;
  return [box.x + view.x + x * view.scale, box.y + view.y + y * view.scale];
}

/** Drags with the mouse between two places on the board, in board px. */
export async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  const [x0, y0] = await onScreen(page, ...from);
  const [x1, y1] = await onScreen(page, ...to);
  await page.mouse.move(x0, y0);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) await page.mouse.move(x0 + ((x1 - x0) * i) / 8, y0 + ((y1 - y0) * i) / 8);
  await page.mouse.up();
}

/**
 * Waits until the number in a field is as asked, or as near to one: what is open in the stack follows a change when there is
 * time for it.
 */
export async function numberIs(
  field: Locator,
  asked: number | ((value: number) => boolean),
  within = 0.001,
): Promise<void> {
  const is = typeof asked === 'number' ? (v: number) => Math.abs(v - asked) <= within : asked;
  while (!is(Number(await field.inputValue())))
    await field.page().evaluate(() => new Promise((done) => requestAnimationFrame(done)));
}

/** Waits until what is stored is as asked: looked at again after each save. */
export async function keptUntil(page: Page, is: () => Promise<boolean>): Promise<void> {
  for (;;) {
    // Listened for before it is looked, so that no save slips by in between.
    const next = page.waitForResponse((r) => r.request().method() === 'PUT');
    next.catch(() => undefined);
    if (await is()) return;
    await next;
  }
}

/**
 * What axe finds serious or critical on a page, each with the first place. It is run in the page and tells these alone: all
 * that it looked at is megabytes, which took longer to bring over than to find.
 */
export async function serious(page: Page): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(AXE);
  return page.evaluate(async () => {
    const { axe } = globalThis as unknown as { axe: typeof Axe };
    const { violations } = await axe.run(document, { resultTypes: ['violations'] });
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => `${v.id}: ${v.nodes[0].html}`);
  });
}
