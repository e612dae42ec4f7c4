import { expect, test } from '../drivers/test.ts';
import { rack } from '../drivers/bench.ts';
import { familyOf, queueOf, statusOf, unitForBench, unitOf } from '../drivers/yard.ts';

test('entries at the bench outlive a cut line: kept on the tablet, sent when the server answers again', async ({
  page,
  context,
  request,
}) => {
  const tag = await unitOf(request, 'Marl 80G', 'ok');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=found-1I`);
  await expect(rack(page)).toBeVisible();
  await context.setOffline(true);
  await rack(page).getByRole('button', { name: '0.08 mm Free' }).click();
  await rack(page).getByRole('button', { name: '0.10 mm Drags' }).click();
  await expect(page.getByText(/saved on this device, trying again/)).toBeVisible();
  await expect(page.getByRole('status')).toContainText('0.08 goes free, 0.10 drags');
  await context.setOffline(false);
  await expect(page.getByText(/^saved/)).toBeVisible({ timeout: 15_000 });
  await page.reload();
  await expect(page.getByText('0.08 goes free, 0.10 drags')).toBeVisible();

  // A dropped check leaves the bench without a record, and the unit can be checked again.
  await page.getByRole('button', { name: 'Drop this check' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Drop this check' }).click();
  await expect(page.getByRole('button', { name: /Start the check/ })).toBeVisible();
  await page.goto('/bench');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('region', { name: /bench/i }).getByText(tag)).toHaveCount(0);
});

test('reported trouble brings a unit into the queue whatever its meter says', async ({ page, request }) => {
  const tag = await unitOf(request, 'Gneiss 390D', 'ok', 1);
  // The first answer is lost; the repeated request counts once.
  let lost = false;
  await page.route('**/problems', async (route) => {
    if (route.request().method() !== 'POST' || lost) return route.fallback();
    lost = true;
    await route.fetch();
    await route.abort();
  });
  await page.goto(`/units/${tag}`);
  await page.getByRole('button', { name: 'Report a problem' }).click();
  await page.getByRole('combobox', { name: 'What it does' }).click();
  await page.getByTitle('Low power', { exact: true }).click();
  await page.getByLabel('Tried already, without success').fill('New plug, fresh fuel');
  await page.getByRole('button', { name: 'Report it' }).click();
  // It waits on the device, and is sent again by itself.
  await expect(page.getByText(`A problem report waits on this device until the server answers: ${tag}.`)).toBeVisible();
  await expect(page.getByText('Tried without success: New plug, fresh fuel.')).toBeVisible();
  await expect(page.locator('.unit-headline').getByText('Reported: low power.')).toBeVisible();
  const status = await statusOf(request, tag);
  expect(status.state).toBe('problem');
  expect(status.reasons.filter(({ code }) => code === 'problem')).toHaveLength(1);
  await page.goto('/yard');
  await page.getByRole('button', { name: /with a problem/ }).click();
  await expect(page.getByLabel('Queue for the bench').getByText(tag, { exact: true })).toBeVisible();
});

test('a meter that was replaced is settled by a person, and the hours go on', async ({ page, request }) => {
  const unit = (await queueOf(request, 'due-soon'))[2];
  if (unit === undefined) throw new Error('nothing is due soon in the demo');
  const { hoursNow } = await statusOf(request, unit.tag);
  await page.goto(`/units/${unit.tag}`);
  await page.getByLabel(/The meter shows/).fill('1.5');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/Perhaps a new meter was fitted/).first()).toBeVisible();
  await page.getByRole('button', { name: 'A new meter, from 0' }).first().click();
  await expect(page.locator('.hours-now')).toHaveText(`${((hoursNow ?? 0) + 1.5).toFixed(1)} h`);
});

test('a family without a specification keeps gaps and evaluates none; one that belongs to dealers says so', async ({
  page,
  request,
}) => {
  const tag = await unitOf(request, 'Tuff 45', 'never-checked');
  await page.goto(`/bench/${tag}`);
  await expect(page.getByText('No spec is in use for Tuff 45.')).toBeVisible();
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=found-1I`);
  await rack(page).getByRole('button', { name: '0.10 mm Drags' }).click();
  await expect(page.getByRole('status')).toContainText('Measured, no spec');
  await page.goto(`/bench/${tag}?at=sign`);
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText('Say whether the engine was cold or warm.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Fill it in' }).first()).toBeFocused();

  const dealers = await unitOf(request, 'Dolerite 3D', 'ok');
  await page.goto(`/bench/${dealers}`);
  await expect(page.getByText('The maker leaves this work to authorized dealers.')).toBeVisible();
  await page.getByRole('button', { name: /Start the check/ }).click();
  await page.goto(`/bench/${dealers}?at=found-2E`);
  await expect(page.getByRole('region', { name: 'Cylinder 2 exhaust, as found' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Cylinder 3 intake/ }).first()).toBeVisible();
});

