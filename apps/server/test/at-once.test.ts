import { askOf, designsOf, running, uploadTo, type Answer, type Running } from './running';
import { designOf } from './sticker';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const TIMES = 20;
const all = <T>(make: (i: number) => Promise<Answer<T>>) =>
  Promise.all(Array.from({ length: TIMES }, (_, i) => make(i)));
const statuses = (answers: readonly { status: number }[]) => {
  const counts: Record<number, number> = {};
  for (const { status } of answers) counts[status] = (counts[status] ?? 0) + 1;
  return counts;
};

/** Twenty who write the same at the same moment: nothing is lost, nothing is done twice, nobody gets a 500. */
describe('twenty at once', () => {
  it('save one design at one revision: one is taken, the others are refused and kept', async () => {
    const [design] = await designsOf(it0);
    const answers = await all<{ keptVersion: number }>((i) =>
      ask(`designs/${design.id}`, 'PUT', {
        revision: design.revision,
        document: { ...design.document, name: `Writer ${i}` },
      }),
    );
    expect(statuses(answers)).toEqual({ 200: 1, 409: TIMES - 1 });
    const [now] = (await designsOf(it0)).filter((d) => d.id === design.id);
    const versions = (await ask<{ id: number }[]>(`designs/${design.id}/versions`)).body;
    const kept = await Promise.all(
      versions.map(({ id }) => ask<{ document: { name: string } }>(`designs/${design.id}/versions/${id}`)),
    );
    const names = [now.document.name, ...kept.map((k) => k.body.document.name)];
    for (let i = 0; i < TIMES; i++) expect(names).toContain(`Writer ${i}`);
  });

  it('change one spec at one revision: one is taken, and its history has no gap', async () => {
    const [spec] = (await ask<{ revision: number; document: { id: string } }[]>('spec-book')).body;
    const { id } = spec.document;
    const at = `spec-book/spec?id=${encodeURIComponent(id)}`;
    const answers = await all((i) =>
      ask(at, 'PUT', { revision: spec.revision, document: { ...spec.document, product: `Product ${i}` } }),
    );
    expect(statuses(answers)).toEqual({ 200: 1, 409: TIMES - 1 });
    const history = (await ask<{ revision: number }[]>(`spec-book/history?id=${encodeURIComponent(id)}`))
      .body;
    expect(history.map((h) => h.revision)).toEqual([spec.revision + 1, spec.revision]);
  });

  it('add one spec: one is taken, the others are told that it is there', async () => {
    const [{ document }] = (await ask<{ document: object }[]>('spec-book')).body;
    const answers = await all(() => ask('spec-book', 'POST', { document: { ...document, id: 'own/twin' } }));
    expect(statuses(answers)).toEqual({ 201: 1, 400: TIMES - 1 });
  });

  it('add words: every one is there', async () => {
    await all((i) => ask('words', 'POST', { word: `wort${'abcdefghijklmnopqrst'[i]}` }));
    const words = (await ask<string[]>('words')).body;
    for (const letter of 'abcdefghijklmnopqrst') expect(words).toContain(`wort${letter}`);
    const again = await all((i) => ask('words', 'POST', { word: i % 2 ? 'Eule' : 'EULE' }));
    expect(statuses(again)).toEqual({ 201: TIMES });
    expect((await ask<string[]>('words')).body.filter((w) => w.toLowerCase() === 'eule')).toHaveLength(1);
  });

  it('mark typefaces: every one is marked', async () => {
    const ids = (await ask<{ id: string }[]>('typefaces')).body.slice(0, TIMES).map((t) => t.id);
    expect(
      statuses(await all((i) => ask(`typefaces/${ids[i]}/favourite`, 'PUT', { favourite: true }))),
    ).toEqual({
      204: TIMES,
    });
    const marked = (await ask<{ id: string; favourite: boolean }[]>('typefaces')).body.filter(
      (t) => t.favourite,
    );
    expect(marked.map((t) => t.id).sort()).toEqual([...ids].sort());
    const off = await all((i) => ask(`typefaces/${ids[i]}/favourite`, 'PUT', { favourite: false }));
    expect(statuses(off)).toEqual({ 204: TIMES });
  });

  it('add garment colours, starters, palettes and styles of one name: each is there under an id of its own', async () => {
    const garments = await all<{ id: string }>(() =>
      ask('garments', 'POST', { garment: { name: 'Bog', value: '#334433', kind: 'solid' } }),
    );
    expect(statuses(garments)).toEqual({ 201: TIMES });
    expect(new Set(garments.map((g) => g.body.id)).size).toBe(TIMES);
    const [{ document }] = await designsOf(it0);
    const starters = await all<{ id: string }>(() => ask('starters', 'POST', { document }));
    expect(statuses(starters)).toEqual({ 201: TIMES });
    expect(new Set(starters.map((s) => s.body.id)).size).toBe(TIMES);
    const palettes = await all<{ id: number }>(() =>
      ask('palettes', 'POST', { name: 'Bog', colours: [{ name: 'Peat', value: '#332211' }] }),
    );
    expect(new Set(palettes.map((p) => p.body.id)).size).toBe(TIMES);
  });

  it('bring in one file: it lies there once, and everybody has it', async () => {
    const bytes = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
    );
    const answers = await all<{ sha256: string }>((i) => uploadTo(it0, 'materials', bytes, `same-${i}.svg`));
    expect(statuses(answers)).toEqual({ 201: TIMES });
    expect(new Set(answers.map((a) => a.body.sha256)).size).toBe(1);
  });

  it('start, move, cancel and remove runs: each is told how it went, and what is left is whole', async () => {
    const document = designOf('Queue');
    const { id: designId } = (await ask<{ id: string }>('designs', 'POST', { document })).body;
    const file = {
      designId,
      spec: 'stickerwharf/kiss-cut-3in',
      side: 'face',
      colourway: 'base',
      acceptStops: true,
    };
    const started = await all<{ id: string; position: number }>(() => ask('runs', 'POST', { files: [file] }));
    expect(statuses(started)).toEqual({ 202: TIMES });
    const [first] = started;
    const orders = await all((i) =>
      ask(`runs/${started[i].body.id}/position`, 'PUT', { to: (['first', 'last'] as const)[i % 2] }),
    );
    for (const { status } of orders) expect([200, 409]).toContain(status);
    const cancelled = await all((i) => ask(`runs/${started[i].body.id}/cancel`, 'POST'));
    expect(statuses(cancelled)).toEqual({ 200: TIMES });
    const removed = await all(() => ask(`runs/${first.body.id}`, 'DELETE'));
    for (const { status } of removed) expect([204, 404, 409]).toContain(status);
    const left = (await ask<{ id: string; position: number }[]>('runs')).body;
    expect(left.length).toBeGreaterThanOrEqual(TIMES - 1);
  });

  it('archive and put back, take a version away: the last word counts, and none is an error of the server', async () => {
    const [design] = await designsOf(it0);
    const moved = await all((i) => ask(`designs/${design.id}/${i % 2 ? 'archive' : 'restore'}`, 'POST'));
    expect(statuses(moved)).toEqual({ 204: TIMES });
    await ask(`designs/${design.id}/restore`, 'POST');
    const { body } = await ask<{ id: number }>(`designs/${design.id}/versions`, 'POST', {
      name: 'One',
      document: design.document,
    });
    const dropped = await all(() => ask(`designs/${design.id}/versions/${body.id}`, 'DELETE'));
    for (const { status } of dropped) expect([204, 404]).toContain(status);
  });
});
