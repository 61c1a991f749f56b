import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { photoScene, PLAIN_GROUND, withPhoto, type Scene } from '@brelm/core/mockup';
import { SCENES_FOLDER } from '@brelm/engine';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { askOf, bytesFrom, designsOf, endedRun, running, uploadTo, type Running } from './running';

let it0: Running;
let picture: string;
let owls: string;
const [W, H] = [300, 400];

/** A photo of sorts: a light grey blank with a dark bar to the left. */
const photo = () =>
  sharp({ create: { width: W, height: H, channels: 3, background: '#d8d8d8' } })
    .composite([
      { input: Buffer.from(`<svg width="${W}" height="${H}"><rect width="40" height="${H}"/></svg>`) },
    ])
    .png()
    .toBuffer();

beforeAll(async () => {
  it0 = await running(true);
  picture = (await uploadTo<{ sha256: string }>(it0, 'materials', await photo(), 'rack.png')).body.sha256;
  owls = (await designsOf(it0)).find((d) => d.document.name === 'Night Shift Owls')!.id;
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
interface Stored {
  id: string;
  revision: number;
  document: Scene;
}
const side = { id: 'front', widthIn: 15, heightIn: 18, collarIn: 3 };
const scene = (over: Partial<Scene> = {}): Scene => ({
  ...photoScene(
    { id: 'own-new', name: 'My rack', picture, width: W, height: H },
    { kind: 'shirt', blank: 'tee' },
    side,
  ),
  ...over,
});
const create = async (document: unknown = scene()) => ask<Stored>('scenes', 'POST', { document });

describe('scenes of one’s own photos', () => {
  it('are kept, listed after those that ship, changed by whoever saw their last state, and deleted', async () => {
    const { body, status } = await create();
    expect(status).toBe(201);
    expect(body.id).toMatch(/^own-[0-9a-f-]{36}$/);
    expect(body.document).toEqual(scene({ id: body.id }));
    const list = (await ask<Scene[]>('scenes')).body;
    expect(list.at(-1)).toEqual(body.document);
    expect(list.length).toBeGreaterThan(14);

    const put = (revision: number, name: string) =>
      ask<Stored & { current: Stored }>(`scenes/${body.id}`, 'PUT', { revision, document: scene({ name }) });
    const saved = await put(1, 'By the window');
    expect([saved.status, saved.body.revision, saved.body.document.id]).toEqual([200, 2, body.id]);
    const late = await put(1, 'By the door');
    expect(late.status).toBe(409);
    expect(late.body.current.document.name).toBe('By the window');
    expect((await ask<Stored>(`scenes/${body.id}`)).body.document.name).toBe('By the window');

    expect((await ask(`scenes/${body.id}`, 'DELETE')).status).toBe(204);
    expect((await ask(`scenes/${body.id}`)).status).toBe(404);
    expect((await ask(`scenes/${body.id}`, 'DELETE')).status).toBe(404);
  });

  it.each([
    [
      'a photo that is not here',
      () => withPhoto(scene(), { ...scene().photo!, picture: 'f'.repeat(64) }),
      'photo.picture',
    ],
    ['the proportions of another photo', () => scene({ width: 400, height: 300 }), 'height'],
    ['more px than a photo is made', () => scene({ width: 3000, height: 4000 }), 'width'],
    ['maps instead of a photo', () => ({ ...scene(), photo: null }), 'maps'],
    [
      'a net that crosses',
      () => ({
        ...scene(),
        photo: {
          ...scene().photo!,
          net: {
            columns: 2,
            rows: 2,
            points: [
              [0, 0],
              [1, 1],
              [1, 0],
              [0, 1],
            ],
          },
        },
      }),
      'photo.net.points',
    ],
    ['no field to print on', () => scene({ fields: [] }), 'fields'],
  ])('are refused with %s, by the field', async (_, document, field) => {
    const { status, body } = await create(document());
    expect(status).toBe(400);
    expect(body.faults?.map((f) => f.field)).toContain(field);
  });

  it('are no way to those that ship, which nobody changes', async () => {
    expect((await ask('scenes/tee-flat', 'PUT', { revision: 1, document: scene() })).status).toBe(404);
    expect((await ask('scenes/tee-flat', 'DELETE')).status).toBe(404);
    expect((await ask('scenes', 'POST', {})).status).toBe(400);
  });

  it('are printed on by a run as they were when it was begun, and its pictures are behind once they change', async () => {
    const { id, document } = (await create()).body;
    const mockup = {
      ...{ scene: id, garment: null, size: null, look: 'ink', ground: PLAIN_GROUND },
      ...{ crop: 'whole', width: 300, format: 'png' },
    };
    const file = { designId: owls, spec: 'pinfold/tee-front', side: 'front', colourway: 'base', mockup };
    interface Run {
      id: string;
      state: string;
      files: { id: string; state: string; path: string }[];
    }
    const begun = await ask<Run>('runs', 'POST', { files: [file] });
    // Changed before its turn may have come: it is made as it was.
    const points = document.photo!.net.points.map(([x, y]) => [x - 0.25, y - 0.2] as const);
    const moved = withPhoto(document, { ...document.photo!, net: { columns: 2, rows: 2, points } });
    expect((await ask(`scenes/${id}`, 'PUT', { revision: 1, document: moved })).status).toBe(200);
    const run = await endedRun<Run>(it0, begun.body.id);
    expect(run.files[0]).toMatchObject({ state: 'done' });
    expect(run.files[0].path).toMatch(/my-rack.*-mockup\.png$/);
    const made = await sharp(await bytesFrom(it0, `runs/files/${run.files[0].id}`))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([made.info.width, made.info.height]).toEqual([W, H]);
    const at = (x: number, y: number) => [...made.data.subarray((y * W + x) * 3, (y * W + x) * 3 + 3)];
    // Beside the net it is the photo; within it the owls are printed.
    expect(at(10, 300)).toEqual([0, 0, 0]);
    expect(at(280, 20)).toEqual([0xd8, 0xd8, 0xd8]);
    const [a, , , d] = document.photo!.net.points;
    let printed = 0;
    for (let y = Math.ceil(a[1] * H); y < d[1] * H; y++)
      for (let x = Math.ceil(a[0] * W); x < d[0] * W; x++) if (Math.abs(at(x, y)[0] - 0xd8) > 24) printed++;
    expect(printed).toBeGreaterThan(500);

    const behind = async () =>
      (await ask<{ file: { mockup: { scene: string } }; behind: boolean }[]>(`designs/${owls}/mockups`)).body
        .filter((m) => m.file.mockup.scene === id)
        .map((m) => m.behind);
    expect(await behind()).toEqual([true]);
    await ask(`scenes/${id}`, 'PUT', { revision: 2, document });
    expect(await behind()).toEqual([false]);
  });

  it('keep their photo from being tidied away', async () => {
    const bytes = await sharp({ create: { width: 30, height: 40, channels: 3, background: '#406040' } })
      .png()
      .toBuffer();
    const { sha256 } = (await uploadTo<{ sha256: string }>(it0, 'materials', bytes, 'kept.png')).body;
    const kept = scene({ width: 30, height: 40 });
    const { id } = (await create(withPhoto(kept, { ...kept.photo!, picture: sha256 }))).body;
    const tidy = it0.server.app.get(HousekeepingService);
    const days = (n: number) => Date.now() + n * 24 * 3600 * 1000;
    for (const n of [0, 100, 200]) await tidy.tidy(days(n));
    const there = async () => (await fetch(`${it0.url}/api/materials/${sha256}/file`)).status;
    expect(await there()).toBe(200);
    await ask(`scenes/${id}`, 'DELETE');
    for (const n of [300, 400, 500]) await tidy.tidy(days(n));
    expect(await there()).toBe(404);
  });

  it('are given out as a file and taken in again, photo and all', async () => {
    const { id, document } = (await create(scene({ name: 'By the kiln' }))).body;
    const zip = await fetch(`${it0.url}/api/scenes/${id}/zip`);
    expect(zip.headers.get('content-disposition')).toContain('by-the-kiln.scene.zip');
    const bytes = new Uint8Array(await zip.arrayBuffer());
    const files = unzipSync(bytes);
    expect(Object.keys(files).sort()).toEqual(['photo.jpg', 'scene.json']);
    const back = await uploadTo<Stored>(it0, 'scenes/file', bytes, 'kiln.zip');
    expect(back.status).toBe(201);
    expect(back.body.id).not.toBe(id);
    expect(back.body.document).toEqual({ ...document, id: back.body.id });
    // Another photo than the one it means is no scene.
    const other = zipSync({ ...files, 'photo.jpg': new Uint8Array([1, 2, 3]) });
    const refused = await uploadTo(it0, 'scenes/file', other, 'kiln.zip');
    expect([refused.status, refused.body.message]).toEqual([422, expect.stringMatching(/another SHA-256/)]);
  });
});

describe('scenes that come as files', () => {
  const read = (name: string) => new Uint8Array(readFileSync(join(SCENES_FOLDER, 'notebook', name)));
  const names = readdirSync(join(SCENES_FOLDER, 'notebook'));
  const given = (over: Record<string, Uint8Array | null> = {}) => {
    const files: Record<string, Uint8Array> = {};
    for (const name of names) files[`desk/${name}`] = read(name);
    for (const [name, bytes] of Object.entries(over))
      if (bytes === null) delete files[name];
      else files[name] = bytes;
    return zipSync(files, { level: 0 });
  };
  const bringIn = (bytes: Uint8Array) => uploadTo<Stored>(it0, 'scenes/file', bytes, 'desk.zip');
  const changed = (over: object) => {
    const document = JSON.parse(Buffer.from(read('scene.json')).toString()) as object;
    return { 'desk/scene.json': new Uint8Array(Buffer.from(JSON.stringify({ ...document, ...over }))) };
  };

  it('are printed on like those that ship, give their own pictures, and are kept as long as they are there', async () => {
    const { body, status } = await bringIn(given(changed({ name: 'My desk' })));
    expect(status).toBe(201);
    const { id, document } = body;
    expect(document.name).toBe('My desk');
    const light = await fetch(`${it0.url}/api/scenes/${id}/${document.maps!.light}`);
    expect(Buffer.from(await light.arrayBuffer())).toEqual(Buffer.from(read(document.maps!.light)));
    expect((await fetch(`${it0.url}/api/scenes/${id}/scene.json`)).status).toBe(404);
    await it0.server.app.get(HousekeepingService).tidy(Date.now() + 100 * 24 * 3600 * 1000);
    expect((await fetch(`${it0.url}/api/scenes/${id}/${document.maps!.light}`)).status).toBe(200);
    // Out and in again it is the same.
    const out = new Uint8Array(await (await fetch(`${it0.url}/api/scenes/${id}/zip`)).arrayBuffer());
    const again = await bringIn(out);
    expect(again.body.document).toEqual({ ...document, id: again.body.id });
    expect((await ask(`scenes/${id}`, 'DELETE')).status).toBe(204);
  });

  it.each([
    [
      'a map that is missing',
      () => given({ 'desk/light.webp': null }),
      /light\.webp is named, and is not in it/,
    ],
    ['a map of another size', () => given(changed({ width: 1000 })), /and the scene 1000 ×/],
    [
      'a map that is no picture',
      () => given({ 'desk/light.webp': new Uint8Array(90).fill(7) }),
      /light\.webp is no picture/,
    ],
    [
      'a surface that is no PNG',
      () => given({ 'desk/surface.png': read('cover.webp') }),
      /surface\.png is a WEBP/,
    ],
    ['no scene.json', () => given({ 'desk/scene.json': null }), /none is in it/],
    ['two of them', () => given({ 'scene.json': read('scene.json') }), /several are in it/],
    ['a path that leads out of it', () => given({ '../../evil.png': read('surface.png') }), /relative path/],
    ['a field that no scene has', () => given(changed({ cloth: 'silk' })), /scene\.json, cloth/],
    ['what is no archive', () => new Uint8Array(Buffer.from('not a zip')), /cannot be brought in/],
  ])('are refused with %s, and nothing is kept', async (_, bytes, words) => {
    const before = (await ask<Scene[]>('scenes')).body.length;
    const { status, body } = await bringIn(bytes());
    expect(status).toBe(422);
    expect(body.message).toMatch(words);
    expect((await ask<Scene[]>('scenes')).body).toHaveLength(before);
  });
});
