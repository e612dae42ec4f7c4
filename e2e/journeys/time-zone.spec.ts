import { expect, test } from '../drivers/test.ts';
import { enterAs } from '../drivers/sign-in.ts';

/** The tablet is in Auckland; its shop is in Los Angeles, and then in the easternmost zone. */
test.use({ timezoneId: 'Pacific/Auckland', storageState: { cookies: [], origins: [] } });

/** The format of the field: `Nov 26, 2026`. */
const dayIn = (timeZone: string, at = new Date()): string =>
  new Intl.DateTimeFormat('en-US', { timeZone, dateStyle: 'medium' }).format(at);

test('days are the shop’s, wherever the tablet is; the zone is a setting of the shop', async ({ page }) => {
  await enterAs(page, 'Odile Farrow');
  const zoneNow = async (): Promise<string> =>
    ((await (await page.request.get('/api/shop')).json()) as { timeZone: string }).timeZone;
  const setZone = async (zone: string): Promise<void> => {
    if ((await zoneNow()) === zone) return;
    await page.goto('/families/shop-rules');
    await page.getByLabel('Time zone of the shop').click();
    await page.keyboard.type(zone.replaceAll('_', ' '));
    await page
      .locator('.ant-select-item-option')
      .filter({ hasText: zone.replaceAll('_', ' ') })
      .first()
      .click();
    await page.getByRole('button', { name: 'Change the time zone' }).click();
    await expect(page.getByRole('button', { name: 'Change the time zone' })).toBeDisabled();
    await expect.poll(zoneNow).toBe(zone);
  };
  const before = await zoneNow();
  try {
    for (const zone of ['America/Los_Angeles', 'Pacific/Kiritimati']) {
      await setZone(zone);
      await page.goto('/register');
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await page.keyboard.press('n');
      await expect(page.getByLabel('In service since')).toHaveValue(dayIn(zone));
    }
    // A calendar day is the same day in every time zone.
    const { lines } = (await (await page.request.get('/api/register?limit=1')).json()) as { lines: { tag: string }[] };
    const unit = (await (await page.request.get(`/api/units/${lines[0]?.tag}`)).json()) as { inServiceOn: string };
    await page.goto(`/units/${lines[0]?.tag}`);
    await expect(page.getByText(new RegExp(`^${dayIn('UTC', new Date(unit.inServiceOn))}, `))).toBeVisible();
  } finally {
    await setZone(before);
  }
});
