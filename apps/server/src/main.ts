import { fileURLToPath } from 'node:url';
import { DataSource } from 'typeorm';
import { createApp } from './app.ts';
import { DemoLoader } from './demo/index.ts';

/**
 * Migrates, loads the demo when it is asked for and the database is empty, and serves. Settings come from the
 * environment: DATABASE_URL, PORT, HOST, LOAD_DEMO (`if-empty`), LOG_LEVEL.
 */
async function main(): Promise<void> {
  const { DATABASE_URL, PORT = '4080', HOST = '127.0.0.1', LOAD_DEMO, LOG_LEVEL } = process.env;
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set: start with `npm start`, which sets it.');
  const app = await createApp({
    databaseUrl: DATABASE_URL,
    logLevel: LOG_LEVEL === 'info' || LOG_LEVEL === 'silent' ? LOG_LEVEL : 'warn',
    webFolder: fileURLToPath(new URL('../../web/dist', import.meta.url)),
  });
  await app.get(DataSource).runMigrations();
  if (LOAD_DEMO === 'if-empty') await app.get(DemoLoader).loadIfEmpty();
  await app.listen(Number(PORT), HOST);
  process.send?.('listening');
  // Started by `npm start`: when that is gone, nobody would stop this server any more.
  if (process.send) process.once('disconnect', () => void app.close().then(() => process.exit(0)));
}

await main();
