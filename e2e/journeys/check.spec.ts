import { expect, test } from '../drivers/test.ts';
import { gaugeByKeyboard, gaugeByTouch, rack, toTheSignature, toTheValves } from '../drivers/bench.ts';
import { picture } from '../drivers/pictures.ts';
import { familyOf, queueOf, statusOf, unitOf, unitThatMustStayIn } from '../drivers/yard.ts';

test(
  'a unit that must stay in is checked by keyboard alone, set, signed, and leaves the queue',
  { tag: '@pictures' },
  async ({ page, request }) => {
    const unit = await unitThatMustStayIn(request, 1);
    const { windows, temperature } = await familyOf(request, unit.family);
    const wide = (kind: 'intake' | 'exhaust') => windows[kind].maxMm + 0.05;

    await page.goto('/yard');
    const queue = page.getByLabel('Queue for the bench');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('must stay in');
    await expect(queue.getByText(unit.tag, { exact: true })).toBeVisible();
    await picture(page, 'yard');
    const place = (await queueOf(request, 'keep-in')).findIndex(({ tag }) => tag === unit.tag);
    for (let step = 0; step < place; step += 1) await page.keyboard.press('ArrowDown');
    await expect(queue.locator('.chosen')).toContainText(unit.tag);
    await page.keyboard.press('b');

    await expect(page.getByRole('button', { name: /Start the check/ })).toBeFocused();
    await picture(page, 'bench-start');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
    for (const key of ['1', '3', '4']) await page.keyboard.press(key);
    await toTheValves(page, temperature);
    await picture(page, 'bench-position');
    await page.keyboard.press('Enter');

    await expect(page.getByRole('heading', { name: 'Gauge as found' })).toBeVisible();
    await gaugeByKeyboard(page, 'Intake, as found', wide('intake'));
    await expect(page.getByRole('status')).toContainText('Loose');
    await picture(page, 'bench-gauge');

    // The tablet is switched off half way: every entry is restored.
    await expect(page.getByText(/^saved/)).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: /Intake/ }).first()).toBeVisible();
    await expect(page.getByText(/Loose/).first()).toBeVisible();
    await page.keyboard.press('Enter');

    await expect(page.getByRole('heading', { name: 'Adjust, lock, gauge again' })).toBeVisible();
    await gaugeByKeyboard(page, 'Intake, as left', windows.intake.targetMm);
    await expect(page.getByRole('button', { name: /Moved again/ })).toBeEnabled();
    await picture(page, 'bench-adjust');
    await expect(page.getByRole('status')).toContainText('In spec');
    await page.keyboard.press('Enter');
    await gaugeByKeyboard(page, 'Exhaust, as found', windows.exhaust.targetMm);
    await expect(page.getByRole('status')).toContainText('In spec');
    await page.keyboard.press('Enter');

    await toTheSignature(page);
    await expect(page.getByText('Signing as Ines Pardoe')).toBeVisible();
    // The follow-up of the earlier check is done now.
    await page.getByRole('checkbox', { name: /^Done: New adjuster/ }).press('Space');
    await page.getByRole('button', { name: 'It is gone' }).press('Enter');
    // It was adjusted, so turning over and gauging again must be stated.
    await page.keyboard.press('1');
    await expect(page.getByRole('radio', { name: /Turned over, gauged again/ })).toBeChecked();
    await expect(page.getByLabel(/^Note/)).toBeFocused();
    await page.keyboard.type('Set by half a thou, locked twice.');
    await picture(page, 'bench-sign');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');

    await expect(page.getByText('Every valve gauged was left in spec')).toBeVisible();
    await picture(page, 'unit');
    await expect(page.getByRole('row', { name: /Set by half a thou, locked twice\..*Ines Pardoe/ })).toBeVisible();
    expect((await statusOf(request, unit.tag)).state).not.toBe('keep-in');
    await page.goto('/yard');
    await expect(
      page.getByLabel('Queue for the bench').getByText('KEEP IN').or(page.getByText('Nothing has to stay in')).first(),
    ).toBeVisible();
    await expect(page.getByLabel('Queue for the bench').getByText(unit.tag, { exact: true })).toBeHidden();
  },
);

