import { expectAccessibleInBothThemes } from '../drivers/accessibility.ts';
import { expect, test } from '../drivers/test.ts';
import { queueOf } from '../drivers/yard.ts';

for (const [name, path] of [
  ['the yard', '/yard'],
  ['a unit', '/units/'],
  ['the bench without a unit', '/bench'],
  ['the bench', '/bench/'],
  ['people', '/people'],
  ['the audit log', '/audit-log'],
  ['families', '/families'],
  ['a family', '/families/Chert%20165'],
  ['a new family', '/families/new'],
  ['the register', '/register'],
  ['an import', '/register/import'],
  ['blades', '/blades'],
  ['the manual', '/help/check'],
  ['what is still to be done', '/follow-ups'],
  ['this device', '/this-device'],
  ['the walk for hours', '/hours'],
  ['an import of readings', '/hours/import'],
  ['feeds of hours', '/hours/feeds'],
  ['the morning sheet', '/morning'],
  ['an opened lane', '/yard/lane?by=family&family=Chert+165'],
  ['before storage', '/before-storage'],
  ['calendar addresses', '/calendar'],
  ['background jobs', '/jobs'],
] as const) {
  test(`${name} passes the accessibility rules on paper, and by lamp its colors do`, async ({ page, request }) => {
    const [unit] = path.endsWith('/') ? await queueOf(request, 'undecided') : [undefined];
    await page.goto(`${path}${unit?.tag ?? ''}`);
    await expect(page.locator('h1, h2').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectAccessibleInBothThemes(page, path);
  });
}
