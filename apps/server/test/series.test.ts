import { type LetteringPart } from '@brelm/core/parts';
import { layoutOf, seriesOf, seriesOn, type Made, type Stored } from './ranks';
import { designsOf, running, type Running, type StoredDesign } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const { ask, store, create } = seriesOn(() => it0);

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
      ...{
        name: 'Ranks',
        rows: 2,
        layout: { id: layout, name: 'Ranger badge', revision: 1, backdrop: layoutOf().backdrop },
      },
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
