import { gaugeByKeyboard, toTheSignature, toTheValves } from '../drivers/bench.ts';
import { expectAccessible } from '../drivers/accessibility.ts';
import { expect, test } from '../drivers/test.ts';
import type { Page } from '@playwright/test';

const menu = (page: Page, name: string) => page.getByRole('button', { name: `${name}: menu` });

/** The next item of the first-day panel, and the items that it shows as done. */
async function firstDayStep(page: Page, words: string, done: number): Promise<void> {
  await page.goto('/yard');
  const panel = page.getByRole('region', { name: 'Set up the shop' });
  await expect(panel.getByText(`${done} of 6 done`)).toBeVisible();
  await panel.getByRole('link', { name: words, exact: true }).click();
}

/** From an empty shop to its first signed check, each step by what the panel offers. */
async function firstCheck(page: Page): Promise<void> {
  await page.getByRole('region', { name: 'Set up the shop' }).getByText('thou', { exact: true }).click();
  await page.getByRole('region', { name: 'Set up the shop' }).getByText('mm', { exact: true }).click();
  await firstDayStep(page, 'Add a blade set', 2);
  await page.getByLabel(/^Name: where it is kept/).fill('Van 1');
  await page.getByLabel(/^Blades to add, as printed/).fill('0.05 0.08 0.10 0.13 0.15 0.18 0.20 0.25');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Van 1' })).toBeVisible();
  await firstDayStep(page, 'Add a family', 3);
  await page.getByLabel('Code, as the shop says it').fill('Marl 45');
  await page.getByLabel('Which book, which person').fill('Sheet inside the lid');
  await page.getByLabel('Intake from', { exact: true }).fill('0.08');
  await page.getByLabel('Intake to').fill('0.12');
  await page.getByLabel('Exhaust from').fill('0.08');
  await page.getByLabel('Exhaust to').fill('0.12');
  await page.getByLabel('Then every').fill('50');
  // Nothing is preset that the source does not state.
  await expect(page.getByRole('radio', { name: 'not stated' })).toBeChecked();
  await expect(page.getByRole('region', { name: 'The engine' }).getByTitle('Not stated')).toBeVisible();
  await page.getByRole('radio', { name: 'cold' }).check();
  await page.getByRole('combobox', { name: 'Adjuster' }).click();
  await page.getByTitle('Screw and lock nut at the push-rod end').click();
  await page.getByRole('combobox', { name: /^Ways to find the position/ }).click();
  await page.getByTitle('Compression top dead center').click();
  await page.getByLabel('Then every').press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Marl 45' })).toBeVisible();
  await firstDayStep(page, 'Add a unit', 4);
  await page.getByLabel('Tag, as on the machine').fill('T-1');
  await page.getByLabel('Kind of machine').fill('Trimmer');
  await page.getByRole('combobox', { name: 'Engine family' }).click();
  await page.getByTitle(/^Marl 45/).click();
  await page.getByPlaceholder('or name a new site').fill('Yard');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'T-1' })).toBeVisible();
  await firstDayStep(page, 'Go to the bench', 5);
  await page.goto('/bench/T-1');
  await page.getByRole('button', { name: /Start the check/ }).click();
  await toTheValves(page, 'cold');
  await page.keyboard.press('Enter');
  await gaugeByKeyboard(page, 'Intake, as found', 0.1);
  await page.keyboard.press('Enter');
  await gaugeByKeyboard(page, 'Exhaust, as found', 0.1);
  await page.keyboard.press('Enter');
  await toTheSignature(page);
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText('Every valve gauged was left in spec')).toBeVisible();
  await page.goto('/yard');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Nothing has to stay in. None overdue');
  await expect(page.getByRole('region', { name: 'Set up the shop' })).toBeHidden();
}

test.describe('a real shop', () => {
  test.use({
    storageState: { cookies: [], origins: [] },
    baseURL: ({ emptyShop }, use) => use(emptyShop.url),
  });

  test('is set up with the code of the terminal, reaches its first check, and a second person signs in', async ({
    page,
    emptyShop,
  }) => {
    test.slow();
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'A new shop' })).toBeVisible();
    await page.getByLabel('Code from the terminal').fill('WRNG-CODE-HERE');
    await page.getByLabel('Name of the shop').fill('Weir Lane Rentals');
    await page.getByLabel('Your name').fill('Una Marl');
    await page.getByLabel('Your initials').fill('UM');
    await page.getByLabel('Passphrase', { exact: true }).fill('four unrelated garden words');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/This is not the code of the last start/)).toBeVisible();
    await expectAccessible(page, 'a new shop with an error');
    await page.getByLabel('Code from the terminal').fill(emptyShop.setUpCode ?? '');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'No units yet.' })).toBeVisible();
    await firstCheck(page);

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
    await expect(page.getByRole('heading', { name: 'Weir Lane Rentals' })).toBeVisible();
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
    await expectAccessible(page, 'own passphrase with an error', { within: '[role="dialog"]' });
    await page.getByLabel('Current passphrase').fill('seven dry gravel sacks');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Changed. You are signed out everywhere else.')).toBeVisible();
  });
});
