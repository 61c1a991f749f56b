import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import type { DesignDocument } from '@brelm/core/design';
import { lettering, letteringLine, picture, place, type LetteringPart } from '@brelm/core/parts';
import { emptyRow, USUAL_FIT, type Series } from '@brelm/core/series';
import { RunsService } from '../src/runs/runs.service';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { designOf } from './sticker';
import {
  askOf,
  bytesFrom,
  designsOf,
  endedRun,
  running,
  uploadTo,
  type Running,
  type StoredDesign,
} from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

interface Stored {
  id: string;
  revision: number;
  document: Series;
  current?: Stored;
}
interface Run {
  id: string;
  title: string;
  state: string;
  packBytes: number | null;
  counts: Record<string, number>;
  files: { id: string; path: string; state: string; report: { checked: string } | null }[];
}
interface Made {
  runs: Run[];
  left: { row: string; name: string; why: string[] }[];
}

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const PIN = 'mudlark/enamel-pin';

/** A layout of one line of words over a square, on a sticker. */
const layoutOf = (): DesignDocument => {
  const design = designOf('Ranger badge');
  const words = lettering('words', 'Rank', place(900, 950), [letteringLine('FIRST', 'anton', 260, 'ink-1')]);
  const [side] = design.sides;
  return { ...design, sides: [{ ...side, parts: [words, { ...side.parts[0], hidden: true }] }] };
};
const store = async (document: DesignDocument) =>
  (await ask<StoredDesign>('designs', 'POST', { document })).body.id;
const seriesOf = (layout: string, ...ranks: string[]): Series => ({
  ...{ format: 'brelm-series', version: 1, name: 'Ranks', layout, whole: true },
  columns: [{ id: 'c1', name: 'Rank' }],
  places: [
    { kind: 'words', part: 'words', line: null, says: '{Rank}', case: 'layout', fit: USUAL_FIT },
    { kind: 'name', says: '{Rank} ranger' },
  ],
  rows: ranks.map((c1, i) => emptyRow(`r${i + 1}`, { c1 })),
});
const create = async (document: Series) => (await ask<Stored>('series', 'POST', { document })).body;
const ended = (id: string) => endedRun<Run>(it0, id);

