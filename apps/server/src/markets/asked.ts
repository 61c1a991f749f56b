import { BadRequestException } from '@nestjs/common';
import { parsedJson } from '../workers/reading';

/** A fault of one field of what was asked. */
export const badField = (field: string, message: string): BadRequestException =>
  new BadRequestException({ message: `${field}: ${message}`, faults: [{ field, message }] });

/** The revision that a change was made to, as HTTP names it: `If-Match: "3"`. */
export function revisionIn(ifMatch: string | undefined): number {
  const revision = Number(/^"?(\d{1,9})"?$/.exec(ifMatch ?? '')?.[1] ?? NaN);
  if (!Number.isInteger(revision)) throw badField('If-Match', 'must name the revision that is changed');
  return revision;
}

/** JSON that stands in a field of a form. */
export function jsonField(value: unknown, field: string): unknown {
  if (typeof value !== 'string') throw badField(field, 'is missing');
  return parsedJson(value);
}
