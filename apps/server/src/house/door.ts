import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import helmet from 'helmet';
import { FIRST, SHOP_ID } from './shop-id';
import type { ShopsService } from './shops.service';

/** What every answer says of itself: nothing is loaded, framed or run but what comes from here. */
export const headers = (): RequestHandler =>
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
    strictTransportSecurity: false,
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

/** Hands requests to the shop that they are for; the house's own, and pages, go on. */
export const toShops =
  (shops: ShopsService): RequestHandler =>
  (request: Request, response: Response, next: NextFunction) => {
    const way = wayOf(request.url);
    if (way.to !== 'shop') return next();
    const opening = shops.at(way.id);
    if (!opening) {
      response
        .status(404)
        .json({ message: `There is no shop “${way.id}” here: it may have been taken away.` });
      return;
    }
    opening.then(
      (shop) => {
        request.url = way.rest;
        shop.answer(request, response);
      },
      () =>
        response
          .status(503)
          .json({ message: 'This shop cannot be opened just now; the server’s log says why.' }),
    );
  };

/** Every address that is nobody else's shows the interface, which finds its own place. */
export const toPages =
  (webDir: string): RequestHandler =>
  (request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || wayOf(request.url).to !== 'page') return next();
    response.set('Cache-Control', 'no-cache').sendFile(join(webDir, 'index.html'));
  };

export const hasPages = (webDir: string | null): webDir is string =>
  webDir !== null && existsSync(join(webDir, 'index.html'));
