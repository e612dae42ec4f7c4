import type { MigrationInterface, QueryRunner } from 'typeorm';

/** When units were put away and taken out. */
export class Storage1803000000000 implements MigrationInterface {
  readonly name = 'Storage1803000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table "unit_storage" (
      "unit_id" uuid not null, "from_at" timestamptz not null, "to_at" timestamptz,
      constraint "PK_unit_storage" primary key ("unit_id", "from_at"),
      constraint "FK_bca746f5cb631bb1d5bcc0bd403" foreign key ("unit_id") references "unit"("id") on delete restrict on update no action
    )`);
    await runner.query(`create unique index "unit_storage_open" on "unit_storage" ("unit_id") where to_at is null`);
    // Since when a unit is away is not on record before this.
    await runner.query(
      `insert into "unit_storage" ("unit_id", "from_at") select id, now() from "unit" where use = 'stored'`,
    );
    await runner.query(
      'create trigger audited after insert or update or delete on "unit_storage" for each row execute function audit_change()',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "unit_storage"');
  }
}
