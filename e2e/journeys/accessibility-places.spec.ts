import { expectAccessibleInBothThemes } from '../drivers/accessibility.ts';
import { expect, test } from '../drivers/test.ts';
import { filled, walks } from '../drivers/walk.ts';

for (const { title, addresses } of walks())
  test(`pass the accessibility rules on paper and by lamp: ${title}`, async ({ page, request }) => {
    for (const address of addresses) {
      await page.goto(await filled(request, address));
      await expect(page.locator('h1, h2').first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      await expectAccessibleInBothThemes(page, address);
    }
  });
