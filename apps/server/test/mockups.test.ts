import { existsSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import type { Manifest } from '@brelm/core/export';
import { PLAIN_GROUND, readScene, type MockupWish, type Scene } from '@brelm/core/mockup';
import { sceneMaps, SCENES_FOLDER, shippedScenes } from '@brelm/engine';
import manifestSchema from '../../../docs/manifest.schema.json';
import { askOf, bytesFrom, designsOf, endedRun, running, type Running, type StoredDesign } from './running';

let it0: Running;
let owls: StoredDesign;
beforeAll(async () => {
  it0 = await running(true);
  owls = (await designsOf(it0)).find((d) => d.document.name === 'Night Shift Owls')!;
});
afterAll(() => it0?.stop());

const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);

interface File {
  id: string;
  state: string;
  path: string;
  reason: string | null;
  height: number | null;
  report: { width: number; height: number; bytes: number } | null;
  mockup: MockupWish | null;
}
interface Run {
  id: string;
  state: string;
  files: File[];
}

const wish = (over: Partial<MockupWish> = {}): MockupWish => ({
  ...{ scene: 'tee-flat', garment: 'soot', size: null, look: 'ink' },
  ...{ ground: PLAIN_GROUND, crop: 'whole', width: 320, format: 'jpeg', ...over },
});
const file = (mockup: object, over = {}) => ({
  ...{ designId: owls.id, spec: 'pinfold/tee-front', side: 'front', colourway: 'base', mockup, ...over },
});
const start = (files: object[], over = {}) => ask<Run>('runs', 'POST', { files, ...over });
const ended = (id: string) => endedRun<Run>(it0, id);
const bytesOf = (path: string) => bytesFrom(it0, path);
/** The mean colour of a square of a picture, given by the shares of its middle. */
async function colourAt(bytes: Buffer, x: number, y: number): Promise<number[]> {
  const { width, height } = await sharp(bytes).metadata();
  const box = { left: Math.round(x * width - 3), top: Math.round(y * height - 3), width: 6, height: 6 };
  // Statistics are always of a whole picture.
  const part = await sharp(bytes).extract(box).removeAlpha().png().toBuffer();
  const { channels } = await sharp(part).stats();
  return channels.map((c) => c.mean);
}

describe('the scenes that ship', () => {
  it('are read, have all of their pictures, and show every kind of product that they say', async () => {
    const { body } = await ask<Scene[]>('scenes');
    expect(body.length).toBeGreaterThanOrEqual(14);
    expect(body.map((s) => readScene(s))).toEqual(shippedScenes());
    for (const scene of shippedScenes()) {
      for (const name of Object.values(scene.maps!))
        if (name) expect(existsSync(join(SCENES_FOLDER, scene.id, name))).toBe(true);
      const maps = await sceneMaps(scene);
      expect(maps.light).toMatchObject({ width: scene.width, height: scene.height, channels: 1 });
      // Some of it can be printed on: the field's surface is in the map.
      for (const field of scene.fields)
        if (field.by === 'surface') {
          const { data } = maps.surface!;
          let seen = 0;
          for (let i = 2; i < data.length; i += 3) if (data[i] === field.surface) seen++;
          expect(seen).toBeGreaterThan(data.length / 3 / 50);
        }
    }
  });

  it('give their pictures by name, and nothing else', async () => {
    const picture = await fetch(`${it0.url}/api/scenes/tee-flat/light.webp`);
    expect(picture.headers.get('content-type')).toBe('image/webp');
    expect((await sharp(Buffer.from(await picture.arrayBuffer())).metadata()).format).toBe('webp');
    for (const path of [
      'tee-flat/scene.json',
      'tee-flat/..%2ftee-worn%2flight.webp',
      'none/light.webp',
      'tee-flat/gone.webp',
    ])
      expect((await fetch(`${it0.url}/api/scenes/${path}`)).status).toBe(404);
  });
});

