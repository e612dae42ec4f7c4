import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

interface Client {
  query(config: { name: string; text: string; values: readonly unknown[] }): Promise<{ rows: unknown[] }>;
}

/** A frequently used statement. Statements with one name must be identical. */
export interface Prepared {
  readonly name: string;
  readonly text: string;
}

/** Executes a statement that PostgreSQL parses once per connection instead of once per request. */
export async function prepared<Row>(
  manager: EntityManager,
  { name, text }: Prepared,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  const runner = manager.queryRunner ?? manager.connection.createQueryRunner();
  try {
    const client = (await runner.connect()) as Client;
    return (await client.query({ name, text, values })).rows as Row[];
  } finally {
    if (runner !== manager.queryRunner) await runner.release();
  }
}

/** Rows of one table, by a `where` clause. */
export interface PreparedRows {
  readonly name: string;
  readonly where: string;
}

/**
 * Entities of one table, like `find`, without building the query each time. Columns are listed, so that an older node
 * still works after a newer one adds some.
 */
export async function preparedRows<Entity extends ObjectLiteral>(
  manager: EntityManager,
  type: EntityTarget<Entity>,
  { name, where }: PreparedRows,
  values: readonly unknown[],
): Promise<Entity[]> {
  const { columns, tableName } = manager.connection.getMetadata(type);
  const { driver } = manager.connection;
  const shown = columns.filter(({ isSelect }) => isSelect);
  const names = shown.map(({ databaseName }) => `"${databaseName}"`).join(', ');
  const text = `select ${names} from "${tableName}" where ${where}`;
  const rows = await prepared<Record<string, unknown>>(manager, { name, text }, values);
  return rows.map((row) => {
    const entity = manager.create(type);
    for (const column of shown)
      column.setEntityValue(entity, driver.prepareHydratedValue(row[column.databaseName], column));
    return entity;
  });
}
