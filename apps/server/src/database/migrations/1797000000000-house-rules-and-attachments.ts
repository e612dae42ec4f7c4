import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE "house_rules" ("id" uuid NOT NULL, "family_id" uuid, "number" integer NOT NULL, "rules" jsonb NOT NULL, "reason" text NOT NULL, "made_by" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "house_rules_reason" CHECK (reason <> ''), CONSTRAINT "PK_f617e7af6b710ca1db6d39e1110" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "house_rules_of_shop" ON "house_rules"  ("number") WHERE family_id is null`,
  `CREATE UNIQUE INDEX "house_rules_of_family" ON "house_rules"  ("family_id", "number") WHERE family_id is not null`,
  `CREATE TABLE "attachment" ("id" uuid NOT NULL, "claim_id" uuid, "unit_id" uuid, "name" text NOT NULL, "media_type" text NOT NULL, "size" integer NOT NULL, "sha256" text NOT NULL, "added_by" text NOT NULL, "added_at" TIMESTAMP WITH TIME ZONE NOT NULL, "taken_off_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "attachment_beside_one" CHECK ((claim_id is null) <> (unit_id is null)), CONSTRAINT "PK_d2a80c3a8d467f08a750ac4b420" PRIMARY KEY ("id"))`,
  `CREATE INDEX "attachment_of_unit" ON "attachment"  ("unit_id")`,
  `CREATE INDEX "attachment_of_claim" ON "attachment"  ("claim_id")`,
  `CREATE TABLE "attachment_content" ("attachment_id" uuid NOT NULL, "bytes" bytea NOT NULL, CONSTRAINT "PK_5244c8b639f0bf0ad961b6f6f7d" PRIMARY KEY ("attachment_id"))`,
  `ALTER TABLE "family" ADD "season_day" text`,
  `ALTER TABLE "valve_check" ADD "judged_under" jsonb`,
  `ALTER TABLE "family" ADD CONSTRAINT "family_season" CHECK (season_day ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$')`,
  `ALTER TABLE "house_rules" ADD CONSTRAINT "FK_6bf3ea6f051f5d91505c92d7c74" FOREIGN KEY ("family_id") REFERENCES "family"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "attachment" ADD CONSTRAINT "FK_d9c187840a0978d88ba94b52f19" FOREIGN KEY ("claim_id") REFERENCES "specification_claim"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "attachment" ADD CONSTRAINT "FK_2b2fedd3cf98d1cebc8c6fa95c6" FOREIGN KEY ("unit_id") REFERENCES "unit"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "attachment_content" ADD CONSTRAINT "FK_5244c8b639f0bf0ad961b6f6f7d" FOREIGN KEY ("attachment_id") REFERENCES "attachment"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
];

/** Rules of the house, files beside claims and units, a day of the year before which a check is due. */
export class HouseRulesAndAttachments1797000000000 implements MigrationInterface {
  readonly name = 'HouseRulesAndAttachments1797000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
    // The bytes themselves are not put on the record a second time.
    for (const table of ['house_rules', 'attachment'])
      await runner.query(
        `create trigger on_record after insert or update or delete on "${table}" for each row execute function record_change()`,
      );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "attachment_content", "attachment", "house_rules"');
    await runner.query('alter table "family" drop column "season_day"');
    await runner.query('alter table "valve_check" drop column "judged_under"');
  }
}
