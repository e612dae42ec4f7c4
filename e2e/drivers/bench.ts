import { type Page, expect } from '@playwright/test';

/** Actions at the bench, by keyboard only and by touch only. */
type Feel = 'f' | 'd' | 'w';

/** Feel half-width of the demo's people and of the shop. */
const HALF_THOU_MM = 0.0127;
const feelOf = (gapMm: number, bladeMm: number): Feel =>
  Math.abs(gapMm - bladeMm) <= HALF_THOU_MM ? 'd' : bladeMm < gapMm ? 'f' : 'w';

export const rack = (page: Page) => page.getByLabel('Blade rack');
/** The blades in hand, as the screen shows their stamps. */
export const inHand = async (page: Page): Promise<string> =>
  (await rack(page).getByTestId('laid').textContent())?.trim() ?? '';

const MM_PER: Readonly<Record<string, number>> = { mm: 1, thou: 0.0254, in: 25.4 };
/** `0.05 mm + 2 thou` as one thickness. */
export const thicknessOf = (laid: string): number =>
  laid
    .split(' + ')
    .reduce((sum, blade) => sum + Number(blade.split(' ')[0]) * (MM_PER[blade.split(' ')[1] ?? ''] ?? NaN), 0);

/** Follows the advice by keyboard until nothing more is advised, feeling a gap that only the journey knows. */
export async function gaugeByKeyboard(page: Page, valve: string, gapMm: number): Promise<void> {
  const region = page.getByRole('region', { name: valve });
  await expect(region).toBeVisible();
  for (let tries = 0; tries < 24; tries += 1) {
    const felt = await region.locator('.gap-try').count();
    await page.keyboard.press(feelOf(gapMm, thicknessOf(await inHand(page))));
    await expect(region.locator('.gap-try')).toHaveCount(felt + 1);
    if (!((await rack(page).locator('.rack-next').textContent()) ?? '').includes('tells the most')) return;
  }
  throw new Error('the advice did not come to an end in 24 tries');
}

/** The same by touch: every blade from just below the gap to the first that does not enter. */
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
      .getByRole('button', { name: `${blade.toFixed(2)} mm ${labels[feel]}` })
      .tap();
    if (feel === 'w') return;
  }
}

/** From *Make safe* to the first valve by keyboard: temperature, opened up, valves named, position. */
export async function toTheValves(page: Page, temperature: 'cold' | 'warm', position = '1'): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Right temperature' })).toBeVisible();
  await page.keyboard.press(temperature === 'cold' ? '1' : '2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Open up' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Name the valves' })).toBeVisible();
  await page.keyboard.press('1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Find the position' })).toBeVisible();
  await page.keyboard.press(position);
}

/** From the steps after the valves to the signature. */
export async function toTheSignature(page: Page): Promise<void> {
  const heading = page.locator('.bench-work h2').first();
  for (let steps = 0; steps < 6; steps += 1) {
    const at = (await heading.textContent()) ?? '';
    if (at === 'Sign') return;
    await page.getByRole('button', { name: /^Next/ }).click();
    await expect(heading).not.toHaveText(at);
  }
  await expect(heading).toHaveText('Sign');
}
