import type { Page } from '@playwright/test';
import { picture } from '../drivers/pictures.ts';
import { enterAs } from '../drivers/sign-in.ts';
import { expect, test } from '../drivers/test.ts';
import { queueOf, statusOf, unitOf, unitThatMustStayIn } from '../drivers/yard.ts';

const NOBODY = { cookies: [], origins: [] };
const menu = (page: Page, name: string) => page.getByRole('button', { name: `${name}: menu` });

test.describe('without a session', () => {
  test.use({ storageState: NOBODY });

  test(
    'people sign in by initials and passphrase; it says what is wrong, and leads to the page that was asked for',
    {
      tag: '@pictures',
    },
    async ({ page }) => {
      await page.goto('/units/DP-002');
      await expect(page.getByRole('heading', { name: 'Quillmere Parks & Waterways' })).toBeVisible();
      await expect(page.getByText('This is the demo')).toBeVisible();
      await picture(page, 'sign-in');
      await page.keyboard.type('bo');
      await page.keyboard.press('Tab');
      await page.keyboard.type('not this one');
      await page.keyboard.press('Enter');
      await expect(page.getByText('Initials and passphrase do not match.')).toBeVisible();
      const passphrase = (await page.locator('.sign-in-demo b.mono').first().textContent()) ?? '';
      await page.getByLabel('Passphrase', { exact: true }).fill(passphrase);
      await page.keyboard.press('Enter');
      await expect(page.getByRole('heading', { level: 1, name: /^DP-002/ })).toBeVisible();
      await menu(page, 'Bram Ollivant').click();
      await page.getByRole('menuitem', { name: 'Sign out', exact: true }).click();
      await expect(page.getByText('This is the demo')).toBeVisible();
      await page.goto('/audit-log');
      await expect(page.getByText('This is the demo')).toBeVisible();
    },
  );

  test('a viewer sees everything and no button that would be refused', async ({ page }) => {
    const refused: string[] = [];
    page.on('response', (answer) => {
      if (answer.status() === 403) refused.push(answer.url());
    });
    await enterAs(page, 'Wick Tansley');
    const tag = await unitOf(page.request, 'Chert 165', 'ok');
    const [suspect] = await queueOf(page.request, 'hours-unknown');
    for (const path of ['/yard', `/units/${tag}`, `/units/${suspect?.tag ?? tag}`, '/bench', `/bench/${tag}`]) {
      await page.goto(path);
      await expect(page.locator('h1, h2').first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      const writing = page.getByRole('button', {
        name: /bench B|Start the check|Carry on|Keep|Report a problem|Misread|new meter|Amend|Sign the check|Drop this check/,
      });
      await expect(writing).toHaveCount(0);
      await expect(page.getByLabel(/The meter shows/)).toHaveCount(0);
      await page.keyboard.press('b');
      expect(new URL(page.url()).pathname).toBe(path);
    }
    await menu(page, 'Wick Tansley').click();
    await expect(page.getByRole('menuitem', { name: 'Sign out', exact: true })).toBeVisible();
    await expect(page.getByRole('menuitem', { name: /People|Audit log/ })).toHaveCount(0);
    expect(refused).toEqual([]);
  });

  test('a lead trusts the tablet once; then people switch by mark and PIN, and sign with their own name', async ({
    page,
    context,
  }) => {
    await enterAs(page, 'Ines Pardoe');
    const tag = await unitOf(page.request, 'Chert 165', 'ok', 3);
    await page.goto('/people');
    await page.getByLabel('Name of this tablet').fill('Bench tablet');
    await page.getByRole('button', { name: 'Trust this device' }).click();
    await expect(page.getByText('(this one)')).toBeVisible();
    await menu(page, 'Ines Pardoe').click();
    await page.getByRole('menuitem', { name: 'Switch person' }).click();
    await page.getByRole('button', { name: /KM Ketura Moss/ }).click();
    await page.keyboard.type('1234');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Initials and PIN do not match.')).toBeVisible();
    await page.keyboard.type('2850');
    await page.keyboard.press('Enter');
    await expect(menu(page, 'Ketura Moss')).toBeVisible();
    await expect(page.getByText('Only leads and owners can see people and access.')).toBeVisible();

    await page.goto(`/bench/${tag}`);
    await page.getByRole('button', { name: /Start the check/ }).click();
    await page.goto(`/bench/${tag}?at=sign`);
    await expect(page.getByText('Signing as Ketura Moss')).toBeVisible();
    // Another person takes the tablet, on the same page.
    // The page was opened at this step, so its lists still load and can move the button under the press.
    await expect(async () => {
      const switching = page.getByRole('button', { name: 'Not you? Switch person' });
      if (await switching.isVisible()) await switching.click({ timeout: 3000 });
      await expect(page.getByRole('button', { name: /TA Tomas Aldwin/ })).toBeVisible({ timeout: 3000 });
    }).toPass();
    await page.getByRole('button', { name: /TA Tomas Aldwin/ }).click();
    for (const digit of '2850') await page.getByRole('button', { name: digit, exact: true }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(page.getByText('Signing as Tomas Aldwin')).toBeVisible();
    await page.getByRole('button', { name: 'Drop this check' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Drop this check' }).click();
    await expect(page.getByRole('heading', { level: 1, name: tag })).toBeVisible();
    await context.clearCookies({ name: 'shim-session' });
    await page.goto('/yard');
    await expect(page.getByText('Bench tablet: who works here?')).toBeVisible();
  });

  test('a session that ends in the middle of an entry loses nothing', async ({ page, context }) => {
    await enterAs(page, 'Bram Ollivant');
    const [unit] = await queueOf(page.request, 'overdue');
    const tag = unit?.tag ?? '';
    const { hoursNow } = await statusOf(page.request, tag);
    const shown = ((hoursNow ?? 0) + 0.4).toFixed(1);
    await page.goto(`/units/${tag}`);
    await page.getByLabel(/The meter shows/).fill(shown);
    await context.clearCookies();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    const signIn = page.getByRole('dialog', { name: 'Sign in again to continue' });
    await expect(signIn.getByText('What you entered is still here.')).toBeVisible();
    const passphrase = (await signIn.locator('b.mono').first().textContent()) ?? '';
    await signIn.getByLabel('Your initials').fill('BO');
    await signIn.getByLabel('Passphrase', { exact: true }).fill(passphrase);
    await page.keyboard.press('Enter');
    await expect(signIn).toBeHidden();
    await expect(page.getByLabel(/The meter shows/)).toHaveValue(shown);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText(`${shown} h saved.`)).toBeVisible();
  });

  test(
    'an owner adds a person, and two owners who change the same person see both versions',
    {
      tag: '@pictures',
    },
    async ({ page, context }) => {
      await enterAs(page, 'Odile Farrow');
      await page.goto('/people');
      await expect(page.getByRole('heading', { name: 'People', exact: true })).toBeVisible();
      await picture(page, 'people');
      await page.keyboard.press('n');
      await page.getByLabel('Name', { exact: true }).fill('Lorcan Fell');
      await page.getByLabel(/^Initials/).fill('IP');
      await page.getByRole('button', { name: 'Add', exact: true }).click();
      await expect(page.getByText(/The initials IP belong to somebody else/)).toBeVisible();
      await page.getByLabel(/^Initials/).fill('LF');
      // The loading icon is part of the button's name until it disappears.
      await page.getByRole('dialog').getByRole('button', { name: /Add$/ }).click();
      await expect(page.getByRole('row', { name: /LF Lorcan Fell Technician/ })).toBeVisible();

      const other = await context.newPage();
      await other.goto('/people');
      await other.getByRole('button', { name: 'Edit Lorcan Fell' }).click();
      await page.getByRole('button', { name: 'Edit Lorcan Fell' }).click();
      await page.getByRole('radio', { name: /Lead/ }).check();
      await page.getByRole('button', { name: 'Save', exact: true }).click();
      await expect(page.getByRole('row', { name: /LF Lorcan Fell Lead/ })).toBeVisible();
      await other.getByLabel('Name', { exact: true }).fill('Lorcan Fells');
      await other.getByRole('button', { name: 'Save', exact: true }).click();
      await expect(other.getByRole('row', { name: 'Role Technician Lead' })).toBeVisible();
      await other.getByRole('button', { name: 'Use the stored version' }).click();
      await other.getByRole('button', { name: 'Save', exact: true }).click();
      await expect(other.getByRole('row', { name: /LF Lorcan Fell Lead/ })).toBeVisible();
    },
  );

  test('a key is shown once, lets a machine record readings and nothing else, and is revoked', async ({
    page,
    playwright,
    baseURL,
  }) => {
    await enterAs(page, 'Odile Farrow');
    const [unit] = await queueOf(page.request, 'overdue');
    const { hoursNow } = await statusOf(page.request, unit?.tag ?? '');
    await page.goto('/people');
    await page.getByLabel('Name of the key').fill('Gateway in the shed');
    await page.getByRole('button', { name: 'Add a key' }).click();
    const secret = (await page.locator('.the-key').textContent()) ?? '';
    const machine = await playwright.request.newContext({
      baseURL,
      storageState: NOBODY,
      extraHTTPHeaders: { Authorization: `Bearer ${secret}` },
    });
    const reading = { id: crypto.randomUUID(), readAt: new Date().toISOString(), hours: (hoursNow ?? 0) + 0.2 };
    const sent = await machine.post(`/api/units/${unit?.tag}/readings`, { data: reading });
    expect((await sent.json()) as object).toMatchObject({ readBy: 'Gateway in the shed' });
    expect((await machine.get('/api/yard')).status()).toBe(403);
    await page.reload();
    await expect(page.getByText('Gateway in the shed')).toBeVisible();
    await expect(page.locator('.the-key')).toHaveCount(0);
    await page.getByRole('button', { name: 'Revoke' }).first().click();
    await page.getByRole('tooltip').getByRole('button', { name: 'Revoke' }).click();
    await expect(page.getByText(/revoked/)).toBeVisible();
    expect((await machine.post(`/api/units/${unit?.tag}/readings`, { data: reading })).status()).toBe(401);
    await machine.dispose();
  });
});

test(
  'a check of the wrong machine is struck out with a reason, and the record tells the whole story',
  {
    tag: '@pictures',
  },
  async ({ page, request }) => {
    const { tag } = await unitThatMustStayIn(request, 2);
    await page.goto(`/units/${tag}`);
    await page.getByRole('button', { name: 'Add a note' }).first().click();
    await page.getByRole('radio', { name: /^Void/ }).check();
    await page.getByLabel('Why').fill('Gauged the pump beside it.');
    await page.getByRole('button', { name: 'Add to the check' }).click();
    await expect(page.getByRole('row', { name: /Voided Gauged the pump beside it\. Ines Pardoe/ })).toBeVisible();
    await expect(page.locator('.unit-headline')).not.toContainText('keep it in');
    expect((await statusOf(request, tag)).state).not.toBe('keep-in');

    await page.getByRole('link', { name: 'History' }).click();
    await expect(page.getByRole('row', { name: /Ines Pardoe voided a check/ })).toBeVisible();
    await page
      .getByRole('row', { name: /Ines Pardoe voided a check/ })
      .getByRole('button', { name: 'Expand row' })
      .click();
    await expect(page.getByRole('row', { name: 'Voided no yes', exact: true })).toBeVisible();
    await picture(page, 'audit-log');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('link', { name: 'These entries, CSV' }).click();
    expect((await download).suggestedFilename()).toBe('record.csv');

    await page.goto(`/units/${tag}`);
    await page.getByRole('button', { name: 'Add a note' }).first().click();
    await page.getByRole('radio', { name: /^Restore/ }).check();
    await page.getByLabel('Why').fill('It was this one after all.');
    await page.getByRole('button', { name: 'Add to the check' }).click();
    await expect(page.locator('.unit-headline')).toContainText('keep it in');
  },
);
