import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { unzipSync } from 'fflate';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import type { DesignDocument } from '@brelm/core/design';
import type { Part } from '@brelm/core/parts';
import type { Manifest } from '@brelm/core/export';
import { RunsService } from '../src/runs/runs.service';
import { designOf } from './sticker';
import { askOf, bytesFrom, designsOf, endedRun, running, until, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);

interface FileView {
  id: string;
  state: string;
  path: string;
  reason: string | null;
  attempts: number;
  revision: number;
  finishedAt: string;
  report: { bytes: number; format: string; checked: string } | null;
}
interface Run {
  id: string;
  title: string;
  state: string;
  position: number;
  packBytes: number | null;
  reason: string | null;
  paused: boolean;
  cleaned: boolean;
  counts: Record<string, number>;
  files: FileView[];
}

const STICKERS = [
  'stickerwharf/kiss-cut-3in',
  'stickerwharf/kiss-cut-4in',
  'stickerwharf/kiss-cut-5in',
  'stickerwharf/die-cut',
  'stickerwharf/sheet',
];
const create = async (design: DesignDocument) =>
  (await ask<{ id: string; revision: number }>('designs', 'POST', { document: design })).body;
const fileOf = (designId: string, spec = STICKERS[0], over = {}) => ({
  designId,
  spec,
  side: 'face',
  colourway: 'base',
  acceptStops: true,
  ...over,
});
const start = async (files: object[], over = {}) => ask<Run>('runs', 'POST', { files, ...over });
const ended = (id: string) => endedRun<Run>(it0, id);
const bytesOf = (path: string) => bytesFrom(it0, path);
const made = () => readdirSync(join(it0.filesDir, 'made'), { recursive: true }).map(String);

