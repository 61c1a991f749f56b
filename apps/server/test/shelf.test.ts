import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { PNG } from 'pngjs';
import type { DesignDocument } from '@brelm/core/design';
import type { LedgerRow } from '@brelm/core/listing';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { ownFaceId } from '@brelm/core/type';
import type { DesignsTakenIn } from '@brelm/contract';
import { askOf, running, uploadTo, type Running, type StoredDesign } from './running';
import { designOf } from './sticker';

let here: Running;
let there: Running;
beforeAll(async () => {
  here = await running(false);
  there = await running(false);
});
afterAll(async () => {
  await here?.stop();
  await there?.stop();
});

const create = async (document: DesignDocument, on = here) =>
  (await askOf<StoredDesign>(on, 'designs', 'POST', { document })).body;
const found = async (search: string, more = '') => {
  const { body } = await askOf<{ total: number; close: boolean; designs: { name: string }[] }>(
    here,
    `designs?search=${encodeURIComponent(search)}${more}`,
  );
  return { close: body.close, names: body.designs.map((d) => d.name).sort() };
};
const given = async (ids: string[], from = here) => {
  const response = await fetch(`${from.url}/api/design-files?ids=${ids.join(',')}`);
  expect(response.status).toBe(200);
  return {
    name: response.headers.get('content-disposition'),
    bytes: new Uint8Array(await response.arrayBuffer()),
  };
};
const bringIn = (bytes: Uint8Array, name = 'designs.brelm.zip', to = there) =>
  uploadTo<DesignsTakenIn>(to, 'design-files', bytes, name);

/** A picture that no other is like. */
function picture(seed: number): Uint8Array {
  const image = new PNG({ width: 24, height: 16 });
  for (let i = 0; i < image.data.length; i++) image.data[i] = i % 4 === 3 ? 255 : (i * seed) % 256;
  return PNG.sync.write(image);
}

const BILL = Buffer.from('%PDF-1.7\n<script>alert(1)</script>');
const FONT_BILL = Buffer.from('%PDF-1.4\ntwo seats');
const LETTER = Buffer.from('%PDF-1.4\nyou may');

/** A design with a bought picture and its bill, a reference beside its board, and words in an own typeface. */
async function madeOfMuch(name: string): Promise<StoredDesign> {
  const put = async (seed: number, as: string) =>
    (await uploadTo<{ sha256: string }>(here, 'materials', picture(seed), as)).body.sha256;
  const [moon, beside] = [await put(7, 'Moon.PNG'), await put(11, 'Moon.PNG')];
  const font = readFileSync(require.resolve('@expo-google-fonts/rye/400Regular/Rye_400Regular.ttf'));
  const faces = (await uploadTo<{ id: string }[]>(here, 'typefaces', font, 'Wagon.ttf')).body;
  const base = designOf(name);
  const words = lettering('words', 'Words', place(900, 1500), [
    letteringLine('Gone walking', faces[0].id, 120, 'ink-1'),
  ]);
  const bill = (
    await uploadTo<{ sha256: string; name: string }>(here, 'materials/bills', BILL, 'Bill for the moon.pdf')
  ).body;
  const licence = { id: 'bought', proof: 'agreed in May', bill };
  const agreed = await uploadTo<{ sha256: string; name: string }>(
    ...([here, 'materials/bills', LETTER, 'Letter.pdf'] as const),
  );
  const letter = { id: 'redrawn', bill: agreed.body };
  const fontBill = await uploadTo<{ sha256: string; name: string }>(
    ...([here, 'materials/bills', FONT_BILL, 'Wagon, two seats.pdf'] as const),
  );
  const bought = { id: faces[0].id, name: 'Wagon', licence: { id: 'bought', bill: fontBill.body } };
  return create({
    ...base,
    typefaces: [bought],
    materials: [{ id: 'moon', name: 'Moon.PNG', sha256: moon, width: 24, height: 16, licence }],
    sides: base.sides.map((side) => ({
      ...side,
      parts: [...side.parts, words],
      aids: { ...side.aids, reference: { sha256: beside, name: 'Moon.PNG', licence: letter } },
    })),
  });
}

