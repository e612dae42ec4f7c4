import { NestFactory } from '@nestjs/core';
import { DataSource } from 'typeorm';
import { AppModule } from './app.module.ts';
import { DemoLoader } from './demo/index.ts';

/** Empties the database, migrates it and loads the demo anew. */
const { DATABASE_URL } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set: use `npm run demo:reset`, which sets it.');
const app = await NestFactory.createApplicationContext(
  AppModule.with({ databaseUrl: DATABASE_URL, logLevel: 'warn' }),
  { logger: ['error'] },
);
const database = app.get(DataSource);
await database.dropDatabase();
await database.runMigrations();
await app.get(DemoLoader).loadIfEmpty();
await app.close();
