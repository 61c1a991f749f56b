import { Matches } from 'class-validator';

/** A day as it is asked for: YYYY-MM-DD. */
export const IsDay = () =>
  Matches(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, {
    message: '$property must be written as YYYY-MM-DD',
  });
