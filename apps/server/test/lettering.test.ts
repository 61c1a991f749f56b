import { readFileSync } from 'node:fs';
import { letteringLine } from '@brelm/core/parts';
import { typefaceFile } from '@brelm/engine';
import { askOf, designsOf, running, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

interface Entry {
  id: string;
  name: string;
  group: string;
  favourite: boolean;
  licence: { id: string };
  words: string;
  facts?: { embedding: string; licence: string; covers: string[]; axes: string[] };
}

const ask = <T>(path: string, method?: string, json?: unknown) => askOf<T>(it0, path, method, json);

async function send(bytes: Uint8Array, name: string) {
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(bytes)]), name);
  const response = await fetch(`${it0.url}/api/typefaces`, { method: 'POST', body: form });
  return { status: response.status, body: (await response.json()) as Entry[] & { message: string } };
}

const shipped = (id: string) => new Uint8Array(readFileSync(typefaceFile(id)!));

describe('typefaces', () => {
  it('are listed with what a search looks through, in under 300 KB', async () => {
    const response = await fetch(`${it0.url}/api/typefaces`);
    const text = await response.text();
    expect(text.length).toBeLessThan(300_000);
    const list = JSON.parse(text) as Entry[];
    expect(list.length).toBeGreaterThanOrEqual(80);
    expect(list.filter((t) => t.words.includes('cowboy')).map((t) => t.name)).toContain('Rye');
  });

  it('are shown in the seller’s words; letters that one lacks are left out', async () => {
    const sample = async (id: string, text: string) =>
      (await ask<{ path: string; width: number }>(`typefaces/${id}/sample?text=${encodeURIComponent(text)}`))
        .body;
    const owls = await sample('rye', 'Owls');
    expect(owls.path).toMatch(/^M/);
    expect((await sample('rye', 'Owls★')).path).toBe(owls.path);
    expect((await sample('rye', 'Owls out')).width).toBeGreaterThan(owls.width);
    expect((await sample('noto-emoji-bold', 'Owls')).path.length).toBeGreaterThan(100);
    expect((await ask('typefaces/none/sample?text=x')).status).toBe(404);
    expect((await ask('typefaces/rye/sample')).status).toBe(400);
  });

  it('that have certain letters are found', async () => {
    const { ids } = (await ask<{ ids: string[] }>('typefaces/covering?characters=%C5%82%C5%BC')).body;
    expect(ids).toContain('anton');
    expect(ids).not.toContain('rye');
    expect((await ask('typefaces/covering')).status).toBe(400);
  });

  it('can be favourites', async () => {
    const favourite = async () =>
      (await ask<Entry[]>('typefaces')).body.filter((t) => t.favourite).map((t) => t.id);
    expect((await ask('typefaces/lobster/favourite', 'PUT', { favourite: true })).status).toBe(204);
    await ask('typefaces/anton/favourite', 'PUT', { favourite: true });
    expect((await favourite()).sort()).toEqual(['anton', 'lobster']);
    await ask('typefaces/lobster/favourite', 'PUT', { favourite: false });
    expect(await favourite()).toEqual(['anton']);
    expect((await ask('typefaces/nobody/favourite', 'PUT', { favourite: true })).status).toBe(404);
    expect((await ask('typefaces/anton/favourite', 'PUT', { favourite: 'yes' })).status).toBe(400);
  });
});

