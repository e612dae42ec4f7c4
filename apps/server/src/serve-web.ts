import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { nonceOf } from './security-headers.ts';

/** Where `index.html` waits for the nonce of the page. */
const PLACE = '__NONCE__';

/** Built files carry their hash in the name and may be kept for ever; every other address is a place of the application. */
export function serveWeb(app: NestExpressApplication, folder: string): void {
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  app.useStaticAssets(folder, {
    index: false,
    setHeaders: (response, path) => {
      response.setHeader('Cache-Control', path.includes('assets') ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (
      !['GET', 'HEAD'].includes(request.method) ||
      request.path.startsWith('/api') ||
      request.path.startsWith('/assets/')
    )
      return next();
    response.setHeader('Cache-Control', 'no-store');
    response.type('html').send(page.replaceAll(PLACE, nonceOf(response)));
  });
}
