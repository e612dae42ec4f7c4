import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How the shop writes days, times and counts. */
export class ShopLocale1810000000000 implements MigrationInterface {
  readonly name = 'ShopLocale1810000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table "shop" add "locale" text not null default 'en-US'`);
    await runner.query(
      `alter table "shop" add constraint "shop_locale" check (locale in ('en-US', 'en-GB', 'en-CA', 'en-AU', 'en-NZ', 'en-IE'))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "shop" drop column "locale"');
  }
}
