import sharp from 'sharp';
import { connectionTo } from '../src/backup/write-backup';
import { askOf, designsOf, running, type Running } from './running';
import { designOf } from './sticker';

let it0: Running;
beforeAll(async () => {
  it0 = await running(false);
});
afterAll(() => it0?.stop());

interface Verdict {
  id: string;
  verdict: string;
  ratio: number;
}
const create = async (name: string, ink: string) =>
  (await askOf<{ id: string; revision: number }>(it0, 'designs', 'POST', { document: designOf(name, ink) }))
    .body;
const verdictsOf = async (id: string) => (await askOf<Verdict[]>(it0, `designs/${id}/verdicts`)).body;
async function pictureOf(id: string) {
  const answer = await fetch(`${it0.url}/api/designs/${id}/preview`);
  expect(answer.status).toBe(200);
  expect(answer.headers.get('content-type')).toBe('image/webp');
  return sharp(Buffer.from(await answer.arrayBuffer()))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
}

/** The square of `designOf` fills the middle third of the board. */
describe('previews of designs', () => {
  it('show the artwork on nothing, and how it reads', async () => {
    const { id } = await create('Rust square', '#b3492a');
    const { data, info } = await pictureOf(id);
    expect([info.width, info.height]).toEqual([200, 200]);
    const at = (x: number, y: number) => [...data.subarray((y * 200 + x) * 4, (y * 200 + x) * 4 + 4)];
    expect(at(100, 100)).toEqual([0xb3, 0x49, 0x2a, 255]);
    expect(at(20, 100)).toEqual([0, 0, 0, 0]);
    expect(await verdictsOf(id)).toEqual([expect.objectContaining({ id: 'fridge-white', verdict: 'reads' })]);
  });

  it('follow a save: the ink of the new revision, judged anew', async () => {
    const { id, revision } = await create('Changes', '#202020');
    expect((await verdictsOf(id))[0].verdict).toBe('reads');
    const document = designOf('Changes', '#fdfdfb');
    expect((await askOf(it0, `designs/${id}`, 'PUT', { revision, document })).status).toBe(200);
    expect((await verdictsOf(id))[0].verdict).toBe('vanishes');
    const { data } = await pictureOf(id);
    const middle = (100 * 200 + 100) * 4;
    expect([...data.subarray(middle, middle + 3)]).toEqual([0xfd, 0xfd, 0xfb]);
  });

  it('are made once for all who ask at the same moment, and stay the same', async () => {
    const { id } = await create('Asked for by many', '#335533');
    const answers = await Promise.all(Array.from({ length: 10 }, () => verdictsOf(id)));
    for (const answer of answers) expect(answer).toEqual(answers[0]);
    expect(await verdictsOf(id)).toEqual(answers[0]);
  });

  it('have no verdicts for a product that is not known, and a picture all the same', async () => {
    const document = designOf('Of another time');
    document.sides[0].board.spec = 'nowhere/nothing';
    const { body } = await askOf<{ id: string }>(it0, 'designs', 'POST', { document });
    expect(await verdictsOf(body.id)).toEqual([]);
    expect((await pictureOf(body.id)).info.width).toBe(200);
  });

  it('tell which designs look much alike, whatever their inks and sizes, and none that is put away', async () => {
    const bar = async (name: string, ink: string, [scaleX, scaleY]: [number, number]) => {
      const document = designOf(name, ink);
      Object.assign(document.sides[0].parts[0].place, { scaleX, scaleY });
      const { body } = await askOf<{ id: string }>(it0, 'designs', 'POST', { document });
      await verdictsOf(body.id);
      return body.id;
    };
    const alikeTo = async (id: string) =>
      (await askOf<{ alike: { name: string; likeness: number }[] }>(it0, `designs/${id}/alike`)).body.alike;
    const one = await bar('Tall bar', '#113355', [0.3, 1]);
    const two = await bar('Tall bar again', '#aa2200', [0.42, 1.4]);
    const broad = await bar('Broad bar', '#113355', [1, 0.3]);
    expect((await alikeTo(one)).map((a) => a.name)).toEqual(['Tall bar again']);
    expect((await alikeTo(two)).map((a) => a.name)).toEqual(['Tall bar']);
    const each = (
      await askOf<{ alike: Record<string, { name: string }[]> }>(it0, 'shelf/alike', 'POST', {
        designs: [one, two, broad],
      })
    ).body.alike;
    expect(Object.entries(each).map(([id, like]) => [id, like.map((a) => a.name)])).toEqual([
      [one, ['Tall bar again']],
      [two, ['Tall bar']],
    ]);
    expect((await alikeTo(two))[0].likeness).toBeGreaterThan(0.95);
    // What is changed is looked at anew.
    const document = designOf('Tall bar again');
    expect((await askOf(it0, `designs/${two}`, 'PUT', { revision: 1, document })).status).toBe(200);
    await verdictsOf(two);
    expect(await alikeTo(one)).toEqual([]);
    const three = await bar('Tall bar once more', '#335511', [0.3, 1]);
    expect(await alikeTo(one)).toHaveLength(1);
    await askOf(it0, `designs/${three}/archive`, 'POST');
    expect(await alikeTo(one)).toEqual([]);
  });

  it('are not told as alike once the seller has told them apart, either way round, until that is taken back', async () => {
    const same = async (name: string) => {
      const document = designOf(name, '#2244aa');
      Object.assign(document.sides[0].parts[0].place, { scaleX: 0.2, scaleY: 1.9 });
      const { body } = await askOf<{ id: string }>(it0, 'designs', 'POST', { document });
      await verdictsOf(body.id);
      return body.id;
    };
    const alikeTo = async (id: string) =>
      (await askOf<{ alike: { name: string }[] }>(it0, `designs/${id}/alike`)).body.alike.map((a) => a.name);
    const [one, two] = [await same('Reed'), await same('Rush')];
    await same('Sedge');
    expect((await alikeTo(one)).sort()).toEqual(['Rush', 'Sedge']);
    for (let twice = 0; twice < 2; twice++)
      expect((await askOf(it0, `designs/${two}/apart/${one}`, 'PUT')).status).toBe(204);
    expect(await alikeTo(one)).toEqual(['Sedge']);
    expect(await alikeTo(two)).toEqual(['Sedge']);
    expect((await askOf(it0, `designs/${one}/apart/${two}`, 'DELETE')).status).toBe(204);
    expect((await alikeTo(one)).sort()).toEqual(['Rush', 'Sedge']);
    const none = '00000000-0000-4000-8000-000000000000';
    for (const other of [none, one])
      expect((await askOf(it0, `designs/${one}/apart/${other}`, 'PUT')).status).toBe(404);
    expect((await askOf(it0, `designs/${one}/apart/moss`, 'PUT')).status).toBe(400);
  });

  it('of before looks were kept with them are looked at once, and told as before', async () => {
    const reed = (await designsOf(it0)).find((d) => d.document.name === 'Reed')!.id;
    const db = await connectionTo(it0.options.database).initialize();
    try {
      await db.query('UPDATE design_previews SET look = NULL');
      await it0.server.close();
      await it0.again();
      const { body } = await askOf<{ alike: { name: string }[] }>(it0, `designs/${reed}/alike`);
      expect(body.alike.map((a) => a.name).sort()).toEqual(['Rush', 'Sedge']);
      const looks = (await db.query('SELECT COALESCE(LENGTH(look), -1) AS bytes FROM design_previews')) as {
        bytes: string;
      }[];
      expect(new Set(looks.map((l) => Number(l.bytes)))).toEqual(new Set([516]));
    } finally {
      await db.destroy();
    }
  });

  it('of a design that does not exist are 404, of nonsense 400', async () => {
    const none = '00000000-0000-4000-8000-000000000000';
    expect((await askOf(it0, `designs/${none}/preview`)).status).toBe(404);
    expect((await askOf(it0, `designs/${none}/verdicts`)).status).toBe(404);
    expect((await askOf(it0, `designs/${none}/alike`)).status).toBe(404);
    expect((await askOf(it0, 'designs/one/verdicts')).status).toBe(400);
    expect(await designsOf(it0)).not.toHaveLength(0);
  });
});
