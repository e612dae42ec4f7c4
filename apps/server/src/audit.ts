import { DataSource } from 'typeorm';
import { databaseOptions } from './database/data-source.ts';
import { unsoundRows } from './soundness/index.ts';
import { differingStatuses } from './status/index.ts';
import { differingFacts } from './unit-record/index.ts';

/**
 * Prints inconsistencies as JSON: tags of units whose stored status or facts differ from a computation from the record,
 * and rows that today's rules would refuse. For the trials, and for the administrator of a shop's data.
 */
const { DATABASE_URL } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL is not set.');
const database = await new DataSource(databaseOptions(DATABASE_URL)).initialize();
const found = {
  differing: [...(await differingStatuses(database.manager)), ...(await differingFacts(database.manager))],
  unsound: await unsoundRows(database.manager),
};
process.stdout.write(`${JSON.stringify(found)}\n`);
await database.destroy();
