import { running, type Running } from './running';

let it0: Running;
beforeAll(async () => {
  it0 = await running(false);
});
afterAll(() => it0?.stop());

const get = (path: string) => fetch(`${it0.url}/api/motifs${path}`);

describe('figures', () => {
  it('are searched page by page', async () => {
    interface Page {
      total: number;
      entries: { id: string; name: string; licence: { id: string } }[];
    }
    const first = (await (await get('?q=moon&count=5')).json()) as Page;
    const second = (await (await get('?q=moon&from=5&count=5')).json()) as Page;
    expect(first.total).toBeGreaterThan(10);
    expect(first.entries).toHaveLength(5);
    expect(second.entries.map((e) => e.id)).not.toContain(first.entries[0].id);
    expect((await get('?count=0')).status).toBe(400);
    expect((await get('?from=x')).status).toBe(400);
    expect((await get(`?q=${'x'.repeat(300)}`)).status).toBe(400);
  });

  it('are given as outlines, and as a picture in which nothing may run', async () => {
    const motif = (await (await get('/silhouette/owl?colour=f2ead8')).json()) as {
      licence: { id: string; source: string };
      art: { outlines: { colour: string }[] };
    };
    expect(motif.licence.id).toBe('CC-BY-3.0');
    expect(motif.art.outlines[0].colour).toBe('#f2ead8');
    const picture = await get('/flat/owl/picture.svg');
    expect(picture.headers.get('content-type')).toContain('image/svg+xml');
    expect(picture.headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(await picture.text()).toContain('<svg');
  });

  it('that are not there, or are asked for wrongly, are refused', async () => {
    expect((await get('/flat/nobody')).status).toBe(404);
    expect((await get('/nowhere/owl/picture.svg')).status).toBe(404);
    expect((await get('/silhouette/owl?colour=red')).status).toBe(400);
  });
});
