import PgBoss from 'pg-boss';
import type { DataSource } from 'typeorm';
import { JOBS_SCHEMA } from './queues.ts';

/** Enough of the driver's pool: several statements at once need the form without values. */
interface Pool {
  query(text: string, values?: unknown[]): Promise<{ rows: unknown[] }>;
}

/** A boss on the connections that the program has anyway. */
export const bossOn = (database: DataSource, options: PgBoss.ConstructorOptions): PgBoss => {
  const { master } = database.driver as unknown as { readonly master: Pool };
  return new PgBoss({
    schema: JOBS_SCHEMA,
    db: {
      executeSql: async (text, values) => {
        const answer = await (values && values.length > 0 ? master.query(text, values) : master.query(text));
        return { rows: Array.isArray(answer) ? [] : answer.rows };
      },
    },
    ...options,
  });
};
