import { Inject, Injectable } from '@nestjs/common';
import type { PersonRow } from '../entities';
import { HOUSE, type HouseOptions } from '../house-options';
import { PeopleService } from './people.service';
import { sessionHash } from './session-store';
import { TooManyTries, Tries } from './tries';
import type { Asked } from './who';

/** How somebody comes in, by whatever they showed: tries are counted, and the session is a new one. */
@Injectable()
export class Entering {
  private readonly tries: Tries;

  constructor(
    private readonly people: PeopleService,
    @Inject(HOUSE) { process }: HouseOptions,
  ) {
    this.tries = new Tries(process.carrier);
  }

  /** Counts a try; see Tries. Throws TooManyTries. */
  async beginTry(name: string, request: Asked): Promise<void> {
    await this.tries.begin(name, request.ip ?? '').catch((error: Error) => {
      if (error instanceof TooManyTries) request.res?.setHeader('Retry-After', String(error.seconds));
      throw error;
    });
  }

  wentWell(name: string, request: Asked): Promise<void> {
    return this.tries.wentWell(name, request.ip ?? '');
  }

  /** Signs somebody in: with a session of a new id, so that nobody who knew the old one is in, too. */
  async enter(request: Asked, person: PersonRow): Promise<void> {
    await renewed(request);
    request.session.person = person.id;
    request.session.agent = request.headers['user-agent'] ?? '';
    await kept(request);
  }

  /** After what matters was changed: this session anew, and no other. */
  async afresh(request: Asked, person: PersonRow): Promise<void> {
    await this.enter(request, person);
    await this.people.endOthers(person.id, sessionHash(request.sessionID));
  }
}

/** The session under a new id. */
export const renewed = ({ session }: Asked): Promise<void> =>
  new Promise((done, fail) =>
    session.regenerate((error: unknown) => (error ? fail(error as Error) : done())),
  );
const kept = ({ session }: Asked): Promise<void> =>
  new Promise((done, fail) => session.save((error: unknown) => (error ? fail(error as Error) : done())));
