import type { Page } from '@playwright/test';
import { picture } from '../drivers/pictures.ts';
import { enterAs } from '../drivers/sign-in.ts';
import { expect, test } from '../drivers/test.ts';
import { rack } from '../drivers/bench.ts';
import { statusOf, unitOf } from '../drivers/yard.ts';

const type = async (page: Page, ...keys: readonly string[]): Promise<void> => {
  for (const key of keys) await (key.startsWith('⏎') ? page.keyboard.press(key.slice(1)) : page.keyboard.type(key));
};

test(
  'a family is entered from a paper manual by keyboard alone; its unit finds it by the stamping, and the bench shows it',
  {
    tag: '@pictures',
  },
  async ({ page }) => {
    await page.goto('/families');
    await expect(page.getByRole('heading', { name: /^Families/ })).toBeVisible();
    await picture(page, 'families');
    const began = Date.now();
    await page.keyboard.press('n');
    await expect(page.getByLabel('Code, as the shop says it')).toBeFocused();
    await type(
      page,
      'Schist 90',
      '⏎Tab',
      '⏎Control+a',
      'edger',
      '⏎Tab',
      '⏎Tab',
      '⏎Tab',
      '⏎Tab',
      'Blue manual, page 12',
    );
    // Past the date to the rules. Inches are typed where the unit is mm.
    await page.getByLabel('Intake from').focus();
    await type(page, '0.004', '⏎Tab', '0.006');
    await expect(page.getByText('0.004 mm is not a valve gap. Which is meant?')).toBeVisible();
    await expect(page.getByRole('button', { name: '0.004 in' })).toBeVisible();
    await page.getByLabel('Intake from', { exact: true }).fill('0.10');
    await page.getByLabel('Intake to').fill('0.15');
    await page.getByLabel('Exhaust from').fill('0.13');
    await page.getByLabel('Exhaust to').fill('0.18');
    await page.getByLabel('Then every').fill('60');
    // The facts of the manual, entered by keys: nothing is preset.
    await page.getByRole('radio', { name: 'cold' }).press('Space');
    await page.getByRole('combobox', { name: 'Adjuster' }).focus();
    await type(page, '⏎Enter', '⏎ArrowDown', '⏎Enter');
    await page.getByRole('combobox', { name: /^Ways to find the position/ }).focus();
    await type(page, 'compression-tdc', '⏎Enter', '⏎Escape');
    await page.getByText('What to have ready, cautions, how it is stamped').click();
    await page.getByLabel(/^Stamping patterns/).fill('SC90*');
    await page.getByLabel('Then every').press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Schist 90' })).toBeVisible();
    // A person is slower than this; the test only shows that nothing blocks the input.
    expect(Date.now() - began).toBeLessThan(180_000);
    await expect(page.getByText('0.10–0.15 mm').first()).toBeVisible();
    await expect(page.getByText('Manual Blue manual, page 12')).toBeVisible();

    await page.goto('/register');
    await expect(page.getByRole('heading', { name: /^Units \d/ })).toBeVisible();
    await page.keyboard.press('n');
    await page.getByLabel('Tag, as on the machine').fill('ED-900');
    await page.getByLabel('Kind of machine').fill('Edger');
    await page.getByLabel('Engine stamping, as read').fill('sc-90 77');
    await page.getByRole('button', { name: 'Schist 90' }).click();
    await page.getByRole('combobox', { name: 'Site', exact: true }).click();
    await page.getByTitle('Main yard').click();
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'ED-900' })).toBeVisible();
    await page.goto('/bench/ED-900');
    await expect(page.getByText('intake 0.10–0.15 mm, exhaust 0.13–0.18 mm')).toBeVisible();
  },
);

