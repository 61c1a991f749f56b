import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import helmet from 'helmet';
import type { Standing, Stood } from '../http/standing';
import type { PeopleService } from './people/people.service';
import type { Asked } from './people/who';
import { FIRST, SHOP_ID } from './shop-id';
import type { ShopsService } from './shops.service';

/** Seconds. */
const YEAR = 365 * 24 * 3600;

/** What every answer says of itself: nothing is loaded, framed or run but what comes from here. */
export const headers = (address?: string): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        workerSrc: ["'self'", 'blob:'],
        connectSrc: ["'self'", 'blob:', 'data:'],
        fontSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // Only who has chosen TLS for good is held to it.
    strictTransportSecurity: address?.startsWith('https:') ? { maxAge: YEAR } : false,
  });

/** Where a request goes: to the house, to a shop from `rest` on, or to the interface. */
export type Way = { to: 'house' } | { to: 'shop'; id: string; rest: string } | { to: 'page' };

const API = /^\/api(?:[/?]|$)/;
const OF_SHOP = /^\/shops\/([^/?]+)(\/.*)$/;

/** Reads where an address leads. */
export function wayOf(url: string): Way {
  if (/^\/api\/house(?:[/?]|$)/.test(url)) return { to: 'house' };
  if (API.test(url)) return { to: 'shop', id: FIRST, rest: url };
  const [, id, rest] = OF_SHOP.exec(url) ?? [];
  if (id && SHOP_ID.test(id) && id !== FIRST && API.test(rest)) return { to: 'shop', id, rest };
  return { to: 'page' };
}

/** Takes the secret part off the addresses by which the server asks itself; what has it is marked as the server's own. */
export const ownDoor =
  (secret: string): RequestHandler =>
  (request: Request & { isOwn?: boolean }, _response: Response, next: NextFunction) => {
    const start = `/inside/${secret}/`;
    if (request.url.startsWith(start)) {
      request.isOwn = true;
      request.url = request.url.slice(start.length - 1);
    }
    next();
  };

/** In whose name a request goes on to a shop; null where it may not, with what it is told. */
export type Admit = (
  request: Asked & { isOwn?: boolean },
  shop: string,
) => Promise<Standing | { status: number; message: string }>;

const noShop = { status: 404, message: 'There is no such shop here: it may have been taken away.' };

/** Whoever is signed in comes in by their role; where nobody signs in, everybody on this machine does. */
export const admitted =
  (people: PeopleService, isTeam: boolean): Admit =>
  async (request, shop) => {
    if (request.isOwn) return { as: 'server' };
    if (!isTeam) return { as: 'alone' };
    const { who } = request;
    if (!who) return { status: 401, message: 'Sign in first.' };
    const role = await people.roleIn(who.id, shop);
    // Whoever is not in a shop is not told that it is there.
    return role ? { as: role, person: { id: who.id, name: who.name } } : noShop;
  };

/** How often it is looked whether somebody who listens may still do so, ms. */
const LOOK_AGAIN = 30_000;

/** Hands requests to the shop that they are for; the house's own, and pages, go on. */
export const toShops =
  (shops: Pick<ShopsService, 'at'>, admit: Admit): RequestHandler =>
  (request: Asked & Stood, response: Response, next: NextFunction) => {
    const way = wayOf(request.url);
    if (way.to !== 'shop') return next();
    const hand = async (): Promise<void> => {
      const standing = await admit(request, way.id);
      const shop = 'status' in standing ? null : await shops.at(way.id).catch(() => 'shut' as const);
      if ('status' in standing || !shop) {
        const { status, message } = 'status' in standing ? standing : noShop;
        response.status(status).json({ message });
      } else if (shop === 'shut')
        response
          .status(503)
          .json({ message: 'This shop cannot be opened just now; the server’s log says why.' });
      else {
        request.standing = standing;
        request.url = way.rest;
        if (request.headers.accept?.includes('text/event-stream'))
          lookAgain(request, response, admit, way.id);
        shop.answer(request, response);
      }
    };
    hand().catch(next);
  };

/** A stream outlives its asking: it ends with the right to it. */
function lookAgain(request: Asked, response: Response, admit: Admit, shop: string): void {
  if (!request.who) return;
  const timer = setInterval(() => {
    const { session } = request;
    const still = new Promise<boolean>((done) => session.reload((error: unknown) => done(!error)));
    still
      .then(async (signedIn) => signedIn && !('status' in (await admit(request, shop))))
      .then((may) => may || response.destroy())
      .catch(() => undefined);
  }, LOOK_AGAIN);
  response.once('close', () => clearInterval(timer));
}

/** Every address that is nobody else's shows the interface, which finds its own place. */
export const toPages =
  (webDir: string): RequestHandler =>
  (request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || wayOf(request.url).to !== 'page') return next();
    response.set('Cache-Control', 'no-cache').sendFile(join(webDir, 'index.html'));
  };

export const hasPages = (webDir: string | null): webDir is string =>
  webDir !== null && existsSync(join(webDir, 'index.html'));
