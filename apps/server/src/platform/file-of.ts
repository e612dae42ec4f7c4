import type { Request } from 'express';
import { ProblemException, problemOf } from './problem.ts';

/** The body of a request as bytes. */
export function fileOf({ body }: Request): Buffer {
  if (Buffer.isBuffer(body)) return body;
  throw new ProblemException(
    problemOf({
      code: 'no-file',
      status: 400,
      detail: 'No file came with the request.',
      remedy: 'Send the file itself, as application/octet-stream.',
    }),
  );
}
