import { createParamDecorator, BadRequestException, type ExecutionContext } from '@nestjs/common';
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';

/** Largest body that is taken, bytes. */
export const MOST_BODY = 30 * 1024 * 1024;
/** Largest field of a body that is no document, bytes; a text may be as long as its own field says. */
const MOST_FIELD = 2 * 1024 * 1024;
/** Arrays and objects within one another, at the most. */
const MOST_DEPTH = 64;
/** Keys of one object, at the most, outside of documents. */
const MOST_KEYS = 200;
/** Fields of the body itself. */
const MOST_FIELDS = 40;

/** A body that is refused, with the status to say so. */
export class BodyError extends Error {
  constructor(
    readonly status: 400 | 413 | 415,
    message: string,
    readonly field?: string,
  ) {
    super(message);
    this.name = 'BodyError';
  }
}

/** A field of the body as its bytes lie there. */
interface Member {
  key: string;
  start: number;
  end: number;
  /** Most keys that one object in it has. */
  keys: number;
}

const [QUOTE, BACKSLASH, COMMA, COLON] = [0x22, 0x5c, 0x2c, 0x3a];
const [OPEN, CLOSE, OPEN_LIST, CLOSE_LIST] = [0x7b, 0x7d, 0x5b, 0x5d];
const isSpace = (c: number) => c === 0x20 || c === 0x0a || c === 0x0d || c === 0x09;

/** A text up to this long is read byte by byte. */
const SHORT = 64;

const noJson = () => new BodyError(400, 'The request is no JSON.');

/**
 * Finds the fields of a JSON object without parsing what is in them: one pass over the bytes. Throws a
 * BodyError for what is no object, or too deep.
 */
export function scanBody(bytes: Uint8Array): Member[] {
  let at = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  const space = () => {
    while (isSpace(bytes[at])) at++;
  };
  /** The first backslash from where it was last looked for, so that each byte is looked at once. */
  let slash = -1;
  /** Past a text that begins here. Of a long one the end is found natively, some ten times as fast. */
  const text = () => {
    if (bytes[at] !== QUOTE) throw noJson();
    at++;
    while (at < bytes.length) {
      for (const stop = at + SHORT; at < stop; at++) {
        if (bytes[at] === BACKSLASH) at++;
        else if (bytes[at] === QUOTE) {
          at++;
          return;
        }
      }
      const quote = bytes.indexOf(QUOTE, at);
      if (quote < 0) break;
      if (slash < at) slash = bytes.indexOf(BACKSLASH, at);
      if (slash < 0) slash = bytes.length;
      at = Math.min(quote, slash);
    }
    throw noJson();
  };
  /** Past a value that begins here; the most keys of an object in it. */
  const value = (): number => {
    const counts: number[] = [];
    let most = 0;
    do {
      if (at >= bytes.length) throw noJson();
      const c = bytes[at];
      if (c === QUOTE) text();
      else if (c === OPEN || c === OPEN_LIST) {
        counts.push(0);
        if (counts.length >= MOST_DEPTH)
          throw new BodyError(400, `The request has lists and objects more than ${MOST_DEPTH} deep.`);
        at++;
      } else if (c === CLOSE || c === CLOSE_LIST) {
        if (counts.length === 0) break;
        most = Math.max(most, counts.pop()!);
        at++;
      } else {
        if (c === COLON && counts.length) counts[counts.length - 1]++;
        else if (c === COMMA && counts.length === 0) break;
        at++;
      }
    } while (counts.length > 0 || !(bytes[at] === COMMA || bytes[at] === CLOSE));
    return most;
  };
  space();
  if (bytes[at] !== OPEN) throw new BodyError(400, 'The request must be a JSON object.');
  at++;
  const members: Member[] = [];
  space();
  if (bytes[at] === CLOSE) at++;
  else
    for (;;) {
      space();
      const from = at;
      text();
      const key = parse(bytes, from, at) as string;
      space();
      if (bytes[at++] !== COLON) throw noJson();
      space();
      const start = at;
      const keys = value();
      members.push({ key, start, end: at, keys });
      if (members.length > MOST_FIELDS)
        throw new BodyError(400, `The request has more than ${MOST_FIELDS} fields.`);
      space();
      const next = bytes[at++];
      if (next === CLOSE) break;
      if (next !== COMMA) throw noJson();
    }
  space();
  if (at !== bytes.length) throw noJson();
  return members;
}

const utf8 = new TextDecoder('utf-8', { fatal: true });

function textOf(bytes: Uint8Array, start: number, end: number): string {
  try {
    return utf8.decode(bytes.subarray(start, end));
  } catch {
    throw new BodyError(400, 'The request is not written in UTF-8.');
  }
}

function parse(bytes: Uint8Array, start: number, end: number): unknown {
  try {
    return JSON.parse(textOf(bytes, start, end)) as unknown;
  } catch (error) {
    throw error instanceof BodyError ? error : noJson();
  }
}

/** A body's fields, apart from a document, which stays text: whoever needs it reads it where there is time. */
export function readBody(bytes: Uint8Array): { body: Record<string, unknown>; document?: string } {
  const body: Record<string, unknown> = {};
  let document: string | undefined;
  for (const { key, start, end, keys } of scanBody(bytes)) {
    if (key === 'document' && bytes[start] === OPEN) {
      document = textOf(bytes, start, end);
      continue;
    }
    const isText = bytes[start] === QUOTE;
    if (!isText && end - start > MOST_FIELD)
      throw new BodyError(413, `${key}: is too large: at most ${MOST_FIELD / 1024 / 1024} MB.`, key);
    if (keys > MOST_KEYS)
      throw new BodyError(400, `${key}: has an object of more than ${MOST_KEYS} fields.`, key);
    // Even "__proto__" is only a name here.
    Object.defineProperty(body, key, {
      value: parse(bytes, start, end),
      enumerable: true,
      configurable: true,
      writable: true,
    });
  }
  return { body, ...(document === undefined ? {} : { document }) };
}

type WithDocument = Request & { documentText?: string };

const raw = express.raw({ type: 'application/json', limit: MOST_BODY });

/** Reads JSON bodies: sizes and depths first, then their fields. */
export const jsonBody: RequestHandler = (request: WithDocument, response: Response, next: NextFunction) => {
  const charset = /charset\s*=\s*"?([\w-]+)/i.exec(request.headers['content-type'] ?? '')?.[1];
  if (charset && !/^utf-?8$/i.test(charset))
    return next(new BodyError(415, `The request is written in ${charset}: send it in UTF-8.`));
  raw(request, response, (error?: unknown) => {
    if (error) return next(error);
    const bytes = request.body as unknown;
    if (!Buffer.isBuffer(bytes)) return next();
    request.body = {};
    if (bytes.length === 0) return next();
    try {
      const { body, document } = readBody(bytes);
      request.body = body;
      request.documentText = document;
    } catch (fault) {
      return next(fault);
    }
    next();
  });
};

/** The `document` of a request as JSON text. Refuses a request that has none with 400. */
export const DocumentText = createParamDecorator((_: unknown, context: ExecutionContext): string => {
  const text = context.switchToHttp().getRequest<WithDocument>().documentText;
  if (text === undefined)
    throw new BadRequestException({
      message: 'document must be an object',
      faults: [{ field: 'document', message: 'document must be an object' }],
    });
  return text;
});

/** A signal that comes when nobody waits for the answer any more. */
export const WhileAsked = createParamDecorator((_: unknown, context: ExecutionContext): AbortSignal => {
  const response = context.switchToHttp().getResponse<Response>();
  const abort = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished) abort.abort();
  });
  return abort.signal;
});
