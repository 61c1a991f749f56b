import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { wayOf } from '../door';
import type { PeopleService } from './people.service';
import { sessions, type SessionStore } from './session-store';
import type { Asked } from './who';

/** Finds out who asks: by the session of the browser, for everything but pages and what the server asks itself. */
export function arrivals(
  people: PeopleService,
  store: SessionStore,
  secret: string,
  secure: boolean,
): RequestHandler {
  const read = sessions(store, secret, secure);
  return (request: Request & { isOwn?: boolean }, response: Response, next: NextFunction) => {
    if (request.isOwn || wayOf(request.url).to === 'page') return next();
    read(request, response, (error?: unknown) => {
      if (error) return next(error);
      const { person } = request.session;
      if (!person) return next();
      people.person(person).then((who) => {
        (request as Asked).who = who;
        next();
      }, next);
    });
  };
}
