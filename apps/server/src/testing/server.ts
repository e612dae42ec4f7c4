import type { NestExpressApplication } from '@nestjs/platform-express';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { createApp } from '../app.ts';
import { Clock } from '../platform/index.ts';

/** A whole server on a real, empty, migrated database of its own, with a clock that the test sets. */
export interface TestServer {
  readonly app: NestExpressApplication;
  readonly http: ReturnType<typeof supertest>;
  readonly database: DataSource;
  setNow(iso: string): void;
  stop(): Promise<void>;
}

export async function startServer(now: string): Promise<TestServer> {
  const cluster = process.env.TEST_CLUSTER_URL;
  if (!cluster) throw new Error('No test cluster: run the tests with `npm test`, or `npm test -- --only jest`.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await onCluster(cluster, `create database ${name}`);
  const url = cluster.replace(/\/[^/]*$/, `/${name}`);
  const app = await createApp({ databaseUrl: url, logLevel: 'silent', webFolder: null });
  const database = app.get(DataSource);
  await database.runMigrations();
  await app.init();
  const clock = app.get(Clock);
  let present = new Date(now);
  clock.now = () => present;
  return {
    app,
    http: supertest(app.getHttpServer()),
    database,
    setNow: (iso) => void (present = new Date(iso)),
    stop: async () => {
      await app.close();
      await onCluster(cluster, `drop database ${name}`);
    },
  };
}

async function onCluster(url: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}