describe('own typefaces', () => {
  it('come in as TTF and as WOFF2, with what the file says of itself', async () => {
    const ttf = await send(shipped('lobster'), 'my lobster.ttf');
    expect(ttf.status).toBe(201);
    expect(ttf.body[0]).toMatchObject({ name: 'Lobster', group: 'own' });
    expect(ttf.body[0].facts).toMatchObject({ embedding: 'installable' });
    expect(ttf.body[0].facts!.covers).toContain('Cyrillic');
    const woff2 = await send(shipped('fraunces'), 'fraunces.woff2');
    expect(woff2.body[0].facts!.axes).toContain('wght');
    // The file that is handed out can be shaped with: it is unpacked.
    const file = await fetch(`${it0.url}/api/typefaces/${woff2.body[0].id}/file`);
    expect([...new Uint8Array(await file.arrayBuffer()).subarray(0, 4)]).toEqual([0, 1, 0, 0]);
    expect((await ask<{ path: string }>(`typefaces/${ttf.body[0].id}/sample?text=Owl`)).body.path).toMatch(
      /^M/,
    );
    // The same file again is the same typeface.
    expect((await send(shipped('lobster'), 'again.ttf')).body[0].id).toBe(ttf.body[0].id);
  });

  it.each([
    ['words.ttf', new TextEncoder().encode('this is no font at all, whatever it is called'), /no TTF, OTF/],
    ['cut.ttf', shipped('anton').subarray(0, 900), /damaged|no usable|maps no characters/],
    ['cut.woff2', shipped('fraunces').subarray(0, 5000), /damaged/],
    ['empty.otf', new Uint8Array(0), /no TTF, OTF/],
  ])('%s is refused with the reason', async (name, bytes, reason) => {
    const { status, body } = await send(bytes, name);
    expect(status).toBe(400);
    expect(body.message).toMatch(reason);
    expect(body.message).toContain(name);
  });

  it('are under a licence that their owner says, with its bill, and that is remembered', async () => {
    const [{ id, licence }] = (await send(shipped('satisfy'), 'mine.ttf')).body;
    expect(licence).toEqual({ id: 'unknown' });
    const said = { id: 'bought', source: 'A type maker', proof: 'bill 9' };
    expect((await ask(`typefaces/${id}/licence`, 'PUT', said)).status).toBe(204);
    expect((await send(shipped('satisfy'), 'again.ttf')).body[0].licence).toEqual(said);
    const wrong = await ask(`typefaces/${id}/licence`, 'PUT', { id: '', bill: { sha256: 'x', name: 'y' } });
    expect([wrong.status, wrong.body.faults!.map((f) => f.field).sort()]).toEqual([
      400,
      ['bill.sha256', 'id'],
    ]);
    // Of what ships nothing is to be said.
    expect((await ask('typefaces/rye/licence', 'PUT', said)).status).toBe(404);
    const rye = (await ask<Entry[]>('typefaces')).body.find((t) => t.id === 'rye')!;
    expect(rye.licence).toEqual({ id: 'OFL-1.1' });
  });

  it('cannot be taken away while a design is set in them, and can after', async () => {
    const [own] = (await send(shipped('pacifico'), 'mine.ttf')).body;
    const [stored] = await designsOf(it0);
    const used = {
      ...stored.document,
      sides: stored.document.sides.map((side) => ({
        ...side,
        parts: side.parts.map((p) =>
          p.kind === 'lettering'
            ? { ...p, lines: [letteringLine('Own', own.id, 200, stored.document.inks[0].id)] }
            : p,
        ),
      })),
    };
    const made = (await ask<{ id: string }>('designs', 'POST', { document: used })).body;
    const refused = await ask(`typefaces/${own.id}`, 'DELETE');
    expect(refused.status).toBe(409);
    expect(refused.body.message).toMatch(/Pacifico is used by/);
    expect(made.id).toBeTruthy();
    expect((await ask('typefaces/rye', 'DELETE')).status).toBe(404);
    // Set in another again, a design that still says whose it was holds it back no more.
    const said = { ...stored.document, typefaces: [{ id: own.id, name: own.name, licence: { id: 'own' } }] };
    expect((await ask(`designs/${made.id}`, 'PUT', { revision: 1, document: said })).status).toBe(200);
    expect((await ask(`typefaces/${own.id}`, 'DELETE')).status).toBe(204);
  });
});

describe('lettering styles', () => {
  it('a dozen come with the demo; more are kept, and taken away', async () => {
    const list = async () =>
      (await ask<{ id: number; name: string; document: string }[]>('lettering-styles')).body;
    const before = await list();
    expect(before.length).toBe(12);
    const kept = await ask<{ id: number }>('lettering-styles', 'POST', {
      name: ' My look ',
      document: before[0].document,
    });
    expect(kept.status).toBe(201);
    expect((await list()).map((s) => s.name)).toContain('My look');
    expect((await ask(`lettering-styles/${kept.body.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`lettering-styles/${kept.body.id}`, 'DELETE')).status).toBe(404);
    expect(await list()).toEqual(before);
  });

  it('looks of pictures are kept apart from them', async () => {
    const document = JSON.stringify({
      ...{ format: 'brelm-look', version: 1, inks: [{ id: 'a', name: 'Night', value: '#1d1a2b' }] },
      steps: [{ kind: 'tint', stops: [{ at: 0, ink: 'a' }] }],
    });
    const kept = await ask<{ id: number }>('picture-looks', 'POST', { name: 'One ink', document });
    expect(kept.status).toBe(201);
    const looks = (await ask<{ name: string }[]>('picture-looks')).body;
    expect(looks).toEqual([{ id: kept.body.id, name: 'One ink', document }]);
    const styles = (await ask<{ name: string }[]>('lettering-styles')).body;
    expect(styles.map((s) => s.name)).not.toContain('One ink');
    expect((await ask(`lettering-styles/${kept.body.id}`, 'DELETE')).status).toBe(404);
    const wrong = await ask('picture-looks', 'POST', { name: 'x', document: '{"format":"brelm-look"}' });
    expect([wrong.status, wrong.body.faults![0].field]).toEqual([400, 'document']);
    expect((await ask(`picture-looks/${kept.body.id}`, 'DELETE')).status).toBe(204);
  });

  it.each([
    [{ name: '', document: '{}' }, 'name'],
    [{ name: 'x', document: '{"format":"brelm-parts"}' }, 'document'],
    [{ name: 'x', document: 7 }, 'document'],
  ])('%j is refused by its field', async (body, field) => {
    const refused = await ask('lettering-styles', 'POST', body);
    expect(refused.status).toBe(400);
    expect(refused.body.faults![0].field).toBe(field);
  });
});

describe('own words', () => {
  it('are added once, listed by the alphabet, and taken away', async () => {
    for (const word of ['Zwergeule', 'Duskwren', 'duskwren']) await ask('words', 'POST', { word });
    expect((await ask<string[]>('words')).body).toEqual(['duskwren', 'Zwergeule']);
    await ask('words/Zwergeule', 'DELETE');
    expect((await ask<string[]>('words')).body).toEqual(['duskwren']);
    expect((await ask('words', 'POST', { word: 'two words' })).status).toBe(400);
    expect((await ask('words', 'POST', {})).status).toBe(400);
  });
});
