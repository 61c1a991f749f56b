import { createCanvas } from '@napi-rs/canvas';
import { utimesSync } from 'node:fs';
import type { Occurrence, Season, Stock } from '@brelm/core/almanac';
import { newIdea, type Idea } from '@brelm/core/idea';
import type { Demand, DemandPage, SeasonView } from '@brelm/contract';
import { ConnectionsService } from '../src/listings/connections.service';
import { SeasonsService } from '../src/almanac/seasons.service';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { fileAt } from '../src/files';
import { askOf, designsOf, running, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(true);
});
afterAll(() => it0?.stop());
const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const fields = (answer: { body: { faults?: { field: string }[] } }) =>
  answer.body.faults?.map((f) => f.field);
const seasonsOn = async (day: string) =>
  (await ask<{ today: string; seasons: SeasonView[] }>(`seasons?day=${day}`)).body.seasons;
const seasonOn = async (id: string, day: string) => (await seasonsOn(day)).find((s) => s.season.id === id)!;
const XMAS = { name: 'The long table', countries: ['GB'], rule: { kind: 'fixed', month: 11, day: 20 } };

describe('seasons', () => {
  it('are those that ship, with their days of three years and what is to be done', async () => {
    const all = await seasonsOn('2026-08-01');
    expect(all.length).toBeGreaterThan(50);
    const christmas = all.find((s) => s.season.id === 'christmas')!;
    expect(christmas.occurrences.map((o) => o.from)).toEqual(['2025-12-25', '2026-12-25', '2027-12-25']);
    expect(christmas.work).toMatchObject({ step: 'idea', when: 'now', by: christmas.occurrences[1].ideaBy });
    // One that never comes twice in four years, and one of a moon.
    expect(all.find((s) => s.season.id === 'leap-day')!.work!.next.from).toBe('2028-02-29');
    expect(all.find((s) => s.season.id === 'lunar-new-year')!.occurrences.at(-1)!.from).toBe('2027-02-06');
  });

  it('of one’s own are tried, added, changed and taken out; those that ship come back as they were', async () => {
    const tried = await ask<Occurrence[]>('seasons/try', 'POST', { season: XMAS });
    expect(tried.status).toBe(200);
    expect(tried.body.length).toBeGreaterThan(2);
    expect(tried.body.every((o) => o.from.endsWith('11-20'))).toBe(true);
    const added = await ask<Season>('seasons', 'POST', { season: XMAS });
    expect([added.status, added.body.id]).toEqual([201, 'own-the-long-table']);
    expect((await ask<Season>('seasons', 'POST', { season: XMAS })).body.id).not.toBe(added.body.id);
    const leads = { idea: 20, designed: 12, listed: 6, delivery: 4 };
    const changed = await ask<Season>(`seasons/${added.body.id}`, 'PUT', {
      season: { ...added.body, leads },
      was: added.body,
    });
    expect(changed.body.leads).toEqual(leads);
    expect((await ask(`seasons/${added.body.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`seasons/${added.body.id}`, 'DELETE')).status).toBe(404);

    const owl = (await seasonOn('owl-day', '2026-08-01')).season;
    const evening = { ...owl, name: 'Owl evening' };
    await ask('seasons/owl-day', 'PUT', { season: evening, was: owl });
    // Another tab that began from what it was before; and the same sent twice, since its answer was lost.
    const stale = await ask<{ current: Season }>('seasons/owl-day', 'PUT', {
      season: { ...owl, name: 'Owl morning' },
      was: owl,
    });
    expect([stale.status, stale.body.current.name]).toEqual([409, 'Owl evening']);
    expect((await ask('seasons/owl-day', 'PUT', { season: evening, was: owl })).status).toBe(200);
    // A later start brings what ships again, and leaves what was changed.
    await it0.server.app.get(SeasonsService).putShipped();
    expect(await seasonOn('owl-day', '2026-08-01')).toMatchObject({
      changed: true,
      season: { name: 'Owl evening' },
    });
    expect((await ask('seasons/owl-day', 'DELETE')).status).toBe(204);
    expect(await seasonOn('owl-day', '2026-08-01')).toMatchObject({
      changed: false,
      season: { name: owl.name },
    });
  });

  it('that can not be are refused by their field', async () => {
    const bad = async (season: object) => {
      const answer = await ask('seasons', 'POST', { season: { ...XMAS, ...season } });
      expect(answer.status).toBe(400);
      return fields(answer);
    };
    expect(await bad({ rule: { kind: 'fixed', month: 2, day: 31 } })).toEqual(['rule']);
    expect(await bad({ name: '  ' })).toEqual(['name']);
    expect(await bad({ rule: { kind: 'tide' } })).toContain('rule.kind');
    expect(await bad({ countries: ['gb'] })).toEqual(['countries[0]']);
    expect((await ask('seasons?day=2026-13-01')).status).toBe(400);
    expect((await ask('seasons', 'POST', { season: 'soon' })).status).toBe(400);
  });

  it('count what the shop has: ideas, designs of ideas or of that occasion, each once, and those that are listed', async () => {
    const stock = async (): Promise<Stock> => (await seasonOn('coffee-day', '2026-03-01')).work!.stock;
    expect(await stock()).toEqual({ ideas: 0, designs: 0, listed: 0 });
    const idea = newIdea({ phrase: 'Leave the lamp on', season: 'coffee-day' });
    const { body: kept } = await ask<{ id: string; revision: number }>('ideas', 'POST', { document: idea });
    expect(await stock()).toEqual({ ideas: 1, designs: 0, listed: 0 });
    const [design] = (await designsOf(it0)).filter((d) => d.document.name === 'Bog Standard');
    await ask(`ideas/${kept.id}`, 'PUT', {
      revision: kept.revision,
      document: { ...idea, state: 'designed', design: design.id },
    });
    expect(await stock()).toMatchObject({ ideas: 1, designs: 1 });
    const wording = { ...design.document.wording, places: [{ name: 'Occasion', value: ' coffee DAY ' }] };
    await ask(`designs/${design.id}`, 'PUT', {
      revision: design.revision,
      document: { ...design.document, wording },
    });
    expect(await stock()).toEqual({ ideas: 1, designs: 1, listed: 0 });
    await ask('listings/marks', 'POST', {
      designId: design.id,
      spec: 'mudlark/sticker-sheet-a5',
      byHand: true,
    });
    const marked = await ask<{ spec: string; state: string }[]>(`designs/${design.id}/listings`);
    const n = marked.body.filter((l) => l.state === 'by-hand').length;
    expect((await stock()).listed).toBe(n ? 1 : 0);
    await ask(`designs/${design.id}/archive`, 'POST');
    expect(await stock()).toMatchObject({ designs: 0, listed: 0 });
    await ask(`designs/${design.id}/restore`, 'POST');
  });
});

describe('what is looked for', () => {
  const page = async (query: string) => (await ask<DemandPage>(`demand?${query}`)).body;

  it('has about 3,000 phrases, found by words, the same each time, with a year and an outlook', async () => {
    const all = await page('country=GB');
    expect(all.total).toBeGreaterThan(2700);
    expect(all.rows).toHaveLength(20);
    const moths = await page('country=GB&search=moth');
    expect(moths.total).toBeLessThan(all.total / 10);
    expect(moths.rows.every((r) => /\bmoth/.test(r.phrase))).toBe(true);
    const [row] = moths.rows;
    expect(row.months).toHaveLength(60);
    expect(row).toMatchObject({ source: 'simulated', filled: [], watched: false });
    expect(row.season).toHaveLength(12);
    expect(row.outlook!.months).toHaveLength(12);
    expect(await page('country=GB&search=moth')).toEqual(moths);
    expect((await page('country=US&search=moth')).rows[0].usual).toBeGreaterThan(row.usual);
    expect(await page('country=GB&search=zzzz')).toMatchObject({ total: 0, rows: [], silent: false });
  });

  it('peaks in its season', async () => {
    const { rows } = (await ask<{ rows: Demand[] }>('demand/phrase?country=GB&phrase=Christmas')).body;
    expect(rows.map((r) => r.product)).toEqual(['', 'shirt', 'mug', 'ornament', 'sticker']);
    for (const { outlook } of rows) {
      expect(['11', '12']).toContain(outlook!.peak.month.slice(5));
      expect(outlook!.peak.sure).toBeGreaterThan(0.9);
    }
  });

  it('one’s own figures take the place of the simulated, month by month, gaps told', async () => {
    const months = Array.from(
      { length: 30 },
      (_, i) => `Owl Mug,,GB,${2024 + Math.floor(i / 12)}-${(i % 12) + 1},${100 + i}`,
    );
    months.splice(5, 1);
    const csv = (lines: string[]) => `phrase,product,country,month,searches\n${lines.join('\n')}\n`;
    const taken = await ask<{ rows: number; phrases: number }>('demand/own', 'POST', { csv: csv(months) });
    expect([taken.status, taken.body]).toEqual([200, { rows: 29, phrases: 1 }]);
    const [own] = (await page('country=GB&search=owl')).rows;
    expect(own).toMatchObject({ phrase: 'owl mug', source: 'own', filled: ['2024-06'], listings: null });
    expect(own.months).toHaveLength(30);
    await ask('demand/own', 'POST', { csv: csv(['owl mug,,GB,2024-01,1', 'owl mug,,GB,01/2024,2']) });
    expect((await page('country=GB&search=owl')).rows[0].months[0].searches).toBe(3);
    const out = await (await fetch(`${it0.url}/api/demand/own.csv`)).text();
    expect(out.split('\r\n').filter(Boolean)).toHaveLength(30);
    // A file with a fault is not taken at all.
    const bad = await ask('demand/own', 'POST', {
      csv: csv(['owl mug,,GB,2024-01,50', 'owl mug,,GB,2024-02,-3']),
    });
    expect([bad.status, fields(bad)]).toEqual([400, ['row 3, searches']]);
    expect((await page('country=GB&search=owl')).rows[0].months[0].searches).toBe(3);
    expect((await ask<{ months: number }>('demand/own/owl%20mug', 'DELETE')).body.months).toBe(29);
    expect((await page('country=GB&search=owl%20mug')).rows.every((r) => r.source === 'simulated')).toBe(
      true,
    );
  });

  it('100,000 rows come in', async () => {
    const lines = Array.from(
      { length: 100_000 },
      (_, i) =>
        `phrase ${i % 2000},shirt,DE,${2020 + (Math.floor(i / 2000) % 4)}-${(Math.floor(i / 8000) % 12) + 1},${i}`,
    );
    const taken = await ask<{ rows: number; phrases: number }>('demand/own', 'POST', {
      csv: `phrase,product,country,month,searches\n${lines.join('\n')}`,
    });
    expect([taken.status, taken.body.phrases]).toEqual([200, 2000]);
    const found = await page('country=DE&product=shirt&search=phrase%201999');
    expect(found.rows[0]).toMatchObject({ phrase: 'phrase 1999', source: 'own' });
  });

  it('what is watched is listed by itself', async () => {
    const key = { phrase: '  Owl  Gift ', product: 'mug', country: 'GB' };
    expect((await ask('watched', 'PUT', key)).status).toBe(204);
    expect((await ask('watched', 'PUT', key)).status).toBe(204);
    const watched = await page('country=GB&watched=true');
    expect(watched.rows.map((r) => [r.phrase, r.product, r.watched])).toEqual([['owl gift', 'mug', true]]);
    const asked = new URLSearchParams({ ...key, phrase: 'owl gift' });
    expect((await ask(`watched?${asked.toString()}`, 'DELETE')).status).toBe(204);
    expect((await page('country=GB&watched=true')).total).toBe(0);
  });

  it('a service that does not answer leaves the seller’s own figures, and says so', async () => {
    await ask('demand/own', 'POST', { csv: 'phrase,month,searches\nquiet phrase,2026-01,9\n' });
    const connections = it0.server.app.get(ConnectionsService);
    const away = jest.spyOn(connections, 'home', 'get').mockReturnValue('http://127.0.0.1:1');
    const shown = await page('country=GB&search=quiet');
    away.mockRestore();
    expect([shown.silent, shown.rows.map((r) => r.phrase)]).toEqual([true, ['quiet phrase']]);
  });

  it.each([
    ['demand?country=ZZ', 'country'],
    ['demand?country=GB&product=hat', 'product'],
    ['demand?country=GB&count=5000', 'count'],
    ['demand/phrase?country=GB&phrase=', 'phrase'],
    ['ideas?states=sold', 'states'],
  ])('%s is refused', async (path, field) => {
    const answer = await ask(path);
    expect([answer.status, fields(answer)]).toEqual([400, [field]]);
  });
});

describe('ideas', () => {
  const document: Idea = newIdea({ phrase: 'No newt is good news', niche: 'ponds' });

  it('are kept, changed by revision, listed by state, and taken away', async () => {
    const { body: made } = await ask<{ id: string; revision: number; document: Idea }>('ideas', 'POST', {
      document,
    });
    expect(made.document).toEqual(document);
    const changed = { ...document, state: 'to do' as const };
    expect(
      (await ask<{ revision: number }>(`ideas/${made.id}`, 'PUT', { revision: 1, document: changed })).body
        .revision,
    ).toBe(2);
    const stale = await ask<{ current: { document: Idea } }>(`ideas/${made.id}`, 'PUT', {
      revision: 1,
      document,
    });
    expect([stale.status, stale.body.current.document]).toEqual([409, changed]);
    const listed = (await ask<{ ideas: { id: string }[] }>('ideas?states=to%20do,noted')).body.ideas;
    expect(listed.map((i) => i.id)).toContain(made.id);
    expect((await ask<{ ideas: { id: string }[] }>('ideas?states=dropped')).body.ideas).toEqual([]);
    const found = async (q: string) =>
      (await ask<{ total: number }>(`ideas?q=${encodeURIComponent(q)}`)).body.total;
    // By all words of it, in any case; never by the names of fields, or by what a pattern would mean.
    const written = (changed.phrase || changed.note).split(' ');
    expect(await found(written.slice(0, 2).join(' ').toUpperCase())).toBeGreaterThan(0);
    for (const none of ['fnord', 'brelm-idea', 'references', '%', '_'])
      expect([none, await found(none)]).toEqual([none, 0]);
    expect((await ask(`ideas/${made.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`ideas/${made.id}`)).status).toBe(404);
    const bad = await ask('ideas', 'POST', { document: { ...document, state: 'sold' } });
    expect([bad.status, fields(bad)]).toEqual([400, ['state']]);
    expect((await ask('ideas', 'POST', { document: [] })).status).toBe(400);
  });

  it('a reference is looked at and kept as long as an idea has it, and is no material', async () => {
    const canvas = createCanvas(60, 40);
    canvas.getContext('2d').fillRect(0, 0, 30, 40);
    const form = new FormData();
    form.set('file', new Blob([new Uint8Array(canvas.toBuffer('image/png'))]), 'Märkte.png');
    const response = await fetch(`${it0.url}/api/references`, { method: 'POST', body: form });
    expect(response.status).toBe(201);
    const reference = (await response.json()) as { sha256: string; name: string };
    expect(reference).toMatchObject({ name: 'Märkte.png', width: 60, height: 40 });
    expect((await fetch(`${it0.url}/api/materials/${reference.sha256}/preview?size=320`)).status).toBe(200);
    const listed = (await ask<{ pictures: { sha256: string }[] }>('materials')).body.pictures;
    expect(listed.map((p) => p.sha256)).not.toContain(reference.sha256);

    const { body: idea } = await ask<{ id: string }>('ideas', 'POST', {
      document: {
        ...document,
        references: [{ sha256: reference.sha256, name: reference.name, from: 'a fair' }],
      },
    });
    const keep = it0.server.app.get(HousekeepingService);
    const old = new Date(Date.now() - 400 * 86_400_000);
    const there = async () => {
      utimesSync(fileAt(it0.filesDir, reference.sha256), old, old);
      // Marked at one cleaning, forgotten at one long after.
      await keep.tidy(Date.now());
      await keep.tidy(Date.now() + 400 * 86_400_000);
      return (await fetch(`${it0.url}/api/materials/${reference.sha256}/preview?size=320`)).status;
    };
    expect(await there()).toBe(200);
    expect(await keep.forgetPreviews()).toBe(0);
    await ask(`ideas/${idea.id}`, 'DELETE');
    expect(await there()).toBe(404);
    // Its small copy goes with it.
    expect(await keep.forgetPreviews()).toBe(1);
    const svg = new FormData();
    svg.set(
      'file',
      new Blob(['<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0h9v9z"/></svg>']),
      'a.svg',
    );
    expect((await fetch(`${it0.url}/api/references`, { method: 'POST', body: svg })).status).toBe(400);
  });
});

describe('what else the almanac is asked', () => {
  it('names of all designs, those that are put away left out', async () => {
    const names = async () => (await ask<{ names: string[] }>('designs/names')).body.names;
    expect(await names()).toEqual(expect.arrayContaining(['Count Owls Not Sheep', 'Lamp Hours']));
    const [design] = (await designsOf(it0)).filter((d) => d.document.name === 'Lamp Hours');
    await ask(`designs/${design.id}/archive`, 'POST');
    expect(await names()).not.toContain('Lamp Hours');
    await ask(`designs/${design.id}/restore`, 'POST');
    expect(await names()).toContain('Lamp Hours');
  });

  it('ideas page by page, each once', async () => {
    const page = async (from: number) =>
      (await ask<{ total: number; ideas: { id: string }[] }>(`ideas?from=${from}&count=2`)).body;
    const { total } = await page(0);
    expect(total).toBeGreaterThanOrEqual(5);
    const ids: string[] = [];
    for (let from = 0; from < total; from += 2) ids.push(...(await page(from)).ideas.map((i) => i.id));
    expect(new Set(ids).size).toBe(total);
  });

  it('an idea, a season, a phrase and an id that there are not: 404 or 400, never 500', async () => {
    const none = '00000000-0000-4000-8000-000000000000';
    expect((await ask(`ideas/${none}`)).status).toBe(404);
    expect((await ask(`ideas/${none}`, 'DELETE')).status).toBe(404);
    expect((await ask(`ideas/${none}`, 'PUT', { revision: 1, document: newIdea() })).status).toBe(404);
    expect((await ask('ideas/nonsense')).status).toBe(400);
    expect((await ask('seasons/nonsense', 'DELETE')).status).toBe(404);
    expect((await ask('seasons/nonsense', 'PUT', { season: XMAS, was: XMAS })).status).toBe(404);
    expect((await ask('seasons/christmas', 'PUT', { season: XMAS })).status).toBe(400);
    expect((await ask('demand/own', 'POST', {})).status).toBe(400);
    expect((await ask<{ months: number }>('demand/own/never', 'DELETE')).body.months).toBe(0);
    expect((await ask('watched', 'PUT', { phrase: 'owl', product: 'hat', country: 'GB' })).status).toBe(400);
    expect((await ask('searches/histories', 'POST', { phrases: [], country: 'GB', months: 9 })).status).toBe(
      400,
    );
    expect((await ask('references', 'POST')).status).toBe(400);
  });
});
