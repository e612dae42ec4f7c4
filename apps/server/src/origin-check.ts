import type { NextFunction, Request, Response } from 'express';
import { problemOf } from './platform/index.ts';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** Origins under which browsers reach this server. */
export interface OwnNames {
  /** Origin of the TLS proxy; null without one. */
  readonly publicUrl: URL | null;
  /** Besides loopback: the origins from the server's settings. */
  readonly hosts: readonly string[];
}

/**
 * A write that carries a cookie must come from our own pages (OWASP ASVS 4.0, 4.2.2 and 13.2.3): another site can
 * make a browser send our cookie, but not our origin. The Host header is not trusted: another name may resolve to this
 * server. Requests with an access key carry no cookie and are let through.
 */
export function originCheck({ publicUrl, hosts }: OwnNames) {
  const names = new Set([...LOOPBACK, ...hosts.map((each) => each.toLowerCase())]);
  const isOurs = (origin: string | undefined, host: string | undefined): boolean => {
    if (origin === undefined) return false;
    if (publicUrl !== null) return origin === publicUrl.origin;
    const url = URL.canParse(origin) ? new URL(origin) : null;
    return url?.protocol === 'http:' && names.has(url.hostname) && origin === `http://${host}`;
  };
  return (request: Request, response: Response, next: NextFunction): void => {
    if (SAFE.has(request.method) || request.headers.cookie === undefined) return next();
    if (isOurs(request.headers.origin, request.headers.host)) return next();
    const problem = problemOf({
      code: 'foreign-origin',
      status: 403,
      detail: 'This write did not come from a page of this server, or the server is not known by this name.',
      remedy:
        'Open the application under its own name and do it there. A name of its own is given at the start: HOSTS=shim.lan npm start. Programs use an access key instead of a cookie.',
    });
    response.status(403).type('application/problem+json').json(problem);
  };
}