describe('series', () => {
  it('are made, listed with their layout, saved, put away and deleted', async () => {
    const layout = await store(layoutOf());
    const made = await create(seriesOf(layout, 'First', 'Second'));
    expect((await ask<Stored>(`series/${made.id}`)).body.document).toEqual(
      seriesOf(layout, 'First', 'Second'),
    );
    const list = async (archived = false) =>
      (await ask<{ series: { id: string; rows: number; layout: object }[] }>(`series?archived=${archived}`))
        .body.series;
    expect((await list()).find((s) => s.id === made.id)).toMatchObject({
      ...{ name: 'Ranks', rows: 2, layout: { id: layout, name: 'Ranger badge' } },
    });
    // Duskwren's own came with the demo, with their layouts.
    expect((await list()).map((s) => s.rows).sort()).toEqual([10, 2, 40]);

    const longer = seriesOf(layout, 'First', 'Second', 'Third');
    const saved = await ask<Stored>(`series/${made.id}`, 'PUT', { revision: 1, document: longer });
    expect(saved.body.revision).toBe(2);
    const stale = await ask<Stored>(`series/${made.id}`, 'PUT', { revision: 1, document: seriesOf(layout) });
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ revision: 2, document: longer });

    expect((await ask(`series/${made.id}`, 'DELETE')).status).toBe(409);
    expect((await ask(`series/${made.id}/archive`, 'POST')).status).toBe(204);
    expect((await list()).some((s) => s.id === made.id)).toBe(false);
    expect((await list(true)).some((s) => s.id === made.id)).toBe(true);
    expect((await ask(`series/${made.id}/restore`, 'POST')).status).toBe(204);
    await ask(`series/${made.id}/archive`, 'POST');
    expect((await ask(`series/${made.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`series/${made.id}`)).status).toBe(404);
    // The layout is no part of it.
    expect((await ask(`designs/${layout}`)).status).toBe(200);
  });

  it('refuse what is none, by its field, and what is too long', async () => {
    const layout = await store(layoutOf());
    const fields = async (document: object) => {
      const { status, body } = await ask('series', 'POST', { document });
      return [status, body.faults?.map((f) => f.field)];
    };
    expect(await fields({ ...seriesOf(layout, 'a'), columns: [] })).toEqual([400, ['rows[0].cells.c1']]);
    expect(await fields({ ...seriesOf(layout), format: 'brelm-sheet' })).toEqual([400, ['format']]);
    expect((await ask('series', 'POST', {})).body.faults!.map((f) => f.field)).toEqual(['document']);
    expect((await ask('series', 'POST', { document: [] })).status).toBe(400);
    expect((await ask('series/none')).status).toBe(400);
    const many = seriesOf(layout, ...Array.from({ length: 10_001 }, (_, i) => `R${i}`));
    expect(await fields(many)).toEqual([400, ['rows']]);
    // As many as there may be are kept.
    const most = await create({ ...many, rows: many.rows.slice(0, 10_000) });
    expect(most.document.rows).toHaveLength(10_000);
    expect((await ask<Stored>(`series/${most.id}`)).body.document.rows[9_999].cells.c1).toBe('R9999');
    await ask(`series/${most.id}/archive`, 'POST');
  });
});

describe('what is sent as a series to do harm', () => {
  const raw = async (body: string) => {
    const response = await fetch(`${it0.url}/api/series`, {
      ...{ method: 'POST', body, headers: { 'content-type': 'application/json' } },
    });
    return response.status;
  };

  it('is refused with 4xx, never 500, and changes nothing', async () => {
    const layout = await store(layoutOf());
    const text = JSON.stringify(seriesOf(layout, 'First'));
    const deep = '['.repeat(5000) + ']'.repeat(5000);
    const statuses = [
      await raw(`{"document":${text.replace('"c1":"First"', '"__proto__":"First"')}}`),
      await raw(`{"document":${text.replace('"rows":[', `"rows":${deep},"more":[`)}}`),
      await raw(`{"document":${text.replace('"First"', `"${'x'.repeat(3000)}"`)}}`),
      await raw(
        `{"document":${text.replace('"places":[', `"places":[${'{"kind":"name","says":""},'.repeat(300)}`)}}`,
      ),
      await raw(`{"document":${text.replace('"name":"Ranks"', `"name":"${'n'.repeat(400)}"`)}}`),
      await raw(`{"document":${text}`),
      await raw('{"document":null}'),
    ];
    expect(statuses).toEqual(statuses.map(() => 400));
    expect(await raw(`{"document":${text.replace('"Ranks"', `"${'n'.repeat(13_000_000)}"`)}}`)).toBe(400);
    expect(await raw(`{"document":"${'n'.repeat(31 * 1024 * 1024)}"}`)).toBe(413);
    expect(({} as Record<string, unknown>).c1).toBeUndefined();
  });

  it('does not run where words are code, paths or patterns', async () => {
    const layout = await store(layoutOf());
    const words = [
      "'; DROP TABLE series; --",
      '../../etc/passwd',
      '{Rank}',
      '<svg onload=alert(1)>',
      '$(id)',
      '\\u0000',
    ];
    const { id } = await create(seriesOf(layout, ...words));
    const { body } = await ask<{ designs: { id: string; name: string }[]; left: Made['left'] }>(
      `series/${id}/designs`,
      'POST',
      {},
    );
    expect(body.designs.length + body.left.length).toBe(words.length);
    for (const design of body.designs) {
      const { document } = (await ask<StoredDesign>(`designs/${design.id}`)).body;
      const [line] = (document.sides[0].parts[0] as LetteringPart).lines;
      // Capitals as the layout has them; else just what stood in the cell.
      expect(words.map((w) => w.toUpperCase())).toContain(line.text);
    }
    expect((await ask('series')).status).toBe(200);
  });

  it('asks for rows, products and designs that are not its own to no end', async () => {
    const layout = await store(layoutOf());
    const { id } = await create(seriesOf(layout, 'First', 'Second'));
    const fields = async (path: string, json: object) => {
      const { status, body } = await ask(`series/${id}/${path}`, 'POST', json);
      return [status, body.faults?.map((f) => f.field)];
    };
    const nobody = '7d0f0a5e-0000-4000-8000-000000000000';
    expect(await fields('designs', { rows: ['r1', 'r7'] })).toEqual([400, ['rows[1]']]);
    expect(await fields('designs', { rows: Array.from({ length: 10_001 }, () => 'r1') })).toEqual([
      400,
      ['rows'],
    ]);
    expect(await fields('runs', { specs: ['pinfold/none'] })).toEqual([400, ['specs[0]']]);
    expect(await fields('runs', { rows: 'r1' })).toEqual([400, expect.arrayContaining(['rows'])]);
    expect(await fields('runs', { more: 1 })).toEqual([400, ['more']]);
    // A design that is gone is told; nothing is made in its place.
    const follow = await ask<{ designs: object[]; left: Made['left'] }>(
      `series/${id}/designs/follow`,
      'POST',
      {
        designs: [{ row: 'r1', id: nobody, revision: 1 }],
      },
    );
    expect([follow.status, follow.body.designs, follow.body.left[0].why]).toEqual([
      200,
      [],
      ['Its design is gone.'],
    ]);
  });
});

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
    expect((await ended(again.id)).state).toBe('done');
    // One word, one file.
    const changed = structuredClone(document);
    changed.rows[1].cells.c1 = 'Seventh';
    await ask(`series/${id}`, 'PUT', { revision: 1, document: changed });
    const third = (await make({ rows: ['r1', 'r2', 'r3'] })).body.runs[0];
    expect(third.counts).toMatchObject({ done: 2, queued: 1 });
    expect((await ended(third.id)).counts.done).toBe(3);
    // A wording that changed makes no file anew.
    const { body: now } = await ask<StoredDesign>(`designs/${layout}`);
    const reworded = { ...now.document, wording: { ...now.document.wording, title: 'Another {product}' } };
    await ask(`designs/${layout}`, 'PUT', { revision: now.revision, document: reworded });
    expect((await make({ rows: ['r1', 'r2', 'r3'] })).body.runs[0].counts).toMatchObject({ done: 3 });
  });

  it('are made anew where what was made is gone, was cleaned away, or had stops that nobody takes now', async () => {
    const { id } = await create(seriesOf(await store(layoutOf()), 'Reused'));
    const make = async (acceptStops = true) =>
      (await ask<Made>(`series/${id}/runs`, 'POST', { acceptStops })).body.runs[0];
    await ended((await make()).id);
    expect((await make()).counts).toMatchObject({ done: 1, queued: 0 });
    // The file was lost from the disk.
    const folder = join(it0.filesDir, 'made');
    const lost = readdirSync(folder, { recursive: true })
      .map(String)
      .filter((n) => /[0-9a-f]{64}$/.test(n));
    for (const name of lost) rmSync(join(folder, name));
    expect(lost.length).toBeGreaterThan(0);
    const again = await make();
    expect(again.counts.done).toBe(0);
    expect((await ended(again.id)).counts.done).toBe(1);
    // Its runs were cleaned away.
    await it0.server.app.get(RunsService).tidy(Date.now() + 366 * 24 * 3600 * 1000);
    const cleaned = await make();
    expect(cleaned.counts.done).toBe(0);
    expect((await ended(cleaned.id)).counts.done).toBe(1);
    // One with stops is taken only by who takes them.
    const pale = layoutOf();
    pale.inks[0].value = '#ffffff';
    const vanishing = await create(seriesOf(await store(pale), 'Pale'));
    const of = async (acceptStops: boolean) =>
      (await ask<Made>(`series/${vanishing.id}/runs`, 'POST', { acceptStops })).body.runs[0];
    await ended((await of(true)).id);
    expect((await of(true)).counts.done).toBe(1);
    const careful = await of(false);
    expect(careful.counts.done).toBe(0);
    expect((await ended(careful.id)).counts.failed).toBe(1);
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

describe('designs of rows', () => {
  it('are on the shelf, and follow their row as long as nobody changed them', async () => {
    const layout = await store(layoutOf());
    const document = seriesOf(layout, 'First', 'Second', '');
    const { id } = await create(document);
    const { body } = await ask<{
      designs: { row: string; id: string; revision: number; name: string }[];
      left: { row: string }[];
    }>(`series/${id}/designs`, 'POST', {});
    expect(body.designs.map((d) => [d.row, d.name])).toEqual([
      ['r1', 'First ranger'],
      ['r2', 'Second ranger'],
    ]);
    expect(body.left.map((l) => l.row)).toEqual(['r3']);
    const names = (await designsOf(it0)).map((d) => d.document.name);
    expect(names).toEqual(expect.arrayContaining(['First ranger', 'Second ranger']));

    // One is changed by hand, then the table changes for both.
    const [first, second] = body.designs;
    const { body: mine } = await ask<StoredDesign>(`designs/${second.id}`);
    await ask(`designs/${second.id}`, 'PUT', { revision: 1, document: { ...mine.document, name: 'Mine' } });
    const changed = structuredClone(document);
    changed.rows[0].cells.c1 = 'Foremost';
    changed.rows[1].cells.c1 = 'Hindmost';
    await ask(`series/${id}`, 'PUT', { revision: 1, document: changed });
    const follow = await ask<{ designs: { row: string; revision: number }[]; left: Made['left'] }>(
      `series/${id}/designs/follow`,
      'POST',
      { designs: [first, second].map(({ row, id, revision }) => ({ row, id, revision })) },
    );
    expect(follow.body.designs).toEqual([{ row: 'r1', id: first.id, revision: 2 }]);
    expect(follow.body.left.map((l) => [l.row, l.why[0]])).toEqual([
      ['r2', expect.stringContaining('changed by hand')],
    ]);
    const words = async (design: string) => {
      const { document: d } = (await ask<StoredDesign>(`designs/${design}`)).body;
      return [d.name, (d.sides[0].parts[0] as LetteringPart).lines[0].text];
    };
    expect(await words(first.id)).toEqual(['Foremost ranger', 'FOREMOST']);
    expect(await words(second.id)).toEqual(['Mine', 'SECOND']);
    // What was there before is kept as a version.
    expect((await ask<{ kind: string }[]>(`designs/${first.id}/versions`)).body).toHaveLength(1);
    const bad = await ask(`series/${id}/designs/follow`, 'POST', {
      designs: [{ row: 'r1', id: 'x', revision: 0 }],
    });
    expect(bad.status).toBe(400);
  });

  it('begin as the demo’s layout does: ten rangers, forty jobs, all of them without a stop', async () => {
    const { body } = await ask<{ series: { id: string; name: string; rows: number }[] }>('series');
    for (const name of ['Night Rangers', 'Night jobs']) {
      const { id, rows } = body.series.find((s) => s.name === name)!;
      const made = await ask<{ designs: { id: string; name: string }[]; left: object[] }>(
        `series/${id}/designs`,
        'POST',
        {},
      );
      expect(made.body.left).toEqual([]);
      expect(new Set(made.body.designs.map((d) => d.name)).size).toBe(rows);
    }
    const all = (await designsOf(it0)).map((d) => d.document.name);
    expect(all).toContain('Tenth Night Ranger');
  });
});
