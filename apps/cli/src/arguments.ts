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

type Options = NonNullable<ParseArgsConfig['options']>;

/** What an option is called in the environment: `--press-day` is `BRELM_PRESS_DAY`. */
export const variableOf = (option: string): string => `BRELM_${option.toUpperCase().replaceAll('-', '_')}`;

/** Options that the environment gave, so that what is wrong with one is said of where it was set. */
const givenByEnvironment = new Set<string>();

/** A message that names options as whoever started this set them. */
export const asSet = (message: string): string =>
  message.replace(/--([a-z][a-z-]*)/g, (named, option: string) =>
    givenByEnvironment.has(option) ? variableOf(option) : named,
  );

/** Yes or no, as the environment says it. Throws a UsageError. */
function yesOrNo(variable: string, given: string): boolean {
  if (/^(1|yes|true|on)$/i.test(given)) return true;
  if (/^(0|no|false|off|)$/i.test(given)) return false;
  throw new UsageError(`${variable}: "${given}" is neither yes nor no; use 1 or 0`);
}

/**
 * Parses the options of a command that runs on a machine by itself, which may be set in the environment, too: what the command
 * line says goes before it. `named` are those that may be; all where it is left out. Throws a UsageError.
 */
export function settings<T extends Options>(
  args: string[],
  config: T,
  named: readonly (keyof T & string)[] = Object.keys(config),
  env: NodeJS.ProcessEnv = process.env,
) {
  const withoutDefaults = Object.fromEntries(
    Object.entries(config).map(([name, { default: _, ...option }]) => [name, option]),
  );
  const said = options(args, withoutDefaults).values;
  givenByEnvironment.clear();
  const set: Options = Object.fromEntries(
    Object.entries(config).map(([name, option]) => {
      const value = env[variableOf(name)];
      if (value === undefined || said[name] !== undefined || !named.includes(name)) return [name, option];
      givenByEnvironment.add(name);
      return [
        name,
        { ...option, default: option.type === 'boolean' ? yesOrNo(variableOf(name), value) : value },
      ];
    }),
  );
  return options(args, set as T);
}

/** How many files are made at once; undefined where it was not said. Throws a UsageError. */
export function atOnceOf(given: string | undefined, least: number): number | undefined {
  if (given === undefined) return undefined;
  const n = Number(given);
  if (!Number.isInteger(n) || n < least || n > 64)
    throw new UsageError(`--at-once: "${given}" is no number of files; use ${least} to 64`);
  return n;
}

/** A port. Throws a UsageError. */
export function portOf(option: string, given: string): number {
  const port = Number(given);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new UsageError(`--${option}: "${given}" is no port; use a number from 1 to 65535`);
  return port;
}

/** The port on which a process says how it stands; undefined where none was given. Throws a UsageError. */
export const statusPortOf = (given: string | undefined): number | undefined =>
  given === undefined ? undefined : portOf('status-port', given);

/** The address of a service, without a slash at its end; undefined where none was given. Throws a UsageError. */
export function serviceAddress(option: string, given: string | undefined): string | undefined {
  if (given === undefined) return undefined;
  const url = URL.canParse(given) ? new URL(given) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.search || url.hash)
    throw new UsageError(
      `--${option}: "${given}" is no address of a service; use one like http://127.0.0.1:5000/api`,
    );
  return url.href.replace(/\/$/, '');
}

/**
 * The address at which people open it, without a slash at its end; undefined where none was given. Throws a UsageError, also
 * for one without TLS that is not this machine's own: passwords would go over the wire as they are.
 */
export function publicAddress(given: string | undefined): string | undefined {
  if (given === undefined) return undefined;
  const url = URL.canParse(given) ? new URL(given) : null;
  if (
    !url ||
    !/^https?:$/.test(url.protocol) ||
    url.pathname !== '/' ||
    url.search ||
    url.hash ||
    url.username
  )
    throw new UsageError(
      `--address: "${given}" is no address to open it at; use one like https://brelm.example`,
    );
  if (url.protocol === 'http:' && !/^(localhost|127\.0\.0\.1)$/.test(url.hostname))
    throw new UsageError(
      `--address: "${given}" has no TLS: passwords would be readable on the way. Put a proxy before it (docs/team.md)`,
    );
  return url.origin;
}