describe('searching the shelf', () => {
  beforeAll(async () => {
    await create(designOf('Toasted Marshmallow Club'));
    await create(designOf('Hedgehog Highway'));
    await create(designOf('Ashore'));
  });

  it('finds what is written so, and only where there is nothing, what is close to it', async () => {
    expect(await found('marshmallow')).toEqual({ close: false, names: ['Toasted Marshmallow Club'] });
    expect(await found('MARSHMALOW club')).toEqual({ close: true, names: ['Toasted Marshmallow Club'] });
    expect(await found('hedgehgo')).toEqual({ close: true, names: ['Hedgehog Highway'] });
    // "shore" is in "Ashore", so nothing else is looked for.
    expect(await found('shore')).toEqual({ close: false, names: ['Ashore'] });
    expect(await found('walrus')).toEqual({ close: false, names: [] });
    expect(await found('%_')).toEqual({ close: false, names: [] });
  });

  it('knows of changes, of the archive, and of what is deleted', async () => {
    const one = await create(designOf('Bramble Lane'));
    expect((await found('brambel')).names).toEqual(['Bramble Lane']);
    await askOf(here, `designs/${one.id}`, 'PUT', { revision: 1, document: designOf('Fern Lane') });
    expect((await found('brambel')).names).toEqual([]);
    expect((await found('fren lane')).names).toEqual(['Fern Lane']);
    await askOf(here, `designs/${one.id}/archive`, 'POST');
    expect((await found('fren lane')).names).toEqual([]);
    expect((await found('fren lane', '&archived=true')).names).toEqual(['Fern Lane']);
    await askOf(here, `designs/${one.id}`, 'DELETE');
    expect((await found('fren lane', '&archived=true')).names).toEqual([]);
  });
});

describe('deleting for good', () => {
  it('takes a design from the archive with its versions, and nothing from the shelf', async () => {
    const { id } = await create(designOf('Not wanted'));
    await askOf(here, `designs/${id}/versions`, 'POST', { name: 'first', document: designOf('Not wanted') });
    const refused = await askOf(here, `designs/${id}`, 'DELETE');
    expect(refused.status).toBe(409);
    expect(refused.body.message).toContain('Archive it first');
    expect((await askOf(here, `designs/${id}`)).status).toBe(200);
    await askOf(here, `designs/${id}/archive`, 'POST');
    expect((await askOf(here, `designs/${id}`, 'DELETE')).status).toBe(204);
    expect((await askOf(here, `designs/${id}`)).status).toBe(404);
    expect((await askOf(here, `designs/${id}/versions`)).status).toBe(404);
    expect((await askOf(here, `designs/${id}`, 'DELETE')).status).toBe(404);
    expect((await askOf(here, 'designs/nonsense', 'DELETE')).status).toBe(400);
  });
});

