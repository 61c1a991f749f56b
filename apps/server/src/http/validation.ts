import { BadRequestException, ValidationPipe, type ValidationError } from '@nestjs/common';

function faultsOf(errors: readonly ValidationError[], path = ''): { field: string; message: string }[] {
  return errors.flatMap((e) => {
    const field = path ? `${path}.${e.property}` : e.property;
    return [
      ...Object.values(e.constraints ?? {}).map((message) => ({ field, message })),
      ...faultsOf(e.children ?? [], field),
    ];
  });
}

/** Refuses requests with wrong or unknown fields, naming each. */
export const validation = () =>
  new ValidationPipe({
    whitelist: true,
    forbidNonWhitelisted: true,
    transform: true,
    exceptionFactory: (errors) => {
      const faults = faultsOf(errors);
      return new BadRequestException({
        message: faults.map((f) => f.message).join('; '),
        faults,
      });
    },
  });
