import type { NextFunction, Request, Response } from 'express';

const LOCAL = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/**
 * Lets only this machine's own pages write: the Host must be local (against DNS rebinding), and a
 * write that names an Origin must come from the page that this server itself serves.
 */
export function checkOrigin(request: Request, response: Response, next: NextFunction): void {
  const host = request.headers.host ?? '';
  if (!LOCAL.test(host)) {
    response.status(403).json({ message: 'Brelm answers on this machine only.' });
    return;
  }
  const { origin } = request.headers;
  const reads = ['GET', 'HEAD', 'OPTIONS'].includes(request.method);
  if (!reads && origin !== undefined && origin !== `http://${host}`) {
    response.status(403).json({ message: 'This page may not change anything here.' });
    return;
  }
  next();
}