describe('designs as files', () => {
  it('go to another machine with all that they are made of, and back unchanged', async () => {
    const design = await madeOfMuch('Over the hills');
    const { bytes, name } = await given([design.id]);
    expect(name).toBe('attachment; filename="over-the-hills.brelm.zip"');
    const entries = Object.keys(unzipSync(bytes)).sort();
    expect(entries).toEqual([
      'over-the-hills/bills/bill-for-the-moon.pdf',
      'over-the-hills/bills/letter.pdf',
      'over-the-hills/bills/wagon-two-seats.pdf',
      'over-the-hills/design.brelm.json',
      'over-the-hills/pictures/moon-2.png',
      'over-the-hills/pictures/moon.png',
      'over-the-hills/typefaces/wagon.ttf',
    ]);
    const taken = await bringIn(bytes);
    expect(taken.status).toBe(200);
    expect(taken.body).toEqual({
      made: [{ id: expect.any(String) as string, name: 'Over the hills', missing: [] }],
      refused: [],
    });
    const arrived = (await askOf<StoredDesign>(there, `designs/${taken.body.made[0].id}`)).body;
    expect(arrived.document).toEqual(design.document);
    const [{ sha256 }] = arrived.document.materials;
    const moon = await fetch(`${there.url}/api/materials/${sha256}/file`);
    expect(new Uint8Array(await moon.arrayBuffer())).toEqual(picture(7));
    // The bill goes with it, and nothing in it can run.
    const bill = arrived.document.materials[0].licence.bill!;
    const kept = await fetch(`${there.url}/api/materials/${bill.sha256}/file`);
    expect(kept.headers.get('content-type')).toBe('application/octet-stream');
    expect(kept.headers.get('content-disposition')).toContain('attachment');
    expect(Buffer.from(await kept.arrayBuffer())).toEqual(BILL);
    expect((await askOf(there, `materials/${bill.sha256}/preview?size=320`)).status).toBe(400);
    const faces = (await askOf<{ id: string }[]>(there, 'typefaces')).body.map((t) => t.id);
    const used = JSON.stringify(arrived.document).match(/own-([0-9a-f]{64})-0/)!;
    expect(faces).toContain(ownFaceId(used[1], 0));
  });

  it('go in folders of their own, the same name twice too', async () => {
    const ids = [(await create(designOf('Twin'))).id, (await create(designOf('Twin'))).id];
    const { bytes, name } = await given(ids);
    expect(name).toContain('2-designs.brelm.zip');
    expect(Object.keys(unzipSync(bytes))).toEqual(['twin/design.brelm.json', 'twin-2/design.brelm.json']);
    expect((await bringIn(bytes)).body.made.map((m) => m.name)).toEqual(['Twin', 'Twin']);
  });

  it('are told what a machine lacks for them', async () => {
    const design = await madeOfMuch('Without its moon');
    const entries = unzipSync((await given([design.id])).bytes);
    const alone = entries['without-its-moon/design.brelm.json'];
    const nowhere = await running(false);
    const taken = await bringIn(alone, 'design.brelm.json', nowhere);
    await nowhere.stop();
    expect(taken.body.refused).toEqual([]);
    expect(taken.body.made[0].missing).toEqual([
      'Moon.PNG',
      'Moon.PNG',
      'Bill for the moon.pdf',
      'Wagon, two seats.pdf',
      'Letter.pdf',
      'Wagon',
    ]);
  });

  it('have bills that are PDFs or pictures, and nothing else', async () => {
    const put = (bytes: Uint8Array, as: string) =>
      uploadTo<{ message: string }>(here, 'materials/bills', bytes, as);
    expect((await put(picture(5), 'Receipt.png')).status).toBe(201);
    const svg = strToU8('<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h9v9z"/></svg>');
    const big = Buffer.concat([BILL, Buffer.alloc(10 * 1024 * 1024)]);
    for (const [bytes, as] of [
      [svg, 'bill.svg'],
      [strToU8('a bill'), 'bill.pdf'],
      [big, 'long.pdf'],
    ] as const) {
      const { status, body } = await put(bytes, as);
      expect([as, status]).toEqual([as, 422]);
      expect(body.message).toContain(as);
    }
    // A picture that is the seller's stays one, though it is a bill, too.
    const both = await uploadTo<{ sha256: string }>(here, 'materials', picture(13), 'Both.png');
    await put(picture(13), 'Both.png');
    const { body } = await askOf<{ pictures: { sha256: string }[] }>(here, 'materials?search=Both');
    expect(body.pictures.map((p) => p.sha256)).toEqual([both.body.sha256]);
    // No list of pictures has a bill.
    const listed = await askOf<{ pictures: unknown[] }>(here, 'materials?search=Receipt');
    expect(listed.body.pictures).toEqual([]);
  });

  it('may be made by hand: pictures by their paths, each design in its folder', async () => {
    const base = designOf('By hand');
    const document = {
      ...base,
      materials: [
        {
          ...{ id: 'fox', name: 'fox.png', file: 'art/fox.png', width: 24, height: 16 },
          licence: { id: 'own' },
        },
      ],
    };
    const files: Zippable = {
      'a/b/design.brelm.json': strToU8(JSON.stringify(document)),
      'a/b/art/fox.png': picture(3),
      'a/notes.txt': strToU8('not asked for'),
      'lost/other.brelm.json': strToU8(JSON.stringify({ ...document, name: 'Lost' })),
      'spoiled/x.brelm.json': strToU8('{"format": "brelm-design"'),
      'wrong/x.brelm.json': strToU8(JSON.stringify({ ...document, inks: 3 })),
    };
    const { body } = await bringIn(zipSync(files));
    expect(body.made).toEqual([expect.objectContaining({ name: 'By hand', missing: [] })]);
    expect(Object.fromEntries(body.refused.map((r) => [r.file, r.message]))).toEqual({
      'lost/other.brelm.json': expect.stringContaining('fox.png is not there') as string,
      'spoiled/x.brelm.json': 'this is no JSON',
      'wrong/x.brelm.json': expect.stringContaining('inks') as string,
    });
    const { document: stored } = (await askOf<StoredDesign>(there, `designs/${body.made[0].id}`)).body;
    expect(stored.materials[0].file).toBeUndefined();
    expect(stored.materials[0].sha256).toMatch(/^[0-9a-f]{64}$/);
  });

  it('refuse archives that are none, say too little, or unpack to more than they say', async () => {
    const good = zipSync({ 'x/design.brelm.json': strToU8(JSON.stringify(designOf('Good'))) });
    const bomb = zipSync({
      'x/design.brelm.json': strToU8(JSON.stringify(designOf('Bomb'))),
      'x/big.png': new Uint8Array(60 * 2 ** 20),
    });
    const liar = Uint8Array.from(good);
    // The size that its entry claims, in the directory at its end.
    const at = Buffer.from(liar).indexOf(Buffer.from('PK\x01\x02', 'latin1'));
    new DataView(liar.buffer).setUint32(at + 24, 12, true);
    const cases: [Uint8Array, RegExp][] = [
      [good.slice(0, good.length - 30), /cannot be brought in/],
      [zipSync({ 'readme.txt': strToU8('hello') }), /no design in it/],
      [zipSync({}), /no design in it/],
      [bomb, /x\/big\.png has more than 50 MB/],
      [liar, /cannot be brought in/],
      [
        zipSync(Object.fromEntries(Array.from({ length: 2001 }, (_, i) => [`${i}.txt`, new Uint8Array()]))),
        /more than 2000 files/,
      ],
    ];
    for (const [bytes, says] of cases) {
      const { status, body } = await bringIn(bytes);
      expect([status, body.message]).toEqual([422, expect.stringMatching(says)]);
    }
    // Neither JSON nor an archive: told as a file that is no design.
    const other = await bringIn(gzipSync(strToU8('hello')), 'x.gz');
    expect(other.body.refused[0].message).toBe('this is no JSON');
  });

  it('never leave their folder, whatever paths an archive has', async () => {
    const files: Zippable = {
      '../../escape.brelm.json': strToU8(JSON.stringify(designOf('Escape'))),
    };
    const { status, body } = await bringIn(zipSync(files));
    expect([status, body.message]).toEqual([422, expect.stringContaining('invalid relative path')]);
  });

  it('are given out only by ids of designs that there are', async () => {
    for (const [ids, status] of [
      ['nonsense', 400],
      ['', 400],
      ['4a3f0e4e-0000-4000-8000-000000000000', 404],
    ] as const)
      expect((await askOf(here, `design-files?ids=${ids}`)).status).toBe(status);
    expect((await askOf(here, 'design-files')).status).toBe(400);
  });
});

