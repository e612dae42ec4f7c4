import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Wrong tries are counted by who tries as well, stand on the record, and known browsers are told from others. */
export class SlowerGuessing1798500000000 implements MigrationInterface {
  readonly name = 'SlowerGuessing1798500000000';

  async up(runner: QueryRunner): Promise<void> {
    // Counts of a quarter of an hour: nobody misses them.
    await runner.query('drop table "sign_in_attempt"');
    await runner.query(
      `CREATE TABLE "sign_in_attempt" ("door" text NOT NULL, "by" text NOT NULL, "failures" integer NOT NULL, "since" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_6f4c1f0f1d1b4b4f8d3f1a0c9e2" PRIMARY KEY ("door", "by"))`,
    );
    await runner.query(
      `CREATE TABLE "sign_in_refusal" ("id" uuid NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "door" text NOT NULL, "why" text NOT NULL, "came_from" text NOT NULL, "device" text NOT NULL, "person_id" uuid, CONSTRAINT "PK_2d0f7c1b3a5e4d6f9c8b7a6e5d4" PRIMARY KEY ("id"))`,
    );
    await runner.query('CREATE INDEX "refusal_from" ON "sign_in_refusal" ("came_from", "at")');
    await runner.query(
      'create trigger on_record after insert or update or delete on "sign_in_refusal" for each row execute function record_change()',
    );
    await runner.query(
      `CREATE TABLE "server_secret" ("name" text NOT NULL, "value" text NOT NULL, CONSTRAINT "PK_9b1d7a5c3e2f4a6b8c0d2e4f6a8" PRIMARY KEY ("name"))`,
    );
    // Two random UUIDs of version 4 hold 244 random bits.
    await runner.query(
      `insert into "server_secret" values ('known-devices', gen_random_uuid()::text || gen_random_uuid()::text)`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "server_secret", "sign_in_refusal", "sign_in_attempt"');
    await runner.query(
      `CREATE TABLE "sign_in_attempt" ("door" text NOT NULL, "failures" integer NOT NULL, "since" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_da439f9bbec471fa742230861cf" PRIMARY KEY ("door"))`,
    );
  }
}
