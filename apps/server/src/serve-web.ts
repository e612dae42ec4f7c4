import type { NestExpressApplication } from '@nestjs/platform-express';
import type { NextFunction, Request, Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { nonceOf } from './security-headers.ts';

/** The nonce placeholder of `index.html`. */
const PLACE = '__NONCE__';

/**
 * Built files have their hash in the name and are cached permanently; every other address is a page of the application.
 */
export function serveWeb(app: NestExpressApplication, folder: string): void {
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  const files = expressStaticGzip(folder, {
    // Compressed when the web was built, so that no visitor waits for it.
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: {
      setHeaders: (response, path) => {
        response.setHeader(
          'Cache-Control',
          path.includes('assets') ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) =>
    // The page is always served with its nonce, also under its file name; other paths of the interface are not files.
    request.path.startsWith('/api/') || isPage(request.path) ? next() : void files(request, response, next),
  );
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

/** Every spelling of the path: percent encoding, doubled slashes, case, the compressed file. */
function isPage(path: string): boolean {
  try {
    return /(?:^|\/)index\.html(?:\.gz|\.br)?$/i.test(decodeURIComponent(path));
  } catch {
    return true;
  }
}
