import { unzipSync } from 'fflate';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import { PNG } from 'pngjs';
import { flatten, parseSvgPath, pathBounds, signedArea } from '@brelm/core/geometry';
import { newSheet, type Sheet } from '@brelm/core/sheet';
import { designsOf, running, type Running } from './running';

let it0: Running;
let bog: string;
beforeAll(async () => {
  it0 = await running(true);
  bog = (await designsOf(it0)).find((d) => d.document.name === 'Bog Standard')!.id;
});
afterAll(() => it0?.stop());

interface Stored {
  id: string;
  revision: number;
  document: Sheet;
}
type Told = {
  message?: string;
  faults?: { field: string }[];
  findings?: { code: string }[];
  current?: Stored;
};

async function ask<T>(
  method: string,
  path: string,
  json?: unknown,
): Promise<{ status: number; body: T & Told }> {
  const response = await fetch(`${it0.url}/api/sheets${path}`, {
    method,
    ...(json === undefined
      ? {}
      : { body: JSON.stringify(json), headers: { 'content-type': 'application/json' } }),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : {}) as T & Told };
}
const file = async (id: string, format: string, more = '') => {
  const response = await fetch(`${it0.url}/api/sheets/${id}/file?format=${format}${more}`);
  return { response, bytes: Buffer.from(await response.arrayBuffer()) };
};

/** Two of Bog Standard, its artwork two thirds as large, one of them turned, on a sheet of 150 × 100 mm. */
const two = (): Sheet => ({
  ...newSheet('Two bogs'),
  ...{ width: 150, height: 100, dpi: 150, margin: 5, marks: 'crosses', number: 'No. 17' },
  stickers: [{ id: 'a', design: bog, name: 'Bog Standard', side: null, colourway: null, size: 2 / 3 }],
  placed: [
    { sticker: 'a', x: 32, y: 50, turn: 0 },
    { sticker: 'a', x: 105, y: 50, turn: 90 },
  ],
});

