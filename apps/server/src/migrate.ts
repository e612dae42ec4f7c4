import { migrate } from './database/migrate.ts';

/** Migrates as the owner of the database, before a server starts whose role cannot migrate. OWNER_URL, SERVING_ROLE. */
const { OWNER_URL, SERVING_ROLE } = process.env;
if (!OWNER_URL || !SERVING_ROLE) throw new Error('OWNER_URL and SERVING_ROLE are not set: start with `npm start`.');
await migrate(OWNER_URL, SERVING_ROLE);
