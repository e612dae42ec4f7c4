import type { APIRequestContext } from '@playwright/test';
import { picture } from '../drivers/pictures.ts';
import { expect, test } from '../drivers/test.ts';
import { statusOf } from '../drivers/yard.ts';

interface WalkLine {
  readonly tag: string;
  readonly lastHours: number | null;
  readonly expectedHi: number | null;
}

/** The walk of a site from the server. */
async function walkOf(request: APIRequestContext, site: string): Promise<WalkLine[]> {
  const { sites } = (await (await request.get('/api/hours')).json()) as { sites: { siteId: string; name: string }[] };
  const siteId = sites.find(({ name }) => name === site)?.siteId ?? '';
  return ((await (await request.get('/api/hours/walk', { params: { siteId } })).json()) as { lines: WalkLine[] }).lines;
}
/** The unit and a reading that fits, a little above the last one. */
const fits = (line: WalkLine | undefined): [string, string] => {
  if (line === undefined || line.lastHours === null) throw new Error('the demo has no such meter');
  return [line.tag, (line.lastHours + 0.4).toFixed(1)];
};

test(
  'a site is walked by keyboard alone; suspect readings wait at the side, are settled and undone',
  {
    tag: '@pictures',
  },
  async ({ page, request }) => {
    const [first, second, third] = await walkOf(request, 'Lower sluice');
    const [tag, shown] = fits(first);
    await page.goto('/hours?site=Lower sluice');
    const field = (of: string) => page.getByLabel(`${of}: the meter shows`);
    await field(tag).focus();
    await page.keyboard.type(shown.replace('.', ','));
    await page.keyboard.press('Enter');
    await expect(page.getByText(`${shown} h saved today`)).toBeVisible();
    expect((await statusOf(request, tag)).hoursNow).toBeCloseTo(Number(shown), 5);

    await picture(page, 'hours');

    // Enter moved to the next row; a tenth of the expected value is questioned.
    const [odd] = fits(second);
    await expect(field(odd)).toBeFocused();
    const tenth = ((second?.lastHours ?? 0) / 10).toFixed(1);
    await page.keyboard.type(tenth);
    await page.keyboard.press('Enter');
    const side = page.getByRole('complementary', { name: 'Readings that do not add up' });
    const suspect = side.getByRole('listitem').filter({ hasText: odd });
    await expect(suspect).toContainText('Goes back');
    const before = (await statusOf(request, odd)).hoursNow;
    await suspect.getByRole('button', { name: /Misread: reject/ }).click();
    await expect(suspect).toHaveCount(0);
    await side.getByRole('button', { name: 'Take it back' }).click();
    await expect(suspect).toHaveCount(1);
    await suspect.getByRole('button', { name: /Correct …/ }).click();
    await page.keyboard.type(fits(second)[1]);
    await page.keyboard.press('Enter');
    await expect(suspect).toHaveCount(0);
    expect((await statusOf(request, odd)).hoursNow).toBeCloseTo((before ?? 0) + 0.4, 5);

    // A word is not a number: the field keeps it and reports the error.
    const [last] = fits(third);
    await field(last).fill('broken');
    await page.keyboard.press('Enter');
    await expect(page.getByText('“broken” is not a figure. Write digits, such as 412.6.')).toBeVisible();
    await expect(field(last)).toHaveValue('broken');
  },
);

test('a column is pasted, and the walk is ordered by keyboard', async ({ page, request }) => {
  const lines = await walkOf(request, 'North walks');
  const [a, b] = [fits(lines[0]), fits(lines[1])];
  await page.goto('/hours?site=North walks');
  const field = page.getByLabel(`${a[0]}: the meter shows`);
  await field.focus();
  await page.evaluate((text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text', text);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    );
  }, `${b[0]}\t${b[1]}\n${a[0]}\t${a[1]}\nXX-99\t5`);
  await expect(page.getByText('One pasted line fits no unit of this walk: XX-99 5')).toBeVisible();
  await page.getByRole('button', { name: 'Save 2 readings' }).click();
  await expect(page.getByText(/h saved today/)).toHaveCount(2);
  expect((await statusOf(request, b[0])).hoursNow).toBeCloseTo(Number(b[1]), 5);

  await page.getByRole('button', { name: `Move ${a[0]} on the walk` }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(`${a[0]} picked up.`)).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(`${a[0]} is at the place of ${b[0]}.`)).toBeAttached();
  await page.keyboard.press('Space');
  await expect
    .poll(async () => (await walkOf(request, 'North walks')).slice(0, 2).map(({ tag }) => tag))
    .toEqual([b[0], a[0]]);
  await page.reload();
  await expect(page.locator('.walk-tag').first()).toHaveText(b[0]);
});

test('two browsers see each other’s readings; with the server away they wait on the device and are sent once', async ({
  page,
  browser,
  context,
  request,
}) => {
  const [tag, shown] = fits((await walkOf(request, 'Rental desk')).at(-1));
  const other = await browser.newContext();
  const watching = await other.newPage();
  await watching.goto(`/units/${tag}`);
  await expect(watching.getByRole('heading', { level: 1, name: tag })).toBeVisible();
  await page.goto('/hours?site=Rental desk');
  const field = page.getByLabel(`${tag}: the meter shows`);
  await field.scrollIntoViewIfNeeded();
  await context.setOffline(true);
  await field.fill(shown);
  await page.keyboard.press('Enter');
  await expect(page.getByText('kept on this device: the server does not answer')).toBeVisible();
  await context.setOffline(false);
  // Sent automatically, and shown in the other browser without a reload.
  await expect(watching.locator('.hours-now')).toHaveText(`${shown} h`);
  await expect(page.getByText(`${shown} h saved today`)).toBeVisible();
  const readings = (await (await request.get(`/api/units/${tag}/readings`)).json()) as { hours: number }[];
  expect(readings.filter(({ hours }) => hours === Number(shown))).toHaveLength(1);
  await other.close();
});
