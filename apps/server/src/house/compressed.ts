import type { RequestHandler } from 'express';
import compression from 'compression';
import sirv from 'sirv';

/** Seconds. */
const YEAR = 365 * 24 * 3600;

/**
 * Files whose names say what is in them, kept by browsers for good, in the smallest form that the build has left
 * beside each and that the browser takes.
 */
export const assets = (folder: string): RequestHandler =>
  sirv(folder, { brotli: true, gzip: true, immutable: true, maxAge: YEAR });

/** What is answered while it happens must leave at once; a stream that is compressed waits until there is enough of it. */
const isStream = (type: unknown): boolean => String(type ?? '').startsWith('text/event-stream');

/** Compresses answers that are worth it, for those who are somewhere else; on this machine itself it only costs time. */
export const smallAnswers = (): RequestHandler =>
  compression({
    filter: (request, response) =>
      !isStream(response.getHeader('Content-Type')) && compression.filter(request, response),
  });
