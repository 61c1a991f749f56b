import type { Garment } from '@brelm/core/colour';
import type { DesignDocument } from '@brelm/core/design';
import { wordList } from '@brelm/core/proof';
import { askOf, designsOf, running, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method?: string, json?: unknown) => askOf<T>(it0, path, method, json);
const names = async () => (await ask<Garment[]>('garments')).body.map((g) => g.name);

describe('kept palettes', () => {
  const dusk = [
    { name: 'Bone', value: '#F2EAD8' },
    { name: 'Rust', value: '#b23a24' },
  ];

  it('are listed by name, with their colours, and removed', async () => {
    const late = await ask<{ id: number }>('palettes', 'POST', { name: ' Late dusk ', colours: dusk });
    await ask('palettes', 'POST', { name: 'Early dusk', colours: dusk.slice(1) });
    expect(late.status).toBe(201);
    const { body } = await ask<{ id: number; name: string; colours: unknown }[]>('palettes');
    expect(body.map((p) => p.name)).toEqual(['Early dusk', 'Late dusk']);
    expect(body[1].colours).toEqual([{ name: 'Bone', value: '#f2ead8' }, dusk[1]]);
    expect((await ask(`palettes/${late.body.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`palettes/${late.body.id}`, 'DELETE')).status).toBe(404);
    expect((await ask<unknown[]>('palettes')).body).toHaveLength(1);
  });

  it.each([
    [{ name: '  ', colours: dusk }, 'name'],
    [{ name: 'x', colours: [] }, 'colours'],
    [{ name: 'x', colours: [{ name: 'y', value: 'red' }] }, 'value'],
    [{ name: 'x'.repeat(121), colours: dusk }, 'name'],
    [{ name: 'x', colours: 'dusk' }, 'colours'],
  ])('refuses %j by its field', async (palette, field) => {
    const { status, body } = await ask('palettes', 'POST', palette);
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain(field);
  });
});

describe('starters', () => {
  interface Kept {
    id: string;
    own: boolean;
    document: DesignDocument;
  }

  it('that came with Brelm stay; one’s own is added after them and removed', async () => {
    const shipped = (await ask<Kept[]>('starters')).body;
    expect(shipped).toHaveLength(10);
    expect((await ask(`starters/${shipped[0].id}`, 'DELETE')).status).toBe(409);
    const document = { ...shipped[0].document, name: 'Badge' };
    const added = await ask<Kept>('starters', 'POST', { document });
    expect(added.body).toMatchObject({ id: 'own-badge', own: true, document: { name: 'Badge' } });
    const now = (await ask<Kept[]>('starters')).body;
    expect(now.map((s) => s.own)).toEqual([...Array<boolean>(10).fill(false), true]);
    expect((await ask('starters/own-badge', 'DELETE')).status).toBe(204);
    expect((await ask('starters/own-badge', 'DELETE')).status).toBe(404);
    const wrong = await ask('starters', 'POST', { document: { ...document, inks: 7 } });
    expect([wrong.status, wrong.body.faults![0].field]).toEqual([400, 'inks']);
  });
});

describe('garment colours of one’s own', () => {
  it('are added with an id of their own, changed and removed', async () => {
    const added = await ask<Garment>('garments', 'POST', {
      garment: { name: 'Soot', value: '#222225', kind: 'solid' },
    });
    expect(added.status).toBe(201);
    expect(added.body).toEqual({ id: 'soot-2', name: 'Soot', value: '#222225', kind: 'solid', own: true });
    const changed = await ask<Garment>('garments/soot-2', 'PUT', {
      garment: { name: 'Old soot', value: '#222225', kind: 'heather', second: '#33333a', takes: 'direct' },
    });
    expect(changed.body).toMatchObject({ id: 'soot-2', name: 'Old soot', second: '#33333a' });
    expect(await names()).toContain('Old soot');
    expect((await ask('garments/soot-2', 'DELETE')).status).toBe(204);
    expect(await names()).not.toContain('Old soot');
  });

  it('that are wrong are refused by field, and nothing is stored', async () => {
    const before = await names();
    const refused = async (garment: unknown, field: string) => {
      const { status, body } = await ask('garments', 'POST', { garment });
      expect(status).toBe(400);
      expect(body.faults!.map((f) => f.field)).toContain(field);
    };
    await refused({ name: 'A', value: 'red', kind: 'solid' }, 'value');
    await refused({ name: '', value: '#112233', kind: 'solid' }, 'name');
    await refused({ name: 'A', value: '#112233', kind: 'heather' }, 'second');
    await refused({ name: 'A', value: '#112233', kind: 'fur' }, 'kind');
    await refused({ name: 'A', value: '#112233', kind: 'solid', price: 3 }, 'price');
    expect((await ask('garments', 'POST', { garment: 'red' })).status).toBe(400);
    expect((await ask('garments', 'POST', {})).status).toBe(400);
    expect(await names()).toEqual(before);
  });

  it('come from a CSV: all of them, or none', async () => {
    const added = await ask<Garment[]>('garments/csv', 'POST', {
      csv: 'name,value,kind,second\nFell,#4b5d34,solid,\nFell heather,#4e5b40,heather,#76836a\n',
    });
    expect(added.body.map((g) => g.id)).toEqual(['fell', 'fell-heather']);
    const before = await names();
    const wrong = await ask('garments/csv', 'POST', { csv: 'name,value\nGood,#112233\nBad,nothing\n' });
    expect(wrong.status).toBe(400);
    expect(wrong.body.faults).toEqual([expect.objectContaining({ field: 'line 3, value' })]);
    expect(await names()).toEqual(before);
    expect((await ask('garments/csv', 'POST', { csv: 'x'.repeat(1_000_001) })).status).toBe(400);
  });

  it('stay while a design is judged or sold on them; those of the library always', async () => {
    const [stored] = await designsOf(it0);
    const document = { ...stored.document, garments: [...stored.document.garments, 'fell'] };
    await ask(`designs/${stored.id}`, 'PUT', { revision: stored.revision, document });
    const refused = await ask('garments/fell', 'DELETE');
    expect(refused.status).toBe(409);
    expect(refused.body.message).toContain(stored.document.name);
    expect((await ask('garments/fell-heather', 'DELETE')).status).toBe(204);
    expect((await ask('garments/soot', 'DELETE')).status).toBe(400);
    expect((await ask('garments/soot', 'PUT', { garment: { name: 'x', value: '#000000' } })).status).toBe(
      400,
    );
    expect((await ask('garments/nobody', 'DELETE')).status).toBe(404);
  });
});

describe('dictionaries', () => {
  it('are served, British and American; nothing else is', async () => {
    const text = async (path: string) => (await fetch(`${it0.url}/api/dictionaries/${path}`)).text();
    expect(await text('en-gb/dic')).toMatch(/^colour/m);
    expect(await text('en/dic')).toMatch(/^color/m);
    expect(await text('en/aff')).toContain('SFX');
    const forms = wordList(await text('forms'));
    expect(['colour', 'colored', 'owls', 'oowls'].map((word) => forms.has(word))).toEqual([
      true,
      true,
      true,
      false,
    ]);
    for (const path of ['en/index.js', '..%2f..%2fpackage.json/dic', 'xx/dic'])
      expect((await fetch(`${it0.url}/api/dictionaries/${path}`)).status).toBe(404);
  });
});
