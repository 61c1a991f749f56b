import type { NextFunction, Request, Response } from 'express';

const LOCAL = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/**
 * Lets only this machine's own pages write: the Host must be local, or that of the address at which people open it (against
 * DNS rebinding), and a write that names an Origin must come from the page that this server itself serves.
 */
export function checkOrigin(address?: string) {
  const outside = address ? new URL(address) : null;
  return (request: Request, response: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    const isOutside = host === outside?.host;
    if (!LOCAL.test(host) && !isOutside) {
      response.status(403).json({
        message: outside ? `Brelm answers at ${outside.origin} only.` : 'Brelm answers on this machine only.',
      });
      return;
    }
    const { origin } = request.headers;
    const reads = ['GET', 'HEAD', 'OPTIONS'].includes(request.method);
    if (!reads && origin !== undefined && origin !== (isOutside ? outside.origin : `http://${host}`)) {
      response.status(403).json({ message: 'This page may not change anything here.' });
      return;
    }
    next();
  };
}
