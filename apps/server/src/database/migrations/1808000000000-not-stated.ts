import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A family may leave open at which temperature it is gauged, where, and which adjuster it has. */
export class NotStated1808000000000 implements MigrationInterface {
  readonly name = 'NotStated1808000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table "family" alter column "adjuster_kind" set default 'not-stated'`);
    await runner.query('alter table "family" drop constraint "family_temperature"');
    await runner.query(`alter table "family" add constraint "family_temperature" check (
      temperature in ('cold', 'not-stated')
      or (temperature = 'warm' and (from_c is null) = (to_c is null) and (to_c is null or to_c > from_c)))`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table "family" alter column "adjuster_kind" set default 'screw-at-push-rod'`);
    await runner.query('alter table "family" drop constraint "family_temperature"');
    await runner.query(`alter table "family" add constraint "family_temperature" check (
      temperature = 'cold' or (temperature = 'warm' and (from_c is null) = (to_c is null) and (to_c is null or to_c > from_c))) not valid`);
  }
}
