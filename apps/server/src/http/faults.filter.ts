import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Response } from 'express';
import { QueryFailedError } from 'typeorm';
import { DocumentError } from '@brelm/core/design';
import { PictureError, UploadError, WriteError } from '../engine';

interface Answer {
  status: number;
  message: string;
  faults?: readonly { field: string; message: string }[];
}

const NO_DATABASE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'EPIPE',
  'ER_SERVER_SHUTDOWN',
  'ETIMEDOUT',
]);

function codeOf(error: unknown): string | undefined {
  const e = error as { code?: string; driverError?: { code?: string } } | null;
  return e?.driverError?.code ?? e?.code;
}

function answerFor(error: unknown): Answer | null {
  if (error instanceof DocumentError)
    return {
      status: 400,
      message: `The document cannot be used: ${error.message.split('\n')[0]}`,
      faults: error.faults,
    };
  if (error instanceof UploadError)
    return { status: 422, message: error.message, faults: [{ field: 'file', message: error.message }] };
  if (error instanceof PictureError)
    return {
      status: 422,
      message: error.message,
      faults: error.field ? [{ field: error.field, message: error.message }] : [],
    };
  if (error instanceof WriteError)
    return {
      status: error.code === 'ENOSPC' || error.code === 'EDQUOT' ? 507 : 500,
      message: error.message.charAt(0).toUpperCase() + error.message.slice(1),
    };
  if (NO_DATABASE.has(codeOf(error) ?? ''))
    return {
      status: 503,
      message: 'The database does not answer. Your work is kept in this browser; try again in a moment.',
    };
  const code = codeOf(error);
  if (error instanceof QueryFailedError && (code === 'ER_RECORD_FILE_FULL' || code === 'ER_DISK_FULL'))
    return { status: 507, message: 'The disk is full: free some space and try again.' };
  const type = (error as { type?: string })?.type;
  if (type === 'entity.too.large')
    return {
      status: 413,
      message: 'The design is too large to save: at most 30 MB. Pictures belong in materials.',
    };
  if (type === 'entity.parse.failed') return { status: 400, message: 'The request is no JSON.' };
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
    const known = answerFor(error);
    if (known) {
      const { status, ...body } = known;
      response.status(status).json(body);
    } else if (error instanceof HttpException) {
      const body = error.getResponse();
      response.status(error.getStatus()).json(typeof body === 'string' ? { message: body } : body);
    } else {
      this.log.error(error instanceof Error ? error.stack : String(error));
      response.status(500).json({ message: 'Something went wrong in the server; its log says what.' });
    }
  }
}
