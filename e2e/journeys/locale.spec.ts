import { expect, test } from '../drivers/test.ts';
import { enterAs } from '../drivers/sign-in.ts';

/** The browser has a British locale; the shop's locale determines days and times. */
test.use({ locale: 'en-GB', timezoneId: 'Europe/London', storageState: { cookies: [], origins: [] } });

test('the shop chooses how days and times are written; forms read them so too', async ({ page }) => {
  await enterAs(page, 'Odile Farrow');
  await page.goto('/units/PM-001');
  // Written in the shop's locale, not the browser's.
  await expect(page.getByText(/^[A-Z][a-z]{2} \d{1,2}, \d{4}, /).first()).toBeVisible();
  await page.goto('/families/shop-rules');
  await page.getByRole('combobox', { name: 'Dates and times' }).click();
  await page.getByText(/^United Kingdom: 9 Mar 2026, 15:05$/).click();
  await expect
    .poll(async () => ((await (await page.request.get('/api/shop')).json()) as { locale: string }).locale)
    .toBe('en-GB');
  await page.goto('/units/PM-001');
  await expect(page.getByText(/^\d{1,2} [A-Z][a-z]{2,3} \d{4}, /).first()).toBeVisible();
  await page.goto('/register?new');
  // The form focuses its first field once it is open.
  await expect(page.getByLabel('Tag, as on the machine')).toBeFocused();
  const since = page.getByLabel('In service since');
  const calendar = page.locator('.ant-picker-dropdown:visible');
  // A person clicks the field and sees the calendar before typing; the field resets text that arrives before its focus is handled.
  await since.click();
  await expect(calendar).toBeVisible();
  await since.fill('4/5/2026');
  await since.press('Enter');
  await expect(since).toHaveValue('4 May 2026');
  await expect(calendar).toHaveCount(0);
  await since.click();
  await expect(calendar).toBeVisible();
  await since.fill('5/6/2026');
  await since.press('Tab');
  await expect(since).toHaveValue('5 Jun 2026');
  // Files keep the year first.
  expect(await (await page.request.get('/api/exports/units.csv')).text()).toMatch(/\b20\d\d-\d\d-\d\d\b/);
});
