import { rack } from '../drivers/bench.ts';
import { expect, test } from '../drivers/test.ts';
import { unitForBench } from '../drivers/yard.ts';

test('a variant states only what differs, and follows when the family it stands on changes', async ({ page }) => {
  await page.goto('/families/Gneiss%20390D');
  await page.getByRole('link', { name: 'Add a variant' }).click();
  await expect(page.getByText(/A variant of Gneiss 390D/)).toBeVisible();
  await page.getByLabel('Code, as the shop says it').fill('Gneiss 390E');
  await page.getByText('Valves, crank, adjuster, how to turn it').click();
  await page.getByLabel('The timing mark, in words').fill('two dots on the cam wheel');
  await page.getByText('Make safe, cover, seal, torques').click();
  await page.getByLabel('Cover screws, how many').fill('6');
  await page.getByLabel('Places of the long ones, clockwise from the top').fill('2 9');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('A long screw has no place.')).toBeVisible();
  await page.getByLabel('Places of the long ones, clockwise from the top').fill('2 5');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Gneiss 390E' })).toBeVisible();
  await expect(page.getByText('As Gneiss 390D, but with its own timing mark, cover screws.')).toBeVisible();
  await expect(page.getByRole('img', { name: /tighten places 1, 4, 2, 5, 3, 6; long ones at 2, 5/ })).toBeVisible();
  await expect(page.getByText('set to 0.21 mm')).toBeVisible();

  await page.goto('/families/Gneiss%20390D/edit');
  await page.getByLabel('Then every').fill('333');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Gneiss 390E' })).toBeVisible();
  await page.getByRole('link', { name: 'Gneiss 390E' }).click();
  await expect(page.getByText(/every 333/)).toBeVisible();
  await expect(page.getByText('two dots on the cam wheel')).toBeVisible();
});

test('a shop that sets by one blade is offered that blade, adjusts until it drags, and says how far it turned', async ({
  page,
  request,
}) => {
  await page.goto('/families/Marl%2080G');
  await page.getByRole('link', { name: 'Rules for this family' }).click();
  await page.getByRole('combobox', { name: 'At the bench' }).click();
  await page.getByTitle('set until one blade drags').click();
  await page.getByRole('button', { name: 'Preview the change' }).click();
  await page.getByRole('textbox', { name: 'Why' }).fill('As we always did.');
  await page.getByRole('button', { name: 'Use these rules from now on' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'As we always did.' })).toBeVisible();

  const tag = await unitForBench(request, 'Marl 80G');
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=found-1I`);
  const sentence = rack(page).locator('.rack-next');
  await expect(sentence).toContainText('Setting blade');
  await page.keyboard.press('f');
  await expect(sentence).toHaveText('It goes free: close the gap until it drags.');
  await page.getByRole('button', { name: /Adjust the intake/ }).click();
  await page.goto(`/bench/${tag}?at=left-1I`);
  const card = page.getByRole('region', { name: 'Intake, as left' });
  await expect(card).toBeVisible();
  await page.keyboard.press('a');
  await card.getByRole('combobox', { name: 'Turned by' }).click();
  await page.getByTitle('closed, an eighth').click();
  await page.keyboard.press('Escape');
  await card.getByRole('heading', { name: 'Intake' }).click();
  await page.keyboard.press('h');
  await expect(sentence).toHaveText('The setting blade drags: leave it.');
  await expect(card).toContainText('drags hard');
  await expect(card).toContainText('This is an assumption.');
  await card.getByRole('button', { name: /I read the blade/ }).click();
  await card.getByText('Position of this valve').click();
  await card.getByRole('combobox', { name: 'Confirmed at a second position' }).click();
  await page.getByTitle('The other valve fully open').last().click();
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.reload();
  await expect(card).toContainText('closed, an eighth');
  await expect(card).toContainText('The other valve fully open');
  await expect(card.getByRole('button', { name: /I read the blade/ })).toBeHidden();
});
