import { readSpecFile, type Spec } from '@brelm/core/spec';
import { shippedSpecs } from '@brelm/engine';
import { SpecsService } from '../src/specs/specs.service';
import { mayBegin, MOST_PIXELS_AT_ONCE } from '../src/workers/budget';
import { askOf, designsOf, running, until, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);

interface Stored {
  revision: number;
  own: boolean;
  document: Spec;
}
const book = async () => (await ask<Stored[]>('spec-book')).body as unknown as Stored[];
const specOf = async (id: string) => (await book()).find((s) => s.document.id === id)!;
const change = (document: Spec, revision?: number) =>
  ask<Stored>(`spec-book/spec?id=${encodeURIComponent(document.id)}`, 'PUT', { document, revision });

const TOTE = 'gannet-row/tote';

describe('the spec book', () => {
  it('has what ships, and leaves alone what the seller changed', async () => {
    expect((await book()).length).toBe(shippedSpecs().length);
    const tote = await specOf(TOTE);
    expect([tote.revision, tote.own]).toEqual([1, false]);
    const changed = await change({ ...tote.document, leastDpi: 200 }, 1);
    expect(changed.body).toMatchObject({ revision: 2, own: true });
    await it0.server.app.get(SpecsService).putShipped(shippedSpecs());
    expect((await specOf(TOTE)).document.leastDpi).toBe(200);
    // The same again is no new state.
    expect((await change({ ...tote.document, leastDpi: 200 })).body.revision).toBe(2);
  });

  it('refuses a change that is based on an older state, and by field what is wrong', async () => {
    const { document } = await specOf(TOTE);
    expect((await change({ ...document, leastDpi: 220 }, 1)).status).toBe(409);
    const wrong = await change({ ...document, maxBytes: -1 });
    expect([wrong.status, wrong.body.faults?.[0].field]).toEqual([400, 'maxBytes']);
    const other = await ask('spec-book/spec?id=nobody%2Fnothing', 'PUT', {
      document: { ...document, id: 'nobody/nothing' },
    });
    expect(other.status).toBe(404);
    const renamed = await ask(`spec-book/spec?id=${encodeURIComponent(TOTE)}`, 'PUT', {
      document: { ...document, id: 'own/tote' },
    });
    expect([renamed.status, renamed.body.faults?.[0].field]).toEqual([400, 'id']);
    expect((await ask('spec-book', 'POST', { document })).body.faults?.[0].field).toBe('id');
    expect((await ask('spec-book', 'POST', { document: 'x' })).status).toBe(400);
  });

  it('keeps every state, and says which designs were made for another', async () => {
    const { document } = await specOf(TOTE);
    const [side] = document.sides;
    await change({ ...document, sides: [{ ...side, heightIn: 15, heightPx: 4500 }] });
    const history = (await ask<{ revision: number; document: Spec }[]>(`spec-book/history?id=${TOTE}`))
      .body as unknown as { revision: number; document: Spec }[];
    expect(history.map((h) => h.revision)).toEqual([3, 2, 1]);
    expect(history[2].document.leastDpi).toBe(150);
    interface Affected {
      name: string;
      designId: string;
      differences: { what: string }[];
    }
    const affected = async () =>
      (await ask<{ designs: Affected[] }>(`spec-book/affected?id=${TOTE}`)).body.designs;
    const moth = (await affected()).find((d) => d.name === 'Moth Ledger Society')!;
    expect(moth.differences.map((d) => d.what)).toContain('4200 × 4800 px became 4200 × 4500 px');
    // Placed on it, though made for another: affected, too.
    expect((await affected()).map((d) => d.name)).toContain('Count Owls Not Sheep');
    await change({ ...document, sides: [side] });
    expect(
      (await affected()).find((d) => d.name === 'Moth Ledger Society')!.differences.map((d) => d.what),
    ).not.toContain('4200 × 4800 px became 4200 × 4500 px');
  });

  it('says which runs made files for another state of it', async () => {
    const id = 'stickerwharf/kiss-cut-3in';
    const designId = (await designsOf(it0)).find((d) => d.document.name === 'Bog Standard')!.id;
    const file = { designId, spec: id, side: 'face', colourway: 'base', acceptStops: true };
    const run = (await ask<{ id: string }>('runs', 'POST', { files: [file] })).body;
    await until(async () => (await ask<{ state: string }>(`runs/${run.id}`)).body.state === 'done');
    const affected = async () =>
      (
        await ask<{ runs: { runId: string; title: string; differences: { what: string }[] }[] }>(
          `spec-book/affected?id=${id}`,
        )
      ).body.runs;
    expect(await affected()).toEqual([]);
    const { document } = await specOf(id);
    await change({ ...document, maxBytes: 1000 });
    expect(await affected()).toEqual([
      expect.objectContaining({
        runId: run.id,
        title: 'Bog Standard',
        differences: [expect.objectContaining({ what: 'files of at most 10 MB became 0.001 MB' })],
      }),
    ]);
  });

  it('takes a spec out and still knows it for the designs that are made for it', async () => {
    expect(
      (await ask(`spec-book/spec?id=${encodeURIComponent('gannet-row/notebook')}`, 'DELETE')).status,
    ).toBe(204);
    expect(await specOf('gannet-row/notebook')).toBeUndefined();
    await it0.server.app.get(SpecsService).putShipped(shippedSpecs());
    expect(await specOf('gannet-row/notebook')).toBeUndefined();
    expect((await ask(`spec-book/history?id=gannet-row/notebook`)).status).toBe(200);
  });
});