describe('sheets', () => {
  let made: Stored;
  it('are made, listed and read back as they were', async () => {
    const { status, body } = await ask<Stored>('POST', '', { document: two() });
    expect(status).toBe(201);
    made = body;
    expect((await ask<Stored>('GET', `/${made.id}`)).body.document).toEqual(two());
    const { body: list } = await ask<{
      total: number;
      sheets: { name: string; placed: number; designs: string[]; figures: object[] }[];
    }>('GET', '');
    expect(list.sheets.find((s) => s.name === 'Two bogs')).toMatchObject({
      ...{ placed: 2, designs: ['Bog Standard'] },
      figures: [{ name: 'Bog Standard', revision: 1 }],
    });
  });

  it('are given out as all files in one, each as it is by itself', async () => {
    const { response, bytes } = await file(made.id, 'zip');
    expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/zip']);
    const files = unzipSync(bytes);
    expect(Object.keys(files).sort()).toEqual(
      ['dxf', 'pdf', 'png', 'svg'].map((ending) => `two-bogs.${ending}`),
    );
    expect(Buffer.from(files['two-bogs.dxf'])).toEqual((await file(made.id, 'dxf')).bytes);
    expect((await file(made.id, 'rar')).response.status).toBe(400);
  });

  it('refuse what is no sheet by its field, and what is stale with what it is now', async () => {
    const bad = await ask('POST', '', { document: { ...two(), gap: -1, dpi: 'fine' } });
    expect(bad.status).toBe(400);
    expect(bad.body.faults!.map((f) => f.field).sort()).toEqual(['dpi', 'gap']);
    expect((await ask('POST', '', {})).status).toBe(400);
    const changed = { ...two(), name: 'Two bogs, again' };
    expect((await ask<Stored>('PUT', `/${made.id}`, { revision: 1, document: changed })).body.revision).toBe(
      2,
    );
    const stale = await ask('PUT', `/${made.id}`, { revision: 1, document: two() });
    expect(stale.status).toBe(409);
    expect(stale.body.current!.document.name).toBe('Two bogs, again');
    expect((await ask('PUT', `/${made.id}`, { revision: 0, document: two() })).status).toBe(400);
    expect((await ask('GET', '/nothing')).status).toBe(400);
    expect((await ask('GET', '/00000000-0000-4000-8000-000000000000')).status).toBe(404);
  });

  it('SVG: each sticker where it lies, its cut in mm, marks and number beside', async () => {
    const { bytes } = await file(made.id, 'svg');
    const text = bytes.toString();
    const [, w, h] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(text)!;
    // A whole number of px: half of one is 0.08 mm here.
    expect(Math.abs(Number(w) - 150)).toBeLessThan(0.09);
    expect(Math.abs(Number(h) - 100)).toBeLessThan(0.09);
    const [, d] = /<g id="kiss-cut"[^>]*>\s*<title>[^<]*<\/title>\s*<path d="([^"]*)"/.exec(text)!;
    const mm = 150 / 25.4;
    const boxes = flatten(parseSvgPath(d), 0.01)
      .filter((l) => signedArea(l.points) > 0)
      .map(({ points }) => {
        const xs = [...points].filter((_, i) => i % 2 === 0).map((v) => v / mm);
        const ys = [...points].filter((_, i) => i % 2 === 1).map((v) => v / mm);
        return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
      });
    expect(boxes).toHaveLength(2);
    // Artwork of 67 mm at two thirds, and twice its border of 2.4 mm, which stays as it is.
    expect(boxes[0][1] - boxes[0][0]).toBeCloseTo((67 * 2) / 3 + 4.8, 0);
    expect((boxes[0][0] + boxes[0][1]) / 2).toBeCloseTo(32, 1);
    // The second lies on its side.
    expect(boxes[1][3] - boxes[1][2]).toBeCloseTo(boxes[0][1] - boxes[0][0], 1);
    expect((boxes[1][0] + boxes[1][1]) / 2).toBeCloseTo(105, 1);
    expect(text).toContain('id="marks"');
    expect(text).toContain('id="number"');
    expect(pathBounds(parseSvgPath(d)).right).toBeLessThan(145 * mm);
  });

  it('PNG of its size in px, with what is printed and nothing of the cut', async () => {
    const png = PNG.sync.read((await file(made.id, 'png')).bytes);
    expect([png.width, png.height]).toEqual([886, 591]);
    const at = (x: number, y: number) => {
      const i = (Math.round((y / 25.4) * 150) * png.width + Math.round((x / 25.4) * 150)) * 4;
      return [...png.data.subarray(i, i + 4)];
    };
    // The mushroom's cap, and between the two.
    expect(at(32, 33)[3]).toBe(255);
    expect(at(68, 50)[3]).toBe(0);
  });

  it('DXF read by a second reader, and PDF by an independent program', async () => {
    const { entities } = new DxfParser().parseSync((await file(made.id, 'dxf')).bytes.toString('latin1'))!;
    expect(entities.map((e) => e.layer)).toEqual(['KISS_CUT', 'KISS_CUT']);
    const folder = mkdtempSync(join(tmpdir(), 'brelm-sheet-'));
    try {
      writeFileSync(join(folder, 'a.pdf'), (await file(made.id, 'pdf')).bytes);
      const facts = execFileSync('pdfinfo', [join(folder, 'a.pdf')]).toString();
      const [, w, h] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(facts)!;
      expect((Number(w) / 72) * 25.4).toBeCloseTo(150, 0);
      expect((Number(h) / 72) * 25.4).toBeCloseTo(100, 0);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });

  it('a word that is mended in the design is mended on the sheet', async () => {
    const before = (await file(made.id, 'png')).bytes;
    const stored = (await (await fetch(`${it0.url}/api/designs/${bog}`)).json()) as {
      revision: number;
      document: { sides: { parts: { hidden?: boolean }[] }[] };
    };
    const document = structuredClone(stored.document);
    document.sides[0].parts[0].hidden = true;
    const saved = await fetch(`${it0.url}/api/designs/${bog}`, {
      method: 'PUT',
      body: JSON.stringify({ revision: stored.revision, document }),
      headers: { 'content-type': 'application/json' },
    });
    expect(saved.status).toBe(200);
    expect((await file(made.id, 'png')).bytes.equals(before)).toBe(false);
  });

  it('is not made while something is wrong with it, unless that is accepted', async () => {
    const near = two();
    near.placed[1] = { sticker: 'a', x: 60, y: 50, turn: 0 };
    near.stickers.push({
      ...near.stickers[0],
      id: 'b',
      design: '00000000-0000-4000-8000-000000000000',
      name: 'Gone',
    });
    near.placed.push({ sticker: 'b', x: 120, y: 50, turn: 0 });
    const { body } = await ask<Stored>('POST', '', { document: near });
    const refused = await file(body.id, 'svg');
    expect(refused.response.status).toBe(422);
    const told = JSON.parse(refused.bytes.toString()) as Told;
    expect(told.findings!.map((f) => f.code).sort()).toEqual(['gone', 'overlap']);
    expect(told.message).toContain('“Gone” cannot be cut out');
    expect((await file(body.id, 'svg', '&acceptStops=true')).response.status).toBe(200);
    expect((await file(body.id, 'gif')).response.status).toBe(400);
  });

  it('is put away, brought back, and deleted for good only when it was put away', async () => {
    expect((await ask('DELETE', `/${made.id}`)).status).toBe(409);
    expect((await ask('POST', `/${made.id}/archive`)).status).toBe(204);
    const names = async (archived: boolean) =>
      (await ask<{ sheets: { id: string }[] }>('GET', `?archived=${archived}`)).body.sheets.map((s) => s.id);
    expect(await names(true)).toContain(made.id);
    expect(await names(false)).not.toContain(made.id);
    expect((await ask('POST', `/${made.id}/restore`)).status).toBe(204);
    expect(await names(false)).toContain(made.id);
    await ask('POST', `/${made.id}/archive`);
    expect((await ask('DELETE', `/${made.id}`)).status).toBe(204);
    expect((await ask('GET', `/${made.id}`)).status).toBe(404);
  });
});
