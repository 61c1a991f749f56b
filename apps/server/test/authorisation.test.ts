import { designOf } from './sticker';
import { Browser, firstOwner, joined, team } from './browser';
import type { Running } from './running';

let it0: Running;
let owner: Browser;
let maker: Browser;
let looker: Browser;
/** Of another shop alone. */
let stranger: Browser;
const OTHER = 'moth-annexe';
beforeAll(async () => {
  it0 = await team();
  owner = await firstOwner(it0);
  maker = await joined(it0, owner, 'first', 'odo@duskwren.example', 'maker');
  looker = await joined(it0, owner, 'first', 'ines@duskwren.example', 'looker');
  await owner.house('shops', 'POST', { name: 'Moth annexe', filling: 'nothing' });
  stranger = await joined(it0, owner, OTHER, 'stranger@duskwren.example', 'owner');
});
afterAll(() => it0?.stop());

const NO_ID = '00000000-0000-4000-8000-000000000000';

interface Route {
  path: string;
  method: string;
}
/** All routes of a document of OpenAPI, with something in the place of each parameter. */
async function routesOf(docs: string, shop = ''): Promise<Route[]> {
  const { body } = await owner.ask<{ paths: Record<string, Record<string, unknown>> }>(docs);
  const filled = (path: string) =>
    path
      .replaceAll('{shop}', 'first')
      .replace(/\{(id|order)\}/g, NO_ID)
      .replace(/\{(n|position|version|sequence)\}/g, '1')
      .replace(/\{[^}]+\}/g, 'x');
  return Object.entries(body.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((m) => ({ path: shop + filled(path), method: m.toUpperCase() })),
  );
}

/** Whether somebody is kept out of a route by who they are: what the route itself says does not count. */
async function kept(browser: Browser, { path, method }: Route): Promise<'401' | '403' | '404' | 'in'> {
  const { status, body } = await browser.ask(path, method, method === 'GET' ? undefined : {});
  if (status === 401 && body.message === 'Sign in first.') return '401';
  if (status === 403 && /^(You may look|Only an owner)/.test(body.message)) return '403';
  if (status === 404 && /^There is no such shop/.test(body.message)) return '404';
  return 'in';
}

describe('the authorisation of every route', () => {
  /** Reads that give the whole shop away, and writes that speak in its name elsewhere. */
  const OWNERS = ['GET /api/shop/everything', 'PUT /api/connections/x', 'DELETE /api/connections/x'];
  /** Asked with POST, but nothing is changed. */
  const LOOKS = [
    'POST /api/plan',
    'POST /api/plan/proof',
    'POST /api/shelf/alike',
    'POST /api/shelf/standing',
    'POST /api/seasons/try',
    'POST /api/press/quotes',
    'POST /api/searches/histories',
    // Who looks is seen, and may say something.
    `POST /api/designs/${NO_ID}/presence`,
    `POST /api/designs/${NO_ID}/comments`,
    `DELETE /api/designs/${NO_ID}/comments/x`,
  ];
  const named = ({ method, path }: Route) => `${method} ${path}`;

  it('of a shop: nobody, a stranger, a looker, a maker, an owner', async () => {
    const routes = await routesOf('/api/docs-json');
    expect(routes.length).toBeGreaterThan(150);
    for (const one of [...OWNERS, ...LOOKS]) expect(routes.map(named)).toContain(one);
    const [none, leaks]: [Browser, string[]] = [new Browser(it0), []];
    for (const route of routes) {
      const [name, reads] = [named(route), route.method === 'GET'];
      const expected = {
        none: '401',
        stranger: '404',
        looker: OWNERS.includes(name) ? '403' : reads || LOOKS.includes(name) ? 'in' : '403',
        maker: OWNERS.includes(name) ? '403' : 'in',
        owner: 'in',
      };
      const found = {
        none: await kept(none, route),
        stranger: await kept(stranger, route),
        looker: await kept(looker, route),
        maker: await kept(maker, route),
        owner: await kept(owner, route),
      };
      if (JSON.stringify(found) !== JSON.stringify(expected)) leaks.push(`${name}: ${JSON.stringify(found)}`);
    }
    expect(leaks).toEqual([]);
  });

  it('of another shop, at its own address: its owner is in, who is of the first shop alone is not', async () => {
    const routes = await routesOf(`/shops/${OTHER}/api/docs-json`, `/shops/${OTHER}`);
    const leaks: string[] = [];
    for (const route of routes) {
      const found = [await kept(stranger, route), await kept(maker, route), await kept(looker, route)];
      if (found.join() !== 'in,404,404') leaks.push(`${named(route)}: ${found.join()}`);
    }
    expect(leaks).toEqual([]);
  });

  it('of the house: what is open before one signs in is this, and no more', async () => {
    const routes = await routesOf('/api/house/docs-json');
    const none = new Browser(it0);
    const open: string[] = [];
    for (const route of routes) if ((await kept(none, route)) !== '401') open.push(named(route));
    expect(open.sort()).toEqual([
      'GET /api/house/me',
      'POST /api/house/links/join',
      'POST /api/house/links/look',
      'POST /api/house/links/reset',
      'POST /api/house/sign-in',
      'POST /api/house/sign-in/code',
      'POST /api/house/sign-in/passkey',
      'POST /api/house/sign-in/passkey/begin',
      'POST /api/house/sign-out',
    ]);
    // Of the shop's people, who is no owner sees names; who is not in it sees nothing.
    const ofShop = routes.filter((r) => r.path.startsWith('/api/house/shops/first/'));
    expect(ofShop.length).toBeGreaterThanOrEqual(9);
    for (const route of ofShop) {
      const isNames = named(route) === 'GET /api/house/shops/first/people';
      expect([named(route), await kept(maker, route)]).toEqual([named(route), isNames ? 'in' : '403']);
      expect([named(route), await kept(stranger, route)]).toEqual([named(route), '404']);
    }
    const names = (await maker.house<object[]>('shops/first/people')).body;
    expect(names.map((n) => Object.keys(n).sort().join())).toEqual([
      'id,name,role',
      'id,name,role',
      'id,name,role',
    ]);
    for (const [path, method] of [
      ['shops', 'POST'],
      ['shops/first', 'PUT'],
      [`shops/${OTHER}`, 'DELETE'],
      ['shops/away/x', 'POST'],
    ])
      expect([path, (await maker.house(path, method, { name: 'x', filling: 'nothing' })).status]).toEqual([
        path,
        403,
      ]);
  });

  it('who is not signed in is not told of the server’s own door either', async () => {
    expect((await new Browser(it0).ask('/inside/guess/api/designs')).status).toBe(404);
    expect((await new Browser(it0).ask('/shops/first/api/designs')).status).toBe(404);
    expect((await new Browser(it0).ask('//api/designs')).status).not.toBe(200);
    expect((await new Browser(it0).ask('/api/docs-json')).status).toBe(401);
  });

  it('a page elsewhere writes nothing with somebody’s cookie', async () => {
    const asked = await owner.ask(
      '/api/words',
      'POST',
      { word: 'moth' },
      { origin: 'https://elsewhere.example' },
    );
    expect(asked.status).toBe(403);
  });
});

