import { type CanActivate, type ExecutionContext, Injectable, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { type Request, type RequestHandler, type Response, json, raw } from 'express';
import { ProblemException, problemOf } from './problem.ts';
import type { Refusal } from './result.ts';

const BYTES = 'sturdy-shim.bytes';

/** Size limit in bytes for routes that receive a whole file. */
export const TakesBytes = (limit: number) => SetMetadata(BYTES, limit);

/** For routes that stream the body themselves. */
export const TakesStream = () => SetMetadata(BYTES, Infinity);

const asJson = json({ limit: '256kb' });
const asBytes = new Map<number, RequestHandler>();

/**
 * Reads the body after authentication and before validation, and checks its size and syntax. A sender without the
 * right is refused before any byte is read.
 */
@Injectable()
export class BodyGuard implements CanActivate {
  constructor(private readonly reflector: Reflector) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Request>();
    const response = context.switchToHttp().getResponse<Response>();
    const limit = this.reflector.get<number | undefined>(BYTES, context.getHandler());
    if (limit !== Infinity) await read(limit === undefined ? asJson : bytesUpTo(limit), request, response);
    // An empty body becomes an empty object: validation then reports each missing field.
    request.body ??= {};
    const wrong = shapeRefusal(request.query) ?? shapeRefusal(request.body);
    if (wrong !== null) throw new ProblemException(problemOf(wrong));
    return true;
  }
}

function bytesUpTo(limit: number): RequestHandler {
  const known = asBytes.get(limit) ?? raw({ type: 'application/octet-stream', limit: limit });
  asBytes.set(limit, known);
  return known;
}

const read = (parser: RequestHandler, request: Request, response: Response): Promise<void> =>
  new Promise((resolve, reject) => {
    void parser(request, response, (error?: unknown) => {
      if (error === undefined) resolve();
      else reject(error instanceof Error ? error : new Error('the body could not be read'));
    });
  });

/** Deeper than any body of the contract. */
const MAX_DEPTH = 20;
/** Names of inherited properties: no field has them, and they must not reach a lookup (prototype pollution). */
const FOREIGN = new Set(['__proto__', 'constructor', 'prototype']);

/** Checks the structure of every body. The walk is iterative, so that deep nesting cannot overflow the stack. */
export function shapeRefusal(sent: unknown): Refusal | null {
  const waiting: { readonly value: unknown; readonly path: string; readonly depth: number }[] = [
    { value: sent, path: '', depth: 0 },
  ];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const { value, path, depth } = next;
    if (typeof value !== 'object' || value === null || Buffer.isBuffer(value)) continue;
    if (depth >= MAX_DEPTH) return tooDeep;
    for (const [name, part] of Object.entries(value)) {
      const at = path === '' ? name : `${path}.${name}`;
      if (FOREIGN.has(name)) return noSuchField(at);
      waiting.push({ value: part, path: at, depth: depth + 1 });
    }
  }
  return null;
}

const tooDeep: Refusal = {
  code: 'too-deep',
  status: 400,
  detail: `What was sent lies deeper than ${MAX_DEPTH} levels.`,
  remedy: 'Send it as /api/openapi.json describes it.',
};

const noSuchField = (field: string): Refusal => ({
  code: 'invalid-fields',
  status: 400,
  field,
  detail: 'There is no such field here.',
  remedy: 'Leave it out, or check its spelling.',
});