describe('the rights ledger', () => {
  const ledger = async () =>
    (await askOf<{ materials: LedgerRow[] }>(here, 'rights')).body.materials.map((m) => ({
      ...{ title: m.title, goods: m.goods, in: m.designs.map((d) => d.name) },
    }));

  it('says which designs use what, and follows what is said of it and what is archived', async () => {
    const { id, document } = await madeOfMuch('Ledgered');
    const moon = (rows: Awaited<ReturnType<typeof ledger>>, goods: string) =>
      rows.find((m) => m.title === 'Moon.PNG' && m.goods === goods)?.in ?? [];
    expect(moon(await ledger(), 'yes')).toContain('Ledgered');
    const materials = document.materials.map((m) => ({ ...m, licence: { id: 'CC-BY-NC-4.0' } }));
    await askOf(here, `designs/${id}`, 'PUT', { revision: 1, document: { ...document, materials } });
    const after = await ledger();
    expect(moon(after, 'no')).toEqual(['Ledgered']);
    expect(moon(after, 'yes')).not.toContain('Ledgered');
    // What may not be sold is told first.
    expect(after[0]).toMatchObject({ title: 'Moon.PNG', goods: 'no' });
    await askOf(here, `designs/${id}/archive`, 'POST');
    expect(moon(await ledger(), 'no')).toEqual([]);
  });

  it('knows again whose a drawing is that is brought in a second time', async () => {
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8"><path d="M0 0h8v8z"/></svg>';
    const bring = async () =>
      (
        await uploadTo<{ kind: string; sha256: string; licence: unknown }>(
          here,
          'materials',
          Buffer.from(svg),
          'fern.svg',
        )
      ).body;
    const first = await bring();
    expect([first.kind, first.licence]).toEqual(['motif', null]);
    await askOf(here, `materials/${first.sha256}/licence`, 'PUT', { id: 'bought', source: 'a fair' });
    expect((await bring()).licence).toEqual({ id: 'bought', source: 'a fair' });
  });
});

