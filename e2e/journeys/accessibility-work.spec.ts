import type { Page } from '@playwright/test';
import { expectAccessible, expectAccessibleInBothThemes } from '../drivers/accessibility.ts';
import { enterAs } from '../drivers/sign-in.ts';
import { expect, test } from '../drivers/test.ts';
import { queueOf, unitForBench } from '../drivers/yard.ts';

/** The theme that a person chose before. */
const inTheme = (page: Page, theme: 'paper' | 'lamp'): Promise<unknown> =>
  page.addInitScript(
    (chosen) => localStorage.setItem('sturdy-shim.preferences', JSON.stringify({ theme: chosen })),
    theme,
  );

test('the steps of a check pass the accessibility rules on paper, and by lamp their colors do', async ({
  page,
  request,
}) => {
  const tag = await unitForBench(request, 'Slate 240S');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  for (const step of ['open', 'position', 'found-1I', 'sign']) {
    await page.goto(`/bench/${tag}?at=${step}`);
    await expect(page.locator('.bench h2').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectAccessibleInBothThemes(page, `the step ${step}`);
  }
});

test('paper passes them: the work sheet before, the report after', async ({ page, request }) => {
  const [unit] = await queueOf(request, 'keep-in');
  const { checks } = (await (await request.get(`/api/units/${unit?.tag}/checks`)).json()) as {
    checks: { id: string }[];
  };
  for (const path of [`/units/${unit?.tag}/work-sheet`, `/checks/${checks[0]?.id}/report`]) {
    await page.goto(path);
    await expect(page.locator('h1, h2').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectAccessible(page, path, { rules: 'all' });
  }
});

for (const theme of ['paper', 'lamp'] as const) {
  const rules = theme === 'paper' ? 'all' : 'colors';

  test(`what goes wrong passes them too, on ${theme}`, async ({ page }) => {
    await inTheme(page, theme);
    for (const [path, says] of [
      ['/units/NO-99', 'No unit has the tag NO-99.'],
      ['/bench/NO-99', 'No unit has the tag NO-99.'],
      ['/nowhere', 'Page not found.'],
    ] as const) {
      await page.goto(path);
      await expect(page.getByText(says).first()).toBeVisible();
      await expectAccessible(page, path, { rules });
    }
    await page.route(/\/api\/(yard|register)\b/, (route) => route.abort());
    for (const path of ['/yard', '/register']) {
      await page.goto(path);
      await expect(page.getByText('The server does not answer.').first()).toBeVisible();
      await expectAccessible(page, `${path} without an answer`, { rules });
    }
  });

  test(`dialogs, and the errors in them, pass them on ${theme}`, async ({ page }) => {
    await inTheme(page, theme);
    await page.goto('/register');
    await page.getByRole('button', { name: 'Keys for this screen' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectAccessible(page, 'keys', { within: '[role="dialog"]', rules });
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /^Add a unit/ }).click();
    const unit = page.getByRole('dialog');
    await unit.getByLabel(/^Tag/).fill('AX-1');
    await unit.getByLabel('Kind of machine').fill('Pump');
    await unit.getByLabel('Meter on that day').fill('12 oranges');
    await unit.getByRole('button', { name: /^Add/ }).click();
    await expect(unit.locator('.ant-form-item-explain-error').first()).toBeVisible();
    await expectAccessible(page, 'a unit with errors', { within: '[role="dialog"]', rules });

    await page.goto('/blades');
    await page.getByRole('button', { name: /^Add a set/ }).click();
    await page.getByLabel(/^Blades to add, as printed/).fill('0.08 thick');
    await page.keyboard.press('Enter');
    await expectAccessible(page, 'a blade set with errors', { within: '[role="dialog"]', rules });

    await page.goto('/families/Tuff%2045');
    await page.getByRole('button', { name: 'Add a source' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectAccessible(page, 'a source', { within: '[role="dialog"]', rules });
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Use this source' }).first().click();
    await expect(page.getByRole('dialog').getByText(/units? would change status/)).toBeVisible();
    await expectAccessible(page, 'a source to be used', { within: '[role="dialog"]', rules });
  });
}

test.describe('an owner', () => {
  test.use({ storageState: { cookies: [], origins: [] } });

  test('signing in and adding a person pass the accessibility rules', async ({ page }) => {
    await page.goto('/');
    await expect(page.getByLabel('Your initials')).toBeVisible();
    await expectAccessible(page, 'sign in');
    await enterAs(page, 'Odile Farrow');
    await page.goto('/people');
    await page.getByRole('button', { name: /^Add a person/ }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectAccessible(page, 'a person', { within: '[role="dialog"]' });
  });
});
