import { fieldOf } from '@sturdy-shim/core';
import { Injectable, type NestMiddleware } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import { Metrics } from './metrics.ts';

/** Measures every request by the pattern of its route, so that no tag and no address is in a label. */
@Injectable()
export class RequestTimes implements NestMiddleware {
  constructor(private readonly metrics: Metrics) {}

  use(request: Request, response: Response, next: NextFunction): void {
    const began = performance.now();
    // An open stream does not count as a slow response.
    response.once('finish', () => {
      const route: unknown = fieldOf(request.route, 'path');
      const { statusCode } = response;
      this.metrics.requests.observe(
        { method: request.method, route: typeof route === 'string' ? route : 'none', status: String(statusCode) },
        (performance.now() - began) / 1000,
      );
    });
    next();
  }
}
