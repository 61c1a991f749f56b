import type { DesignDocument } from '@brelm/core/design';
import { PLAIN_GROUND, shows, type MockupWish, type Scene } from '@brelm/core/mockup';
import { MARKS, type MarkName } from '@brelm/core/standing';
import type { ShelfEntry, ShelfPage, ShelfView } from '@brelm/contract';
import { designOf } from './sticker';
import { askOf, endedRun, running, type Running, type StoredDesign } from './running';

/** How far designs have come, as the shelf says it. */

let it0: Running;
beforeAll(async () => {
  it0 = await running(false);
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const create = async (document: DesignDocument) =>
  (await ask<StoredDesign>('designs', 'POST', { document })).body;
const shelf = async (query = '') => (await ask<ShelfPage>(`designs?${query}`)).body;
const names = async (query: string) => (await shelf(query)).designs.map((d) => d.name);
const entry = async (id: string): Promise<ShelfEntry> =>
  (await shelf('count=200')).designs.find((d) => d.id === id)!;
const product = async (id: string, spec = STICKER) =>
  (await entry(id)).standing.find((p) => p.spec === spec)!;
const mark = async (id: string, name: MarkName, spec = STICKER) =>
  (await product(id, spec)).chain[MARKS.indexOf(name)];
const STICKER = 'stickerwharf/kiss-cut-3in';
const OTHER = 'stickerwharf/kiss-cut-4in';
const fileOf = (designId: string, over = {}) => ({
  ...{ designId, spec: STICKER, side: 'face', colourway: 'base', acceptStops: true },
  ...over,
});
const make = async (files: object[]) => {
  const { body } = await ask<{ id: string }>('runs', 'POST', { files });
  return endedRun<{ id: string; state: string }>(it0, body.id);
};
const save = async (id: string, change: (document: DesignDocument) => DesignDocument) => {
  const { revision, document } = (await ask<StoredDesign>(`designs/${id}`)).body;
  const answer = await ask(`designs/${id}`, 'PUT', { revision, document: change(document) });
  expect(answer.status).toBe(200);
};
const worded = (document: DesignDocument): DesignDocument => ({
  ...document,
  wording: {
    ...document.wording,
    title: 'A square {product}',
    blocks: [{ id: 'b', kind: 'paragraph', text: 'Square on all sides.', only: [] }],
    tags: [{ text: 'quadrangle', only: [] }],
    places: [{ name: 'occasion', value: 'Geometry Day' }],
  },
});

describe('a product of a design', () => {
  it('earns its marks one after another, and a change of the artwork puts them back', async () => {
    const { id } = await create(designOf('Square', '#b3492a', [STICKER, OTHER]));
    expect(await product(id)).toMatchObject({ waits: 'proof' });
    expect((await ask('plan/proof', 'POST', fileOf(id))).status).toBe(200);
    expect((await product(id)).waits).toBe('files');
    // What is known of one product says nothing of another.
    expect((await product(id, OTHER)).waits).toBe('proof');

    const run = await make([fileOf(id)]);
    expect(run.state).toBe('done');
    expect(await product(id)).toMatchObject({ waits: 'pictures' });
    expect(await mark(id, 'made')).toBe('done');

    // Its words are no part of its files.
    await save(id, worded);
    expect([await mark(id, 'made'), await mark(id, 'worded')]).toEqual(['done', 'done']);
    const proofed = await mark(id, 'proofed');
    expect(['done', 'watch']).toContain(proofed);

    await save(id, (d) => ({ ...d, inks: d.inks.map((i) => ({ ...i, value: '#204060' })) }));
    expect([await mark(id, 'proofed'), await mark(id, 'made')]).toEqual(['behind', 'behind']);
    await save(id, (d) => ({ ...d, inks: d.inks.map((i) => ({ ...i, value: '#b3492a' })) }));
    expect([await mark(id, 'proofed'), await mark(id, 'made')]).toEqual([proofed, 'done']);

    expect((await ask(`runs/${run.id}`, 'DELETE')).status).toBe(204);
    expect([await mark(id, 'proofed'), await mark(id, 'made')]).toEqual([proofed, 'open']);
  });

  it('is proofed and made when all of its files are', async () => {
    const base = designOf('Two ways');
    const spec = 'pinfold/tee-pocket';
    const { id } = await create({
      ...base,
      garments: ['soot', 'bone'],
      colourways: [...base.colourways, { ...base.colourways[0], id: 'dusk', name: 'Dusk' }],
      placements: [
        { ...base.placements[0], spec, side: 'chest', colourways: { soot: 'base', bone: 'dusk' } },
      ],
    });
    const plan = (await ask<{ side: string; colourway: { id: string } }[]>('plan', 'POST', { designs: [id] }))
      .body;
    expect(plan.map((p) => p.colourway.id).sort()).toEqual(['base', 'dusk']);
    const files = plan.map(({ side, colourway }) => fileOf(id, { spec, side, colourway: colourway.id }));
    expect((await make(files.slice(0, 1))).state).toBe('done');
    expect([await mark(id, 'proofed', spec), await mark(id, 'made', spec)]).toEqual(['part', 'part']);
    expect((await make(files.slice(1))).state).toBe('done');
    expect(await mark(id, 'made', spec)).toBe('done');
  });

  it('is pictured when a picture shows it as it is, and a design that is copied begins anew', async () => {
    const { id } = await create(designOf('Pictured'));
    const scenes = (await ask<Scene[]>('scenes')).body;
    const spec = { kind: 'sticker', blank: '' } as const;
    const scene = scenes.find((s) => shows(s, spec, { id: 'face' }))!;
    const mockup: MockupWish = {
      ...{ scene: scene.id, garment: null, size: null, look: 'ink', ground: PLAIN_GROUND },
      ...{ crop: 'whole', width: 320, format: 'jpeg' },
    };
    expect((await make([fileOf(id, { mockup })])).state).toBe('done');
    expect(await mark(id, 'pictured')).toBe('done');
    expect(await mark(id, 'made')).toBe('open');
    const copy = (await ask<StoredDesign>(`designs/${id}/duplicate`, 'POST', {})).body;
    expect(await mark(copy.id, 'pictured')).toBe('open');
  });

  it('waits for something on the board before all else', async () => {
    const document = designOf('Bare');
    const { id } = await create({ ...document, sides: document.sides.map((s) => ({ ...s, parts: [] })) });
    expect((await product(id)).waits).toBe('design');
  });
});

describe('the shelf', () => {
  it('is narrowed by what products wait for, by marketplace and by words of listings, and counts the rest', async () => {
    const { id } = await create(worded(designOf('Facets')));
    expect(await names('waits=proof&search=facets')).toEqual(['Facets']);
    expect(await names('waits=proof,words&markets=stickerwharf&search=facets')).toEqual(['Facets']);
    expect(await names('waits=words&search=facets')).toEqual([]);
    expect(await names('markets=mudlark&search=facets')).toEqual([]);
    expect(await names('search=quadrangle+geometry+facets')).toEqual(['Facets']);
    const found = await shelf('waits=words&search=facets');
    expect(found).toMatchObject({ total: 0, waits: { proof: 1 }, groups: { work: 0, due: 0 } });
    for (const wrong of ['group=some', 'waits=nothing', 'day=tomorrow', `markets=${'x'.repeat(90)}`])
      expect((await ask(`designs?${wrong}`)).status).toBe(400);
    const all = (await ask<{ designs: { id: string }[] }>('shelf/designs?search=facets')).body.designs;
    expect(all).toEqual([{ id, name: 'Facets' }]);
  });

  it('puts what is due first, by the day by which it is to be listed', async () => {
    const seasons = (
      await ask<{ seasons: { season: { name: string }; work: { next: { listBy: string } } | null }[] }>(
        'seasons?day=2030-01-10',
      )
    ).body.seasons.flatMap(({ season, work }) => (work ? [{ name: season.name, by: work.next.listBy }] : []));
    const late = [...seasons].sort((a, b) => (a.by < b.by ? 1 : -1))[0];
    const of = (name: string, occasion: string) => {
      const document = worded(designOf(name));
      return create({
        ...document,
        wording: { ...document.wording, places: [{ name: 'occasion', value: occasion }] },
      });
    };
    const soon = [...seasons].sort((a, b) => (a.by < b.by ? -1 : 1))[0];
    await of('Due later', late.name);
    await of('Due soon', soon.name.toUpperCase());
    const day = soon.by;
    const due = (await shelf(`order=day&day=${day}&group=due`)).designs;
    expect(due.map((d) => d.name)).toContain('Due soon');
    expect(due.find((d) => d.name === 'Due soon')).toMatchObject({ listBy: soon.by, left: 0 });
    const lefts = due.map((d) => d.left!);
    expect(lefts).toEqual([...lefts].sort((a, b) => a - b));
    const all = (await shelf(`order=day&day=${day}&count=200`)).designs.map((d) => d.group);
    const order = ['refused', 'due', 'work', 'listed'];
    expect(all).toEqual([...all].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
  });
});

describe('views of the shelf', () => {
  it('are kept under a name that no other has, and taken away', async () => {
    const asked = { waits: ['words'], markets: ['pinfold'], order: 'day' };
    const kept = await ask<ShelfView[]>('shelf/views', 'POST', { name: '  Words for Pinfold ', asked });
    expect([kept.status, kept.body]).toEqual([
      201,
      [{ id: expect.any(String) as string, name: 'Words for Pinfold', asked }],
    ]);
    const twin = await ask<{ faults: { field: string }[] }>('shelf/views', 'POST', {
      name: 'words for pinfold',
      asked: {},
    });
    expect([twin.status, twin.body.faults[0].field]).toEqual([409, 'name']);
    for (const wrong of [{ name: ' ', asked }, { name: 'x' }, { name: 'x', asked: { waits: ['rain'] } }])
      expect((await ask('shelf/views', 'POST', wrong)).status).toBe(400);
    expect((await ask<ShelfView[]>('shelf/views')).body).toHaveLength(1);
    const id = kept.body[0].id;
    const renamed = await ask<ShelfView[]>(`shelf/views/${id}`, 'PUT', { name: ' Words first ' });
    expect(renamed.body).toEqual([{ ...kept.body[0], name: 'Words first' }]);
    const other = (await ask<ShelfView[]>('shelf/views', 'POST', { name: 'Zinnia', asked: {} })).body[1];
    const taken = await ask<{ faults: { field: string }[] }>(`shelf/views/${other.id}`, 'PUT', {
      name: 'Words first',
    });
    expect([taken.status, taken.body.faults[0].field]).toEqual([409, 'name']);
    expect((await ask(`shelf/views/${other.id}`, 'PUT', { name: '  ' })).status).toBe(400);
    await ask(`shelf/views/${other.id}`, 'DELETE');
    expect((await ask(`shelf/views/${other.id}`, 'PUT', { name: 'Gone' })).status).toBe(404);
    expect((await ask(`shelf/views/${kept.body[0].id}`, 'DELETE')).body).toEqual([]);
    expect((await ask(`shelf/views/${kept.body[0].id}`, 'DELETE')).status).toBe(404);
  });
});
