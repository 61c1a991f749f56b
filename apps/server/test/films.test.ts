import { FILMS } from '@brelm/core/film';
import { unzipped } from '@brelm/engine';
import { askOf, designsOf, running, type Running } from './running';

let it0: Running;
let owls: string;
let plain: string;
beforeAll(async () => {
  it0 = await running(true);
  const all = await designsOf(it0);
  owls = all.find((d) => d.document.name === 'Night Shift Owls')!.id;
  plain = all.find((d) => d.document.name === 'Bog Standard')!.id;
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method?: string, json?: unknown) => askOf<T>(it0, path, method, json);

describe('the films of a design', () => {
  it('are given out as an archive: three files each, and the order', async () => {
    const response = await fetch(`${it0.url}/api/designs/${owls}/films?side=front&colourway=base`);
    expect(response.status).toBe(200);
    expect(response.headers.get('content-disposition')).toContain('night-shift-owls-films.zip');
    const limits = { entries: 20, entryBytes: 5_000_000, bytes: 20_000_000 };
    const zip = await unzipped(Buffer.from(await response.arrayBuffer()), limits, (why) => {
      throw new Error(why);
    });
    expect(zip.map((e) => e.path).sort()).toEqual([
      'night-shift-owls-1-ember.dxf',
      'night-shift-owls-1-ember.pdf',
      'night-shift-owls-1-ember.svg',
      'night-shift-owls-2-lamp.dxf',
      'night-shift-owls-2-lamp.pdf',
      'night-shift-owls-2-lamp.svg',
      'night-shift-owls-order.pdf',
    ]);
  });

  it('are refused in words where there are none, and with the field where something else is asked for', async () => {
    const none = await ask<{ message: string }>(`designs/${plain}/films`);
    expect([none.status, none.body.message]).toEqual([422, expect.stringContaining('is a film') as string]);
    for (const field of ['side', 'colourway']) {
      const wrong = await ask<{ faults: { field: string }[] }>(`designs/${owls}/films?${field}=nowhere`);
      expect([wrong.status, wrong.body.faults.map((f) => f.field)]).toEqual([400, [field]]);
    }
    const pattern = await ask<{ faults: { field: string }[] }>(`designs/${owls}/films?name=%7Bmoon%7D`);
    expect([pattern.status, pattern.body.faults.map((f) => f.field)]).toEqual([400, ['name']]);
    expect((await ask('designs/00000000-0000-4000-8000-000000000000/films')).status).toBe(404);
    expect((await ask('designs/no-id/films')).status).toBe(400);
  });
});

describe('films that are kept', () => {
  it('are listed, and forgotten; what is no film is refused with its field', async () => {
    const film = { ...FILMS[0], name: 'Fell-side felt' };
    const kept = await ask<{ id: number }>('films', 'POST', {
      name: film.name,
      document: JSON.stringify(film),
    });
    expect(kept.status).toBe(201);
    const list = await ask<{ name: string; document: string }[]>('films');
    expect(list.body.map((f) => JSON.parse(f.document) as unknown)).toEqual([film]);
    const wrong = await ask<{ faults: { field: string; message: string }[] }>('films', 'POST', {
      name: 'x',
      document: '{"kind":"paper"}',
    });
    expect([wrong.status, wrong.body.faults[0]]).toEqual([400, { field: 'document', message: 'is no film' }]);
    // Looks of another kind are not among them, and cannot be taken away here.
    expect((await ask(`picture-looks/${kept.body.id}`, 'DELETE')).status).toBe(404);
    expect((await ask(`films/${kept.body.id}`, 'DELETE')).status).toBe(204);
    expect((await ask<unknown[]>('films')).body).toEqual([]);
  });
});
