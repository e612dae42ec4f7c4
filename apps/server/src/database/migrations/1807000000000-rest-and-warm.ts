import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * How long an engine rests before it is cold, as a source states it; a source may say warm and give no figure; the unit in
 * which a shop reads gaps; units without a meter whose interval counts hours only, which wait for the bench.
 */
export class RestAndWarm1807000000000 implements MigrationInterface {
  readonly name = 'RestAndWarm1807000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "family" add "rest_hours" double precision');
    await runner.query(`alter table "shop" add "gap_unit" text not null default 'mm'`);
    await runner.query(`alter table "shop" add constraint "shop_gap_unit" check (gap_unit in ('mm', 'thou'))`);
    await runner.query(
      `create index "unit_status_no_meter" on "unit_status" ("unit_id") where reasons @> '[{"code": "no-meter"}]'`,
    );
    await runner.query('alter table "family" drop constraint "family_temperature"');
    await runner.query(`alter table "family" add constraint "family_temperature" check (
      temperature = 'cold' or (temperature = 'warm' and (from_c is null) = (to_c is null) and (to_c is null or to_c > from_c)))`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index "unit_status_no_meter"');
    await runner.query('alter table "shop" drop column "gap_unit"');
    await runner.query('alter table "family" drop constraint "family_temperature"');
    await runner.query(
      `alter table "family" add constraint "family_temperature" check (
      temperature = 'cold' or (temperature = 'warm' and from_c is not null and to_c > from_c)) not valid`,
    );
    await runner.query('alter table "family" drop column "rest_hours"');
  }
}
