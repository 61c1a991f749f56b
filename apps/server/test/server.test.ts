import { readdirSync } from 'node:fs';
import { PNG } from 'pngjs';
import type { DesignDocument } from '@brelm/core/design';
import { designsOf, running, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());

interface Answer<T = Record<string, never>> {
  status: number;
  body: T & { message?: string; faults?: { field: string; message: string }[] };
}

async function ask<T>(path: string, init: RequestInit & { json?: unknown } = {}): Promise<Answer<T>> {
  const { json, ...rest } = init;
  const response = await fetch(`${it0.url}/api/${path}`, {
    ...rest,
    ...(json === undefined
      ? {}
      : {
          method: rest.method ?? 'POST',
          body: JSON.stringify(json),
          headers: { 'content-type': 'application/json', ...rest.headers },
        }),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : {}) as Answer<T>['body'] };
}

interface Stored {
  id: string;
  revision: number;
  document: DesignDocument;
}

interface Version {
  id: number;
  kind: string;
  name: string;
  document?: DesignDocument;
}

const designs = () => designsOf(it0);
const owls = async () => (await designs()).find((d) => d.document.name === 'Count Owls Not Sheep')!;

async function upload(bytes: Uint8Array, name: string) {
  const form = new FormData();
  form.append('file', new Blob([bytes as BlobPart]), name);
  return ask<{ kind: string; sha256: string; width: number; art: { left: string[]; outlines: unknown[] } }>(
    'materials',
    {
      method: 'POST',
      body: form,
    },
  );
}

describe('designs', () => {
  it('has the eleven demo designs, whose pictures are stored', async () => {
    const list = await designs();
    expect(list.map((d) => d.document.name).sort()).toEqual([
      'Bog Standard',
      'Boots On, Moon’s Out',
      'Brewed by Night',
      'Count Owls Not Sheep',
      'First Night Ranger',
      'Lamp Hours',
      'Moth Ledger Society',
      'Night Jobs',
      'Night Shift Owls',
      'Out After Dark',
      'Owl Light Saving',
    ]);
    const [moon] = (await owls()).document.materials;
    const file = await fetch(`${it0.url}/api/materials/${moon.sha256}/file`);
    expect(file.headers.get('content-type')).toBe('image/png');
    expect(Buffer.from(await file.arrayBuffer()).readUInt32BE(16)).toBe(moon.width);
    const preview = await fetch(`${it0.url}/api/materials/${moon.sha256}/preview?size=320`);
    expect(preview.headers.get('content-type')).toBe('image/webp');
  });

  it('saves by revision; a stale save answers 409 with the current one, and both are kept', async () => {
    const made = (await ask<Stored>('designs', { json: { document: (await owls()).document } })).body;
    const save = (revision: number, name: string, more = {}) =>
      ask<Stored & { current?: Stored; keptVersion?: number }>(`designs/${made.id}`, {
        method: 'PUT',
        json: { revision, document: { ...made.document, name }, ...more },
      });
    expect((await save(1, 'First tab')).body.revision).toBe(2);
    const stale = await save(1, 'Second tab');
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ revision: 2, document: { name: 'First tab' } });
    expect((await ask<Stored>(`designs/${made.id}`)).body.document.name).toBe('First tab');
    await save(1, 'Second tab');
    expect((await save(2, 'Second tab', { keepReplaced: true })).body.revision).toBe(3);
    const kept = (await ask<Version[]>(`designs/${made.id}/versions`)).body;
    expect(kept.map((v) => v.kind)).toEqual(['replaced', 'refused']);
    const names = [];
    for (const { id } of kept)
      names.push((await ask<Version>(`designs/${made.id}/versions/${id}`)).body.document!.name);
    expect(names).toEqual(['First tab', 'Second tab']);
    const drop = await ask(`designs/${made.id}/versions/${kept[0].id}`, { method: 'DELETE' });
    expect(drop.status).toBe(409);
  });

  it('keeps versions under a name, gives each back, and drops them when told to', async () => {
    const made = (await ask<Stored>('designs', { json: { document: (await owls()).document } })).body;
    const versions = `designs/${made.id}/versions`;
    const keep = (name: string, document: unknown = made.document) =>
      ask<Version>(versions, { json: { name, document } });
    expect((await keep('Before the moth')).status).toBe(201);
    await keep('Before the moth');
    await keep('  With a moth ', { ...made.document, name: 'Moth' });
    const kept = (await ask<Version[]>(versions)).body;
    expect(kept.map((v) => [v.kind, v.name, v.document])).toEqual([
      ['named', 'With a moth', undefined],
      ['named', 'Before the moth', undefined],
    ]);
    const whole = (await ask<Version>(`${versions}/${kept[1].id}`)).body;
    expect(whole.document).toEqual(made.document);
    expect((await ask(`${versions}/${kept[1].id}`, { method: 'DELETE' })).status).toBe(204);
    expect((await ask(`${versions}/${kept[1].id}`)).status).toBe(404);
    expect((await ask(`${versions}/first`)).status).toBe(400);
    const wrong = await keep('   ');
    expect([wrong.status, JSON.stringify(wrong.body)]).toEqual([400, expect.stringContaining('name')]);
    expect((await keep('x', { format: 'brelm-design' })).status).toBe(400);
    const other = (await ask<Stored>('designs', { json: { document: made.document } })).body;
    expect((await ask(`designs/${other.id}/versions/${kept[0].id}`)).status).toBe(404);
  });

  it('lets exactly one of many saves at the same moment through', async () => {
    const made = (await ask<Stored>('designs', { json: { document: (await owls()).document } })).body;
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        ask(`designs/${made.id}`, {
          method: 'PUT',
          json: { revision: 1, document: { ...made.document, name: `n${i}` } },
        }),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array<number>(11).fill(409)]);
  });

  it('refuses a wrong document with its field, and a wrong request with its own', async () => {
    const { document } = await owls();
    const spoilt = structuredClone(document) as unknown as {
      sides: { parts: { place: { x: unknown } }[] }[];
    };
    spoilt.sides[0].parts[3].place.x = 'left';
    const wrong = await ask('designs', { json: { document: spoilt } });
    expect(wrong.status).toBe(400);
    expect(wrong.body.faults).toEqual([{ field: 'sides[0].parts[3].place.x', message: 'must be a number' }]);
    const newer = await ask('designs', { json: { document: { ...document, version: 9 } } });
    expect(newer.status).toBe(400);
    expect(newer.body.faults?.[0].field).toBe('version');
    const extra = await ask(`designs/${(await owls()).id}`, {
      method: 'PUT',
      json: { revision: 'one', document, more: 1 },
    });
    expect(extra.status).toBe(400);
    expect(extra.body.faults?.map((f) => f.field)).toEqual(expect.arrayContaining(['revision', 'more']));
  });

  it('answers 404 and 400 for designs that are not there and ids that are none', async () => {
    expect((await ask('designs/00000000-0000-4000-8000-000000000000')).status).toBe(404);
    expect((await ask('designs/1%27%20OR%201=1')).status).toBe(400);
    expect((await ask('nowhere')).status).toBe(404);
  });

  it('archives without deleting, and puts back', async () => {
    const made = (
      await ask<Stored>('designs', { json: { document: { ...(await owls()).document, name: 'Away' } } })
    ).body;
    await ask(`designs/${made.id}/archive`, { method: 'POST' });
    const ids = async (archived: boolean) => (await designsOf(it0, archived)).map((d) => d.id);
    expect(await ids(false)).not.toContain(made.id);
    expect(await ids(true)).toContain(made.id);
    await ask(`designs/${made.id}/restore`, { method: 'POST' });
    expect(await ids(false)).toContain(made.id);
  });

  it('keeps names of any script to the letter', async () => {
    const name = 'Eulen 🦉 ночь فِكْر “quoted” \u0000 ' + 'x'.repeat(200);
    const made = (await ask<Stored>('designs', { json: { document: { ...(await owls()).document, name } } }))
      .body;
    expect((await ask<Stored>(`designs/${made.id}`)).body.document.name).toBe(name);
  });
});

