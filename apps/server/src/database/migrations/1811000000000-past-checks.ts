import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Checks that were done elsewhere or earlier: what was written of them. */
export class PastChecks1811000000000 implements MigrationInterface {
  readonly name = 'PastChecks1811000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "valve_check" add "past" jsonb');
    await runner.query(
      `alter table "valve_check" add constraint "check_past" check (past is null or (state = 'signed' and only_objects(past -> 'valves')))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "valve_check" drop column "past"');
  }
}
