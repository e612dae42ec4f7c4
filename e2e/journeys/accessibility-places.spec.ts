import { expectAccessibleInBothThemes } from '../drivers/accessibility.ts';
import { expect, test } from '../drivers/test.ts';
import { queueOf } from '../drivers/yard.ts';

/** Pages, a test a group: one window walks through all of a group, as a person would. */
const GROUPS: Readonly<Record<string, readonly string[]>> = {
  'the yard, a unit and the bench': ['/yard', '/yard/lane?by=family&family=Chert+165', '/units/', '/bench', '/bench/'],
  'families and blades': ['/families', '/families/Chert%20165', '/families/new', '/blades'],
  'the register and its imports': ['/register', '/register/import', '/hours/import', '/people', '/audit-log'],
  'hours, lists and this device': ['/hours', '/hours/feeds', '/follow-ups', '/morning', '/before-storage'],
  'what runs by itself, and help': ['/calendar', '/jobs', '/this-device', '/help/check'],
};

for (const [name, paths] of Object.entries(GROUPS))
  test(`${name} pass the accessibility rules on paper, and by lamp their colors do`, async ({ page, request }) => {
    for (const path of paths) {
      const [unit] = path.endsWith('/') ? await queueOf(request, 'undecided') : [undefined];
      await page.goto(`${path}${unit?.tag ?? ''}`);
      await expect(page.locator('h1, h2').first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      await expectAccessibleInBothThemes(page, path);
    }
  });
