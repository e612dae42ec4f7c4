import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "specification_revision" ("id" uuid NOT NULL, "family_id" uuid NOT NULL, "revision" integer NOT NULL, "claim_id" uuid, "reason" text NOT NULL, "made_by" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "revision_reason" CHECK (reason <> ''), CONSTRAINT "PK_571e77a2cb38459f06c862d19f2" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "revision_of_family" ON "specification_revision" ("family_id", "revision")`,
  `ALTER TABLE "blade_set" ADD "check_due_on" date`,
  `ALTER TABLE "blade_set" ADD "shape" text NOT NULL DEFAULT 'straight'`,
  `ALTER TABLE "blade_set" ADD "tolerance_mm" double precision`,
  `ALTER TABLE "blade_set" ADD "active" boolean NOT NULL DEFAULT true`,
  `ALTER TABLE "blade_set" ADD "version" integer NOT NULL DEFAULT '1'`,
  `ALTER TABLE "family" ADD "adjuster_kind" text NOT NULL DEFAULT 'screw-at-push-rod'`,
  `ALTER TABLE "family" ADD "stroke_mm" double precision`,
  `ALTER TABLE "family" ADD "rod_mm" double precision`,
  `ALTER TABLE "family" ADD "stamping_pattern" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "family" ADD "sheet" jsonb NOT NULL DEFAULT '{}'`,
  `ALTER TABLE "family" ADD "revision" integer NOT NULL DEFAULT '1'`,
  `ALTER TABLE "family" ADD "version" integer NOT NULL DEFAULT '1'`,
  `ALTER TABLE "specification_claim" ADD "note" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "specification_claim" ADD "entered_by" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "specification_claim" ADD "entered_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`,
  `ALTER TABLE "unit" ADD "hire_until" date`,
  `ALTER TABLE "unit" ADD "no_meter" boolean NOT NULL DEFAULT false`,
  `ALTER TABLE "unit" ADD "version" integer NOT NULL DEFAULT '1'`,
  `ALTER TABLE "valve_check" ADD "revision" integer`,
  `ALTER TABLE "family" ADD CONSTRAINT "family_crank" CHECK (stroke_mm > 0 and rod_mm > 0)`,
  `ALTER TABLE "unit" ADD CONSTRAINT "unit_hire" CHECK (use = 'on-hire' or hire_until is null)`,
  `ALTER TABLE "specification_revision" ADD CONSTRAINT "FK_0739b19f6b17a6877e61902966b" FOREIGN KEY ("family_id") REFERENCES "family"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
];

/** The sheet of a family, where its claims come from, who put them in force; blade sets and units that can be changed. */
export class Register1796500000000 implements MigrationInterface {
  readonly name = 'Register1796500000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
    await runner.query(
      'create trigger on_record after insert or update or delete on "specification_revision" for each row execute function record_change()',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "specification_revision"');
    const columns: Readonly<Record<string, readonly string[]>> = {
      blade_set: ['check_due_on', 'shape', 'tolerance_mm', 'active', 'version'],
      family: ['adjuster_kind', 'stroke_mm', 'rod_mm', 'stamping_pattern', 'sheet', 'revision', 'version'],
      specification_claim: ['note', 'entered_by', 'entered_at'],
      unit: ['hire_until', 'no_meter', 'version'],
      valve_check: ['revision'],
    };
    for (const [table, names] of Object.entries(columns))
      await runner.query(`alter table "${table}" ${names.map((name) => `drop column "${name}"`).join(', ')}`);
  }
}
