import type { APIRequestContext } from '@playwright/test';
import { PAGES, type Page } from '../../apps/web/src/app/pages.ts';
import { expectAccessibleInBothThemes } from '../drivers/accessibility.ts';
import { expect, test } from '../drivers/test.ts';
import { queueOf } from '../drivers/yard.ts';

const pages: readonly Page[] = PAGES;
const ADDRESSES = pages.flatMap(({ path, walk }) => (walk === null ? [] : [walk ?? path]));
/** A test for so many pages: one window walks through them, and windows share the work. */
const PAGES_A_TEST = 4;

/** An address with what stands for a unit and a signed check filled in. */
async function filled(request: APIRequestContext, address: string): Promise<string> {
  if (address.includes('{unit}')) {
    const [unit] = await queueOf(request, 'undecided');
    return address.replace('{unit}', unit?.tag ?? '');
  }
  if (!address.includes('{check}')) return address;
  const [unit] = await queueOf(request, 'ok');
  const { checks } = await (await request.get(`/api/units/${unit?.tag}/checks`)).json();
  return address.replace('{check}', checks[0].id);
}

for (let first = 0; first < ADDRESSES.length; first += PAGES_A_TEST) {
  const addresses = ADDRESSES.slice(first, first + PAGES_A_TEST);
  test(`pass the accessibility rules on paper and by lamp: ${addresses.join(', ')}`, async ({ page, request }) => {
    for (const address of addresses) {
      await page.goto(await filled(request, address));
      await expect(page.locator('h1, h2').first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      await expectAccessibleInBothThemes(page, address);
    }
  });
}
