import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { PNG } from 'pngjs';
import type { FigureOrder } from '@brelm/contract';
import { OPTIONS, type ServerOptions } from '../src/options';
import { HousekeepingService } from '../src/storage/housekeeping.service';
import { askOf, bytesFrom, running, type Running } from './running';

interface Taken {
  kind: string;
  sha256: string;
  name: string;
  width: number;
  licence: { id: string; source: string };
  art: { outlines: unknown[] };
}

let it0: Running;
beforeAll(async () => {
  it0 = await running(false);
});
afterAll(() => it0?.stop());
const ask = <T>(path: string, method = 'GET', json?: unknown) => askOf<T>(it0, path, method, json);
const order = (words: string, more: object = {}) =>
  ask<FigureOrder>('drawn-figures', 'POST', { words, style: 'flat', ground: '#ffffff', seed: 0, ...more });
const pixel = (png: PNG, x: number, y: number) => [
  ...png.data.subarray((y * png.width + x) * 4, (y * png.width + x) * 4 + 3),
];

describe('figures to order', () => {
  it('are drawn four at a time, said to be simulated, with what was not done and the licences of what they are made of', async () => {
    const { body: about } = await ask<{ name: string; simulated: boolean; styles: { id: string }[] }>(
      'drawn-figures/service',
    );
    expect(about).toMatchObject({ name: 'Draughtsman', simulated: true });
    expect(about.styles.map((s) => s.id)).toEqual(['flat', 'one-colour', 'line', 'woodcut', 'sticker']);

    const { status, body } = await order('  a grumpy hedgehog with a lantern, sitting ');
    expect([status, body.words, body.simulated]).toEqual([
      201,
      'a grumpy hedgehog with a lantern, sitting',
      true,
    ]);
    expect(body.drawings.map((d) => [d.n, d.seed, d.width, d.height, d.hasOutlines])).toEqual(
      [0, 1, 2, 3].map((n) => [n, n, 1024, 1024, true]),
    );
    expect(body.drawings[0].undone).toEqual(['grumpy', 'sitting (hedgehog is drawn as it stands)']);
    expect(body.drawings[0].licences.map((l) => [l.id, l.of])).toEqual([
      ['MIT', ['hedgehog']],
      ['CC0-1.0', ['lantern']],
    ]);
    const pictures = await Promise.all(
      [0, 1, 2, 3].map((n) => bytesFrom(it0, `drawn-figures/${body.id}/${n}/picture`)),
    );
    expect(new Set(pictures.map((p) => p.toString('base64'))).size).toBe(4);
    const png = PNG.sync.read(pictures[0]);
    expect([png.width, pixel(png, 3, 3)]).toEqual([1024, [255, 255, 255]]);

    // The same words and seed give the same pictures, on another ground others.
    const again = (await order('a grumpy hedgehog with a lantern, sitting')).body;
    expect((await bytesFrom(it0, `drawn-figures/${again.id}/1/picture`)).equals(pictures[1])).toBe(true);
    const green = (await order('a grumpy hedgehog with a lantern, sitting', { ground: '#00b140', seed: 4 }))
      .body;
    expect(pixel(PNG.sync.read(await bytesFrom(it0, `drawn-figures/${green.id}/0/picture`)), 3, 3)).toEqual([
      0, 0xb1, 0x40,
    ]);
  });

  it('are taken into materials as a picture or as outlines, with their licence', async () => {
    const { body } = await order('an owl in a top hat', { style: 'woodcut', seed: 8 });
    const picture = (await ask<Taken>(`drawn-figures/${body.id}/2/take`, 'POST', { as: 'picture' })).body;
    expect(picture).toMatchObject({ kind: 'picture', name: 'an owl in a top hat.png', width: 1024 });
    expect(picture.licence.id).toBe('MIT');
    expect(picture.licence.source).toMatch(/^drawn to order by Draughtsman; .*owl, top hat \(MIT\)/);
    const { body: materials } = await ask<{ pictures: { sha256: string; licence: object }[] }>('materials');
    expect(materials.pictures.find((p) => p.sha256 === picture.sha256)?.licence).toEqual(picture.licence);
    const outlines = (await ask<Taken>(`drawn-figures/${body.id}/2/take`, 'POST', { as: 'outlines' })).body;
    expect([outlines.kind, outlines.art.outlines.length, outlines.licence.id]).toEqual(['motif', 1, 'MIT']);

    // What the seller says of its rights stays when it is taken again.
    const own = { id: 'bought', source: 'Duskwren', proof: 'bill 12' };
    await ask(`materials/${picture.sha256}/licence`, 'PUT', own);
    expect(
      (await ask<Taken>(`drawn-figures/${body.id}/2/take`, 'POST', { as: 'picture' })).body.licence,
    ).toEqual(own);
  });

  it('are kept in a history, page by page, until they are removed; their files with them', async () => {
    const { body } = await order('a moth on a log', { seed: 12 });
    const first = (await ask<{ total: number; orders: FigureOrder[] }>('drawn-figures?count=1')).body;
    expect(first.orders.map((o) => o.id)).toEqual([body.id]);
    expect(first.total).toBeGreaterThan(1);
    expect((await ask<FigureOrder>(`drawn-figures/${body.id}`)).body).toEqual(body);
    const tidy = () => it0.server.app.get(HousekeepingService).tidy(Date.now() + 3 * 24 * 3600 * 1000);
    await tidy();
    expect((await bytesFrom(it0, `drawn-figures/${body.id}/3/picture`)).length).toBeGreaterThan(1000);
    expect((await ask(`drawn-figures/${body.id}`, 'DELETE')).status).toBe(204);
    expect((await tidy()).snapshots).toBeGreaterThan(0);
    for (const path of [`drawn-figures/${body.id}`, `drawn-figures/${body.id}/0/picture`])
      expect((await ask(path)).status).toBe(404);
    expect((await ask(`drawn-figures/${body.id}`, 'DELETE')).status).toBe(404);
  });

  it.each<[string, object, number, RegExp]>([
    ['nothing that is known', { words: 'fnord blorp' }, 422, /Nothing of “fnord blorp” is in the library/],
    ['no words', { words: '   ' }, 400, /say what is to be drawn/],
    ['too many words', { words: 'owl '.repeat(200) }, 400, /words/],
    ['a style that nobody has', { style: 'oils' }, 422, /draws in flat, one-colour/],
    ['no colour', { ground: 'red' }, 400, /ground must be/],
    ['half a seed', { seed: 0.5 }, 400, /seed/],
  ])('are refused for %s', async (_, more, status, message) => {
    const { body, status: got } = await order('an owl', more);
    expect([got, body.message + JSON.stringify(body.faults ?? '')]).toEqual([
      status,
      expect.stringMatching(message),
    ]);
  });

  it('are refused for a drawing that there is not', async () => {
    const { body } = await order('an egg');
    expect((await ask(`drawn-figures/${body.id}/9/take`, 'POST', { as: 'picture' })).status).toBe(404);
    expect((await ask(`drawn-figures/${body.id}/0/take`, 'POST', { as: 'song' })).status).toBe(400);
    expect((await ask(`drawn-figures/fnord`)).status).toBe(400);
  });
});

