import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import { Logger } from 'nestjs-pino';
import compression from 'compression';
import { existsSync } from 'node:fs';
import { constants } from 'node:zlib';
import { AppModule, type AppSettings } from './app.module.ts';
import { originCheck } from './origin-check.ts';
import { ONE_OF_MODELS, ProblemFilter, problemOfFields } from './platform/index.ts';
import { securityHeaders } from './security-headers.ts';
import { serveWeb } from './serve-web.ts';

/** Brotli where the browser accepts it, at a level with low CPU cost. */
const COMPRESSION = {
  // Responses of up to three packets are not compressed: it would cost more than it saves.
  threshold: 4096,
  // Server-sent events are not buffered by compression.
  filter: (request: Request, response: Response) =>
    response.getHeader('Content-Type') !== 'text/event-stream' && compression.filter(request, response),
  brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 4, [constants.BROTLI_PARAM_LGWIN]: 18 } },
};

export interface ServeSettings extends AppSettings {
  /** Folder of the built web application; null serves only the API. */
  readonly webFolder: string | null;
  /** Addresses of proxies on other machines. */
  readonly proxies?: readonly string[];
  /** Host names of the server besides loopback, for a server without a proxy. */
  readonly hosts?: readonly string[];
}

/** Builds the whole server, not yet listening. */
export async function createApp({
  webFolder,
  hosts = [],
  proxies = [],
  ...settings
}: ServeSettings): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), {
    bufferLogs: true,
    // A guard reads the body after authentication.
    bodyParser: false,
  });
  app.useLogger(app.get(Logger));
  // Only a proxy on this machine, or one named in the settings, is trusted to state the client address of a request.
  app.set('trust proxy', settings.publicUrl === null ? false : ['loopback', ...proxies]);
  configure(app);
  app.use(compression(COMPRESSION));
  app.use(securityHeaders(settings.publicUrl));
  app.use(originCheck({ publicUrl: settings.publicUrl, hosts }));
  app.use('/api', (_: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  // Built on first request: it takes about half of the start-up time.
  let contract: string | null = null;
  app.use('/api/openapi.json', (_: Request, response: Response) => {
    contract ??= JSON.stringify(contractOf(app));
    response.type('json').send(contract);
  });
  if (webFolder !== null && existsSync(`${webFolder}/index.html`)) serveWeb(app, webFolder);
  app.enableShutdownHooks();
  const http = app.getHttpServer();
  // Time limits against slow senders: 30 s for a whole request, 10 s for its headers.
  http.requestTimeout = 30_000;
  http.headersTimeout = 10_000;
  // Longer than a proxy keeps an idle connection (usually 60 s), so that a request never uses a connection that is
  // being closed.
  http.keepAliveTimeout = 75_000;
  return app;
}

/** The application as the contract and the tests need it, without serving. */
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
      .addSecurity('session', { type: 'apiKey', in: 'cookie', name: 'shim-session' })
      .addSecurity('session-or-key', { type: 'http', scheme: 'bearer' })
      .build(),
    { operationIdFactory: (_controller, method) => method, extraModels: [...ONE_OF_MODELS] },
  );
