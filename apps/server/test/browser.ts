import { running, type Answer, type Running } from './running';
import type { ServerOptions } from '@brelm/server';

/** A server where people sign in. */
export const team = (more: Partial<ServerOptions> = {}): Promise<Running> =>
  running(false, { team: {}, ...more });

/** A password that will do. */
export const WORDS = 'seven moths at noon';

/** Somebody's browser: it keeps its cookie. */
export class Browser {
  cookie = '';
  told: string[] = [];

  constructor(private readonly server: Pick<Running, 'url'>) {}

  async ask<T>(path: string, method = 'GET', json?: unknown, headers: object = {}): Promise<Answer<T>> {
    const abort = new AbortController();
    const response = await fetch(`${this.server.url}${path}`, {
      method,
      signal: abort.signal,
      redirect: 'manual',
      headers: {
        ...(this.cookie && { cookie: this.cookie }),
        ...(json === undefined ? {} : { 'content-type': 'application/json' }),
        'user-agent': 'a test',
        ...headers,
      },
      ...(json === undefined ? {} : { body: JSON.stringify(json) }),
    });
    const [set] = response.headers.getSetCookie();
    if (set) {
      this.told.push(set);
      this.cookie = set.split(';')[0];
    }
    // Streams and archives are asked for, not read.
    if (!/json/.test(response.headers.get('content-type') ?? '')) {
      abort.abort();
      return { status: response.status, body: {} as Answer<T>['body'] };
    }
    const text = await response.text();
    return { status: response.status, body: (text ? JSON.parse(text) : {}) as Answer<T>['body'] };
  }

  house<T>(path: string, method = 'GET', json?: unknown) {
    return this.ask<T>(`/api/house/${path}`, method, json);
  }

  signIn(signIn: string, password = WORDS) {
    return this.house<{ needs: string | null }>('sign-in', 'POST', { signIn, password });
  }

  async in(signIn: string, password = WORDS): Promise<this> {
    const { status, body } = await this.signIn(signIn, password);
    expect([status, body.message]).toEqual([200, undefined]);
    return this;
  }
}

export const tokenOf = (link: string): string => link.split('#')[1];

/** Asks somebody into a shop, who comes. */
export async function joined(
  server: Pick<Running, 'url'>,
  owner: Browser,
  shop: string,
  signIn: string,
  role: string,
): Promise<Browser> {
  const { body } = await owner.house<{ link: string }>(`shops/${shop}/invitations`, 'POST', {
    sentTo: signIn,
    role,
  });
  const browser = new Browser(server);
  const given = { token: tokenOf(body.link), signIn, name: signIn.split('@')[0], password: WORDS };
  const came = await browser.house<{ id: string }>('links/join', 'POST', given);
  expect([came.status, came.body.message]).toEqual([201, undefined]);
  return browser;
}

/** The first person, come in by the link of the console. */
export async function firstOwner(server: Running): Promise<Browser> {
  const owner = new Browser(server);
  const given = { signIn: 'maud@duskwren.example', name: 'Maud', password: WORDS };
  const token = tokenOf(server.server.ownerLink!);
  expect((await owner.house('links/join', 'POST', { token, ...given })).status).toBe(201);
  return owner;
}
