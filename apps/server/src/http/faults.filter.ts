import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Response } from 'express';
import { QueryFailedError } from 'typeorm';
import { DocumentError } from '@brelm/core/fields';
import { PictureError, UploadError, WriteError } from '@brelm/engine';
import { BusyError, EndedError } from '../workers/process-pool';
import { BodyError } from './json-body';

interface Answer {
  status: number;
  message: string;
  faults?: readonly { field: string; message: string }[];
}

/** A refusal whose body is JSON text already, such as one that holds a stored document. */
export class RawRefusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly json: string,
  ) {
    super(message);
    this.name = 'RawRefusal';
  }
}

const NO_DATABASE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_SEQUENCE_TIMEOUT',
  'EPIPE',
  'ER_SERVER_SHUTDOWN',
  'ETIMEDOUT',
  'POOL_CLOSED',
]);
const DISK_FULL = new Set(['ENOSPC', 'EDQUOT', 'ER_RECORD_FILE_FULL', 'ER_DISK_FULL']);
/** A row of the same key came in at the same moment, or two writers waited for one another. */
const WAITED_FOR = ['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'];
const AT_ONCE = new Set(['ER_DUP_ENTRY', ...WAITED_FOR]);
const TOO_LONG = new Set(['ER_DATA_TOO_LONG', 'ER_WARN_DATA_OUT_OF_RANGE', 'ER_NET_PACKET_TOO_LARGE']);

export function codeOf(error: unknown): string | undefined {
  const e = error as { code?: string; driverError?: { code?: string } } | null;
  return e?.driverError?.code ?? e?.code;
}

/** True where the database is away for now, so that trying again is right. */
export const isDatabaseAway = (error: unknown): boolean => NO_DATABASE.has(codeOf(error) ?? '');

/** True where two writers waited for one another and this one gave way: nothing was written, the same may go well now. */
export const isOutOfTurn = (error: unknown): boolean => WAITED_FOR.includes(codeOf(error) ?? '');

const full = 'The disk is full: free some space and try again. Your work is kept in this browser meanwhile.';

function answerFor(error: unknown): Answer | null {
  if (error instanceof DocumentError)
    return {
      status: 400,
      message: `The document cannot be used: ${error.message.split('\n')[0]}`,
      faults: error.faults,
    };
  if (error instanceof BodyError)
    return {
      status: error.status,
      message: error.message,
      ...(error.field ? { faults: [{ field: error.field, message: error.message }] } : {}),
    };
  if (error instanceof UploadError)
    return { status: 422, message: error.message, faults: [{ field: 'file', message: error.message }] };
  if (error instanceof PictureError)
    return {
      status: 422,
      message: error.message,
      faults: error.field ? [{ field: error.field, message: error.message }] : [],
    };
  if (error instanceof BusyError) return { status: 429, message: error.message };
  if (error instanceof EndedError)
    return error.reason === 'stopping'
      ? { status: 503, message: error.message }
      : { status: 422, message: `This was ended: ${error.message}.` };
  const code = codeOf(error) ?? '';
  if (DISK_FULL.has(code)) return { status: 507, message: full };
  if (error instanceof WriteError)
    return { status: 500, message: 'A file could not be written; the server’s log says why.' };
  if (NO_DATABASE.has(code))
    return {
      status: 503,
      message: 'The database does not answer. Your work is kept in this browser; try again in a moment.',
    };
  if (error instanceof QueryFailedError && AT_ONCE.has(code))
    return {
      status: 409,
      message: 'Somebody changed the same at the same moment: look again and try again.',
    };
  if (error instanceof QueryFailedError && TOO_LONG.has(code))
    return { status: 400, message: 'Something in this is longer or larger than can be stored.' };
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  if (type === 'entity.too.large')
    return {
      status: 413,
      message: 'The design is too large to save: at most 30 MB. Pictures belong in materials.',
    };
  if (type === 'encoding.unsupported')
    return {
      status: 415,
      message: 'The request is packed in a way that is not read here: send it plain or as gzip.',
    };
  if (/^Z_/.test(code)) return { status: 400, message: 'The request cannot be unpacked: it is damaged.' };
  if (typeof type === 'string' && typeof status === 'number' && status >= 400 && status < 500)
    return { status, message: 'The request came in damaged or in part: send it again.' };
  return null;
}

/** Turns every error into a plain answer; what is not foreseen is logged, never shown. */
@Catch()
export class FaultsFilter implements ExceptionFilter {
  private readonly log = new Logger('Brelm');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) {
      response.end();
      return;
    }
    if (error instanceof BusyError) response.setHeader('Retry-After', String(error.retryAfterSeconds));
    if (error instanceof WriteError) this.log.error(error.message);
    const known = answerFor(error);
    if (known) {
      const { status, ...body } = known;
      response.status(status).json(body);
    } else if (error instanceof RawRefusal) response.status(error.status).type('json').send(error.json);
    else if (error instanceof HttpException) {
      const body = error.getResponse();
      response.status(error.getStatus()).json(typeof body === 'string' ? { message: body } : body);
    } else {
      this.log.error(error instanceof Error ? error.stack : String(error));
      response.status(500).json({ message: 'Something went wrong in the server; its log says what.' });
    }
  }
}
