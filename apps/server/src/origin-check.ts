import type { NextFunction, Request, Response } from 'express';
import { problemOf } from './platform/index.ts';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * A write that carries a cookie must come from our own pages (OWASP ASVS 4.0, 4.2.2 and 13.2.3): another site can make
 * a browser send our cookie, but not our origin. Machines with a key carry no cookie and are let through.
 */
export const originCheck =
  (publicUrl: URL | null) =>
  (request: Request, response: Response, next: NextFunction): void => {
    if (SAFE.has(request.method) || request.headers.cookie === undefined) return next();
    const own = publicUrl?.origin ?? `http://${request.headers.host}`;
    if (request.headers.origin === own) return next();
    const problem = problemOf({
      code: 'foreign-origin',
      status: 403,
      detail: 'This write did not come from a page of this server.',
      mend: 'Open the application itself and do it there. Programs use an access key instead of a cookie.',
    });
    response.status(403).type('application/problem+json').json(problem);
  };
