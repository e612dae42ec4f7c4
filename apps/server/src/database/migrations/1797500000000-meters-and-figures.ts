import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "meter" ("id" uuid NOT NULL, "unit_id" uuid NOT NULL, "fitted_at" TIMESTAMP WITH TIME ZONE, "started_at_hours" double precision, "modulus_hours" double precision, "reason" text NOT NULL DEFAULT '', "reading_id" uuid, "entered_by" text NOT NULL DEFAULT '', "entered_at" TIMESTAMP WITH TIME ZONE NOT NULL, "voided_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "meter_figures" CHECK (started_at_hours >= 0 and modulus_hours > 0), CONSTRAINT "meter_fitted" CHECK ((fitted_at is null) = (started_at_hours is null)), CONSTRAINT "PK_2b8b6a6b0d4b1a8e4b2b7b7d1c1" PRIMARY KEY ("id"))`,
  `CREATE INDEX "meter_of_unit" ON "meter" ("unit_id")`,
  `CREATE UNIQUE INDEX "first_meter_of_unit" ON "meter" ("unit_id") WHERE fitted_at is null`,
  `ALTER TABLE "meter" ADD CONSTRAINT "FK_4b789184af90b7ee01ee65a0d68" FOREIGN KEY ("unit_id") REFERENCES "unit"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "reading" ADD "lap" integer NOT NULL DEFAULT '0'`,
  `ALTER TABLE "unit" ADD "note" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "family" DROP CONSTRAINT "family_temperature"`,
  `ALTER TABLE "family" ADD CONSTRAINT "family_temperature" CHECK (temperature = 'cold' or (temperature = 'warm' and from_c is not null and to_c > from_c))`,
];

/** What readings said of a meter becomes the meter's own: new ones by the day, roll-overs as laps. */
const METERS = [
  `insert into "meter" ("id", "unit_id", "fitted_at", "started_at_hours", "reading_id", "entered_by", "entered_at")
   select gen_random_uuid(), "unit_id", "read_at", ("confirmed"->>'startedAt')::double precision, "id", "settled_by", "received_at"
   from "reading" where "state" = 'accepted' and "confirmed"->>'kind' = 'new-meter'`,
  // One meter a stretch between two new ones; how often it had rolled over is counted along it.
  `create temporary table "placed" on commit drop as
   select r."id", r."unit_id", m."fitted_at",
     sum(case when r."confirmed"->>'kind' = 'rolled-over' then 1 else 0 end)
       over (partition by r."unit_id", m."fitted_at" order by r."read_at", r."received_at") as "lap",
     (r."confirmed"->>'modulus')::double precision as "modulus"
   from "reading" r
   left join lateral (
     select max("fitted_at") as "fitted_at" from "meter" where "unit_id" = r."unit_id" and "fitted_at" <= r."read_at"
   ) m on true
   where r."state" = 'accepted'`,
  `update "reading" set "lap" = "placed"."lap" from "placed" where "placed"."id" = "reading"."id" and "placed"."lap" > 0`,
  `update "meter" set "modulus_hours" = p."modulus"
   from (select "unit_id", "fitted_at", max("modulus") as "modulus" from "placed" where "modulus" is not null group by 1, 2) p
   where p."unit_id" = "meter"."unit_id" and p."fitted_at" = "meter"."fitted_at"`,
  `insert into "meter" ("id", "unit_id", "modulus_hours", "entered_at")
   select gen_random_uuid(), "unit_id", max("modulus"), now() from "placed"
   where "modulus" is not null and "fitted_at" is null group by "unit_id"`,
];

/** A gap that was gauged while no specification was in use was measured; it was never held against anything. */
const MEASURED = `update "finding" set "verdict_state" = 'measured', "verdict" = '{"state": "measured", "why": "no-specification"}'
  where "verdict_state" = 'not-comparable' and "verdict"->'obstacles' ? 'no-specification'`;

/** Meters of their own, notes of units, cold without a figure, gaps that are only measured. */
export class MetersAndFigures1797500000000 implements MigrationInterface {
  readonly name = 'MetersAndFigures1797500000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
    // Nobody changes these facts here, they are only kept otherwise: nothing of it goes on record.
    await runner.query('alter table "reading" disable trigger on_record');
    for (const statement of METERS) await runner.query(statement);
    await runner.query('alter table "reading" enable trigger on_record');
    await runner.query(MEASURED);
    // What was drawn from the facts is drawn anew by whoever looks next.
    await runner.query(`update "standing" set "computed_for" = '1970-01-01'`);
    await runner.query(
      'create trigger on_record after insert or update or delete on "meter" for each row execute function record_change()',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "meter"');
    await runner.query('alter table "reading" drop column "lap"');
    await runner.query('alter table "unit" drop column "note"');
    await runner.query('alter table "family" drop constraint "family_temperature"');
    await runner.query(
      `alter table "family" add constraint "family_temperature" check ((temperature = 'cold' and below_c is not null) or (temperature = 'warm' and from_c is not null and to_c > from_c))`,
    );
  }
}