describe('uploads', () => {
  const png = () => {
    const image = new PNG({ width: 40, height: 30 });
    image.data.fill(200);
    return PNG.sync.write(image);
  };

  it('takes a PNG and knows it by its bytes', async () => {
    const { status, body } = await upload(png(), 'Eule – groß.jpg');
    expect(status).toBe(201);
    expect(body).toMatchObject({ kind: 'picture', width: 40, name: 'Eule – groß.jpg', mime: 'image/png' });
  });

  it('turns an SVG with a script into outlines and says what it left out', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script><style>.a{fill:#c03}</style><g transform="rotate(45)"><rect class="a" width="5" height="5" onclick="x()"/></g><image href="http://127.0.0.1:9/x.png" width="9" height="9"/></svg>';
    const { status, body } = await upload(Buffer.from(svg), 'owl.svg');
    expect(status).toBe(201);
    expect(body.kind).toBe('motif');
    expect(body.art.outlines).toHaveLength(1);
    expect(body.art.outlines[0]).toMatchObject({ colour: '#cc0033' });
    expect(body.art.left.join(' ')).toMatch(/script.*handlers.*other files/);
    expect(JSON.stringify(body.art.outlines)).not.toContain('alert');
  });

  it('never hands an SVG out as something a browser would run', async () => {
    const { body } = await upload(
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><rect width="5" height="5"/></svg>'),
      'a.svg',
    );
    const file = await fetch(`${it0.url}/api/materials/${body.sha256}/file`);
    expect(file.headers.get('content-type')).toBe('application/octet-stream');
    expect(file.headers.get('x-content-type-options')).toBe('nosniff');
  });

  const huge = () => {
    // The header of a PNG that claims 60,000 × 60,000 pixels, with its CRC put right.
    const file = Buffer.from(png());
    file.writeUInt32BE(60000, 16);
    file.writeUInt32BE(60000, 20);
    let c = 0xffffffff;
    for (const b of file.subarray(12, 29)) {
      c ^= b;
      for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    }
    file.writeUInt32BE((c ^ 0xffffffff) >>> 0, 29);
    return file;
  };

  it.each<[string, () => Uint8Array, string, RegExp]>([
    ['a truncated PNG', () => png().subarray(0, 60), 'cut.png', /cut\.png: the file is damaged or cut off/],
    [
      'a PNG that claims 60,000 × 60,000',
      huge,
      'huge.png',
      /huge\.png: it claims 60,000 × 60,000 px; at most 100 megapixels/,
    ],
    [
      'a text file named .png',
      () => Buffer.from('hello'),
      'note.png',
      /note\.png: this is no PNG, JPEG, WebP, AVIF, TIFF, GIF or SVG file/,
    ],
    ['an empty file', () => new Uint8Array(), 'empty.png', /empty\.png: this is no PNG/],
    ['a font', () => Buffer.from('\0\x01\0\0 not a picture'), 'font.ttf', /font\.ttf: this is no PNG/],
    ['an SVG that is no XML', () => Buffer.from('<svg><rect'), 'bad.svg', /bad\.svg: the SVG cannot be read/],
    [
      'an SVG with an entity bomb',
      () => Buffer.from('<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>'),
      'bomb.svg',
      /bomb\.svg: the SVG defines entities/,
    ],
    [
      'an SVG of 60,000 elements',
      () => Buffer.from(`<svg>${'<g/>'.repeat(60000)}</svg>`),
      'crowd.svg',
      /more than 50,000 elements/,
    ],
    [
      'an SVG of nothing',
      () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
      'none.svg',
      /no paths or shapes/,
    ],
  ])('refuses %s with its reason', async (_, bytes, name, reason) => {
    const before = files();
    const { status, body } = await upload(bytes(), name);
    expect(status).toBe(422);
    expect(body.message).toMatch(reason);
    expect(body.faults?.[0].field).toBe('file');
    expect(files()).toEqual(before);
    expect((await ask('health')).status).toBe(200);
  });

  it('refuses over 50 MB before it is looked at', async () => {
    expect((await upload(new Uint8Array(51 * 1024 * 1024), 'large.png')).status).toBe(413);
  });

  it('keeps the same bytes once', async () => {
    const before = files().length;
    const a = await upload(png(), 'one.png');
    const b = await upload(png(), 'two.png');
    expect(a.body.sha256).toBe(b.body.sha256);
    expect(files().length - before).toBeLessThanOrEqual(1);
  });
});

