import { AsyncLocalStorage } from 'node:async_hooks';
import { randomUUID } from 'node:crypto';
import { ConsoleLogger } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';

/** What is being done when something is said: lines of the log have it. */
interface About {
  request?: string;
  run?: string;
  file?: string;
}

const about = new AsyncLocalStorage<About>();

/** Does something for a request, or for a file of a run; what is said meanwhile says so. */
export const saidOf = <T>(what: About, work: () => T): T => about.run({ ...about.getStore(), ...what }, work);

const STARTING = new Set([
  'NestFactory',
  'InstanceLoader',
  'RoutesResolver',
  'RouterExplorer',
  'NestApplication',
]);

const ID = /^[\w.-]{8,80}$/;

/** Gives each request an id, or takes the one that a proxy gave it, and says it in the answer. */
export function named(request: Request, response: Response, next: NextFunction): void {
  const given = request.headers['x-request-id'];
  const id = typeof given === 'string' && ID.test(given) ? given : randomUUID();
  response.setHeader('X-Request-Id', id);
  saidOf({ request: id }, next);
}

/** The log: lines to read, or a JSON object a line, with the request, run or file that they are about. */
export class Log extends ConsoleLogger {
  constructor(asJson: boolean) {
    super({
      json: asJson,
      logLevels: asJson ? ['log', 'warn', 'error', 'fatal'] : ['warn', 'error', 'fatal'],
    });
  }

  /** What the framework says of each of its pieces when it starts is nobody's concern. */
  override log(message: unknown, ...more: unknown[]): void {
    if (!STARTING.has(String(more.at(-1)))) super.log(message, ...(more as [string]));
  }

  protected override getJsonLogObject(
    message: unknown,
    options: Parameters<ConsoleLogger['getJsonLogObject']>[1],
  ): ReturnType<ConsoleLogger['getJsonLogObject']> {
    return { ...super.getJsonLogObject(message, options), ...about.getStore() };
  }

  protected override formatMessage(...all: Parameters<ConsoleLogger['formatMessage']>): string {
    const line = super.formatMessage(...all);
    const { request, file } = about.getStore() ?? {};
    const of = file ? `file ${file}` : request ? `request ${request}` : '';
    return of ? line.replace(/\n$/, ` (${of})\n`) : line;
  }
}

/** As the environment asks for it: `BRELM_LOG=json` for lines that a program reads. */
export const logOf = (env: NodeJS.ProcessEnv = process.env): Log => new Log(env.BRELM_LOG === 'json');