describe('a run', () => {
  it('is planned, made, watched and packed: what the plan says is what the archive holds', async () => {
    const { id } = (await designsOf(it0)).find((d) => d.document.name === 'Bog Standard')!;
    const plan = (await ask<Record<string, never>[]>('plan', 'POST', { designs: [id] })).body as unknown as {
      spec: string;
      side: string;
      colourway: { id: string };
      path: string;
      width: number;
      blade: boolean;
    }[];
    expect(plan.length).toBeGreaterThanOrEqual(5);
    const wanted = plan.filter((r) => /kiss-cut-3in|magnet|ornament/.test(r.spec));
    const abort = new AbortController();
    const told: string[] = [];
    const listening = fetch(`${it0.url}/api/runs/events`, { signal: abort.signal }).then(async (r) => {
      expect(r.headers.get('content-type')).toContain('text/event-stream');
      for await (const chunk of r.body as unknown as AsyncIterable<Uint8Array>)
        told.push(Buffer.from(chunk).toString());
    });
    const request = wanted.map((r) => ({
      designId: id,
      spec: r.spec,
      side: r.side,
      colourway: r.colourway.id,
      acceptStops: true,
      ...(r.blade ? { blade: 'dxf' } : {}),
    }));
    // Beside the sticker, and beside nothing else, what a blade follows.
    expect(wanted.filter((r) => r.blade).map((r) => r.spec)).toEqual(['stickerwharf/kiss-cut-3in']);
    const started = await start(request, { pack: true });
    expect([started.status, started.body.files.length]).toEqual([202, wanted.length]);
    const run = await ended(started.body.id);
    expect(run).toMatchObject({ state: 'done', title: 'Bog Standard', counts: { done: wanted.length } });
    const files = unzipSync(await bytesOf(`runs/${run.id}/pack`));
    const manifest = JSON.parse(Buffer.from(files['manifest.json']).toString()) as Manifest;
    const schema = JSON.parse(
      readFileSync(join(__dirname, '../../../docs/manifest.schema.json'), 'utf8'),
    ) as object;
    const check = new Ajv2020({ strict: false }).compile(schema);
    expect(check(manifest) || check.errors).toBe(true);
    expect(manifest.files.map((f) => f.path).sort()).toEqual(wanted.map((r) => r.path).sort());
    // What its design uses, and why that may be sold.
    const rights = Buffer.from(files['rights.csv']).toString().replace('\ufeff', '').trim().split('\r\n');
    expect(rights[0]).toMatch(/^design,kind,material,licence,/);
    expect(rights.length).toBeGreaterThan(1);
    for (const line of rights.slice(1)) expect(line).toMatch(/^Bog Standard,(typeface|figure|picture),/);
    for (const f of manifest.files) {
      const bytes = files[f.path];
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(f.sha256);
      expect(bytes.length).toBe(f.bytes);
      if (f.blade) {
        expect([f.format, f.path.slice(-8)]).toEqual(['dxf', '-cut.dxf']);
        expect(Buffer.from(bytes).toString('latin1')).toMatch(/^ {2}0\r\nSECTION[^]*POLYLINE[^]*EOF\r\n$/);
        continue;
      }
      const meta = await sharp(bytes).metadata();
      expect([meta.width, meta.height]).toEqual([f.width, f.height]);
    }
    expect(Buffer.from(files['manifest.pdf'].subarray(0, 5)).toString()).toBe('%PDF-');
    const one = await fetch(`${it0.url}/api/runs/files/${run.files[0].id}`);
    expect(one.headers.get('content-disposition')).toContain(run.files[0].path.split('/').pop()!);
    await until(() => Promise.resolve(told.join('').includes('"state":"done"')));
    abort.abort();
    await listening.catch(() => undefined);
    expect(told.join('')).toContain('"working"');
  });

  it('of what a blade follows is refused, by its field, where nothing is cut out', async () => {
    const { id } = await create(designOf('Uncut'));
    const refused = await ask<{ faults: { field: string; message: string }[] }>('runs', 'POST', {
      files: [fileOf(id, STICKERS[0], { blade: 'dxf' })],
    });
    expect([refused.status, refused.body.faults[0].field]).toEqual([400, 'files[0].blade']);
    const odd = await ask<{ faults: { field: string }[] }>('runs', 'POST', {
      files: [fileOf(id, STICKERS[0], { blade: 'saw' })],
    });
    expect([odd.status, odd.body.faults[0].field]).toEqual([400, 'files.0.blade']);
  });

  it('makes every format, by the names that a pattern asks for', async () => {
    const { id } = await create(designOf('Plain & square', '#1f5f50', ['stickerwharf/kiss-cut-3in']));
    const formats = ['png', 'svg', 'pdf'];
    const run = await ended(
      (
        await start(
          formats.map((format) => fileOf(id, STICKERS[0], { format })),
          { pattern: '{design}_{w}' },
        )
      ).body.id,
    );
    expect(run.files.map((f) => f.path)).toEqual(
      ['png', 'svg', 'pdf'].map((e) => `stickerwharf/kiss-cut-sticker-3-in/plain-square_1800.${e}`),
    );
    expect(run.files.map((f) => f.report!.format)).toEqual(formats);
    const png = PNG.sync.read(await bytesOf(`runs/files/${run.files[0].id}`));
    const at = (x: number, y: number) => [
      ...png.data.subarray((y * png.width + x) * 4, (y * png.width + x) * 4 + 4),
    ];
    expect([at(900, 900), at(5, 5)[3]]).toEqual([[0x1f, 0x5f, 0x50, 255], 0]);
  });

  it('makes the revision that it was started with, though the design is changed meanwhile', async () => {
    const first = designOf('Changing', '#b3492a');
    const { id, revision } = await create(first);
    const a = (await start([fileOf(id)])).body;
    await ask(`designs/${id}`, 'PUT', { revision, document: designOf('Changing', '#1f2a44') });
    const b = (await start([fileOf(id)])).body;
    const middle = async (run: Run) => {
      const png = PNG.sync.read(await bytesOf(`runs/files/${(await ended(run.id)).files[0].id}`));
      return [...png.data.subarray((900 * 1800 + 900) * 4, (900 * 1800 + 900) * 4 + 3)];
    };
    expect(await middle(a)).toEqual([0xb3, 0x49, 0x2a]);
    expect(await middle(b)).toEqual([0x1f, 0x2a, 0x44]);
    expect([a.files[0].revision, b.files[0].revision]).toEqual([1, 2]);
  });

  it('shares the machine with another fairly', async () => {
    const long = await create(designOf('Long', '#b3492a', STICKERS));
    const many = Array.from({ length: 3 }, () => STICKERS.map((s) => fileOf(long.id, s))).flat();
    const a = (await start(many)).body;
    const b = (await start(STICKERS.slice(0, 3).map((s) => fileOf(long.id, s)))).body;
    const second = await ended(b.id);
    const first = (await ask<Run>(`runs/${a.id}`)).body;
    expect(second.state).toBe('done');
    expect(first.counts.done).toBeLessThan(many.length);
    await ask(`runs/${a.id}/cancel`, 'POST');
    expect((await ended(a.id)).state).toBe('cancelled');
  });

  it('is moved, cancelled, tried again and removed', async () => {
    const { id } = await create(designOf('Moved', '#b3492a', STICKERS));
    const runs = [];
    for (let i = 0; i < 3; i++) runs.push((await start(STICKERS.map((s) => fileOf(id, s)))).body);
    const list = await ask<Run[]>(`runs/${runs[2].id}/position`, 'PUT', { to: 'first' });
    expect((list.body as unknown as Run[])[0].id).toBe(runs[2].id);
    expect((await ask(`runs/${runs[0].id}`, 'DELETE')).status).toBe(409);
    for (const run of runs) await ask(`runs/${run.id}/cancel`, 'POST');
    const run = await ended(runs[1].id);
    expect([run.state, run.counts.queued, run.counts.working]).toEqual(['cancelled', 0, 0]);
    expect((await ask(`runs/${run.id}/position`, 'PUT', { to: 'last' })).status).toBe(409);
    expect((await ask(`runs/${run.id}/retry`, 'POST')).status).toBe(200);
    expect((await ended(run.id)).counts.done).toBe(STICKERS.length);
    expect((await ask(`runs/${run.id}/retry`, 'POST')).status).toBe(409);
    expect((await ask(`runs/${run.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`runs/${run.id}`)).status).toBe(404);
  });

  it('rests while it is paused, also through a restart, lets others pass, and goes on', async () => {
    const { id } = await create(designOf('Resting', '#b3492a', STICKERS));
    const files = STICKERS.map((s) => fileOf(id, s));
    const { body: long } = await start([...files, ...files, ...files], { pack: true });
    const paused = await ask<Run>(`runs/${long.id}/pause`, 'POST');
    expect([paused.status, paused.body.paused]).toEqual([200, true]);
    // What was in work is made to its end.
    const rest = await until(async () => {
      const { body } = await ask<Run>(`runs/${long.id}`);
      return body.counts.working === 0 && body;
    });
    expect(rest.counts.queued).toBeGreaterThan(0);
    const standing = async () => (await ask<Run>(`runs/${long.id}`)).body.counts;
    await ended((await start(files)).body.id);
    expect(await standing()).toEqual(rest.counts);
    await it0.server.close();
    await it0.again();
    await ended((await start([files[0]])).body.id);
    expect(await standing()).toEqual(rest.counts);
    const on = await ask<Run>(`runs/${long.id}/go-on`, 'POST');
    expect([on.status, on.body.paused]).toEqual([200, false]);
    const run = await ended(long.id);
    expect(run).toMatchObject({ state: 'done', counts: { done: files.length * 3, failed: 0 } });
    expect(Math.max(...run.files.map((f) => f.attempts))).toBe(1);
    expect((await ask(`runs/${long.id}/pause`, 'POST')).status).toBe(409);
    expect((await ask(`runs/${randomUUID()}/pause`, 'POST')).status).toBe(404);
  });

  it('is cancelled while it rests', async () => {
    const { id } = await create(designOf('Given up', '#b3492a', STICKERS));
    const { body } = await start([...STICKERS, ...STICKERS].map((s) => fileOf(id, s)));
    await ask(`runs/${body.id}/pause`, 'POST');
    await ask(`runs/${body.id}/cancel`, 'POST');
    expect((await ended(body.id)).state).toBe('cancelled');
    // Tried again, it does not rest any more.
    expect((await ask<Run>(`runs/${body.id}/retry`, 'POST')).body.paused).toBe(false);
    expect((await ended(body.id)).state).toBe('done');
  });

  it('goes on after the server was stopped in the middle: nothing twice, nothing half-written', async () => {
    const { id } = await create(designOf('Interrupted', '#b3492a', STICKERS));
    const started = (
      await start(
        [...STICKERS, ...STICKERS].map((s) => fileOf(id, s)),
        { pack: true },
      )
    ).body;
    await until(async () => (await ask<Run>(`runs/${started.id}`)).body.counts.done > 0);
    await it0.server.close();
    // As a process that is killed while it writes leaves it.
    const half = join(it0.filesDir, 'made', 'ab', 'half.0011.part');
    mkdirSync(join(it0.filesDir, 'made', 'ab'), { recursive: true });
    writeFileSync(half, 'half');
    await it0.again();
    const run = await ended(started.id);
    expect(run).toMatchObject({ state: 'done', counts: { done: 10, failed: 0 } });
    expect(Math.max(...run.files.map((f) => f.attempts))).toBeLessThanOrEqual(2);
    expect(made().filter((f) => f.endsWith('.part'))).toEqual([]);
    // Beside them the manifest, the sheet to read, and the rights.
    expect(Object.keys(unzipSync(await bytesOf(`runs/${run.id}/pack`)))).toHaveLength(13);
  });
});

describe('several runs in one request', () => {
  it('are all started, in the order in which they were asked for', async () => {
    const [one, two] = [await create(designOf('First listing')), await create(designOf('Second listing'))];
    const { status, body } = await ask<Run[]>('runs/several', 'POST', {
      runs: [one, two].map(({ id }) => ({ files: [fileOf(id)], pack: true })),
    });
    expect(status).toBe(202);
    expect(body.map((r) => r.title)).toEqual(['First listing', 'Second listing']);
    expect(body[1].position).toBe(body[0].position + 1);
    for (const { id } of body) await until(async () => (await ask<Run>(`runs/${id}`)).body.state === 'done');
  });

  it('are none where one of them cannot be', async () => {
    const one = await create(designOf('Alone'));
    const before = (await ask<Run[]>('runs')).body.length;
    const refused = await ask('runs/several', 'POST', {
      runs: [{ files: [fileOf(one.id)] }, { files: [fileOf(one.id, 'nowhere/nothing')] }],
    });
    expect([refused.status, refused.body.message]).toEqual([404, expect.stringContaining('nowhere/nothing')]);
    expect((await ask('runs/several', 'POST', { runs: [] })).status).toBe(400);
    expect((await ask('runs/several', 'POST', { runs: [{ files: [] }] })).body.faults?.[0].field).toMatch(
      /^runs/,
    );
    expect((await ask<Run[]>('runs')).body).toHaveLength(before);
  });
});

describe('what goes wrong in a run', () => {
  it('is refused by field before anything is made', async () => {
    const { id } = await create(designOf('Refused'));
    const cases: [object, number, string][] = [
      [{ files: [] }, 400, 'files'],
      [{ files: [fileOf(id, 'nobody/nothing')] }, 404, 'spec'],
      [{ files: [fileOf(id), fileOf(id, STICKERS[0], { side: 'rear' })] }, 400, 'files[1].side'],
      [{ files: [fileOf(id, 'stickerwharf/kiss-cut-4in')] }, 400, 'files[0].spec'],
      [{ files: [fileOf(id, STICKERS[0], { colourway: 'dusk' })] }, 400, 'files[0].colourway'],
      [{ files: [fileOf(id, STICKERS[0], { format: 'jpeg' })] }, 400, 'files[0].format'],
      [{ files: [fileOf(id)], pattern: '' }, 400, 'pattern'],
      [{ files: [fileOf(id)], pattern: '{nonsense}' }, 400, 'pattern'],
      [{ files: [{ designId: 'x' }] }, 400, 'files.0.designId'],
    ];
    for (const [body, status, field] of cases) {
      const answer = await ask('runs', 'POST', body);
      expect([answer.status, answer.body.faults?.map((f) => f.field)]).toEqual([
        status,
        expect.arrayContaining([field]),
      ]);
    }
    expect((await ask('runs/4a3f0e4e-0000-4000-8000-000000000000')).status).toBe(404);
    expect((await ask('runs/nonsense')).status).toBe(400);
  });

  it('stops of the proof keep a file from being made until they are accepted', async () => {
    const { id } = await create({
      ...designOf('Stopped'),
      placements: designOf('x').placements.map((p) => ({ ...p, x: 5 })),
    });
    const proof = (
      await ask<{ findings: { severity: string; message: string }[]; expectedBytes: number }>(
        'plan/proof',
        'POST',
        fileOf(id),
      )
    ).body;
    expect(proof.findings[0]).toMatchObject({
      severity: 'stop',
      message: expect.stringContaining('outside the print area') as string,
    });
    expect(proof.expectedBytes).toBeGreaterThan(100);
    const run = await ended((await start([fileOf(id, STICKERS[0], { acceptStops: false })])).body.id);
    expect(run.state).toBe('failed');
    expect(run.files[0].reason).toContain('outside the print area');
    await ask(`runs/${run.id}/retry?acceptStops=true`, 'POST');
    expect((await ended(run.id)).state).toBe('done');
  });

  it('a picture that is gone is named, the other files are made, and it works once it is back', async () => {
    const png = await sharp({ create: { width: 33, height: 33, channels: 3, background: '#b3492a' } })
      .png()
      .toBuffer();
    const form = new FormData();
    form.append('file', new Blob([png as BlobPart]), 'gone.png');
    const { sha256 } = (await (
      await fetch(`${it0.url}/api/materials`, { method: 'POST', body: form })
    ).json()) as { sha256: string };
    const base = designOf('Without its moon');
    const lost = await create({
      ...base,
      materials: [{ id: 'moon', name: 'moon.png', sha256, width: 33, height: 33, licence: { id: 'own' } }],
      sides: [
        {
          ...base.sides[0],
          parts: [
            ...base.sides[0].parts,
            {
              ...base.sides[0].parts[0],
              ...{
                id: 'pic',
                kind: 'picture',
                material: 'moon',
                steps: [],
                crop: null,
              },
            } as never,
          ].map((p: Part) => {
            if (p.kind !== 'picture') return p;
            const {
              outlines: _o,
              width: _w,
              height: _h,
              licence: _l,
              ...picture
            } = p as never as Record<string, unknown>;
            return picture as never;
          }),
        },
      ],
    });
    const whole = await create(designOf('Whole'));
    const at = join(it0.filesDir, sha256.slice(0, 2), sha256);
    renameSync(at, `${at}.away`);
    const run = await ended((await start([fileOf(lost.id), fileOf(whole.id)])).body.id);
    expect(run.state).toBe('failed');
    expect(run.files.map((f) => f.state)).toEqual(['failed', 'done']);
    expect(run.files[0].reason).toContain('moon.png: there is no picture file any more');
    expect((await ask(`runs/files/${run.files[0].id}`)).status).toBe(409);
    renameSync(`${at}.away`, at);
    await ask(`runs/${run.id}/retry`, 'POST');
    expect((await ended(run.id)).state).toBe('done');
  });

  it('a disk that takes nothing fails the file with its reason, and trying again makes it', async () => {
    const { id } = await create(designOf('No room', '#445566'));
    const folder = join(it0.filesDir, 'made');
    renameSync(folder, `${folder}.away`);
    writeFileSync(folder, 'a file where a folder should be');
    const run = await ended((await start([fileOf(id)], { pack: true })).body.id);
    rmSync(folder);
    renameSync(`${folder}.away`, folder);
    expect(run.files[0]).toMatchObject({
      state: 'failed',
      reason: expect.stringContaining('cannot be written') as string,
    });
    expect(run.files[0].reason).not.toContain(it0.filesDir);
    await ask(`runs/${run.id}/retry`, 'POST');
    expect(await ended(run.id)).toMatchObject({ state: 'done', counts: { done: 1 } });
    expect((await ask<Run>(`runs/${run.id}`)).body.packBytes).toBeGreaterThan(500);
  });
});

describe('what is kept', () => {
  it('is seen and set, and old files go unless another run has them too', async () => {
    const { id } = await create(designOf('Kept', '#123456'));
    const own = await create(designOf('Only here', '#654321'));
    const old = await ended((await start([fileOf(id), fileOf(own.id)], { pack: true })).body.id);
    const recent = await ended((await start([fileOf(id)])).body.id);
    const policy = (await ask<{ keepDays: number; bytes: number }>('runs/policy')).body;
    expect(policy.keepDays).toBe(30);
    expect(policy.bytes).toBeGreaterThan(old.packBytes!);
    expect((await ask('runs/policy', 'PUT', { keepDays: 0 })).status).toBe(400);
    expect((await ask('runs/policy', 'PUT', { keepDays: null })).status).toBe(200);
    const service = it0.server.app.get(RunsService);
    const later = Date.parse(old.files[0].finishedAt) + 40 * 24 * 3600 * 1000;
    expect(await service.tidy(later)).toBe(0);
    await ask('runs/policy', 'PUT', { keepDays: 30 });
    // Only the older of the two is old, as if the other had just ended.
    const { RunStore } = await import('../src/runs/run-store.service');
    await it0.server.app.get(RunStore).runs.update(recent.id, { finishedAt: new Date(later) });
    expect(await service.tidy(later)).toBeGreaterThan(0);
    const now = (await ask<Run>(`runs/${old.id}`)).body;
    expect([now.cleaned, now.packBytes]).toEqual([true, null]);
    expect((await ask(`runs/files/${now.files[1].id}`)).status).toBe(404);
    expect((await fetch(`${it0.url}/api/runs/files/${recent.files[0].id}`)).status).toBe(200);
    await ask(`runs/${old.id}/retry`, 'POST');
    expect((await ended(old.id)).counts.done).toBe(2);
    mkdirSync(join(it0.filesDir, 'made'), { recursive: true });
  });
});
