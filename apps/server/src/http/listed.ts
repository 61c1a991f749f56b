import { Transform } from 'class-transformer';

/** `a,b` in an address as a list; a list as it is. */
export const Listed = () =>
  Transform(({ value }) => (typeof value === 'string' ? value.split(',').filter(Boolean) : value) as unknown);
