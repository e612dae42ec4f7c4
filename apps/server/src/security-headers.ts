import type { IncomingMessage, ServerResponse } from 'node:http';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { randomBytes } from 'node:crypto';

/** Set for every response; only the page's own style elements carry it. */
export const nonceOf = (response: Response): string => response.locals.nonce as string;

/**
 * Everything from our own origin and nothing inline. Ant Design writes its tokens into style elements at run time,
 * which carry the nonce of the page.
 */
export function securityHeaders(publicUrl: URL | null) {
  const overTls = publicUrl?.protocol === 'https:';
  const guard = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'none'"],
        'script-src': ["'self'"],
        'style-src': [
          "'self'",
          (_: IncomingMessage, response: ServerResponse) => `'nonce-${nonceOf(response as Response)}'`,
        ],
        'font-src': ["'self'"],
        'img-src': ["'self'", 'data:'],
        'connect-src': ["'self'"],
        'manifest-src': ["'self'"],
        'worker-src': ["'self'"],
        'base-uri': ["'none'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        ...(overTls && { 'upgrade-insecure-requests': [] }),
      },
    },
    strictTransportSecurity: overTls ? { maxAge: 31_536_000 } : false,
  });
  return (request: Request, response: Response, next: NextFunction): void => {
    response.locals.nonce = randomBytes(16).toString('base64');
    guard(request, response, next);
  };
}
