/**
 * What the server is asked and what it answers, for the server and the interface alike: types alone, so that neither has a
 * copy of its own. `answers.schema.json` is made of them (`npm run schema`); the server describes itself with it at
 * `/api/docs`, and its tests hold every answer to it.
 */
import type { AlmanacAnswers } from './almanac';
import type { DesignAnswers } from './designs';
import type { FigureAnswers } from './figures';
import type { HouseAnswers } from './house';
import type { LibraryAnswers } from './library';
import type { ListingAnswers } from './listings';
import type { ProductAnswers } from './products';
import type { RunAnswers } from './runs';
import type { SeriesAnswers } from './series';
import type { ShelfAnswers } from './shelf';
import type { ShopAnswers } from './shop';
import type { StandInAnswers } from './stand-ins';
import type { Nothing } from './wire';

export type * from './almanac';
export type * from './designs';
export type * from './figures';
export type * from './house';
export type * from './library';
export type * from './listings';
export type * from './products';
export type * from './runs';
export type * from './series';
export type * from './shelf';
export type * from './shop';
export type * from './stand-ins';
export type * from './wire';

/** What every route answers where all is well, by its method and its address below `/api/`. */
export interface Answers
  extends
    AlmanacAnswers,
    DesignAnswers,
    FigureAnswers,
    HouseAnswers,
    LibraryAnswers,
    ListingAnswers,
    ProductAnswers,
    RunAnswers,
    SeriesAnswers,
    ShelfAnswers,
    ShopAnswers,
    StandInAnswers {}

/** A route: `GET designs/:id`. */
export type Route = keyof Answers;

/** What a route answers in JSON; nothing where it answers with no content. */
export type Answer<R extends Route> = Answers[R] extends Nothing ? void : Answers[R];