test('the wrong engine temperature withholds the verdict, not the entry', async ({ page, request }) => {
  const { windows } = await familyOf(request, 'Flint 24W');
  const tag = await unitOf(request, 'Flint 24W', 'ok');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=temperature`);
  await expect(page.getByRole('heading', { name: 'Right temperature' })).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByText('Gaps will be saved but not evaluated')).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByText('Gaps will be saved but not evaluated')).toBeHidden();
  expect(windows.intake.maxMm).toBeGreaterThan(0);
});

test('blades are stacked with one key and tried as one blade', async ({ page, request }) => {
  const tag = await unitForBench(request, 'Basalt 580V');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=found-1I`);
  const blade = (text: string) => rack(page).locator('.blade', { has: page.getByText(text, { exact: true }) });
  await blade('0.05').click();
  await page.keyboard.press('+');
  await blade('0.06').click();
  await expect(rack(page).locator('li.under')).toHaveCount(1);
  await page.keyboard.press('f');
  await expect(page.getByRole('status')).toContainText('0.05 + 0.06 goes free');
  await expect(rack(page).locator('li.under')).toHaveCount(0);
});

test.describe('a yard that is empty, and one that is very full', () => {
  test('empty, it says what will stand there and how to begin', async ({ page }) => {
    await page.route(/\/api\/yard(\?|$)/, (route) =>
      route.fulfill({ json: { axis: 'hours', counts: [], lanes: [], laneCount: 0, next: null, sites: [], kinds: [] } }),
    );
    await page.goto('/yard');
    await expect(page.getByRole('heading', { name: 'No units yet.' })).toBeVisible();
    await expect(page.getByText('Each machine gets one peg here')).toBeVisible();
  });

  test('very full, a lane shows how many stand where, the worst few by name, and opens to any part of it', async ({
    page,
    request,
  }) => {
    const yard = (await (await request.get('/api/yard')).json()) as {
      lanes: { name: string; pegs: { flag: string | null; state: string }[] }[];
    };
    const [lane] = yard.lanes;
    if (lane === undefined) throw new Error('no lane');
    const full = {
      ...lane,
      units: 40_218,
      counts: [
        { state: 'keep-in', units: 312 },
        { state: 'overdue', units: 1904 },
        { state: 'ok', units: 38_002 },
      ],
      pegs: [],
      density: [
        { state: 'keep-in', from: 4, units: Array.from({ length: 40 }, (_, column) => column % 12) },
        { state: 'overdue', from: 0, units: Array.from({ length: 15 }, (_, column) => 30 + column * 13) },
        { state: 'ok', from: 15, units: Array.from({ length: 60 }, (_, column) => 400 + ((column * 37) % 300)) },
      ],
      unplaced: 0,
      worst: Array.from({ length: 12 }, (_, index) => ({
        tag: `PW-${index}`,
        kind: 'Pump',
        state: 'keep-in',
        hoursLeft: index * 9,
        daysLeft: null,
        shareLeft: null,
        flag: index % 2 === 0 ? 'tight' : 'loose',
      })),
    };
    await page.route(/\/api\/yard(\?|$)/, (route) =>
      route.fulfill({ json: { ...yard, lanes: [full, ...yard.lanes.slice(1)] } }),
    );
    await page.goto('/yard');
    const picture = page.getByRole('img', { name: /40,218 units/ });
    await expect(picture.locator('path.bars')).toHaveCount(3);
    expect(await picture.locator('*').count()).toBeLessThan(120);
    await expect(picture.locator('a.flag').first()).toBeVisible();
    const shown = await picture.locator('a.flag').count();
    await expect(picture.getByRole('link', { name: `${312 - shown} more of ${lane.name} must stay in` })).toBeVisible();
    expect((await picture.boundingBox())?.height).toBeLessThan(120);
    await page.getByRole('link', { name: `Open the lane ${lane.name}` }).press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: new RegExp(lane.name) })).toBeVisible();
    // The list below the chart holds the whole fleet, so each unit can be reached without the chart.
    await expect(page.getByRole('row')).toHaveCount(1 + lane.pegs.length);
    await page.getByRole('slider', { name: 'Part of the lane, to' }).focus();
    for (let step = 0; step < 50; step += 1) await page.keyboard.press('ArrowLeft');
    await expect(page.getByRole('heading', { level: 2 })).toContainText('left');
    await expect(page).toHaveURL(/to=/);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  });
});

test('keys typed faster than the eye each mean the step that stands there', async ({ page, request }) => {
  const tag = await unitOf(request, 'Slate 240S', 'ok');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  // Keys: lead off; cold; opened up; named by the ports; the first position; three free blades; a blade that drags;
  // next.
  for (const key of [
    '1',
    'Enter',
    '1',
    'Enter',
    'Enter',
    '1',
    'Enter',
    '1',
    'Enter',
    'f',
    'f',
    'f',
    'Enter',
    'd',
    'Enter',
  ])
    await page.keyboard.press(key);
  await expect(page.getByRole('region', { name: 'Intake, as left' })).toBeVisible();
  await expect(page.getByText(/a shim thicker by that/)).toBeVisible();
  await expect.poll(() => page.url()).toContain('at=left-1I');
  await expect(page.getByRole('button', { name: /^Find the position .*\(done\)/ })).toBeVisible();
});
