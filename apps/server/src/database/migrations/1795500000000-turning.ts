import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a turn of a family's adjuster does. */
export class Turning1795500000000 implements MigrationInterface {
  readonly name = 'Turning1795500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "family" add "turning" jsonb');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "family" drop column "turning"');
  }
}
