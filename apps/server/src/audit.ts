import { DataSource } from 'typeorm';
import { databaseOptions } from './database/data-source.ts';
import { differingStatuses } from './status/index.ts';

/** Computes every status again from the bare facts and prints, as JSON, the tags of the units for which it differs. */
const { DATABASE_URL } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set.');
const database = await new DataSource(databaseOptions(DATABASE_URL)).initialize();
process.stdout.write(`${JSON.stringify(await differingStatuses(database.manager))}\n`);
await database.destroy();
