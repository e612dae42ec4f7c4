import type { Pool } from 'pg';
import type { DataSource } from 'typeorm';

/** The driver's connection pool, which TypeORM does not type. */
export const poolOf = ({ driver }: DataSource): Pool => (driver as unknown as { readonly master: Pool }).master;
