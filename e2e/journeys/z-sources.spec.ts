import { expect, test } from '../drivers/test.ts';
import { picture } from '../drivers/pictures.ts';
import { standingOf } from '../drivers/yard.ts';

/** One red point: the smallest thing that is a picture by its content. */
const PHOTO = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
  'base64',
);

test(
  'the house decides for proof, sees first whom that moves, and the family’s sheet says so',
  { tag: '@pictures' },
  async ({ page }) => {
    await page.goto('/families');
    await page.getByRole('link', { name: 'House rules' }).click();
    await page.getByRole('combobox', { name: 'A gap counts as inside' }).click();
    await page.getByTitle('only when proven').click();
    await page.getByLabel('Inside, but near an edge').fill('a little');
    await page.getByRole('button', { name: 'See whom it moves' }).click();
    await expect(page.getByText('Write a plain figure with a decimal point.')).toBeVisible();
    await page.getByLabel('Inside, but near an edge').fill('0.01');
    await page.getByRole('button', { name: 'See whom it moves' }).click();
    await expect(page.getByText(/units would stand otherwise/)).toBeVisible();
    await picture(page, 'house-rules');
    const moved = page.locator('.restandings li').filter({ hasText: 'In order → Undecided' }).first();
    const tag = (await moved.locator('.mono').textContent()) ?? '';
    expect((await standingOf(page.request, tag)).state).toBe('ok');
    await page.getByRole('textbox', { name: 'Why' }).fill('The insurer wants proof.');
    await page.getByRole('button', { name: 'Let it hold from now on' }).click();
    await expect(page.getByText('The insurer wants proof.')).toBeVisible();
    expect((await standingOf(page.request, tag)).state).toBe('undecided');

    // One family goes its own way, and then the shop goes back.
    await page.goto('/families/Flint%2024W');
    await expect(page.getByText('only when the blades prove it')).toBeVisible();
    await page.getByRole('link', { name: 'Rules for this family' }).click();
    await page.getByRole('combobox', { name: 'Gaps are set to' }).click();
    await page.getByTitle('a part of the way').click();
    await page.getByLabel('Part of the way from tight to loose').fill('25');
    await page.getByRole('button', { name: 'See whom it moves' }).click();
    await page.getByRole('textbox', { name: 'Why' }).fill('They close up as they run.');
    await page.getByRole('button', { name: 'Let it hold from now on' }).click();
    await expect(page.getByText('They close up as they run.')).toBeVisible();
    await page.getByRole('link', { name: 'Flint 24W' }).click();
    await expect(page.getByText('25 % of the way from tight to loose')).toBeVisible();

    await page.goto('/families/house-rules');
    await page.getByRole('combobox', { name: 'A gap counts as inside' }).click();
    await page.locator('.ant-select-item-option').filter({ hasText: 'as the program comes' }).click();
    await page.getByLabel('Inside, but near an edge').fill('');
    await page.getByRole('button', { name: 'See whom it moves' }).click();
    await page.getByRole('textbox', { name: 'Why' }).fill('A trial.');
    await page.getByRole('button', { name: 'Let it hold from now on' }).click();
    await expect(page.getByText('A trial.')).toBeVisible();
    expect((await standingOf(page.request, tag)).state).toBe('ok');
  },
);

test('a photo stands beside a claim and beside a unit, what is none is refused, and a lead takes it off', async ({
  page,
}) => {
  for (const path of ['/families/Gneiss%20390D', '/units/DP-002']) {
    await page.goto(path);
    const field = page.getByLabel(/^Photo of/).first();
    await field.setInputFiles({ name: 'photo.png', mimeType: 'image/png', buffer: Buffer.from('<svg onload=x>') });
    await expect(page.getByText('photo.png is no JPEG, PNG, WebP or PDF by its content')).toBeVisible();
    await field.setInputFiles({ name: 'plate.png', mimeType: 'image/png', buffer: PHOTO });
    const photo = page.getByRole('img', { name: 'plate.png' });
    await expect(photo).toBeVisible();
    expect(await photo.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBe(1);
    await page.reload();
    await expect(photo).toBeVisible();
    await page.getByRole('button', { name: 'Take off' }).click();
    await page.getByRole('button', { name: 'Take it off' }).click();
    await expect(photo).toBeHidden();
  }
});
