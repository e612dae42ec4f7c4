import { expect, test } from '../drivers/test.ts';
import { picture } from '../drivers/pictures.ts';
import { queueOf } from '../drivers/yard.ts';

test('the demo yard shows every status, 150 units, 10 families', async ({ page, request }) => {
  const yard = (await (await request.get('/api/yard')).json()) as {
    counts: { state: string; units: number }[];
    lanes: { units: number; intervalHours: number | null; intervalDays: number | null }[];
  };
  expect(yard.counts.filter(({ units }) => units === 0)).toEqual([]);
  expect(yard.lanes).toHaveLength(10);
  const retired = yard.counts.find(({ state }) => state === 'retired')?.units ?? 0;
  await page.goto('/yard');
  await expect(page.getByText(`${150 - retired} units · 10 families`)).toBeVisible();
  await page.getByText('Share of interval').click();
  // A unit without an interval has no share.
  const without = yard.lanes.filter(
    ({ intervalHours, intervalDays }) => intervalHours === null && intervalDays === null,
  );
  expect(without.map(({ units }) => units)).toEqual([2]);
  await expect(page.locator('a.peg')).toHaveCount(150 - retired - 2);
});

test('numbers of the sentence filter, and the address shows a colleague the same', async ({
  page,
  context,
  request,
}) => {
  const overdue = await queueOf(request, 'overdue');
  await page.goto('/yard');
  await page.getByRole('button', { name: new RegExp(`^${overdue.length} more`) }).click();
  await expect(page.getByRole('heading', { name: 'Overdue', exact: true })).toBeVisible();
  await page.getByText('Days left').click();
  const colleague = await context.newPage();
  await colleague.goto(page.url());
  await expect(colleague.getByRole('heading', { name: 'Overdue', exact: true })).toBeVisible();
  await expect(colleague.getByText('days left →')).toBeVisible();
});

test('why the chosen unit is here, and what would change that, is one key away', async ({ page }) => {
  await page.goto('/yard');
  await expect(page.getByLabel('Queue for the bench').getByText('KEEP IN').first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('e');
  await expect(page.getByText('A check that leaves this valve in spec.').first()).toBeVisible();
  await page.keyboard.press('e');
  await expect(page.getByText('A check that leaves this valve in spec.').first()).toBeHidden();
});

test('the run line is walked by keyboard and leads to the unit', async ({ page }) => {
  await page.goto('/yard');
  const lane = page.getByRole('group', { name: /Chert 165/ });
  const pegs = lane.locator('a.peg');
  await pegs.first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(pegs.nth(1)).toBeFocused();
  const name = (await pegs.nth(1).getAttribute('aria-label')) ?? '';
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: name.split(' · ')[0] ?? '' })).toBeVisible();
});

test('thou and the bench lamp hold everywhere and after a reload', { tag: '@pictures' }, async ({ page }) => {
  await page.goto('/yard');
  await expect(page.getByText(/loose by .*mm/).first()).toBeVisible();
  await page.keyboard.press('m');
  await expect(page.getByText(/loose by .*thou/).first()).toBeVisible();
  await page.getByLabel(/bench lamp on/).click();
  await page.reload();
  await expect(page.getByText(/loose by .*thou/).first()).toBeVisible();
  await expect(page.getByLabel(/bench lamp off/)).toBeVisible();
  await picture(page, 'yard-bench-lamp');
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys for this screen' })).toContainText(
    'Put the chosen unit on the bench',
  );
});

test('a tag that no unit carries, and an address that leads nowhere, say how to go on', async ({ page }) => {
  await page.goto('/units/NO-99');
  await expect(page.getByText('No unit has the tag NO-99.').first()).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByText('Page not found.')).toBeVisible();
  await page.route('**/api/yard?**', (route) => route.abort());
  await page.route('**/api/yard', (route) => route.abort());
  await page.goto('/yard');
  await expect(page.getByText('The server does not answer.').first()).toBeVisible();
});