test(
  'a spreadsheet of 500 units with ten faults says each of them, and is imported whole when they are fixed',
  {
    tag: '@pictures',
  },
  async ({ page }) => {
    const head = 'tag;kind;family;site;serial;stamping;in service on;hours at start;use;hire until;meter';
    const good = (n: number) =>
      `IM-${n};Hedge cutter;Flint 24W;North walks;90-${n};F24 ${n};2025-03-01;1,5;in service;;yes`;
    const faults: [number, (row: string) => string][] = [
      [7, (row) => row.replace('Flint 24W', 'Flint 24')],
      [60, (row) => row.replace('IM-60', 'im 61')],
      [101, (row) => row.replace('2025-03-01', '03/04/2025')],
      [150, (row) => row.replace('2025-03-01', '2025-02-30')],
      [202, (row) => row.replace('1,5', '90 min')],
      [250, (row) => row.replace('1,5', '1,250')],
      [300, (row) => row.replace('90-300', '=A1+1')],
      [333, (row) => row.replace('in service', 'lost')],
      [404, (row) => row.replace('Hedge cutter', '')],
      [499, (row) => row.replace('2025-03-01', '45717')],
    ];
    const rows = Array.from({ length: 500 }, (_, index) => good(index + 1));
    const broken = rows.map((row, index) => faults.find(([n]) => n === index + 1)?.[1](row) ?? row);
    const file = (lines: readonly string[]) => ({
      name: 'yard.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from([head, ...lines].join('\r\n'), 'latin1'),
    });
    await page.goto('/register/import');
    await page.getByLabel('File of units').setInputFiles(file(broken));
    await expect(page.getByRole('heading', { name: /^10 of 500 lines are refused/ })).toBeVisible();
    await expect(page.getByText('columns separated by semicolon')).toBeVisible();
    await expect(page.locator('.plan tbody tr')).toHaveCount(10);
    for (const words of [
      'No family is called “Flint 24”.',
      'The tag stands on line 61 already',
      'Day and month can be read either way.',
      'There is no such day.',
      'These are minutes. Give hours: 1.5.',
      'The comma may stand for thousands or for tenths.',
      'A spreadsheet would run this cell as a formula.',
      '“lost” is not one of the choices.',
      'It is empty.',
      'Format the column as a date; it would be 2025-03-01.',
    ])
      await expect(page.locator('.plan').getByText(words)).toBeVisible();
    await picture(page, 'import');
    await expect(page.getByRole('button', { name: /^Import/ })).toBeDisabled();

    await page.getByLabel('File of units').setInputFiles(file(rows));
    await expect(page.getByRole('heading', { name: '500 to add, 0 to change, 0 the same.' })).toBeVisible();
    await page.getByRole('button', { name: 'Import 500 units' }).click();
    await expect(page.getByText('Done: 500 added')).toBeVisible({ timeout: 60_000 });
    await page.getByRole('link', { name: 'To the units', exact: true }).click();
    await page.getByLabel(/^Part of a tag/).fill('im 499');
    await expect(page.getByRole('row', { name: /IM-499/ })).toBeVisible();
    await expect(page).toHaveURL(/find=im/);

    // All of them, moved to another site in one go, and their labels.
    await page.getByLabel(/^Part of a tag/).fill('im-4');
    await expect(page.getByRole('heading', { name: 'Units 111' })).toBeVisible();
    await page.getByRole('checkbox', { name: 'Select all that are listed' }).check();
    await page.getByRole('combobox', { name: 'Set use', exact: true }).click();
    await page.getByTitle('stored', { exact: true }).click();
    await page.getByRole('button', { name: 'Apply', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Selected units' })).toBeHidden();
    expect((await statusOf(page.request, 'IM-4')).state).toBe('stored');
    await page.getByRole('checkbox', { name: 'Choose IM-40', exact: true }).check();
    await page.getByRole('button', { name: 'Print labels' }).click();
    await expect(page.getByRole('img', { name: 'QR code of IM-40' })).toBeVisible();
  },
);

test(
  'the register is walked by keyboard, thousands deep, and finds by stamping',
  { tag: '@pictures' },
  async ({ page }) => {
    await page.goto('/register');
    await expect(page.getByRole('heading', { name: /^Units \d/ })).toBeVisible();
    await picture(page, 'register');
    const rows = page.getByRole('grid', { name: 'Units' });
    await rows.focus();
    const second = (await page.locator('.unit-row[aria-rowindex="3"] a').textContent()) ?? '';
    await type(page, '⏎ArrowDown', '⏎Enter');
    await expect(page.getByRole('heading', { level: 1, name: second })).toBeVisible();
    const stamping = (await page.locator('.plate dd.mono').nth(1).textContent()) ?? '';
    await page.keyboard.press('/');
    await page.keyboard.type(stamping.replace(/\s/g, '-').toLowerCase());
    await expect(page.getByRole('option').filter({ hasText: second })).toBeAttached();
    await page.keyboard.press('Escape');
    await page.keyboard.press('/');
    await page.keyboard.type('Gneiss');
    await page.getByText('family', { exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Gneiss 390D' })).toBeVisible();
  },
);

test(
  'another source comes in use with a reason, after a preview of the units that change',
  { tag: '@pictures' },
  async ({ page }) => {
    await page.goto('/families/Chert%20165');
    await expect(page.getByText(/Compared with the source in use/)).toBeVisible();
    await picture(page, 'family');
    await page.goto('/families/Tuff%2045');
    await page.getByRole('button', { name: 'Use this source' }).first().click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText(/units? would change status/)).toBeVisible();
    const tag = (await dialog.locator('.statusChanges .mono').first().textContent()) ?? '';
    const before = (await statusOf(page.request, tag)).state;
    await dialog.getByLabel('Why').fill('The maker wrote back: the label is right.');
    await dialog.getByRole('button', { name: 'Use this source' }).click();
    await expect(dialog).toBeHidden();
    await expect(page.getByText('Revision 2 The maker wrote back')).toBeVisible();
    // A job computes it, a moment later.
    await expect.poll(async () => (await statusOf(page.request, tag)).state).not.toBe(before);
  },
);

test('a blade set is entered in one go, and a blade that was measured wrong is asked about', async ({ page }) => {
  await page.goto('/blades');
  await expect(page.getByRole('heading', { name: /^Blade sets \d/ })).toBeVisible();
  await page.keyboard.press('n');
  await page.getByLabel(/^Name: where it is kept/).fill('Pump house');
  await page.getByLabel(/^Blades to add, as printed/).fill('0.08 0.10 0.12');
  await page.keyboard.press('Enter');
  await page.getByLabel('Blade 0.10: measured').fill('0.20');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('The blade of 0.1 mm was measured as 0.2 mm.').first()).toBeVisible();
  await page.getByLabel('Blade 0.10: measured').fill('0.101');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Pump house' }).getByText('0.101 mm')).toBeVisible();

  // The bench uses the set.
  const tag = await unitOf(page.request, 'Gneiss 390D', 'ok', 2);
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=found-1I`);
  await rack(page).getByRole('button', { name: '0.10 mm Free' }).click();
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('status')).toContainText('0.10 goes free');
});

test.describe('a viewer', () => {
  test.use({ storageState: { cookies: [], origins: [] } });
  test('reads families, units and blades, and is offered no change', async ({ page }) => {
    await enterAs(page, 'Wick Tansley');
    for (const path of ['/families', '/families/Chert%20165', '/register', '/blades', '/units/DP-002']) {
      await page.goto(path);
      await expect(page.locator('h1').first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      const writing = page.getByRole('button', { name: /Add|Edit|Use this source|Stop using/ });
      await expect(writing).toHaveCount(0);
    }
    await page.goto('/register/import');
    await expect(page.getByText('Units can be imported by leads only.')).toBeVisible();
  });
});
