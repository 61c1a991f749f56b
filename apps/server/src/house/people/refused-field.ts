import { HttpException } from '@nestjs/common';

/** A refusal of one field: what, and why. */
export const refusedField = (field: string, why: string, status = 400): HttpException =>
  new HttpException({ message: `${field} ${why}`, faults: [{ field, message: why }] }, status);
