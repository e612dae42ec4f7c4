import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "blade_set" ("id" uuid NOT NULL, "name" text NOT NULL, "checked_on" date NOT NULL, "blades" jsonb NOT NULL, CONSTRAINT "UQ_8045994a4ce7cf4ec1a84457fa4" UNIQUE ("name"), CONSTRAINT "PK_6e2609af45dd87bbe378b1a936b" PRIMARY KEY ("id"))`,
  `CREATE TABLE "family" ("id" uuid NOT NULL, "code" text NOT NULL, "layout" text NOT NULL, "cylinders" smallint NOT NULL, "intake_per_cylinder" smallint NOT NULL, "exhaust_per_cylinder" smallint NOT NULL, "temperature" text NOT NULL, "below_c" double precision, "from_c" double precision, "to_c" double precision, "temperature_recipe" text NOT NULL, "positions" text array NOT NULL, "position_recipe" text NOT NULL, "adjuster" text NOT NULL, "interval_hours" double precision, "interval_months" smallint, "break_in_hours" double precision, "dealer_only" boolean NOT NULL, "cautions" text array NOT NULL, CONSTRAINT "family_temperature" CHECK ((temperature = 'cold' and below_c is not null) or (temperature = 'warm' and from_c is not null and to_c > from_c)), CONSTRAINT "family_interval" CHECK (interval_hours > 0 and interval_months > 0 and break_in_hours > 0), CONSTRAINT "family_cylinders" CHECK (cylinders between 1 and 16), CONSTRAINT "PK_ba386a5a59c3de8593cda4e5626" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "family_code" ON "family" ("code")`,
  `CREATE TABLE "specification_claim" ("id" uuid NOT NULL, "family_id" uuid NOT NULL, "source" text NOT NULL, "claimed_by" text NOT NULL, "claimed_on" date NOT NULL, "intake" jsonb NOT NULL, "exhaust" jsonb NOT NULL, "in_force" boolean NOT NULL, CONSTRAINT "PK_5204d9dad685dc5c30037bc5057" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "one_claim_in_force" ON "specification_claim" ("family_id") WHERE in_force`,
  `CREATE TABLE "site" ("id" uuid NOT NULL, "name" text NOT NULL, CONSTRAINT "UQ_9669a09fcc0eb6d2794a658f647" UNIQUE ("name"), CONSTRAINT "PK_635c0eeabda8862d5b0237b42b4" PRIMARY KEY ("id"))`,
  `CREATE TABLE "unit" ("id" uuid NOT NULL, "tag" text NOT NULL, "tag_key" text NOT NULL, "kind" text NOT NULL, "family_id" uuid NOT NULL, "site_id" uuid NOT NULL, "serial" text NOT NULL, "stamping" text NOT NULL, "in_service_on" date NOT NULL, "hours_at_start" double precision NOT NULL, "use" text NOT NULL, CONSTRAINT "unit_hours" CHECK (hours_at_start >= 0), CONSTRAINT "unit_use" CHECK (use in ('in-service', 'on-hire', 'stored', 'retired')), CONSTRAINT "PK_4252c4be609041e559f0c80f58a" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "unit_tag_key" ON "unit" ("tag_key")`,
  `CREATE INDEX "unit_family" ON "unit" ("family_id")`,
  `CREATE TABLE "valve_check" ("id" uuid NOT NULL, "unit_id" uuid NOT NULL, "state" text NOT NULL, "version" integer NOT NULL, "started_at" TIMESTAMP WITH TIME ZONE NOT NULL, "saved_at" TIMESTAMP WITH TIME ZONE NOT NULL, "draft" jsonb NOT NULL, "signed_by" text NOT NULL, "note" text NOT NULL, "performed_at" TIMESTAMP WITH TIME ZONE, "signed_at" TIMESTAMP WITH TIME ZONE, "hours_at" double precision, CONSTRAINT "check_signed_whole" CHECK (state <> 'signed' or (signed_by <> '' and performed_at is not null and signed_at is not null)), CONSTRAINT "PK_4051310000417b7dd8ea5c85a21" PRIMARY KEY ("id"))`,
  `CREATE INDEX "check_unit_time" ON "valve_check" ("unit_id", "performed_at")`,
  `CREATE UNIQUE INDEX "one_open_check" ON "valve_check" ("unit_id") WHERE state = 'draft'`,
  `CREATE TABLE "finding" ("id" uuid NOT NULL, "check_id" uuid NOT NULL, "unit_id" uuid NOT NULL, "cylinder" smallint NOT NULL, "kind" text NOT NULL, "ordinal" smallint NOT NULL, "phase" text NOT NULL, "final" boolean NOT NULL, "tries" jsonb NOT NULL, "reading" jsonb NOT NULL, "window" jsonb, "verdict_state" text NOT NULL, "verdict" jsonb NOT NULL, CONSTRAINT "PK_a904dfcf401ccfbaa60bb6eec29" PRIMARY KEY ("id"))`,
  `CREATE INDEX "finding_of_check" ON "finding" ("check_id")`,
  `CREATE INDEX "finding_unit_valve" ON "finding" ("unit_id", "cylinder", "kind", "ordinal")`,
  `CREATE TABLE "complaint" ("id" uuid NOT NULL, "unit_id" uuid NOT NULL, "symptom" text NOT NULL, "note" text NOT NULL, "reported_by" text NOT NULL, "reported_at" TIMESTAMP WITH TIME ZONE NOT NULL, "closed_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_a9c8dbc2ab4988edcc2ff0a7337" PRIMARY KEY ("id"))`,
  `CREATE INDEX "complaint_open" ON "complaint" ("unit_id") WHERE closed_at is null`,
  `CREATE TABLE "reading" ("id" uuid NOT NULL, "unit_id" uuid NOT NULL, "read_at" TIMESTAMP WITH TIME ZONE NOT NULL, "shown_hours" double precision NOT NULL, "note" text NOT NULL, "read_by" text NOT NULL, "state" text NOT NULL, "suspicions" jsonb NOT NULL, "confirmed" jsonb, "received_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "reading_hours" CHECK (shown_hours >= 0), CONSTRAINT "reading_state" CHECK (state in ('accepted', 'suspect', 'rejected')), CONSTRAINT "PK_f46a902bd4c9624c8b512174944" PRIMARY KEY ("id"))`,
  `CREATE INDEX "reading_unit_time" ON "reading" ("unit_id", "read_at")`,
  `CREATE TABLE "standing" ("unit_id" uuid NOT NULL, "state" text NOT NULL, "rank" smallint NOT NULL, "urgency" double precision NOT NULL, "reasons" jsonb NOT NULL, "hours_now" double precision, "hours_read_at" TIMESTAMP WITH TIME ZONE, "due_at_hours" double precision, "hours_left" double precision, "interval_hours" double precision, "due_at" TIMESTAMP WITH TIME ZONE, "days_left" double precision, "share_left" double precision, "computed_for" date NOT NULL, CONSTRAINT "PK_22e593574aa3c795fce0a1839db" PRIMARY KEY ("unit_id"))`,
  `CREATE INDEX "standing_day" ON "standing" ("computed_for")`,
  `CREATE INDEX "standing_queue" ON "standing" ("rank", "urgency")`,
  `ALTER TABLE "specification_claim" ADD CONSTRAINT "FK_a506aade7fdb937f55bed47e75f" FOREIGN KEY ("family_id") REFERENCES "family"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "unit" ADD CONSTRAINT "FK_7b8d9f88a25620a41acd37ac1bd" FOREIGN KEY ("family_id") REFERENCES "family"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "unit" ADD CONSTRAINT "FK_4387e2d4aff1701078b83659d57" FOREIGN KEY ("site_id") REFERENCES "site"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "valve_check" ADD CONSTRAINT "FK_282cac27549083e4f32af140026" FOREIGN KEY ("unit_id") REFERENCES "unit"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "finding" ADD CONSTRAINT "FK_94afaee1c547a3c5c997a31f822" FOREIGN KEY ("check_id") REFERENCES "valve_check"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "complaint" ADD CONSTRAINT "FK_53e08c126752f48e21a6943ad80" FOREIGN KEY ("unit_id") REFERENCES "unit"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "reading" ADD CONSTRAINT "FK_5ab9e8b9cf29e6c76dfd39cf298" FOREIGN KEY ("unit_id") REFERENCES "unit"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "standing" ADD CONSTRAINT "FK_22e593574aa3c795fce0a1839db" FOREIGN KEY ("unit_id") REFERENCES "unit"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
];

/** The register, the facts, and the standings drawn from them. */
export class Foundation1795000000000 implements MigrationInterface {
  readonly name = 'Foundation1795000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      'drop table "standing", "finding", "valve_check", "complaint", "reading", "unit", "site", "specification_claim", "family", "blade_set"',
    );
  }
}
