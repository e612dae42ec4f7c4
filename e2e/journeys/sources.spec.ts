import { expect, test } from '../drivers/test.ts';
import { picture } from '../drivers/pictures.ts';
import { statusOf } from '../drivers/yard.ts';

/** One red point: the smallest thing that is a picture by its content. */
const PHOTO = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
  'base64',
);

test(
  'the shop requires proof, previews the units that move, and the family’s sheet says so',
  { tag: '@pictures' },
  async ({ page }) => {
    await page.goto('/families');
    await page.getByRole('link', { name: 'Shop rules' }).click();
    await page.getByRole('combobox', { name: 'A gap counts as in spec' }).click();
    await page.getByTitle('only when proven').click();
    await page.getByLabel('In spec, but near a limit').fill('a little');
    await page.getByRole('button', { name: 'Preview the change' }).click();
    await expect(page.getByText('“a little” is not a figure.')).toBeVisible();
    await page.getByLabel('In spec, but near a limit').fill('0.01');
    await page.getByRole('button', { name: 'Preview the change' }).click();
    await expect(page.getByText(/units would change status/)).toBeVisible();
    await page.evaluate(() => window.scrollTo(0, 0));
    await picture(page, 'shop-rules');
    const moved = page.locator('.statusChanges li').filter({ hasText: 'OK → Undecided' }).first();
    const tag = (await moved.locator('.mono').textContent()) ?? '';
    expect((await statusOf(page.request, tag)).state).toBe('ok');
    await page.getByRole('textbox', { name: 'Why' }).fill('The insurer wants proof.');
    await page.getByRole('button', { name: 'Use these rules from now on' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'The insurer wants proof.' })).toBeVisible();
    // A job computes it, a moment later.
    await expect.poll(async () => (await statusOf(page.request, tag)).state).toBe('undecided');

    // One family overrides the rule, and then the shop restores it.
    await page.goto('/families/Flint%2024W');
    await expect(page.getByText('only when the blades prove it')).toBeVisible();
    await page.getByRole('link', { name: 'Rules for this family' }).click();
    await page.getByRole('combobox', { name: 'Gaps are set to' }).click();
    await page.getByTitle('a part of the way').click();
    await page.getByLabel('Part of the way from tight to loose').fill('25');
    await page.getByRole('button', { name: 'Preview the change' }).click();
    await page.getByRole('textbox', { name: 'Why' }).fill('They close up as they run.');
    await page.getByRole('button', { name: 'Use these rules from now on' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'They close up as they run.' })).toBeVisible();
    await page.getByRole('link', { name: 'Flint 24W' }).click();
    await expect(page.getByText('25 % of the way from tight to loose')).toBeVisible();

    await page.goto('/families/shop-rules');
    await page.getByRole('combobox', { name: 'A gap counts as in spec' }).click();
    await page.locator('.ant-select-item-option').filter({ hasText: 'default' }).click();
    await page.getByLabel('In spec, but near a limit').fill('');
    await page.getByRole('button', { name: 'Preview the change' }).click();
    await page.getByRole('textbox', { name: 'Why' }).fill('A trial.');
    await page.getByRole('button', { name: 'Use these rules from now on' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'A trial.' })).toBeVisible();
    await expect.poll(async () => (await statusOf(page.request, tag)).state).toBe('ok');
  },
);

test('a photo is attached to a source and to a unit, another file is refused, and a lead removes it', async ({
  page,
}) => {
  for (const path of ['/families/Gneiss%20390D', '/units/DP-002']) {
    await page.goto(path);
    const field = page.getByLabel(/^Photo of/).first();
    await field.setInputFiles({ name: 'photo.png', mimeType: 'image/png', buffer: Buffer.from('<svg onload=x>') });
    await expect(page.getByText('photo.png is not a JPEG, PNG, WebP or PDF by its content')).toBeVisible();
    await field.setInputFiles({ name: 'plate.png', mimeType: 'image/png', buffer: PHOTO });
    const photo = page.getByRole('img', { name: 'plate.png' });
    await expect(photo).toBeVisible();
    expect(await photo.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBe(1);
    await page.reload();
    await expect(photo).toBeVisible();
    await page.getByRole('button', { name: 'Remove' }).click();
    await page.getByRole('tooltip').getByRole('button', { name: 'Remove' }).click();
    await expect(photo).toBeHidden();
  }
});

test('families and blades come from a file: a slip is refused at its line, the export changes nothing', async ({
  page,
}) => {
  const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const head = 'code,engine,then every h,source,says who,said on,intake,exhaust';
  const rows = (intake: string) =>
    [
      head,
      `Arkose 212,single,100,manual,Winter book p. 41,2025-11-02,${intake},0.13 to 0.18 mm`,
      'Basalt 580V,V-twin,125,,,,,',
      'Chert 165,single,,engine label,"Plate of DP-002",2026-02-11,0.12 ± 0.03 mm,7 thou',
    ].join('\n');
  await page.goto('/families');
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByLabel('File of families').setInputFiles(file('families.csv', rows('4 to 6 mm')));
  await expect(page.getByText('4.00 mm is not a valve gap.')).toBeVisible();
  await expect(page.getByText('If 4 thou is meant, write 4 thou (printed 4.00 mm)', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Import/ })).toBeDisabled();
  await page.getByLabel('File of families').setInputFiles(file('families.csv', rows('4 to 6 thou')));
  await expect(page.getByRole('heading', { name: '1 to add, 2 to change, 0 the same.' })).toBeVisible();
  await expect(page.getByText('beside the others, not in use', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Import 3 families' }).click();
  await expect(page.getByText('Done: 1 added, 2 changed, 0 the same.')).toBeVisible();
  await page.getByRole('link', { name: 'To the families', exact: true }).click();
  await page.getByRole('link', { name: /Arkose 212/ }).click();
  await expect(page.getByText('4 thou to 6 thou', { exact: false })).toBeVisible();

  for (const [path, name] of [
    ['/families', 'families'],
    ['/blades', 'blade-sets'],
  ] as const) {
    const exported = await (await page.request.get(`/api/exports/${name}.csv`)).text();
    await page.goto(`${path}/import`);
    await page.getByLabel(/^File of/).setInputFiles(file('export.csv', exported));
    await expect(page.getByRole('heading', { name: /^0 to add, 0 to change, [1-9]\d* the same\./ })).toBeVisible();
  }

  await page
    .getByLabel('File of sets')
    .setInputFiles(
      file('blades.csv', 'set,checked on,blade,measured mm\nWinter van,2026-10-01,0.10 mm,0.2\n,,4 thou,'),
    );
  await expect(page.getByText('The blade of 0.1 mm was measured as 0.2 mm.')).toBeVisible();
  await expect(page.getByText('Write on each row which set the blade belongs to.')).toBeVisible();
});
