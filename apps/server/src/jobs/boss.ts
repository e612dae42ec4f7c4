import PgBoss from 'pg-boss';
import type { DataSource } from 'typeorm';
import { poolOf } from '../platform/index.ts';
import { JOBS_SCHEMA } from './queues.ts';

/** A pg-boss instance on the program's own connection pool. */
export const bossOn = (database: DataSource, options: PgBoss.ConstructorOptions): PgBoss => {
  const pool = poolOf(database);
  return new PgBoss({
    schema: JOBS_SCHEMA,
    db: {
      executeSql: async (text, values) => {
        // A query with several statements must have no parameters.
        const answer = await (values && values.length > 0
          ? pool.query<object>(text, values)
          : pool.query<object>(text));
        return { rows: Array.isArray(answer) ? [] : answer.rows };
      },
    },
    ...options,
  });
};