const files = () =>
  readdirSync(it0.filesDir, { recursive: true })
    .map(String)
    .filter((f) => f.includes('/'))
    .sort();

describe('the door', () => {
  it('lets no other page write, nor another host name in', async () => {
    const foreign = await ask('designs', { json: {}, headers: { origin: 'http://elsewhere.test' } });
    expect(foreign.status).toBe(403);
    const own = await ask('designs', { json: {}, headers: { origin: it0.url } });
    expect(own.status).toBe(400);
  });

  it('answers bad JSON with 400 and describes itself at /api/docs', async () => {
    const bad = await ask('designs', {
      method: 'POST',
      body: '{',
      headers: { 'content-type': 'application/json' },
    });
    expect(bad.status).toBe(400);
    const docs = (await ask<{ paths: Record<string, unknown> }>('docs-json')).body;
    expect(Object.keys(docs.paths)).toEqual(
      expect.arrayContaining([
        '/api/designs/{id}',
        '/api/materials',
        '/api/specs',
        '/api/runs',
        '/api/spec-book',
        '/api/typefaces',
      ]),
    );
    expect((await fetch(`${it0.url}/api/docs`)).status).toBe(200);
  });

  it('hands out typefaces and only those', async () => {
    const list = (await ask<{ id: string }[]>('typefaces')).body;
    expect(list.length).toBeGreaterThan(20);
    expect((await fetch(`${it0.url}/api/typefaces/rye/file`)).headers.get('content-type')).toBe('font/ttf');
    expect((await ask('typefaces/..%2F..%2Fpackage.json/file')).status).toBe(404);
  });
});

describe('the database', () => {
  it('goes away: requests get 503 in plain words; nothing else falls', async () => {
    const other = await running(false);
    try {
      await other.database.stop();
      const answer = await fetch(`${other.url}/api/designs`);
      expect(answer.status).toBe(503);
      expect(((await answer.json()) as { message: string }).message).toContain(
        'The database does not answer',
      );
      expect((await fetch(`${other.url}/api/typefaces`)).status).toBe(200);
    } finally {
      await other.stop();
    }
  });
});
