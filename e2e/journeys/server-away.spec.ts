import { gaugeByKeyboard, toTheSignature, toTheValves } from '../drivers/bench.ts';
import { expect, test } from '../drivers/test.ts';
import { familyOf, unitForBench } from '../drivers/yard.ts';

test.use({ serviceWorkers: 'allow' });

test('a check is begun with the server away, outlives a reload, and is finished when the server is back', async ({
  page,
  context,
  request,
}) => {
  const tag = await unitForBench(request, 'Marl 80G');
  const { windows } = await familyOf(request, 'Marl 80G');
  await page.goto(`/bench/${tag}`);
  // The application and the sheet are cached when the service worker is active.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.reload();
  await expect(page.getByRole('button', { name: /Start the check/ })).toBeVisible();
  await context.setOffline(true);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByText(/the server does not answer: saved on this device/)).toBeVisible();
  await toTheValves(page, 'cold');
  await page.keyboard.press('Enter');
  await gaugeByKeyboard(page, 'Intake, as found', windows.intake.targetMm);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Intake, as found' })).toContainText('In spec');
  await page.keyboard.press('Enter');
  await gaugeByKeyboard(page, 'Exhaust, as found', windows.exhaust.targetMm);
  expect(
    ((await (await request.get(`/api/units/${tag}/checks`)).json()) as { openCheckId: null }).openCheckId,
  ).toBeNull();
  await context.setOffline(false);
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.keyboard.press('Enter');
  await toTheSignature(page);
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText('Signed. Every valve gauged was left in spec.')).toBeVisible();
});

test('a reload at every step, with or without the server, continues at the same step', async ({
  page,
  context,
  request,
}) => {
  const tag = await unitForBench(request, 'Chert 165');
  const { windows } = await familyOf(request, 'Chert 165');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  // Without a step in its address the bench continues at the first step that is not done.
  await page.goto(`/bench/${tag}?at=safe`);
  const interrupted = async (): Promise<void> => {
    await expect(page.getByText(/^saved/)).toBeVisible();
    await page.reload();
    await expect(page.getByRole('navigation', { name: 'Steps of the check' })).toBeVisible();
  };
  const next = async (heading: string): Promise<void> => {
    await page.getByRole('button', { name: /^Next|^Leave it/ }).click();
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
    await interrupted();
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
  };
  await page.keyboard.press('1');
  await interrupted();
  await next('Right temperature');
  await page.keyboard.press('1');
  await next('Open up');
  await page.getByRole('checkbox', { name: 'starter cowl' }).click();
  await next('Name the valves');
  await page.keyboard.press('1');
  await next('Find the position');
  await page.keyboard.press('1');
  await next('Gauge as found');
  // The server is away from here to the last valve: the last saved version is shown, not the first one read.
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Right temperature' })).toContainText('cold');
  await gaugeByKeyboard(page, 'Intake, as found', windows.intake.targetMm);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Intake, as found' })).toContainText('In spec');
  await page.keyboard.press('Enter');
  await gaugeByKeyboard(page, 'Exhaust, as found', windows.exhaust.targetMm);
  await context.setOffline(false);
  await interrupted();
  await next('Compression release');
  await page.keyboard.press('1');
  await next('Close up');
  await page.getByRole('checkbox', { name: 'starter cowl' }).click();
  await page.keyboard.press('1');
  await next('Run and listen');
  await page.keyboard.press('3');
  await next('Sign');
  await page.getByRole('button', { name: 'Sign the check' }).click();
  await expect(page.getByText('Signed. Every valve gauged was left in spec.')).toBeVisible();
  await expect(page.getByText('To be proven at work').first()).toBeVisible();
  await page.getByRole('button', { name: 'Proven', exact: true }).click();
  await page.getByLabel('How it runs').fill('Two days at work, starts at the first pull.');
  await page.getByRole('button', { name: 'It is proven' }).click();
  await expect(page.getByRole('button', { name: 'Proven', exact: true })).toBeHidden();
});
