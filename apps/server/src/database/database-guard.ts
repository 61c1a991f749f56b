import {
  Inject,
  Injectable,
  Logger,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import type { Request } from 'express';
import { createConnection } from 'mysql2';
import { Observable } from 'rxjs';
import { OPTIONS, type ShopOptions } from '../options';

/** After so long without an answer, ms, it is looked whether the database is there at all. */
const PATIENCE = 1200;
/** In which it must answer then, ms of a server that is not held up itself, looked at so often. */
const ANSWER = 1500;
const TICK = 50;

/** The database does not answer; told in the words of the faults filter. */
class DatabaseAway extends Error {
  readonly code = 'PROTOCOL_CONNECTION_LOST';
}

/**
 * Ends requests with 503 that wait for a database that is away or stands still, within 3 s. Those that only
 * take long go on: a connection of its own tells the one from the other.
 */
@Injectable()
export class DatabaseGuard implements NestInterceptor {
  private readonly log = new Logger('Database');
  private asking: Promise<boolean> | null = null;
  private away = false;

  constructor(@Inject(OPTIONS) private readonly options: ShopOptions) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const { headers } = context.switchToHttp().getRequest<Request>();
    if (headers.accept?.includes('text/event-stream')) return next.handle();
    return new Observable((told) => {
      const look = () =>
        void this.answers().then((there) => {
          if (told.closed) return;
          if (there) timer = setTimeout(look, PATIENCE);
          else told.error(new DatabaseAway('the database does not answer'));
        });
      let timer = setTimeout(look, PATIENCE);
      const work = next.handle().subscribe({
        next: (value) => {
          clearTimeout(timer);
          told.next(value);
        },
        error: (error: unknown) => told.error(error),
        complete: () => told.complete(),
      });
      return () => {
        clearTimeout(timer);
        work.unsubscribe();
      };
    });
  }

  /** Whether the database lets somebody in just now; asked once for all who wait. */
  answers(): Promise<boolean> {
    this.asking ??= this.ask().finally(() => (this.asking = null));
    return this.asking;
  }

  private ask(): Promise<boolean> {
    const { host, port, user, password, name: database } = this.options.database;
    return new Promise((done) => {
      const connection = createConnection({ host, port, user, password, database });
      // Counted in turns of the loop: held up itself, the server would take an answer that waits to be read for none.
      let left = ANSWER / TICK;
      const ticking = setInterval(() => --left < 0 && end(false), TICK);
      const end = (there: boolean) => {
        clearInterval(ticking);
        connection.destroy();
        if (!there && !this.away)
          this.log.warn('The database does not answer: what waits for it is answered with 503.');
        this.away = !there;
        done(there);
      };
      connection.on('error', () => end(false));
      connection.connect((error) => end(!error));
    });
  }
}
