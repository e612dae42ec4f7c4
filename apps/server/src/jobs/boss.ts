import PgBoss from 'pg-boss';
import type { DataSource } from 'typeorm';
import { JOBS_SCHEMA } from './queues.ts';

/** Enough of the driver's pool: several statements at once need the form without values. */
interface Pool {
  /** Its end was asked for: it takes no more statements. */
  readonly ending: boolean;
  query(text: string, values?: unknown[]): Promise<{ rows: unknown[] }>;
}

/** A boss on the connections that the program has anyway. */
export const bossOn = (database: DataSource, options: PgBoss.ConstructorOptions): PgBoss => {
  const { master } = database.driver as unknown as { readonly master: Pool };
  return new PgBoss({
    schema: JOBS_SCHEMA,
    db: {
      executeSql: async (text, values) => {
        // A job that outlives its node is left as it stands: it runs out of time and is taken up by another node.
        if (master.ending) return { rows: [] };
        const answer = await (values && values.length > 0 ? master.query(text, values) : master.query(text));
        return { rows: Array.isArray(answer) ? [] : answer.rows };
      },
    },
    ...options,
  });
};
