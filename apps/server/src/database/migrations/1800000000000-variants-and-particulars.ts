import type { MigrationInterface, QueryRunner } from 'typeorm';

const FUELS = [
  ['petrol', 'gasoline'],
  ['gas', 'propane-or-natural-gas'],
] as const;

/** Families stand on others, tools and parts have rows, units say what is theirs alone, and problems what was tried. */
export class VariantsAndParticulars1800000000000 implements MigrationInterface {
  readonly name = 'VariantsAndParticulars1800000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table "family" add "base_id" uuid`);
    await runner.query(`alter table "family" add "own_fields" text array not null default '{}'`);
    await runner.query(`create index "family_base" on "family" ("base_id")`);
    await runner.query(
      `alter table "family" add constraint "FK_186134220c7246fd1b10be10de4" foreign key ("base_id") references "family"("id") on delete restrict on update no action`,
    );
    await runner.query(`alter table "unit" add "particulars" jsonb not null default '{}'`);
    await runner.query(`alter table "problem_report" add "since" date`);
    await runner.query(`alter table "problem_report" add "tried" text not null default ''`);
    await this.quietly(runner, async () => {
      for (const [before, after] of FUELS) await this.fuel(runner, before, after);
      // A tool or a part was a line of text: it becomes the name of one.
      for (const list of ['tools', 'parts'])
        await runner.query(
          `update "family" set sheet = jsonb_set(sheet, array[$1], coalesce((
             select jsonb_agg(jsonb_build_object('name', item #>> '{}', 'size', '', 'count', 1, 'number', '', 'place', '') order by place)
             from jsonb_array_elements(sheet -> $1) with ordinality as items(item, place)), '[]'))
           where jsonb_typeof(sheet -> $1) = 'array'`,
          [list],
        );
    });
  }

  async down(runner: QueryRunner): Promise<void> {
    await this.quietly(runner, async () => {
      for (const [before, after] of FUELS) await this.fuel(runner, after, before);
      for (const list of ['tools', 'parts'])
        await runner.query(
          `update "family" set sheet = jsonb_set(sheet, array[$1], coalesce((
             select jsonb_agg(item -> 'name' order by place)
             from jsonb_array_elements(sheet -> $1) with ordinality as items(item, place)), '[]'))
           where jsonb_typeof(sheet -> $1) = 'array'`,
          [list],
        );
    });
    await runner.query('alter table "problem_report" drop column "tried", drop column "since"');
    await runner.query('alter table "unit" drop column "particulars"');
    await runner.query('alter table "family" drop column "own_fields", drop column "base_id"');
  }

  private async fuel(runner: QueryRunner, before: string, after: string): Promise<void> {
    await runner.query(
      `update "family" set sheet = jsonb_set(sheet, '{fuel}', to_jsonb($2::text)) where sheet ->> 'fuel' = $1`,
      [before, after],
    );
  }

  /** Nobody changed a family: the same facts are written in another way, and the audit log stays as it is. */
  private async quietly(runner: QueryRunner, work: () => Promise<void>): Promise<void> {
    await runner.query('alter table "family" disable trigger audited');
    await work();
    await runner.query('alter table "family" enable trigger audited');
  }
}
