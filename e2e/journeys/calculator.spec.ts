import { expectAccessible } from '../drivers/accessibility.ts';
import type { Page } from '@playwright/test';
import { picture } from '../drivers/pictures.ts';
import { expect, test } from '../drivers/test.ts';

const result = (page: Page, label: string) =>
  page
    .getByLabel('Result')
    .locator('div', { has: page.getByText(label, { exact: true }) })
    .locator('dd');
const panel = async (page: Page, name: string): Promise<void> => page.getByRole('tab', { name }).click();

test(
  'the calculator opens anywhere, answers without a unit, and its figures can be linked',
  { tag: '@pictures' },
  async ({ page, context }) => {
    await page.goto('/bench');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.keyboard.press('r');
    await expect(page.getByRole('dialog', { name: 'Calculator' })).toBeVisible();

    // Facts of the trade (common practice, no source): a window of 3 to 5 thou is set with the 4 thou blade.
    await page.getByLabel('Spec from').fill('3 thou');
    await page.getByLabel('to', { exact: true }).fill('5 thou');
    await page.getByLabel('Blades of the set').fill('2thou 3thou 4thou 5thou 6thou');
    await expect(result(page, 'Set with')).toContainText('4 thou: its drag proves it in spec');

    await panel(page, 'Tries');
    await page.getByLabel('Try 1: blade').fill('0.2f 0.23w');
    await expect(result(page, 'Verdict')).toContainText('loose by 0.03 to 0.06 mm');
    await page.getByLabel('Try 1: blade').fill('0.10w 0.15f');
    await expect(result(page, 'Clash 1')).toContainText('cannot both be so');

    await panel(page, 'Turn');
    await expect(result(page, 'Turn')).toContainText('clockwise');
    await page.getByLabel(/Before and after/).fill('0.21>0.20 0.22>0.21 0.2>0.19 0.21>0.2 0.2>0.18');
    await expect(result(page, 'Leave before locking')).toContainText('0.21 mm');
    await page.getByLabel('Gap from').fill('a little');
    await expect(page.getByText('Gap from: “a little” is no length.')).toBeVisible();
    await page.getByLabel('Gap from').fill('0.10');
    await page.getByLabel('to', { exact: true }).fill('0.13');
    await expect(result(page, 'Turn')).toContainText('counterclockwise');
    await picture(page, 'calculator-turn');
    await expect.poll(() => page.url()).toContain('0.13');

    const colleague = await context.newPage();
    await colleague.goto(page.url());
    await expect(result(colleague, 'Turn')).toContainText('counterclockwise');
    await expect(colleague.getByLabel('Gap from')).toHaveValue('0.10');

    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog', { name: 'Calculator' })).toBeHidden();
    await expect.poll(() => page.url()).not.toContain('calculate');
  },
);

test('shims, crank and units calculate, and say what is wrong', async ({ page }) => {
  await page.goto('/yard?calculate=shims');
  await page.getByLabel('Valve 1', { exact: true }).fill('1I 0.05 2.60; 1E 0.22 2.50');
  await expect(result(page, '1I')).toContainText('that comes out of 1E');
  await page.getByLabel('Valve 1', { exact: true }).fill('1I 0.05');
  await expect(page.getByText('Give Shim of 1I.')).toBeVisible();

  await panel(page, 'Crank');
  await page.getByLabel('Stroke').fill('77.724');
  await page.getByLabel(/^Rod length/).fill('116.84');
  await page.getByLabel('Piston travel').fill('6.35');
  await expect(result(page, 'Crank angle past top')).toHaveText('28.9°');
  await page.getByLabel('Piston travel').fill('0');
  await page.getByLabel('Firing order').fill('1 3 4 2');
  await expect(result(page, 'Stop 1')).toContainText('1I, 1E, 2I, 3E');
  await page.getByLabel(/^Compression release/).fill('-95 -2');
  await expect(result(page, 'Release has let go')).toContainText('from 8° past compression top');
  await page.getByLabel(/^Compression release/).fill('');
  await page.getByLabel('Piston travel').fill('7');

  await panel(page, 'Units');
  await page.getByLabel('and also').fill('0.010');
  await page.getByLabel('A source says').fill('0.10');
  await expect(result(page, 'Can they be the same gap?')).toContainText('Meant could be 0.10 mm (0.004 in)');

  await expectAccessible(page, 'calculator', { within: '.calculator' });
});
