import { readdirSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { unzipSync } from 'fflate';
import type { Browser } from 'playwright-core';
import { Brelm, launch, ROOT, saved, serious } from './brelm';

const brelm = new Brelm();
let browser: Browser;

beforeAll(async () => {
  await brelm.start('--empty');
  browser = await launch();
});
afterAll(async () => {
  await browser?.close();
  await brelm.clean();
});

/** Painted large, it takes far longer than anybody waits. */
const ENDLESS = `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><filter id="f"><feTurbulence numOctaves="20" baseFrequency="0.9"/><feGaussianBlur stdDeviation="30"/></filter>${'<rect width="100" height="100" filter="url(#f)"/>'.repeat(100)}</svg>`;

/** Whether a process is there. */
function isThere(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** The scripts of the interface, each with those that it cannot do without. */
function scripts(): Map<string, string[]> {
  const folder = join(ROOT, 'apps/web/dist/assets');
  const names = readdirSync(folder).filter((name) => name.endsWith('.js'));
  return new Map(
    names.map((name) => {
      const text = readFileSync(join(folder, name), 'utf8');
      // What is written `import(…)` comes later, when it is wanted.
      const needed = [...text.matchAll(/(?:import|from)\s*["']\.\/([^"']+\.js)["']/g)].map(
        ([, path]) => path,
      );
      return [name, [...new Set(needed)]];
    }),
  );
}

/** A script with all that it needs, those first. Throws where one needs itself. */
function inOrder(
  all: Map<string, string[]>,
  name: string,
  under: string[] = [],
  done: string[] = [],
): string[] {
  if (done.includes(name)) return done;
  if (under.includes(name)) throw new Error(`needs itself: ${[...under, name].join(' > ')}`);
  for (const needed of all.get(name) ?? []) inOrder(all, needed, [...under, name], done);
  done.push(name);
  return done;
}

describe('what the first sight of the shelf needs', () => {
  it('is at most 220 KB of compressed JavaScript', () => {
    const dist = join(ROOT, 'apps/web/dist');
    const page = readFileSync(join(dist, 'index.html'), 'utf8');
    const scripts = [...page.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map(([, path]) => path);
    const bytes = scripts.map((path) => gzipSync(readFileSync(join(dist, path))).length);
    expect(scripts.length).toBeGreaterThan(0);
    expect(bytes.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(220 * 1024);
  });

  it('is no script that needs itself by way of others, which would run before what it uses', () => {
    const all = scripts();
    expect(all.size).toBeGreaterThan(50);
    for (const name of all.keys()) expect(inOrder(all, name)).toContain(name);
  });

  it('leaves a stage to be loaded in few files', () => {
    const all = scripts();
    const stage = [...all.keys()].find((name) => name.startsWith('artwork-stage-'))!;
    expect(inOrder(all, stage).length).toBeLessThanOrEqual(30);
  });
});

describe('starting', () => {
  it('says plainly when the port is taken', () => {
    const second = spawnSync(
      process.execPath,
      [
        join(ROOT, 'apps/cli/dist/main.js'),
        'start',
        '--port',
        String(brelm.port),
        '--data',
        join(brelm.data, 'other'),
      ],
      { encoding: 'utf8' },
    );
    expect(second.status).toBe(2);
    expect(second.stderr).toContain(`port ${brelm.port} is taken`);
  });

  it('starts the database again when it is lost, says so, and has what was saved', async () => {
    const other = new Brelm();
    const at = await other.start('--empty');
    const palette = { name: 'Kept', colours: [{ name: 'Peat', value: '#332211' }] };
    await fetch(`${at}/api/palettes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(palette),
    });
    process.kill(other.databasePid(), 'SIGKILL');
    await other.says(/the database is back/);
    expect(other.log).toContain('the database ended by SIGKILL');
    let palettes: unknown;
    do palettes = await (await fetch(`${at}/api/palettes`)).json();
    while (!Array.isArray(palettes));
    expect(palettes).toMatchObject([palette]);
    await other.clean();
  });

  it('lets no second Brelm at the same data, by whatever path, and names the first', async () => {
    const other = new Brelm();
    await other.start('--empty');
    const link = `${other.data}-link`;
    symlinkSync(other.data, link);
    for (const path of [other.data, link, join(other.data, '.', 'files', '..')]) {
      const second = spawnSync(
        process.execPath,
        [join(ROOT, 'apps/cli/dist/main.js'), 'start', '--port', '0', '--data', path],
        { encoding: 'utf8' },
      );
      expect([second.status, second.stderr]).toEqual([
        2,
        expect.stringMatching(/is in use by another Brelm \(process \d+\)\. Stop that one/) as string,
      ]);
    }
    // The first one's database is still there.
    process.kill(other.databasePid(), 0);
    rmSync(link);
    await other.clean();
    await other.start('--empty').then(() => other.clean());
  });

  it.each(['SIGHUP', 'SIGINT'] as const)('stops in good order on %s', async (signal) => {
    const other = new Brelm();
    await other.start('--empty');
    const pid = other.databasePid();
    expect(await other.end(signal)).toBe(0);
    expect(() => process.kill(pid, 0)).toThrow();
    await other.clean();
  });

  it('stops although files are read that never end, and leaves no process behind', async () => {
    const other = new Brelm();
    const at = await other.start('--empty');
    const form = () => {
      const f = new FormData();
      f.append('file', new Blob([ENDLESS]), 'endless.svg');
      return f;
    };
    const sent = [1, 2, 3].map(() =>
      fetch(`${at}/api/materials?longSide=5000`, { method: 'POST', body: form() }).catch(() => null),
    );
    const children = () => other.children().filter((c) => c.includes('child.js'));
    while (children().length < 2) await new Promise((done) => setTimeout(done, 50));
    expect(await other.end('SIGTERM')).toBe(0);
    await Promise.all(sent);
    expect(children()).toEqual([]);
    await other.clean();
  });

  it('stops while somebody watches runs, whose stream ends with it', async () => {
    const other = new Brelm();
    const at = await other.start('--empty');
    const streams = await Promise.all([1, 2, 3].map(() => fetch(`${at}/api/runs/events`)));
    const ends = streams.map((s) => s.text().catch(() => 'cut'));
    const pid = other.databasePid();
    expect(await other.end('SIGTERM')).toBe(0);
    expect(await Promise.all(ends)).toHaveLength(3);
    expect(() => process.kill(pid, 0)).toThrow();
    await other.clean();
  });

  it('ends at once when it is interrupted twice, database and all, and starts again', async () => {
    const other = new Brelm();
    await other.start('--empty');
    const pid = other.databasePid();
    const ended = other.end('SIGINT');
    await other.says(/stopping…/);
    other.signal('SIGINT');
    expect([0, 130]).toContain(await ended);
    while (isThere(pid)) await new Promise((done) => setTimeout(done, 50));
    await other.start('--empty').then(() => other.clean());
  });

  it('starts empty when asked to', async () => {
    const other = new Brelm();
    const at = await other.start('--empty');
    const page = await browser.newPage();
    await page.goto(at);
    await page.getByText('Your shelf is empty').waitFor();
    await page.close();
    await other.clean();
  });

  it('gives everything out under the shop’s name, by the keyboard', async () => {
    const context = await browser.newContext({ viewport: { width: 1024, height: 700 } });
    const page = await context.newPage();
    await page.goto(`http://127.0.0.1:${brelm.port}`);
    await page.getByRole('button', { name: /^Shop: / }).focus();
    await page.keyboard.press('Enter');
    const item = page.getByRole('menuitem', { name: /^Take everything out/ });
    await item.waitFor();
    expect(await serious(page)).toEqual([]);
    // By its first letters, past what stands above it.
    await page.keyboard.type('take');
    await page.waitForFunction(() =>
      document.querySelector('[role="menu"] [data-focus]')?.textContent?.startsWith('Take everything out'),
    );
    const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
    expect(download.suggestedFilename()).toMatch(/^brelm-\d{4}-\d\d-\d\d\.zip$/);
    const entries = unzipSync(readFileSync(await download.path()));
    expect(Object.keys(entries)).toEqual(
      expect.arrayContaining(['brelm-backup.json', 'tables/designs.ndjson']),
    );
    await context.close();
  });
});

describe('a new mug', () => {
  it('comes in its own colour, is judged on that, and its file is made', async () => {
    const page = await browser.newPage({ viewport: { width: 1024, height: 700 } });
    await page.goto(`http://127.0.0.1:${brelm.port}`);
    await page.getByRole('button', { name: 'New design' }).first().click();
    await page.getByLabel('Name', { exact: true }).fill('Tea before moths');
    await page.getByLabel('Find a product').fill('mug 11');
    await page.getByRole('radio', { name: /mug, 11 oz/i }).click();
    const colours = page.getByRole('radiogroup', { name: 'Colour of the mug' }).getByRole('radio');
    expect(await colours.allTextContents()).toEqual(['China white']);
    await page.getByRole('button', { name: 'Make it' }).click();
    await page.getByTestId('board').waitFor();
    await page.getByRole('region', { name: 'Findings' }).getByText('Nothing on the board yet.').waitFor();
    await page.keyboard.press('a');
    await page.keyboard.type('TEA BEFORE MOTHS');
    await page.keyboard.press('Enter');
    await page.locator('[data-testid="garment-china-white"][data-verdict="reads"]').waitFor();
    expect(await page.locator('[data-testid^="garment-"]').count()).toBe(1);
    await saved(page);
    await page.getByRole('button', { name: /Make files/ }).click();
    const make = page.getByRole('button', { name: 'Make 1 file' });
    await make.waitFor();
    expect(await make.isEnabled()).toBe(true);
    await page.close();
  });
});
