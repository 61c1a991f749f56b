import {
  Injectable,
  Logger,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { concatMap, from, type Observable } from 'rxjs';
import { personOf, type Stood } from '../http/standing';
import { DEEDS } from './deeds';
import { HistoryService, type Done } from './history.service';

/** What of an answer or a body says which thing it is, or what it is called. */
interface Told {
  id?: unknown;
  sha256?: unknown;
  name?: unknown;
  title?: unknown;
  word?: unknown;
  words?: unknown;
  phrase?: unknown;
  shop?: unknown;
}

const text = (...values: unknown[]): string =>
  String(values.find((v) => (typeof v === 'string' && v !== '') || typeof v === 'number') ?? '');

/** An answer that is JSON text already begins with the id; the rest of it may be long. */
const idIn = (answer: unknown): string | undefined =>
  typeof answer === 'string' ? /^\{"id":"([^"]+)"/.exec(answer)?.[1] : undefined;

/** Writes down what was done, once it was done: see DEEDS. What the server asks of itself is nobody's deed. */
@Injectable()
export class HistoryInterceptor implements NestInterceptor {
  private readonly log = new Logger('History');

  constructor(private readonly history: HistoryService) {}

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const request = context.switchToHttp().getRequest<Stood>();
    const { path } = request.route as { path: string };
    const key = `${request.method} ${path.replace(/^\/api\//, '')}`;
    if (!Object.hasOwn(DEEDS, key) || request.standing?.as === 'server') return next.handle();
    const [did, kind] = DEEDS[key];
    const params = request.params as Record<string, string>;
    const asked = (request.body ?? {}) as Told;
    const known = text(params.id, params.sha256, params.market, params.word, params.words, params.phrase);
    // What goes is asked for its name before it does.
    const before = known && request.method === 'DELETE' ? await this.history.nameOf(kind, known) : null;
    return next.handle().pipe(
      concatMap((answer: unknown) => {
        const told = (typeof answer === 'object' && answer !== null ? answer : {}) as Told;
        const ofId = text(known, idIn(answer), told.id, told.sha256, request.query.id);
        const said = text(
          told.name,
          told.title,
          asked.name,
          asked.word,
          asked.phrase,
          asked.shop,
          asked.words,
        );
        const deed: Done = { person: personOf(request), did, kind, ofId };
        const written = this.history
          .write(deed, before ?? said)
          .catch((error: Error) => this.log.error(`what was done is not in the history: ${error.message}`));
        return from(written.then(() => answer));
      }),
    );
  }
}