describe('a service of the shop’s own', () => {
  let service: Server;
  let answer: (path: string, body: string) => { status?: number; text: string } = () => ({ text: '{}' });
  const about = { name: 'Own', styles: [{ id: 'flat', name: 'Flat' }] };
  const png = PNG.sync.write(new PNG({ width: 20, height: 10 })).toString('base64');
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>1</script><path d="M0 0H9V9Z"/></svg>';
  /** Answers what it says of itself, and this for drawings. */
  const drawing = (drawings: unknown, status = 200) =>
    (answer = (path) =>
      path.endsWith('/drawings')
        ? { status, text: typeof drawings === 'string' ? drawings : JSON.stringify(drawings) }
        : { text: JSON.stringify(about) });

  beforeAll(async () => {
    service = createServer((request, response) => {
      let body = '';
      request.on('data', (part) => (body += part));
      request.on('end', () => {
        const { status = 200, text } = answer(request.url ?? '', body);
        response.writeHead(status, { 'Content-Type': 'application/json' }).end(text);
      });
    });
    await new Promise<void>((done) => service.listen(0, '127.0.0.1', done));
    it0.server.app.get<ServerOptions>(OPTIONS).draughtsman =
      `http://127.0.0.1:${(service.address() as AddressInfo).port}/v1`;
  });
  afterAll(() => {
    it0.server.app.get<ServerOptions>(OPTIONS).draughtsman = undefined;
    service.close();
  });

  it('is asked what the contract says, and what it draws is kept', async () => {
    const asked: string[] = [];
    drawing({
      drawings: [{ png, svg, seed: 7, undone: ['the hat'], licences: [{ id: 'CC-BY-4.0', source: 'Ada' }] }],
    });
    const usual = answer;
    answer = (path, body) => {
      asked.push(`${path} ${body}`);
      return usual(path, body);
    };
    const { status, body } = await order('a lighthouse', { seed: 5 });
    expect(asked).toEqual([
      '/v1 ',
      '/v1/drawings {"words":"a lighthouse","style":"flat","ground":"#ffffff","seed":5}',
    ]);
    expect([status, body.service, body.simulated]).toEqual([201, 'Own', false]);
    expect(body.drawings).toEqual([
      {
        ...{ n: 0, seed: 7, width: 20, height: 10, hasOutlines: true, undone: ['the hat'] },
        licences: [{ id: 'CC-BY-4.0', source: 'Ada', of: [] }],
      },
    ]);
    // Nothing in its outlines runs: they are read as outlines alone.
    const taken = (await ask<Taken>(`drawn-figures/${body.id}/0/take`, 'POST', { as: 'outlines' })).body;
    expect([taken.art.outlines.length, taken.licence.id]).toEqual([1, 'CC-BY-4.0']);
  });

  it('may draw without outlines, or with some that cannot be read: they are said to be missing', async () => {
    drawing({
      drawings: [
        { png, svg: null },
        { png, svg: '<svg' },
      ],
    });
    const { body } = await order('a lighthouse');
    expect(body.drawings.map((d) => [d.hasOutlines, d.undone])).toEqual([
      [false, []],
      [false, ['its outlines (they cannot be read)']],
    ]);
    const refused = await ask<Taken>(`drawn-figures/${body.id}/0/take`, 'POST', { as: 'outlines' });
    expect([refused.status, refused.body.message]).toEqual([422, expect.stringMatching(/has no outlines/)]);
    // What nobody says a licence for is of an unknown one.
    expect(
      (await ask<Taken>(`drawn-figures/${body.id}/0/take`, 'POST', { as: 'picture' })).body.licence.id,
    ).toBe('unknown');
  });

  it.each<[string, unknown, number, number, RegExp]>([
    ['says why it will not', { message: 'No owls today.' }, 422, 422, /^No owls today\.$/],
    ['fails', { message: 'oops' }, 500, 502, /it answered with 500/],
    ['says no JSON', 'fnord', 200, 502, /no JSON/],
    ['has no drawings', { drawings: [] }, 200, 502, /it has 0 drawings/],
    ['has other things', { drawings: 'many' }, 200, 502, /cannot be used: drawings/],
    ['sends no picture', { drawings: [{ png: '' }] }, 200, 502, /the picture of drawing 1/],
    [
      'sends something else',
      { drawings: [{ png: Buffer.from('hello').toString('base64') }] },
      200,
      502,
      /cannot be used/,
    ],
    ['tells too long a tale', { drawings: [{ png, undone: ['x'.repeat(400)] }] }, 200, 502, /undone/],
  ])('that %s is told so, and nothing is kept', async (_, drawings, status, expected, message) => {
    drawing(drawings, status);
    const before = (await ask<{ total: number }>('drawn-figures')).body.total;
    const { status: got, body } = await order('an owl');
    expect([got, body.message]).toEqual([expected, expect.stringMatching(message)]);
    expect((await ask<{ total: number }>('drawn-figures')).body.total).toBe(before);
  });

  it('that is not there is told so', async () => {
    it0.server.app.get<ServerOptions>(OPTIONS).draughtsman = 'http://127.0.0.1:1/none';
    const { status, body } = await order('an owl');
    expect([status, body.message]).toEqual([502, expect.stringMatching(/it does not answer.*Try again/)]);
  });
});