describe('mockups', () => {
  it('are rows of a run: of the size that was asked for, of the garment’s colour, saying what they are', async () => {
    const { body, status } = await start(
      [
        file(wish()),
        file(wish({ garment: 'pine' })),
        file(wish({ crop: 'close', width: 240, format: 'png', ground: { kind: 'none', colour: '#ffffff' } })),
        file(
          wish({
            scene: 'tee-hanger',
            format: 'webp',
            size: '3XL',
            ground: { kind: 'wood', colour: '#8a6a44' },
          }),
        ),
      ],
      { pack: true },
    );
    expect(status).toBe(202);
    const run = await ended(body.id);
    expect(run.files.map((f) => [f.state, f.reason])).toEqual(run.files.map(() => ['done', null]));
    expect(run.files.map((f) => f.height)).toEqual(run.files.map((f) => f.report!.height));
    expect(run.files.map((f) => [f.report!.width, f.report!.height])).toEqual([
      [320, 400],
      [320, 400],
      [240, 240],
      [320, 400],
    ]);
    const [soot, pine, close, hanger] = await Promise.all(
      run.files.map((f) => bytesOf(`runs/files/${f.id}`)),
    );
    expect(
      (await Promise.all([soot, pine, close, hanger].map((b) => sharp(b).metadata()))).map((m) => m.format),
    ).toEqual(['jpeg', 'jpeg', 'png', 'webp']);
    // The lower part of the shirt has no print: it is of the garment's colour.
    const [dark, green] = [await colourAt(soot, 0.4, 0.75), await colourAt(pine, 0.4, 0.75)];
    expect(Math.max(...dark)).toBeLessThan(48);
    expect(green[1]).toBeGreaterThan(green[0] + 10);
    // The middle of the chest has print, which is much lighter.
    const part = await sharp(soot).extract({ left: 110, top: 150, width: 100, height: 80 }).png().toBuffer();
    const chest = await sharp(part).stats();
    expect(chest.channels[0].max).toBeGreaterThan(150);
    // A file says of itself that it is not to be printed, in its name and within.
    for (const f of run.files) expect(f.path).toMatch(/^mockups\/.*-mockup\.(jpg|png|webp)$/);
    expect(Buffer.from((await sharp(soot).metadata()).exif!).toString('latin1')).toContain(
      'not a file to print',
    );

    const pack = unzipSync(await bytesOf(`runs/${run.id}/pack`));
    const manifest = JSON.parse(Buffer.from(pack['manifest.json']).toString()) as Manifest;
    expect(new Ajv2020({ strict: false, validateFormats: false }).validate(manifestSchema, manifest)).toBe(
      true,
    );
    expect(manifest.files.map((f) => f.mockup)).toEqual(['tee-flat', 'tee-flat', 'tee-flat', 'tee-hanger']);
    for (const { path } of manifest.files) expect(pack[path].length).toBeGreaterThan(1000);
  });

  it('stand beside one another, with a caption, within the bytes that they may have', async () => {
    const tile = (garment: string) => ({ garment, colourway: 'base', apart: null, label: garment });
    const words = { caption: 'Night Shift Owls', mark: 'Duskwren', face: 'oswald-bold' };
    const { body } = await start([
      file(wish({ tiles: [tile('soot'), tile('pine'), tile('midnight')], words, width: 900 })),
      file(wish({ width: 900, words: { ...words, mark: '' } })),
      file(wish({ width: 900, maxBytes: 60_000 })),
      file(wish({ width: 2000, format: 'png', maxBytes: 20_000 })),
    ]);
    const run = await ended(body.id);
    const [grid, captioned, small, impossible] = run.files;
    expect(grid.state).toBe('done');
    expect(grid.path).toMatch(/3-beside-one-another/);
    const bytes = await bytesOf(`runs/files/${grid.id}`);
    expect((await sharp(bytes).metadata()).width).toBe(900);
    // Pine is green beside Soot.
    const row = 300 / grid.report!.height;
    const tones = await Promise.all([0.2, 0.5, 0.8].map((x) => colourAt(bytes, x - 0.1, row)));
    expect(new Set(tones.map(String)).size).toBe(3);
    const [, height] = [captioned.report!.width, captioned.report!.height];
    expect(height).toBeGreaterThan(1125);
    // The caption's letters are dark on the light ground.
    const band = await sharp(await bytesOf(`runs/files/${captioned.id}`))
      .extract({ left: 0, top: 1125, width: 900, height: height - 1125 })
      .png()
      .toBuffer();
    const { channels } = await sharp(band).stats();
    expect(channels[0].min).toBeLessThan(70);
    expect(channels[0].mean).toBeGreaterThan(180);
    expect(small.report!.bytes).toBeLessThanOrEqual(60_000);
    expect(impossible).toMatchObject({ state: 'failed' });
    expect(impossible.reason).toMatch(/MB at its smallest.*choose fewer px, or JPEG/);
  });

  it('that are alike by name lie beside one another', async () => {
    const { body } = await start([file(wish()), file(wish({ look: 'vinyl' }))]);
    expect(new Set(body.files.map((f) => f.path)).size).toBe(2);
    await ended(body.id);
  });

  it('are behind once the design has changed, and no more once it is as it was', async () => {
    const { body } = await start([file(wish({ garment: 'midnight' }))]);
    await ended(body.id);
    const midnight = async () => {
      const found = (await ask<{ file: File; behind: boolean }[]>(`designs/${owls.id}/mockups`)).body;
      return found.filter((m) => m.file.mockup!.garment === 'midnight').map((m) => m.behind);
    };
    expect(await midnight()).toEqual([false]);
    const now = (await ask<StoredDesign>(`designs/${owls.id}`)).body;
    const put = async (name: string, revision: number) =>
      (
        await ask<StoredDesign>(`designs/${owls.id}`, 'PUT', {
          revision,
          document: { ...now.document, name },
        })
      ).body;
    const { revision } = await put('Night Shift Owls, changed', now.revision);
    expect(await midnight()).toEqual([true]);
    await put(now.document.name, revision);
    expect(await midnight()).toEqual([false]);
  });

  it.each([
    ['a scene that there is none of', { scene: 'moon' }, 'files[0].mockup.scene', /no scene "moon"/],
    ['a scene of another product', { scene: 'mug-left' }, 'files[0].mockup.scene', /does not show Tee front/],
    ['a size that it has not', { size: 'XXXXL' }, 'files[0].mockup.size', /no size "XXXXL"/],
    ['a colour that there is none of', { garment: 'mauve-dream' }, 'files[0].mockup.garment', /no colour/],
    ['more px than are made', { width: 90_000 }, 'files.0.mockup.width', /4000/],
    [
      'a ground that is no colour',
      { ground: { kind: 'plain', colour: 'red' } },
      'files.0.mockup.ground.colour',
      /match/,
    ],
    [
      'a tile of a colourway that it has not',
      { tiles: [0, 1].map(() => ({ garment: 'soot', colourway: 'gone', apart: null, label: '' })) },
      'files[0].mockup.tiles[0].colourway',
      /no file of the colourway "gone"/,
    ],
    [
      'a caption in no typeface of ours',
      { words: { caption: 'Owls', mark: '', face: 'wingless' } },
      'files.0.mockup.words.face',
      /one of/,
    ],
    ['a look of no name', { look: 'chrome' }, 'files.0.mockup.look', /one of/],
  ])('are refused with %s, by the field', async (_, over, field, words) => {
    const { status, body } = await start([file({ ...wish(), ...over })]);
    expect(status).toBe(400);
    expect(body.message).toMatch(words);
    expect(body.faults?.map((f) => f.field) ?? []).toContain(field);
  });
});
