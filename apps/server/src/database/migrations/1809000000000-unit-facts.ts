import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The facts of a unit in one row: statuses are computed without its past. They are collected when they are first needed. */
export class UnitFacts1809000000000 implements MigrationInterface {
  readonly name = 'UnitFacts1809000000000';

  async up(runner: QueryRunner): Promise<void> {
    // Rows are changed in place as often as units are read: some room is left on their page.
    await runner.query(`create table "unit_facts" (
      "unit_id" uuid not null, "facts" jsonb not null, "collected_at" timestamptz not null, "valid_until" timestamptz,
      constraint "PK_unit_facts" primary key ("unit_id"),
      constraint "FK_472d058294bb8444cf36b55507d" foreign key ("unit_id") references "unit"("id") on delete cascade
    ) with (fillfactor = 80)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "unit_facts"');
  }
}
