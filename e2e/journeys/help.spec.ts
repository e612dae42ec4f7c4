import { expect, test } from '../drivers/test.ts';

test('the manual opens at the place of the screen, is searched, and its pictures are shown', async ({ page }) => {
  await page.goto('/bench');
  await page.getByRole('link', { name: 'Help' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'A check from start to signature' })).toBeVisible();
  const picture = page.getByRole('img', { name: 'Gauging a valve' });
  await picture.scrollIntoViewIfNeeded();
  await expect.poll(() => picture.evaluate((image) => (image as HTMLImageElement).naturalWidth)).toBeGreaterThan(1000);
  await page.getByLabel('Search the manual').fill('rolled over');
  await expect(page.getByRole('navigation', { name: 'Pages of the manual' }).getByRole('link')).toHaveText(['Hours']);
  await page.getByRole('navigation', { name: 'Pages of the manual' }).getByRole('link', { name: 'Hours' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Hours' })).toBeVisible();
});
