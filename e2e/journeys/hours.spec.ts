import { expect, test } from '../drivers/test.ts';
import { queueOf, statusOf } from '../drivers/yard.ts';

test('a reading moves the hours; a wrong one is kept as suspect and moves nothing', async ({ page, request }) => {
  const [unit] = await queueOf(request, 'due-soon');
  if (unit === undefined) throw new Error('nothing is due soon in the demo');
  const { hoursNow } = await statusOf(request, unit.tag);
  if (hoursNow === null) throw new Error('a unit due soon has hours');

  await page.goto('/yard');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type(unit.tag.replace('-', '').toLowerCase());
  await expect(page.getByRole('option').first()).toBeAttached();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: unit.tag })).toBeVisible();

  const meter = page.getByLabel(/The meter shows/);
  await expect(meter).toBeVisible();
  await page.keyboard.press('h');
  await expect(meter).toBeFocused();
  await page.keyboard.type('1,412');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Write thousands without a mark')).toBeVisible();

  await meter.fill(String(Math.max(0, hoursNow - 30)));
  await page.keyboard.press('Enter');
  await expect(page.getByText('saved as suspect; the hours stay the same')).toBeVisible();
  await expect(page.getByRole('cell', { name: /suspect.*Goes back/ })).toBeVisible();
  expect((await statusOf(request, unit.tag)).hoursNow).toBe(hoursNow);

  await meter.fill((hoursNow + 1.1).toFixed(1));
  await page.keyboard.press('Enter');
  await expect(page.getByText(`${(hoursNow + 1.1).toFixed(1)} h saved.`)).toBeVisible();
  await expect(page.locator('.hours-now')).toHaveText(`${(hoursNow + 1.1).toFixed(1)} h`);

  // The reasons for its status, and what would change it, by one key.
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('e');
  await expect(page.getByText('A check that leaves every valve in spec.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Misread: reject' }).first().click();
  await expect(page.getByRole('button', { name: 'Misread: reject' })).toHaveCount(0);
});

test('a reading is not lost when the line is cut, and counts once when it is sent again', async ({ page, request }) => {
  const unit = (await queueOf(request, 'due-soon'))[1];
  if (unit === undefined) throw new Error('nothing is due soon in the demo');
  const { hoursNow } = await statusOf(request, unit.tag);
  // The server stores it and the answer is lost. The route is set before the page opens, because a busy browser may
  // miss it later.
  let lost = false;
  await page.route('**/readings', async (route) => {
    // Lists are requested at the same address.
    if (route.request().method() !== 'POST' || lost) return route.fallback();
    lost = true;
    await route.fetch();
    await route.abort();
  });
  await page.goto(`/units/${unit.tag}`);
  const shown = ((hoursNow ?? 0) + 0.7).toFixed(1);
  await page.getByLabel(/The meter shows/).fill(shown);
  await Promise.all([page.waitForEvent('requestfailed'), page.getByLabel(/The meter shows/).press('Enter')]);
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expect(page.getByLabel(/The meter shows/)).toHaveValue(shown);
  // By key, because an update of the reading may move the button between press and release of a mouse.
  await page.getByLabel(/The meter shows/).press('Enter');
  await expect(page.getByText(`${shown} h saved.`)).toBeVisible();
  const readings = (await (await request.get(`/api/units/${unit.tag}/readings`)).json()) as { hours: number }[];
  expect(readings.filter(({ hours }) => hours === Number(shown))).toHaveLength(1);
});
