import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { writeFile } from 'node:fs/promises';
import { AppModule, NO_BACKUPS } from './app.module.ts';
import { configure, contractOf } from './app.ts';

/** Writes the contract to the file named on the command line. Needs no database. */
const [, , file] = process.argv;
if (file === undefined) throw new Error('name the file to write');
const settings = {
  databaseUrl: 'postgres://nobody@localhost/none',
  logLevel: 'silent',
  publicUrl: null,
  requestsPerMinute: 1200,
  backups: NO_BACKUPS,
} as const;
const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), {
  preview: true,
  logger: ['error'],
});
configure(app);
await writeFile(file, `${JSON.stringify(contractOf(app), null, 2)}\n`);
