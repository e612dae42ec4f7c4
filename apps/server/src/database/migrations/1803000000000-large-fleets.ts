import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A serial or a stamping as it was compared before: without spaces, dashes and case. */
const BARE = (column: string): string =>
  `upper(regexp_replace(normalize(${column}, NFKC), '[[:space:]_./–—‐‑-]', '', 'g'))`;

/** When units were put away and taken out; and what the pictures of a large fleet read, in one table. */
export class LargeFleets1803000000000 implements MigrationInterface {
  readonly name = 'LargeFleets1803000000000';

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
      `alter table "unit_status" add "family_id" uuid, add "site_id" uuid, add "kind" text, add "tag_key" text`,
    );
    await runner.query(`update "unit_status" set family_id = "unit".family_id, site_id = "unit".site_id, kind = "unit".kind,
      tag_key = "unit".tag_key from "unit" where "unit".id = unit_id`);
    await runner.query(`alter table "unit_status" alter "family_id" set not null, alter "site_id" set not null,
      alter "kind" set not null, alter "tag_key" set not null`);
    await runner.query('create index "unit_status_tag" on "unit_status" ("tag_key")');
    await runner.query(`alter table "unit" add "search_key" text not null default ''`);
    // Nobody changes anything by it: it is no matter of the audit log.
    await runner.query('alter table "unit" disable trigger audited');
    await runner.query(
      `update "unit" set search_key = tag_key || chr(10) || ${BARE('serial')} || chr(10) || ${BARE('stamping')}`,
    );
    await runner.query('alter table "unit" enable trigger audited');
    await runner.query('create extension if not exists pg_trgm');
    await runner.query('create index "unit_search" on "unit" using gin ("search_key" gin_trgm_ops)');
    // What a tag begins with, whatever the collation of the database.
    await runner.query('create index "unit_tag_begins" on "unit" ("tag_key" text_pattern_ops)');
    await runner.query('create index "unit_site" on "unit" ("site_id")');
    await runner.query('create index "unit_kind" on "unit" ("kind")');
    await runner.query('create index "unit_status_family" on "unit_status" ("family_id")');
    await runner.query('create index "unit_status_site" on "unit_status" ("site_id")');
    await runner.query('create index "unit_status_kind" on "unit_status" ("kind")');
    await runner.query(
      'create trigger audited after insert or update or delete on "unit_storage" for each row execute function audit_change()',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      'alter table "unit_status" drop column "family_id", drop column "site_id", drop column "kind", drop column "tag_key"',
    );
    await runner.query('drop index "unit_kind"');
    await runner.query('drop index "unit_site"');
    await runner.query('drop index "unit_tag_begins"');
    await runner.query('alter table "unit" drop column "search_key"');
    await runner.query('drop extension pg_trgm');
    await runner.query('drop table "unit_storage"');
  }
}
