import { parseArgs, type ParseArgsConfig } from 'node:util';

/** Bad input from the command line; the message says what, where and what to do. Exit code 2. */
export class UsageError extends Error {}

/** Parses a command's options; throws a UsageError for unknown ones. */
export function options<T extends NonNullable<ParseArgsConfig['options']>>(args: string[], config: T) {
  try {
    return parseArgs({ args, options: config, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageError((error as Error).message);
  }
}
