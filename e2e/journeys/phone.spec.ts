import { expectAccessible } from '../drivers/accessibility.ts';
import { rack } from '../drivers/bench.ts';
import { expect, test } from '../drivers/test.ts';
import { filled, walks } from '../drivers/walk.ts';
import { unitForBench } from '../drivers/yard.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

for (const { title, addresses } of walks())
  test(`fits a phone held upright: ${title}`, async ({ page, request }) => {
    for (const address of addresses) {
      const path = await filled(request, address);
      await page.goto(path);
      await page.waitForLoadState('networkidle');
      // An element that is too wide widens the layout viewport of a phone, so the screen width is compared.
      expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
      // The bottom bar does not cover a control that was scrolled to.
      const bar = (await page.locator('.phone-bar').boundingBox()) ?? { y: 0 };
      // Parts of a page may still load while it is scrolled.
      await expect
        .poll(async () => {
          await page.evaluate(() => scrollTo(0, document.documentElement.scrollHeight));
          const last = await page.locator('#content').evaluate((element) => element.getBoundingClientRect().bottom);
          return [path, last <= 844 + 1 || last - 60 <= bar.y + 1];
        })
        .toEqual([path, true]);
      await expectAccessible(page, path);
    }
  });

test('the places are under the thumb', async ({ page }) => {
  await page.goto('/more');
  await page.getByRole('navigation', { name: 'Places, for the thumb' }).getByRole('link', { name: 'Yard' }).tap();
  await expect(page.getByRole('list', { name: 'Lanes' }).getByRole('listitem').first()).toBeVisible();
});

test('a scanned label opens its unit; its meter is read and a valve is gauged by thumb', async ({ page, request }) => {
  const tag = await unitForBench(request, 'Chert 165');
  // What a label's code holds is the address of its unit.
  await page.goto(`/units/${tag}`);
  await expect(page.getByRole('heading', { level: 1, name: tag })).toBeVisible();
  const before = Number.parseFloat((await page.locator('.hours-now').textContent()) ?? '');
  await page.getByLabel(/The meter shows/).fill(`${before.toFixed(1).replace('.', ',')}`);
  await page.getByRole('button', { name: 'Save', exact: true }).tap();
  await expect(page.getByText(/h saved/)).toBeVisible();
  await page.getByRole('button', { name: /^Start the check/ }).tap();
  await expect(page).toHaveURL(/bench/);
  await page.getByRole('button', { name: /^Start the check/ }).tap();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`${page.url().split('?')[0]}?at=found-1`);
  await page
    .getByRole('navigation', { name: 'Steps of the check' })
    .getByRole('button', { name: /^Intake/ })
    .tap();
  const feels = rack(page).getByRole('group', { name: 'How did the blade feel?' });
  await feels.getByRole('button', { name: 'Drags' }).tap();
  await expect(page.locator('.gap-try').first()).toBeVisible();
  // The answer stays above the thumb at every scroll position.
  await expect(rack(page).locator('.rack-answer')).toContainText('Intake');
  await expect(rack(page).locator('.rack-answer')).toBeInViewport();
  const box = await feels.getByRole('button', { name: 'Free' }).boundingBox();
  expect(box?.height ?? 0).toBeGreaterThanOrEqual(48);
});
