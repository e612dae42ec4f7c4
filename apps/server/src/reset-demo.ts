import { NestFactory } from '@nestjs/core';
import { DataSource } from 'typeorm';
import { AppModule, NO_BACKUPS } from './app.module.ts';
import { databaseOptions } from './database/data-source.ts';
import { migrate } from './database/migrate.ts';
import { DemoLoader } from './demo/index.ts';

/** Empties the demo's database, migrates it and loads the demo again. */
const { DATABASE_URL, OWNER_URL, SERVING_ROLE } = process.env;
if (!DATABASE_URL || !OWNER_URL || !SERVING_ROLE)
  throw new Error('DATABASE_URL, OWNER_URL and SERVING_ROLE are not set: use `npm run demo:reset`, which sets them.');
const owner = new DataSource(databaseOptions(OWNER_URL));
await owner.initialize();
const [shop] = await owner.query<[{ made: boolean }]>("select to_regclass('shop') is not null as made");
if (shop.made && (await owner.query<unknown[]>("select 1 from shop where kind = 'real'")).length > 0)
  throw new Error('This is the database of a real shop: it is not thrown away.');
await owner.query('drop schema public cascade');
await owner.query('create schema public');
await owner.query('drop schema if exists jobs cascade');
await owner.destroy();
await migrate(OWNER_URL, SERVING_ROLE);
const app = await NestFactory.createApplicationContext(
  AppModule.with({
    databaseUrl: DATABASE_URL,
    logLevel: 'warn',
    publicUrl: null,
    requestsPerMinute: 1200,
    backups: NO_BACKUPS,
  }),
  { logger: ['error'] },
);
await app.get(DemoLoader).loadIfEmpty();
await app.close();
