import type { Moment, Route } from '@brelm/contract';

/** What a route answers, as JSON that is written already: a kept document goes out as it lies, and is not read for it. */
export type AsText<_R extends Route> = string;

/** What is read of the database, with its dates as moments. */
export type WithMoments<Row> = {
  [K in keyof Row]: Date extends Row[K] ? Exclude<Row[K], Date> | Moment : Row[K];
};

/** What is read of the database as it goes out: its dates are moments, nothing below them is looked at. */
export const withMoments = <Row extends object>(row: Row): WithMoments<Row> =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]) => [
      key,
      value instanceof Date ? value.toISOString() : (value as unknown),
    ]),
  ) as WithMoments<Row>;
