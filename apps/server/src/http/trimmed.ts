import { Transform } from 'class-transformer';

/** A text without the spaces around it. */
export const trimmed = (): PropertyDecorator =>
  Transform(({ value }: { value: unknown }) => (typeof value === 'string' ? value.trim() : value));
