import { type Page, expect } from '@playwright/test';

/** The verbs of the bench, by keyboard alone and by touch alone. */
type Feel = 'f' | 'd' | 'w';

/** Feel half-width of the demo's people and of the house. */
const HALF_THOU_MM = 0.0127;
const feelOf = (gapMm: number, bladeMm: number): Feel =>
  Math.abs(gapMm - bladeMm) <= HALF_THOU_MM ? 'd' : bladeMm < gapMm ? 'f' : 'w';

export const rack = (page: Page) => page.getByLabel('Blade rack');
const chosenBlade = async (page: Page): Promise<number> =>
  Number(await rack(page).locator('li.chosen .blade b').textContent());

/** Climbs the rack by keyboard until a blade will not enter, feeling a gap that only the journey knows. */
export async function gaugeByKeyboard(page: Page, valve: string, gapMm: number): Promise<void> {
  await expect(page.getByRole('region', { name: valve })).toBeVisible();
  // Down to a blade that goes free or drags, then up.
  for (let tries = 0; tries < 24; tries += 1) {
    const blade = await chosenBlade(page);
    const feel = feelOf(gapMm, blade);
    await page.keyboard.press(feel);
    await expect(rack(page).locator(`.felt[aria-label^="${blade.toFixed(2)}"]`)).toBeVisible();
    const after = await chosenBlade(page);
    const felt = await rack(page).locator('.felt').count();
    const bounded =
      (await rack(page).locator('.felt-wont').count()) > 0 && felt > (await rack(page).locator('.felt-wont').count());
    if (bounded || after === blade) return;
  }
  throw new Error('the rack was not climbed in 24 tries');
}

/** The same by thumb: every blade from a little below the gap to the first that will not enter. */
export async function gaugeByTouch(page: Page, valve: string, gapMm: number): Promise<void> {
  await expect(page.getByRole('region', { name: valve })).toBeVisible();
  const labels = { f: 'Free', d: 'Drags', w: 'Won’t' } as const;
  const blades = (await rack(page).locator('.blade b').allTextContents()).map(Number);
  const from = Math.max(
    0,
    blades.findLastIndex((blade) => blade < gapMm - HALF_THOU_MM),
  );
  for (const blade of blades.slice(from)) {
    const feel = feelOf(gapMm, blade);
    await rack(page)
      .getByRole('button', { name: `${blade.toFixed(2)} ${labels[feel]}` })
      .tap();
    if (feel === 'w') return;
  }
}