describe('spec files over HTTP', () => {
  const send = (text: string, mode: 'look' | 'bring-in') =>
    ask<{ id: string; kind: string }[]>('spec-book/file', 'POST', {
      file: Buffer.from(text).toString('base64'),
      mode,
    });

  it('give a marketplace as YAML and JSON, which come in again elsewhere', async () => {
    const get = async (format: string) =>
      (await fetch(`${it0.url}/api/spec-book/file?marketplace=Mudlark%20Goods&format=${format}`)).text();
    const yaml = await get('yaml');
    expect(readSpecFile(await get('json'))).toEqual(readSpecFile(yaml));
    const same = (await send(yaml, 'look')).body as unknown as { kind: string }[];
    expect(new Set(same.map((s) => s.kind))).toEqual(new Set(['same']));
    const other = yaml.replaceAll('mudlark/', 'fen-row/').replaceAll('Mudlark Goods', 'Fen Row');
    const found = (await send(other, 'look')).body as unknown as { id: string; kind: string }[];
    expect(new Set(found.map((s) => s.kind))).toEqual(new Set(['new']));
    expect(await specOf('fen-row/mug-11oz')).toBeUndefined();
    await send(other, 'bring-in');
    expect((await specOf('fen-row/mug-11oz')).document.marketplace).toBe('Fen Row');
    const missing = await fetch(`${it0.url}/api/spec-book/file?marketplace=Nowhere`);
    expect(missing.status).toBe(404);
  });

  it('are refused by line, and nothing of them comes in', async () => {
    const before = (await book()).length;
    const bad = await send(
      'format: brelm-spec-book\nversion: 1\nmarketplace: Odd\nspecs:\n  - id: odd/one\n    product: 7\n',
      'bring-in',
    );
    expect(bad.status).toBe(400);
    expect(bad.body.message).toMatch(/line \d+, specs\[0\]\./);
    expect(bad.body.faults?.map((f) => f.field)).toContain('specs[0].product');
    for (const text of ['', '\u0000', 'a: &a [*a]', '{'.repeat(5000)])
      expect((await send(text, 'bring-in')).status).toBe(400);
    expect((await ask('spec-book/file', 'POST', { file: 7 })).status).toBe(400);
    expect((await book()).length).toBe(before);
  });
});

describe('what is in work at once', () => {
  it('is one of any size, and more only while memory holds them', () => {
    expect(mayBegin(0, 10 * MOST_PIXELS_AT_ONCE)).toBe(true);
    expect(mayBegin(24_300_000, 24_300_000)).toBe(true);
    expect(mayBegin(38_880_000, 38_880_000)).toBe(false);
  });
});
