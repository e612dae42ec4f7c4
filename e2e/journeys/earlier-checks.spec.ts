import { expect, test } from '../drivers/test.ts';
import { queueOf, statusOf } from '../drivers/yard.ts';

test('an earlier check from paper is entered on one screen and by file, and stays marked as entered later', async ({
  page,
  request,
}) => {
  const [unit] = await queueOf(request, 'overdue');
  if (unit === undefined) throw new Error('no unit of the demo is overdue');
  const { family } = (await (await request.get(`/api/units/${unit.tag}`)).json()) as { family: { cylinders: number } };
  await page.goto(`/units/${unit.tag}`);
  await page.getByRole('button', { name: 'Enter an earlier check' }).click();
  const dialog = page.getByRole('dialog');
  // The calendar opens first, as for a person; then the day is typed.
  await dialog.getByLabel('Done on').click();
  await dialog.getByLabel('Done on').fill(new Date(Date.now() - 20 * 86_400_000).toISOString().slice(0, 10));
  await page.keyboard.press('Enter');
  await dialog.getByLabel('Done by').fill('Old notebook');
  const found = dialog.getByLabel(/as found/);
  for (const field of await found.all()) await field.fill('in spec');
  await found.first().fill('fine');
  await dialog.getByRole('button', { name: 'Enter the check' }).click();
  await expect(dialog.getByText('“fine” is not a gap that can be read.')).toBeVisible();
  await found.first().fill('in spec');
  await dialog.getByRole('button', { name: 'Enter the check' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/Entered later by .*not gauged here/)).toBeVisible();
  await expect(page.getByRole('cell', { name: /Old notebook/ })).toBeVisible();
  expect((await statusOf(request, unit.tag)).state).not.toBe('overdue');

  const valve = family.cylinders === 1 ? 'intake' : '1I';
  const day = new Date(Date.now() - 10 * 86_400_000).toISOString().slice(0, 10);
  const file = (gap: string) => ({
    name: 'checks.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      `tag,done_on,temperature,valve,found,unit,by\n${unit.tag},${day},cold,${valve},${gap},mm,Dealer\n`,
    ),
  });
  await page.goto('/register');
  await page.getByRole('link', { name: 'Import past checks' }).click();
  await page.locator('input[type=file]').setInputFiles(file('ok'));
  await expect(page.getByText('“ok” is not a gap that can be read.')).toBeVisible();
  await page.locator('input[type=file]').setInputFiles(file('>0.30'));
  await page.getByRole('button', { name: 'Import 1 check' }).click();
  await expect(page.getByRole('link', { name: 'the units' })).toBeVisible();
  await page.goto(`/units/${unit.tag}`);
  await expect(page.getByRole('cell', { name: /Dealer/ })).toBeVisible();
});
