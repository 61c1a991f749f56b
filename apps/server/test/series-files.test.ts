import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import { picture, place } from '@brelm/core/parts';
import { emptyRow } from '@brelm/core/series';
import { RunsService } from '../src/runs/runs.service';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { layoutOf, seriesOf, seriesOn, type Made, type Run, type Stored } from './ranks';
import { bytesFrom, endedRun, running, uploadTo, type Running, type StoredDesign, until } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const { ask, store, create } = seriesOn(() => it0);
const ended = (id: string) => endedRun<Run>(it0, id);
/** How many files of a run came out, and which of them a child made: the others were kept from an earlier run. */
const outcome = async ({ id }: { id: string }) => {
  const { counts, files } = await ended(id);
  return { done: counts.done, made: files.filter((f) => f.attempts > 0).map((f) => f.path) };
};
const PIN = 'mudlark/enamel-pin';

describe('files of a series', () => {
  it('are made of each row that can be, packed with a table for upload, and only what changed is made anew', async () => {
    const design = layoutOf();
    design.wording = {
      ...design.wording,
      ...{ title: '{Rank} ranger {product}', tags: [{ text: '{rank} ranger', only: [] }] },
    };
    const layout = await store(design);
    const document = seriesOf(layout, 'First', 'Second', 'Third', '', 'Owl 🦉');
    const { id } = await create(document);
    const make = (json: object = {}) =>
      ask<Made>(`series/${id}/runs`, 'POST', { acceptStops: true, ...json });
    const { status, body } = await make({ pack: true });
    expect(status).toBe(201);
    expect(body.left.map((l) => [l.row, l.why[0]])).toEqual([
      ['r4', 'Nothing stands in this row.'],
      ['r5', expect.stringContaining('Anton has no 🦉')],
    ]);
    expect(body.runs).toHaveLength(1);
    const run = await ended(body.runs[0].id);
    expect(run).toMatchObject({ title: 'Ranks', state: 'done', counts: { done: 3 } });
    expect(run.files.map((f) => f.path)).toEqual([
      expect.stringMatching(/first-ranger/),
      expect.stringMatching(/second-ranger/),
      expect.stringMatching(/third-ranger/),
    ]);
    const pack = unzipSync(await bytesFrom(it0, `runs/${run.id}/pack`));
    const table = Papa.parse<Record<string, string>>(
      Buffer.from(pack['listings.csv']).toString('utf8').slice(1),
      {
        header: true,
      },
    ).data;
    expect(table.map((r) => [r.title, r.tags, r.Rank])).toEqual([
      ['First ranger sticker', 'First ranger', 'First'],
      ['Second ranger sticker', 'Second ranger', 'Second'],
      ['Third ranger sticker', 'Third ranger', 'Third'],
    ]);
    for (const { file } of table) expect(PNG.sync.read(Buffer.from(pack[file])).width).toBeGreaterThan(800);
    const pictures = table.map((r) => Buffer.from(pack[r.file]).toString('base64'));
    expect(new Set(pictures).size).toBe(3);

    // Nothing changed: nothing is made.
    const again = (await make({ rows: ['r1', 'r2', 'r3'] })).body.runs[0];
    expect(again.counts).toMatchObject({ done: 3, queued: 0 });
    expect(await outcome(again)).toEqual({ done: 3, made: [] });
    // One word, one file.
    const changed = structuredClone(document);
    changed.rows[1].cells.c1 = 'Seventh';
    await ask(`series/${id}`, 'PUT', { revision: 1, document: changed });
    const third = (await make({ rows: ['r1', 'r2', 'r3'] })).body.runs[0];
    expect(await outcome(third)).toEqual({ done: 3, made: [expect.stringMatching(/seventh-ranger/)] });
    // A wording that changed makes no file anew.
    const { body: now } = await ask<StoredDesign>(`designs/${layout}`);
    const reworded = { ...now.document, wording: { ...now.document.wording, title: 'Another {product}' } };
    await ask(`designs/${layout}`, 'PUT', { revision: now.revision, document: reworded });
    const fourth = (await make({ rows: ['r1', 'r2', 'r3'] })).body.runs[0];
    expect(await outcome(fourth)).toEqual({ done: 3, made: [] });
  });

  it('are made anew where what was made is gone, was cleaned away, or had stops that nobody takes now', async () => {
    const { id } = await create(seriesOf(await store(layoutOf()), 'Reused'));
    const make = async (acceptStops = true) =>
      (await ask<Made>(`series/${id}/runs`, 'POST', { acceptStops })).body.runs[0];
    await ended((await make()).id);
    expect(await outcome(await make())).toEqual({ done: 1, made: [] });
    // The file was lost from the disk.
    const folder = join(it0.filesDir, 'made');
    const lost = readdirSync(folder, { recursive: true })
      .map(String)
      .filter((n) => /[0-9a-f]{64}$/.test(n));
    for (const name of lost) rmSync(join(folder, name));
    expect(lost.length).toBeGreaterThan(0);
    const anew = { done: 1, made: [expect.stringMatching(/reused/)] };
    expect(await outcome(await make())).toEqual(anew);
    // Its runs were cleaned away.
    await it0.server.app.get(RunsService).tidy(Date.now() + 366 * 24 * 3600 * 1000);
    expect(await outcome(await make())).toEqual(anew);
    // One with stops is taken only by who takes them.
    const pale = layoutOf();
    pale.inks[0].value = '#ffffff';
    const vanishing = await create(seriesOf(await store(pale), 'Pale'));
    const of = async (acceptStops: boolean) =>
      (await ask<Made>(`series/${vanishing.id}/runs`, 'POST', { acceptStops })).body.runs[0];
    await ended((await of(true)).id);
    expect(await outcome(await of(true))).toEqual({ done: 1, made: [] });
    expect((await ended((await of(false)).id)).counts).toMatchObject({ done: 0, failed: 1 });
  });

  it('become a run for each marketplace', async () => {
    const design = layoutOf();
    const [sticker] = design.placements;
    const layout = await store({
      ...design,
      placements: [sticker, { ...sticker, spec: PIN, side: 'front', scale: 0.3, y: 0.7 }],
    });
    const { id } = await create(seriesOf(layout, 'First'));
    const { body } = await ask<Made>(`series/${id}/runs`, 'POST', { acceptStops: true });
    expect(body.runs.map((r) => r.title).sort()).toEqual(['Ranks, Mudlark Goods', 'Ranks, Stickerwharf']);
    for (const run of body.runs) expect((await ended(run.id)).counts.done).toBe(1);
    const one = await ask<Made>(`series/${id}/runs`, 'POST', { acceptStops: true, specs: [PIN] });
    expect(one.body.runs.map((r) => r.title)).toEqual(['Ranks']);
  });

  it('say how far they are while they are laid out, and nothing once they are', async () => {
    const many = Array.from({ length: 250 }, (_, i) => `No ${i}`);
    const { id } = await create(seriesOf(await store(layoutOf()), ...many));
    const standing = async () => (await ask<{ done: number; all: number }>(`series/${id}/making`)).body;
    expect(await standing()).toEqual({ done: 0, all: 0 });
    const asked = ask<Made>(`series/${id}/runs`, 'POST', { acceptStops: true });
    const seen: number[] = [];
    let over = false;
    void asked.then(() => (over = true));
    await until(async () => {
      const now = await standing();
      if (now.all) seen.push(now.done);
      return over;
    });
    expect(seen.length).toBeGreaterThan(0);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    const { runs } = (await asked).body;
    expect(await standing()).toEqual({ done: 0, all: 0 });
    await ask(`runs/${runs[0].id}/cancel`, 'POST');
    await ended(runs[0].id);
  });

  it('are named by their columns where the series says so', async () => {
    const named = { ...seriesOf(await store(layoutOf()), 'First', 'Second'), fileNames: 'rank_{RANK}-{w}' };
    const { id } = await create(named);
    const names = async (asked: object) => {
      const { body } = await ask<Made>(`series/${id}/runs`, 'POST', { acceptStops: true, ...asked });
      return (await ended(body.runs[0].id)).files.map((f) => f.path.split('/').pop());
    };
    expect(await names({})).toEqual(['rank_first-1800.png', 'rank_second-1800.png']);
    // What is asked for now goes before; the same files by other names are not made again.
    expect(await names({ pattern: '{Rank}' })).toEqual(['first.png', 'second.png']);
    // A column that is gone is told before anything is laid out.
    const { body: kept } = await ask<Stored>(`series/${id}`);
    const wrong = { ...kept.document, fileNames: '{Order}' };
    await ask(`series/${id}`, 'PUT', { revision: kept.revision, document: wrong });
    const refused = await ask<Made>(`series/${id}/runs`, 'POST', {});
    expect([refused.status, refused.body.faults]).toEqual([
      400,
      [{ field: 'pattern', message: expect.stringContaining('{Order}') as string }],
    ]);
  });

  it('are refused with what is wrong, and where', async () => {
    const layout = await store(layoutOf());
    const { id } = await create(seriesOf(layout, 'First', ''));
    const refused = async (json: object) => {
      const { status, body } = await ask<Made>(`series/${id}/runs`, 'POST', json);
      return [status, body.faults?.map((f) => f.field)];
    };
    expect(await refused({ rows: ['r9'] })).toEqual([400, ['rows[0]']]);
    expect(await refused({ rows: [] })).toEqual([400, ['rows']]);
    expect(await refused({ specs: ['pinfold/tee-front'] })).toEqual([400, ['specs[0]']]);
    expect(await refused({ pattern: '{nonsense}' })).toEqual([400, ['pattern']]);
    expect(await refused({ rows: ['r2'] })).toEqual([422, ['rows']]);
    expect((await ask('series/7d0f0a5e-0000-4000-8000-000000000000/runs', 'POST', {})).status).toBe(404);
    // Stops of the proof fail the file, not the run's start.
    const pale = layoutOf();
    pale.inks[0].value = '#ffffff';
    const vanishing = await create(seriesOf(await store(pale), 'First'));
    const { body } = await ask<Made>(`series/${vanishing.id}/runs`, 'POST', {});
    expect((await ended(body.runs[0].id)).state).toBe('failed');
    // Its layout is gone.
    const orphan = await create(seriesOf('7d0f0a5e-0000-4000-8000-000000000000', 'First'));
    const gone = await ask(`series/${orphan.id}/runs`, 'POST', {});
    expect([gone.status, gone.body.faults!.map((f) => f.field)]).toEqual([422, ['layout']]);
  });

  it('show pictures of the materials by name, and such pictures are kept', async () => {
    const png = (shade: number) => {
      const p = new PNG({ width: 40, height: 40 });
      p.data.fill(shade);
      return PNG.sync.write(p);
    };
    const upload = async (name: string, shade: number) =>
      (await uploadTo<{ sha256: string }>(it0, 'materials', png(shade), name)).body.sha256;
    const [moon, owl] = [await upload('moon.png', 90), await upload('Owl.png', 200)];
    const base = layoutOf();
    const own = { id: 'm1', name: 'moon.png', sha256: moon, width: 40, height: 40, licence: { id: 'own' } };
    const [side] = base.sides;
    const layout = await store({
      ...base,
      materials: [own],
      sides: [{ ...side, parts: [...side.parts, picture('photo', place(900, 400, 5), own)] }],
    });
    const s = seriesOf(layout, 'First');
    const { id } = await create({
      ...s,
      columns: [...s.columns, { id: 'c2', name: 'Photo' }],
      places: [...s.places, { kind: 'picture', part: 'photo', says: '{Photo}' }],
      rows: [
        emptyRow('r1', { c1: 'First', c2: 'OWL.png' }),
        emptyRow('r2', { c1: 'Second', c2: 'lost.png' }),
      ],
    });
    const { body } = await ask<{ designs: { id: string }[]; left: Made['left'] }>(
      `series/${id}/designs`,
      'POST',
      {},
    );
    expect(body.left[0].why[0]).toContain('no picture “lost.png”');
    const { document } = (await ask<StoredDesign>(`designs/${body.designs[0].id}`)).body;
    expect(document.materials.find((m) => m.name === 'Owl.png')!.sha256).toBe(owl);
    // Nothing but the table names it once the design is gone.
    await ask(`designs/${body.designs[0].id}/archive`, 'POST');
    await ask(`designs/${body.designs[0].id}`, 'DELETE');
    const housekeeping = it0.server.app.get(HousekeepingService);
    const year = 366 * 24 * 3600 * 1000;
    await housekeeping.tidy(Date.now());
    await housekeeping.tidy(Date.now() + year);
    expect((await ask(`materials?count=50`)).body).toMatchObject({
      pictures: expect.arrayContaining([expect.objectContaining({ sha256: owl })]) as unknown,
    });
    expect(existsSync(join(it0.filesDir, owl.slice(0, 2), owl))).toBe(true);
    expect(readFileSync(join(it0.filesDir, owl.slice(0, 2), owl)).equals(png(200))).toBe(true);
  });
});
