import type { Page } from '@playwright/test';

/** Keeps a picture for the README when pictures are asked for (`npm run screenshots`); a test run alone takes none. */
export async function picture(page: Page, name: string): Promise<void> {
  const folder = process.env.PICTURES_FOLDER;
  if (!folder) return;
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}/${name}.png`, animations: 'disabled' });
}
