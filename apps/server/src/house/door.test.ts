import { EventEmitter } from 'node:events';
import type { Request, Response } from 'express';
import type { ShopApp } from '../shop-app';
import { toShops, wayOf, type Admit } from './door';

describe('the way of an address', () => {
  it.each([
    ['/api/house', { to: 'house' }],
    ['/api/house/shops?x=1', { to: 'house' }],
    ['/api/designs', { to: 'shop', id: 'first', rest: '/api/designs' }],
    ['/api/housekeeping', { to: 'shop', id: 'first', rest: '/api/housekeeping' }],
    ['/shops/owls/api/designs?from=2', { to: 'shop', id: 'owls', rest: '/api/designs?from=2' }],
    ['/shops/owls/api', { to: 'shop', id: 'owls', rest: '/api' }],
    ['/', { to: 'page' }],
    ['/shops/owls/almanac', { to: 'page' }],
    ['/shops/owls/apiary', { to: 'page' }],
    // The first shop has one address alone, and no id leads out of its folder.
    ['/shops/first/api/designs', { to: 'page' }],
    ['/shops/../api/designs', { to: 'page' }],
    ['/shops/%2e%2e/api/designs', { to: 'page' }],
    ['/shops/Owls/api/designs', { to: 'page' }],
    // The house is asked at its own address, not through a shop.
    ['/shops/owls/api/house/shops', { to: 'shop', id: 'owls', rest: '/api/house/shops' }],
  ])('%s', (url, way) => expect(wayOf(url)).toEqual(way));
});

describe('handing a request to its shop', () => {
  /** A request as it comes, with what its answer became. */
  function asked(
    url: string,
    headers: Record<string, string> = {},
    session?: { reload: (done: (e?: unknown) => void) => void },
  ) {
    const answer = { status: 0, body: undefined as unknown, ended: false };
    const response = Object.assign(new EventEmitter(), {
      status(code: number) {
        answer.status = code;
        return response;
      },
      json(body: unknown) {
        answer.body = body;
        return response;
      },
      destroy() {
        answer.ended = true;
        response.emit('close');
      },
    });
    const request = { url, headers, who: session ? { id: 'maud' } : null, session };
    return { request: request as unknown as Request, response: response as unknown as Response, answer };
  }
  const got: { url: string; standing: unknown }[] = [];
  const shop = {
    answer: (r: Request & { standing?: unknown }) => got.push({ url: r.url, standing: r.standing }),
  } as unknown as ShopApp;
  const shops = {
    at: (id: string) =>
      id === 'shut' ? Promise.reject(new Error('away')) : Promise.resolve(id === 'owls' ? shop : null),
  };
  const settle = () => new Promise(process.nextTick);
  const hand = async (admit: Admit, { request, response }: ReturnType<typeof asked>) => {
    toShops(shops, admit)(request, response, (error?: unknown) => {
      throw error as Error;
    });
    for (let i = 0; i < 5; i++) await settle();
  };
  beforeEach(() => got.splice(0));

  it('takes its address off, and says in whose name it comes', async () => {
    const it0 = asked('/shops/owls/api/designs?from=1');
    await hand(() => Promise.resolve({ as: 'alone' }), it0);
    expect(got).toEqual([{ url: '/api/designs?from=1', standing: { as: 'alone' } }]);
  });

  it('keeps out who may not come in, before it is looked whether there is such a shop', async () => {
    for (const url of ['/shops/owls/api/designs', '/shops/nowhere/api/designs']) {
      const it0 = asked(url);
      await hand(() => Promise.resolve({ status: 401, message: 'Sign in first.' }), it0);
      expect(it0.answer).toMatchObject({ status: 401, body: { message: 'Sign in first.' } });
    }
    expect(got).toEqual([]);
  });

  it('says that there is no such shop, or that it cannot be opened', async () => {
    const alone: Admit = () => Promise.resolve({ as: 'alone' });
    const none = asked('/shops/nowhere/api/designs');
    await hand(alone, none);
    const shut = asked('/shops/shut/api/designs');
    await hand(alone, shut);
    expect([none.answer.status, shut.answer.status]).toEqual([404, 503]);
  });

  it('ends a stream once whoever listens may not any more', async () => {
    jest.useFakeTimers({ doNotFake: ['nextTick'] });
    try {
      for (const why of ['signed out', 'taken out of the shop'] as const) {
        let may = true;
        const session = {
          reload: (done: (e?: unknown) => void) =>
            done(may || why !== 'signed out' ? undefined : new Error('gone')),
        };
        const it0 = asked('/shops/owls/api/runs/events', { accept: 'text/event-stream' }, session);
        const admit: Admit = () =>
          Promise.resolve(
            may || why === 'signed out'
              ? { as: 'maker', person: { id: 'maud', name: 'Maud' } }
              : { status: 404, message: 'none' },
          );
        await hand(admit, it0);
        await jest.advanceTimersByTimeAsync(120_000);
        expect([why, it0.answer.ended]).toEqual([why, false]);
        may = false;
        await jest.advanceTimersByTimeAsync(30_000);
        expect([why, it0.answer.ended]).toEqual([why, true]);
        expect(jest.getTimerCount()).toBe(0);
      }
    } finally {
      jest.useRealTimers();
    }
  });
});