describe('the library of pictures', () => {
  const list = async (query: string) =>
    (
      await askOf<{ total: number; pictures: { name: string; sha256: string; usedIn: string[] }[] }>(
        here,
        `materials?${query}`,
      )
    ).body;

  it('is listed with the designs on the shelf that each is used in', async () => {
    const { sha256 } = (
      await uploadTo<{ sha256: string }>(here, 'materials', picture(101), 'Fox 100%_off.png')
    ).body;
    const base = designOf('With a fox');
    const material = { id: 'fox', name: 'fox', sha256, width: 24, height: 16, licence: { id: 'own' } };
    const { id } = await create({ ...base, materials: [material] });
    const mine = async () => (await list('search=fox+100%25_')).pictures.map((p) => [p.name, p.usedIn]);
    expect(await mine()).toEqual([['Fox 100%_off.png', ['With a fox']]]);
    await askOf(here, `designs/${id}/archive`, 'POST');
    expect(await mine()).toEqual([['Fox 100%_off.png', []]]);
    expect((await list('search=fox+badger')).total).toBe(0);
  });

  it('comes in pages, the newest first, without drawings that became motifs', async () => {
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><path d="M0 0h9v9z"/></svg>';
    await uploadTo(here, 'materials', Buffer.from(svg), 'drawing.svg');
    for (const seed of [102, 103]) await uploadTo(here, 'materials', picture(seed), `Heron ${seed}.png`);
    const { total, pictures } = await list('count=1');
    expect([pictures.length, pictures[0].name]).toEqual([1, 'Heron 103.png']);
    expect((await list('count=1&from=1')).pictures[0].name).toBe('Heron 102.png');
    expect((await list('count=200')).pictures).toHaveLength(total);
    expect((await list('search=drawing')).total).toBe(0);
    for (const wrong of ['count=0', 'count=201', 'from=-1', 'from=x', `search=${'x'.repeat(201)}`])
      expect((await askOf(here, `materials?${wrong}`)).status).toBe(400);
  });
});
