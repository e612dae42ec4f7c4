import { gaugeByKeyboard, toTheSignature } from '../drivers/bench.ts';
import { expect, test } from '../drivers/test.ts';
import { familyOf, statusOf, unitForBench } from '../drivers/yard.ts';

test('a whole check in the order of the work: what came off goes back, and a missing cap keeps the unit in', async ({
  page,
  request,
}) => {
  const tag = await unitForBench(request, 'Gneiss 390D');
  const { windows } = await familyOf(request, 'Gneiss 390D');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  // A diesel has no plug lead, and its lines hold pressure.
  await expect(page.getByRole('checkbox', { name: /Plug lead/ })).toBeHidden();
  await page.getByRole('checkbox', { name: /Injection lines/ }).click();
  const next = page.getByRole('button', { name: /^Next/ });
  await next.click();
  await page.getByRole('radio', { name: /Cold/ }).click();
  await next.click();
  await page.getByRole('checkbox', { name: 'air filter' }).click();
  await page.getByRole('checkbox', { name: 'rocker cover' }).click();
  await page.getByLabel('Something else that came off').fill('fuel line clip');
  await page.keyboard.press('Enter');
  await next.click();
  await page.getByRole('button', { name: 'Skip this step' }).click();
  await page.getByLabel('Why it is skipped').fill('Marked on the cover.');
  await page.getByRole('button', { name: 'Skip it' }).click();
  await expect(page.getByRole('heading', { name: 'Find the position' })).toBeVisible();
  await page.getByRole('radio', { name: /Flywheel/ }).click();
  await next.click();
  await gaugeByKeyboard(page, 'Intake, as found', windows.intake.targetMm);
  await page.keyboard.press('Enter');
  await gaugeByKeyboard(page, 'Exhaust, as found', windows.exhaust.targetMm);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Stem caps' })).toBeVisible();
  await page.getByRole('radio', { name: /One is missing/ }).click();
  await next.click();
  await page.getByRole('radio', { name: /Sealant/ }).click();
  await page.getByRole('button', { name: /start the cure timer/ }).click();
  for (const part of ['fuel line clip', 'rocker cover']) await page.getByRole('checkbox', { name: part }).click();
  await expect(page.getByText('Still off: air filter.')).toBeVisible();
  await expect(page.getByText(/^saved/)).toBeVisible();
  // The tablet is switched off half way: every entry and the timer are restored.
  await page.reload();
  await expect(page.getByText(/on since/)).toBeVisible();
  await expect(page.getByText('Still off: air filter.')).toBeVisible();
  await toTheSignature(page);
  await expect(page.getByText(/Not stated: close up, run and listen/)).toBeVisible();
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText(/Still off: air filter\. Tick it back on/)).toBeVisible();
  await page.getByLabel(/^Note/).fill('Air filter is washed, goes on in the morning.');
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText('A stem cap is missing').first()).toBeVisible();
  expect((await statusOf(request, tag)).state).toBe('keep-in');
  await page.getByText('What was done').first().click();
  for (const line of [
    'Taken off: air filter, rocker cover, fuel line clip',
    'Left off: air filter',
    'Skipped name the valves: Marked on the cover.',
    'Not stated: close up, run and listen',
  ])
    await expect(page.getByRole('listitem').filter({ hasText: line })).toBeVisible();
});

test('a three-cylinder diesel is gauged in two stops, and the crank only turns forward', async ({ page, request }) => {
  const tag = await unitForBench(request, 'Dolerite 3D');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=position`);
  await page.getByRole('radio', { name: /Timing pin/ }).click();
  await expect(
    page.getByRole('radio', {
      name: 'Stop 1 of 2 Cylinder 1 at the top of compression: gauge cylinder 1 intake and exhaust, cylinder 2 exhaust, cylinder 3 intake',
    }),
  ).toBeVisible();
  await expect(
    page.getByRole('radio', { name: /Stop 2 of 2 .* gauge cylinder 2 intake, cylinder 3 exhaust/ }),
  ).toBeVisible();
  const crank = page.getByRole('slider', { name: 'Turn the crank' });
  await crank.focus();
  const before = await crank.getAttribute('aria-valuenow');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('Turn only in the running direction.', { exact: false })).toBeVisible();
  await expect(crank).toHaveAttribute('aria-valuenow', before ?? '');
  await expect(page.getByRole('heading', { name: 'Find the position' })).toBeVisible();
  for (let turns = 0; turns < 16; turns += 1) await page.keyboard.press('PageUp');
  await expect(
    page.getByText('Gauge here: cylinder 1 intake and exhaust, cylinder 2 exhaust, cylinder 3 intake.'),
  ).toBeVisible();
  // One full turn on, cylinder 1 is at overlap: the mark is the same, the position is wrong.
  for (let turns = 0; turns < 12; turns += 1) await page.keyboard.press('PageUp');
  await expect(page.getByText(/That is overlap, not compression/)).toBeVisible();
  await page.getByRole('radio', { name: /Stop 2 of 2/ }).click();
  await expect(page.getByText('Gauge here: cylinder 2 intake, cylinder 3 exhaust.')).toBeVisible();
  // Valves are walked in the order of the stops.
  const valves = await page.locator('.step-valve').allTextContents();
  expect(valves.slice(-2).map((each) => each.trim())).toEqual([
    'Cylinder 2 intake, as found',
    'Cylinder 3 exhaust, as found',
  ]);
  // The valves of the first stop are finished before the crank is turned on to the second.
  const { windows } = await familyOf(request, 'Dolerite 3D');
  await page.goto(`/bench/${tag}?at=temperature`);
  await page.getByRole('radio', { name: /Cold/ }).click();
  await page.goto(`/bench/${tag}?at=found-1I`);
  for (const [cylinder, kind] of [
    [1, 'intake'],
    [1, 'exhaust'],
    [2, 'exhaust'],
    [3, 'intake'],
    [2, 'intake'],
    [3, 'exhaust'],
  ] as const) {
    await gaugeByKeyboard(page, `Cylinder ${cylinder} ${kind}, as found`, windows[kind].targetMm);
    await page.keyboard.press('Enter');
  }
  await toTheSignature(page);
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText('Signed. Every valve gauged was left in spec.')).toBeVisible();
});