describe('several in one design', () => {
  interface Comment {
    id: string;
    text: string;
    person: string;
    resolvedBy: string | null;
  }
  let id: string;
  const tabs = ['a', 'b', 'c'].map((c) => `00000000-0000-4000-8000-00000000000${c}`);
  const present = (browser: Browser, tab: number, left?: true) =>
    browser.ask<{ revision: number; others: { name: string }[] }>(`/api/designs/${id}/presence`, 'POST', {
      ...{ tab: tabs[tab], ...(left && { left }) },
    });

  it('are seen by one another as long as they are there, lookers too', async () => {
    ({ id } = (
      await maker.ask<{ id: string }>('/api/designs', 'POST', { document: designOf('Together') })
    ).body);
    expect((await present(maker, 0)).body).toEqual({ revision: 1, others: [] });
    const seen = (await present(looker, 1)).body;
    expect(seen.others).toEqual([{ tab: tabs[0], id: expect.any(String) as string, name: 'odo' }]);
    expect((await present(maker, 0)).body.others.map((o) => o.name)).toEqual(['ines']);
    await present(looker, 1, true);
    expect((await present(maker, 0)).body.others).toEqual([]);
    expect((await present(stranger, 2)).status).toBe(404);
    expect((await maker.ask('/api/designs/x/presence', 'POST', { tab: tabs[0] })).status).toBe(400);
    expect((await maker.ask(`/api/designs/${NO_ID}/presence`, 'POST', { tab: tabs[0] })).status).toBe(404);
  });

  it('are told the revision that is there now', async () => {
    await maker.ask(`/api/designs/${id}`, 'PUT', { revision: 1, document: designOf('Together, more') });
    expect((await present(owner, 2)).body.revision).toBe(2);
  });

  it('say something of it, which whoever works resolves and only its writer takes away', async () => {
    const said = await looker.ask<Comment>(`/api/designs/${id}/comments`, 'POST', {
      ...{ text: '  Is the owl too dark? ', partId: 'm', about: 'Square' },
    });
    expect(said.body).toMatchObject({ text: 'Is the owl too dark?', person: 'ines', resolvedBy: null });
    expect(
      (await looker.ask(`/api/designs/${id}/comments`, 'POST', { text: ' ' })).body.faults?.[0].field,
    ).toBe('text');
    const one = `/api/designs/${id}/comments/${said.body.id}`;
    expect((await maker.ask(one, 'DELETE')).status).toBe(403);
    expect((await looker.ask(`${one}/resolve`, 'POST')).status).toBe(403);
    expect((await maker.ask<Comment>(`${one}/resolve`, 'POST')).body.resolvedBy).toBe('odo');
    // Whoever is second changes nothing of it.
    expect((await owner.ask<Comment>(`${one}/resolve`, 'POST')).body.resolvedBy).toBe('odo');
    expect((await maker.ask<Comment>(`${one}/reopen`, 'POST')).body.resolvedBy).toBeNull();
    expect((await looker.ask(one, 'DELETE')).status).toBe(204);
    expect((await maker.ask(`${one}/resolve`, 'POST')).status).toBe(404);
    expect((await maker.ask<Comment[]>(`/api/designs/${id}/comments`)).body).toEqual([]);
  });

  it('stand in the history of the design, each by name', async () => {
    const { body } = await maker.ask<{ rows: { person: string; did: string }[] }>(`/api/history?of=${id}`);
    expect(body.rows.map((r) => `${r.person} ${r.did}`)).toEqual([
      'ines deleted a comment on',
      'odo reopened a comment on',
      'Maud resolved a comment on',
      'odo resolved a comment on',
      'ines wrote a comment on',
      'odo changed',
      'odo made',
    ]);
  });
});
