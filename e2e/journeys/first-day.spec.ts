import { expectAccessible } from '../drivers/accessibility.ts';
import { expect, test } from '../drivers/test.ts';
import type { Page } from '@playwright/test';

const menu = (page: Page, name: string) => page.getByRole('button', { name: `${name}: menu` });

test.describe('a real shop', () => {
  test.use({
    storageState: { cookies: [], origins: [] },
    baseURL: ({ emptyShop }, use) => use(emptyShop.url),
  });

  test('is set up with the code of the terminal, and a second person is let in', async ({ page, emptyShop }) => {
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'A new shop' })).toBeVisible();
    await page.getByLabel('Code from the terminal').fill('WRNG-CODE-HERE');
    await page.getByLabel('Name of the shop').fill('Weir Lane Hire');
    await page.getByLabel('Your name').fill('Una Marl');
    await page.getByLabel('Your initials').fill('UM');
    await page.getByLabel('Passphrase', { exact: true }).fill('four unrelated garden words');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/This is not the code of the last start/)).toBeVisible();
    await expectAccessible(page, 'a new shop with an error');
    await page.getByLabel('Code from the terminal').fill(emptyShop.setUpCode ?? '');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'No units yet.' })).toBeVisible();

    await page.goto('/people');
    await page.getByRole('button', { name: 'Add a person' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Jon Tarn');
    await page.getByLabel(/^Initials/).fill('JT');
    await page.getByLabel(/^First passphrase/).fill('short');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByText(/The passphrase is too short/)).toBeVisible();
    await page.getByLabel(/^First passphrase/).fill('seven dry gravel sacks');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('row', { name: /JT Jon Tarn Technician/ })).toBeVisible();
    await menu(page, 'Una Marl').click();
    await page.getByRole('menuitem', { name: 'Sign out', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Weir Lane Hire' })).toBeVisible();
    await expect(page.getByText('This is the demo')).toHaveCount(0);
    await page.getByLabel('Your initials').fill('jt');
    await page.getByLabel('Passphrase', { exact: true }).fill('seven dry gravel sacks');
    await page.keyboard.press('Enter');
    await menu(page, 'Jon Tarn').click();
    await page.getByRole('menuitem', { name: 'Passphrase and PIN' }).click();
    await page.getByLabel('Current passphrase').fill('seven dry gravel socks');
    await page.getByLabel(/^New PIN/).fill('2580');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('This is not your current passphrase.')).toBeVisible();
    await expectAccessible(page, 'own passphrase with an error', '[role="dialog"]');
    await page.getByLabel('Current passphrase').fill('seven dry gravel sacks');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Changed. You are signed out everywhere else.')).toBeVisible();
  });
});
