import { createHash } from 'node:crypto';
import session, { Store, type SessionData } from 'express-session';
import { LessThan, type Repository } from 'typeorm';
import type { SessionRow } from '../entities';

declare module 'express-session' {
  interface SessionData {
    /** Who is signed in. */
    person?: string;
    /** Whose password was right, and whose second factor is waited for until then, ms. */
    half?: { person: string; until: number };
    /** A new second factor that is being set up, until a code of it was typed. */
    secret?: string;
    /** What a passkey is to sign, until then, ms. */
    challenge?: { text: string; until: number };
    /** What the browser says that it is. */
    agent?: string;
  }
}

/** A session that nobody uses ends after so long, ms; one that is used, after `LONGEST` all the same. */
export const IDLE_SESSION = 14 * 24 * 3600 * 1000;
const LONGEST = 60 * 24 * 3600 * 1000;
/** That it was used is written down at most so often, ms. */
const SEEN_EVERY = 60_000;
const MOST_AGENT = 300;

export const sessionHash = (sid: string): string => createHash('sha256').update(sid).digest('hex');

/** Sessions in the house's own database. Their ids are kept as hashes: who reads the table cannot use them. */
export class SessionStore extends Store {
  constructor(
    private readonly rows: Repository<SessionRow>,
    private readonly now: () => number,
  ) {
    super();
  }

  override get(sid: string, done: (error: unknown, session?: SessionData | null) => void): void {
    this.found(sid).then(
      (row) => done(null, row && (JSON.parse(row.data) as SessionData)),
      (error: unknown) => done(error),
    );
  }

  override set(sid: string, data: SessionData, done?: (error?: unknown) => void): void {
    this.put(sid, data).then(
      () => done?.(),
      (error: unknown) => done?.(error),
    );
  }

  override destroy(sid: string, done?: (error?: unknown) => void): void {
    this.rows.delete({ id: sessionHash(sid) }).then(
      () => done?.(),
      (error: unknown) => done?.(error),
    );
  }

  override touch(sid: string, _data: SessionData, done?: () => void): void {
    const now = this.now();
    this.rows
      .update(
        { id: sessionHash(sid), seenAt: LessThan(new Date(now - SEEN_EVERY)) },
        { seenAt: new Date(now) },
      )
      .then(
        () => done?.(),
        // That it was used now is no reason to refuse what it asks for.
        () => done?.(),
      );
  }

  /** Takes those away that have ended. */
  async tidy(): Promise<void> {
    const now = this.now();
    await this.rows.delete({ endsAt: LessThan(new Date(now)) });
    await this.rows.delete({ seenAt: LessThan(new Date(now - IDLE_SESSION)) });
  }

  private async found(sid: string): Promise<SessionRow | null> {
    const row = await this.rows.findOneBy({ id: sessionHash(sid) });
    const now = this.now();
    return row && row.endsAt.getTime() > now && row.seenAt.getTime() > now - IDLE_SESSION ? row : null;
  }

  private async put(sid: string, data: SessionData): Promise<void> {
    const id = sessionHash(sid);
    const now = new Date(this.now());
    const what = { personId: data.person ?? null, data: JSON.stringify(data), seenAt: now };
    const { affected } = await this.rows.update({ id }, what);
    if (!affected)
      await this.rows.insert({
        ...{ id, madeAt: now, endsAt: new Date(now.getTime() + LONGEST), ...what },
        agent: (data.agent ?? '').slice(0, MOST_AGENT),
      });
  }
}

/** Reads the session of a request; the cookie is the browser's alone, and goes to nobody else's pages. */
export const sessions = (store: SessionStore, secret: string, secure: boolean) =>
  session({
    name: 'brelm',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'strict', secure, path: '/', maxAge: IDLE_SESSION },
  });
