import type { Page } from '@playwright/test';
import { rack, toTheValves } from '../drivers/bench.ts';
import { chance } from '../drivers/chance.ts';
import { expect, test } from '../drivers/test.ts';
import { familyOf, statusOf, unitForBench } from '../drivers/yard.ts';

/** Starts a check and goes to its first valve. */
async function atTheValves(page: Page, tag: string): Promise<void> {
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await toTheValves(page, 'cold');
  await page.keyboard.press('Enter');
}

/** Tries the blade nearest to a thickness, and says how it felt. */
async function tryBlade(page: Page, mm: number, feel: 'f' | 'd' | 'w'): Promise<void> {
  await expect(rack(page).locator('.blade').first()).toBeVisible();
  const thick = (await rack(page).locator('.blade b').allTextContents()).map(Number);
  const nearest = thick.reduce(
    (best, each, index) => (Math.abs(each - mm) < Math.abs((thick[best] ?? 9) - mm) ? index : best),
    0,
  );
  await rack(page).locator('.blade').nth(nearest).click();
  await page.keyboard.press(feel);
}

test('no blade goes in at either valve: nothing is set and nothing is signed before the cause is stated', async ({
  page,
  request,
}) => {
  const tag = await unitForBench(request, 'Gneiss 390D');
  const { windows } = await familyOf(request, 'Gneiss 390D');
  await atTheValves(page, tag);
  const intake = page.getByRole('region', { name: 'Intake, as found' });
  await expect(intake).toBeVisible();
  await tryBlade(page, 0.04, 'w');
  const ask = page.getByRole('region', { name: 'Look before you adjust' });
  await expect(ask.getByText(/No blade went in/)).toBeVisible();
  await expect.poll(async () => (await statusOf(request, tag)).state).toBe('keep-in');
  // Before the answer, the adjuster cannot be marked as moved, and no turn is advised.
  await expect(intake.getByText('The adjuster was moved')).toBeHidden();
  await page.keyboard.press('Enter');
  await expect(ask).toBeVisible();
  await expect(page.getByText(/Open the gap to/)).toBeHidden();
  await page.keyboard.press('ArrowLeft');
  await ask.getByRole('radio', { name: /Wrong stroke/ }).click();
  await expect(page.getByText(/Turn the crank one full turn on/)).toBeVisible();
  await expect(intake.getByText('Try a blade')).toBeVisible();
  // Turned on, both valves have a gap.
  await tryBlade(page, windows.intake.targetMm, 'd');
  await expect(ask).toBeHidden();
  await expect(intake.getByText(/In spec/)).toBeVisible();
  await expect.poll(async () => (await statusOf(request, tag)).reasons.map(({ code }) => code)).toEqual(['on-bench']);
});

test('on the bench Enter always goes on and Space toggles, after a mouse, a thumb or a key', async ({
  page,
  request,
}) => {
  const tag = await unitForBench(request, 'Gneiss 390D');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  const heading = page.locator('.bench-work h2').first();
  const next = async (words: string): Promise<void> => {
    await page.keyboard.press('Enter');
    await expect(heading).toContainText(words);
  };
  await expect(heading).toHaveText('Make safe');
  const fuel = page.getByRole('checkbox', { name: /Fuel shut/ });
  await fuel.click();
  await expect(fuel).toBeChecked();
  await next('Right temperature');
  await page.getByRole('radio', { name: /Cold/ }).click();
  // A closed list releases the focus.
  await page.locator('#rested').click();
  await page.getByText('24 hours ago').or(page.getByText('yesterday, this time')).last().click();
  await next('Open up');
  const cover = page.getByRole('checkbox', { name: /rocker cover/ });
  await cover.click();
  await expect(cover).toBeChecked();
  await next('Name the valves');
  await page.keyboard.press('ArrowLeft');
  await expect(heading).toHaveText('Open up');
  await expect(cover).toBeChecked();
  await cover.focus();
  await page.keyboard.press('Space');
  await expect(cover).not.toBeChecked();
  await page.keyboard.press('2');
  await expect(cover).toBeChecked();
  await next('Name the valves');
  await page.keyboard.press('1');
  await next('Find the position');
  await page.getByRole('radio', { name: /Compression top/ }).click();
  await page.locator('#flow').click();
  await page.getByText('all as found first').last().click();
  await next('Gauge as found');
  // The letter keys work after a set was chosen.
  await rack(page).getByLabel('Blade set').click();
  await page.locator('.ant-select-item-option').filter({ hasText: 'Set 1, bench' }).click();
  await page.keyboard.press('d');
  await expect(page.getByRole('region', { name: 'Intake, as found' }).locator('.gap-try')).toHaveCount(1);
});

test.describe('with a keyboard and a thumb', () => {
  test.use({ hasTouch: true });

  for (const seed of [5, 17])
    test(`from every step Enter goes on, whatever was ticked before and how (seed ${seed})`, async ({
      page,
      request,
    }) => {
      const pick = chance(seed);
      const tag = await unitForBench(request, 'Chert 165');
      await page.goto(`/bench/${tag}`);
      await page.getByRole('button', { name: /Start the check/ }).click();
      const heading = page.locator('.bench-work h2').first();
      await expect(heading).toHaveText('Make safe');
      const choices = page.locator('.bench-work .big-choice');
      const gesture = async (): Promise<void> => {
        const count = await choices.count();
        if (count === 0) return;
        const choice = choices.nth(pick(count));
        const ways = [
          () => choice.click(),
          () => choice.tap(),
          () => choice.press('Space'),
          () => page.keyboard.press(String(1 + pick(Math.min(9, count)))),
        ];
        await ways[pick(ways.length)]?.();
      };
      for (const after of ['Right temperature', 'Open up', 'Name the valves', 'Find the position', 'Gauge as found']) {
        for (let gestures = 0; gestures < 5; gestures += 1) await gesture();
        const ticked = await choices.evaluateAll((all) => all.map((each) => each.getAttribute('aria-checked')));
        expect(ticked.length).toBeGreaterThan(0);
        await page.keyboard.press('Enter');
        await expect(heading).toContainText(after);
        // Going back shows that Enter changed no checkbox.
        await page.keyboard.press('ArrowLeft');
        await expect(heading).not.toContainText(after);
        expect(await choices.evaluateAll((all) => all.map((each) => each.getAttribute('aria-checked')))).toEqual(
          ticked,
        );
        await page.keyboard.press('Enter');
        await expect(heading).toContainText(after);
      }
      await page.goto(`/bench/${tag}?at=close`);
      await expect(heading).toHaveText('Close up');
      for (const after of ['Run and listen', 'Sign']) {
        for (let gestures = 0; gestures < 5; gestures += 1) await gesture();
        await page.keyboard.press('Enter');
        await expect(heading).toHaveText(after);
      }
    });
});