test.describe('on a tablet', () => {
  test.use({ viewport: { width: 768, height: 1024 }, hasTouch: true, isMobile: true });

  test(
    'the same by touch: loose as found, adjusted, inside as left, out of the queue',
    { tag: '@pictures' },
    async ({ page, request }) => {
      const unit = await unitThatMustStayIn(request, 0);
      const { windows, temperature } = await familyOf(request, unit.family);
      await page.goto(`/units/${unit.tag}`);
      await page.getByRole('button', { name: /Start the check/ }).tap();
      // The page of the unit and the bench have a button of this name: the second is meant.
      await expect(page).toHaveURL(/\/bench\//);
      await expect(page.getByText('Everything is saved as you go.')).toBeVisible();
      await page.getByRole('button', { name: /Start the check/ }).tap();
      await page.getByRole('checkbox', { name: /Plug lead off/ }).tap();
      await page.getByRole('button', { name: /^Next/ }).tap();
      await page.getByRole('radio', { name: temperature === 'cold' ? /Cold/ : /Warm/ }).tap();
      for (const title of ['Open up', 'Name the valves', 'Find the position']) {
        await page.getByRole('button', { name: /^Next/ }).tap();
        await expect(page.getByRole('heading', { name: title })).toBeVisible();
      }
      await page.getByRole('radiogroup', { name: 'Position' }).getByRole('radio').first().tap();
      await page.getByRole('button', { name: /^Next/ }).tap();
      await gaugeByTouch(page, 'Intake, as found', windows.intake.maxMm + 0.06);
      await page.getByRole('button', { name: /Adjust the intake/ }).tap();
      await expect(page.getByText(/Close the gap to/)).toBeVisible();
      await picture(page, 'bench-tablet');
      await gaugeByTouch(page, 'Intake, as left', windows.intake.targetMm);
      await page.getByRole('button', { name: /Next: exhaust as found/ }).tap();
      await gaugeByTouch(page, 'Exhaust, as found', windows.exhaust.targetMm);
      await page.getByRole('button', { name: /Leave it/ }).tap();
      await toTheSignature(page);
      await page.getByRole('button', { name: 'Sign the check' }).tap();
      await expect(page.getByText('Say whether the engine was turned over and gauged again.')).toBeVisible();
      await page.getByRole('radio', { name: /Turned over, gauged again/ }).tap();
      await page.getByRole('checkbox', { name: /^Done: New adjuster/ }).tap();
      await page.getByRole('button', { name: 'It is gone' }).tap();
      await page.getByRole('button', { name: 'Sign the check' }).tap();
      await expect(page.getByText('Every valve gauged was left in spec')).toBeVisible();
      expect((await statusOf(request, unit.tag)).state).not.toBe('keep-in');
      const targets = await page
        .locator('button:visible, a.ant-btn:visible')
        .evaluateAll((all) =>
          all.filter((each) => each.getBoundingClientRect().height < 32).map((each) => each.outerHTML.slice(0, 120)),
        );
      expect(targets).toEqual([]);
    },
  );
});

test('clashing blades are named, the last try is undone, and an unproven valve stays undecided', async ({
  page,
  request,
}) => {
  const { windows } = await familyOf(request, 'Chert 165');
  const unit = await unitOf(request, 'Chert 165', 'ok');
  await page.goto(`/bench/${unit}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${unit}?at=found-1I`);
  await rack(page).getByRole('button', { name: '0.10 mm Won’t' }).click();
  await rack(page).getByRole('button', { name: '0.15 mm Free' }).click();
  await expect(page.getByText('0.10 won’t enter but 0.15 goes free: both cannot be true.')).toBeVisible();
  await page.keyboard.press('Backspace');
  await expect(page.getByText(/both cannot be true/)).toBeHidden();
  await expect(page.getByRole('status')).toContainText('Tight: less than 0.10');
  await page.keyboard.press('Backspace');
  await rack(page).getByRole('button', { name: '0.12 mm Free' }).click();
  await expect(page.getByRole('status')).toContainText('try a thicker blade');
  await page.getByText('thou', { exact: true }).first().click();
  await expect(page.getByRole('status')).toContainText('thou');
  expect(windows.intake.minMm).toBeLessThan(0.12);
});

test('two people on one draft see both versions, and one of them chooses', async ({ page, context, request }) => {
  const unit = await unitOf(request, 'Gneiss 390D', 'ok');
  await page.goto(`/bench/${unit}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  const other = await context.newPage();
  await other.goto(`/bench/${unit}?at=found-1I`);
  await expect(rack(other)).toBeVisible();
  await page.goto(`/bench/${unit}?at=found-1I`);
  await rack(page).getByRole('button', { name: '0.20 mm Drags' }).click();
  await expect(page.getByText(/^saved/)).toBeVisible();
  await rack(other).getByRole('button', { name: '0.30 mm Free' }).click();
  await expect(other.getByText('Ines Pardoe saved this check')).toBeVisible();
  await expect(other.getByRole('cell', { name: 'found: 0.20 drags' })).toBeVisible();
  await other.getByRole('button', { name: 'Use the other version' }).click();
  await expect(other.getByText('Ines Pardoe saved this check')).toBeHidden();
  await expect(other.getByRole('status')).toContainText('In spec');
});
