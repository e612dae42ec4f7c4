import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { AppModule, type AppSettings } from './app.module.ts';
import { ProblemFilter, problemOfFields } from './platform/index.ts';

export interface ServeSettings extends AppSettings {
  /** Folder of the built web application; null serves the interface for programs only. */
  readonly webFolder: string | null;
}

/** Builds the whole server, not yet listening. */
export async function createApp({ webFolder, ...settings }: ServeSettings): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), { bufferLogs: true });
  app.useLogger(app.get(Logger));
  configure(app);
  app.useBodyParser('json', { limit: '256kb' });
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          // Ant Design writes its tokens into style elements at run time; scripts stay our own files.
          'style-src': ["'self'", "'unsafe-inline'"],
          'font-src': ["'self'", 'data:'],
          'img-src': ["'self'", 'data:'],
          // On loopback and in a shop's own network there may be no TLS to upgrade to.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  const contract = JSON.stringify(contractOf(app));
  app.use('/api/openapi.json', (_: Request, response: Response) => void response.type('json').send(contract));
  if (webFolder !== null && existsSync(join(webFolder, 'index.html'))) serveWeb(app, webFolder);
  app.enableShutdownHooks();
  return app;
}

/** What the contract and the tests need of the application, without serving. */
export function configure(app: NestExpressApplication): void {
  app.setGlobalPrefix('api');
  app.useGlobalFilters(new ProblemFilter());
  app.useGlobalPipes(
    new ValidationPipe({
      transform: true,
      whitelist: true,
      forbidNonWhitelisted: true,
      stopAtFirstError: true,
      exceptionFactory: problemOfFields,
    }),
  );
}

export const contractOf = (app: NestExpressApplication): OpenAPIObject =>
  SwaggerModule.createDocument(
    app,
    new DocumentBuilder()
      .setTitle('Sturdy Shim')
      .setDescription('Valve clearance checks for fleets of small engines')
      .setVersion('1')
      .build(),
    { operationIdFactory: (_controller, method) => method },
  );

/** Built files carry their hash in the name and may be kept for ever; every other address is a place of the application. */
function serveWeb(app: NestExpressApplication, folder: string): void {
  app.useStaticAssets(folder, {
    index: false,
    setHeaders: (response, path) => {
      response.setHeader('Cache-Control', path.includes('assets') ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api') || request.path.startsWith('/assets/'))
      return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(folder, 'index.html'));
  });
}
