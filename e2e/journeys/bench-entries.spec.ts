import { chance } from '../drivers/chance.ts';
import type { APIRequestContext, Page } from '@playwright/test';
import { expect, test } from '../drivers/test.ts';
import { inHand, rack } from '../drivers/bench.ts';
import { familyOf, unitForBench } from '../drivers/yard.ts';

interface Entered {
  readonly blades: string;
  readonly feel: 'free' | 'drags' | 'wont';
}
const FEELS = [
  ['free', 'f', 'Free'],
  ['drags', 'd', 'Drags'],
  ['wont', 'w', 'Won’t'],
] as const;

/** A fresh check of a unit, at its first valve as found. */
async function atFirstValve(page: Page, tag: string): Promise<void> {
  await page.goto(`/bench/${tag}`);
  await page.getByRole('button', { name: /Start the check/ }).click();
  await expect(page.getByRole('heading', { name: 'Make safe' })).toBeVisible();
  await page.goto(`/bench/${tag}?at=found-1I`);
  await expect(rack(page).getByTestId('laid')).not.toBeEmpty();
}

/** The first valve as stored on the server. */
async function stored(request: APIRequestContext, tag: string) {
  const { openCheckId } = await (await request.get(`/api/units/${tag}/checks`)).json();
  const { draft } = await (await request.get(`/api/checks/${openCheckId}`)).json();
  return draft.valves[0] as {
    found: { blades: { printed: { value: number; unit: string } }[]; feel: Entered['feel'] }[];
    left: unknown[];
    earlier?: { after: string; tries: unknown[] }[];
    leftAfter?: string;
  };
}

const sorted = (blades: string): string => blades.split(' + ').sort().join(' + ');

for (const seed of [3, 11])
  test(`what is entered is what lay in hand, whatever keys and clicks come (seed ${seed})`, async ({
    page,
    request,
  }) => {
    const tag = await unitForBench(request, 'Basalt 580V');
    await atFirstValve(page, tag);
    const pick = chance(seed);
    let expected: Entered[] = [];
    const entered = (blades: string, feel: Entered['feel']): void => {
      const same = sorted(blades);
      expected = [...expected.filter((each) => each.blades !== same), { blades: same, feel }];
    };
    const feels = rack(page).getByRole('group', { name: 'How did the blade feel?' });
    for (let gesture = 0; gesture < 60; gesture += 1) {
      const before = await inHand(page);
      const [feel, key, words] = FEELS[pick(3)] ?? FEELS[0];
      switch (pick(9)) {
        case 0:
        case 1:
          await page.keyboard.press(key);
          entered(before, feel);
          break;
        case 2:
          await feels.getByRole('button', { name: words }).click();
          entered(before, feel);
          // Enter only continues; then back to this valve.
          await page.keyboard.press('Enter');
          await expect(page.getByRole('region', { name: 'Cylinder 1 intake, as found' })).toBeHidden();
          await page.keyboard.press('ArrowLeft');
          await expect(page.getByRole('region', { name: 'Cylinder 1 intake, as found' })).toBeVisible();
          break;
        case 3:
          await feels.getByRole('button', { name: words }).dblclick();
          entered(before, feel);
          break;
        case 4: {
          const row = rack(page).locator('li').nth(pick(12));
          const button = row.locator('.blade-feels button').nth(FEELS.findIndex(([each]) => each === feel));
          const blade = ((await button.getAttribute('aria-label')) ?? '').replace(` ${words}`, '');
          await button.click();
          entered(blade, feel);
          break;
        }
        case 5:
          await page.keyboard.press(pick(2) === 0 ? 'ArrowUp' : 'ArrowDown');
          break;
        case 6:
          await page.keyboard.press('+');
          break;
        case 7:
          await rack(page).locator('.blade').nth(pick(12)).click();
          break;
        default:
          if (pick(3) === 0) {
            await page.keyboard.press('Backspace');
            expected = expected.slice(0, -1);
          }
      }
    }
    await expect(page.getByText(/^saved/)).toBeVisible();
    const { found } = await stored(request, tag);
    expect(
      found.map(({ blades, feel }) => ({
        blades: sorted(
          blades
            .map(({ printed: { value, unit } }) => `${unit === 'mm' ? value.toFixed(2) : value} ${unit}`)
            .join(' + '),
        ),
        feel,
      })),
    ).toEqual(expected);
  });

test('an attempt ends when the adjuster is moved again: a clash offers that key, and no try is lost', async ({
  page,
  request,
}) => {
  const tag = await unitForBench(request, 'Basalt 580V');
  await atFirstValve(page, tag);
  const { windows } = await familyOf(request, 'Basalt 580V');
  const row = (value: string, words: string) => rack(page).getByRole('button', { name: `${value} mm ${words}` });
  await row('0.40', 'Free').click();
  await page.keyboard.press('a');
  await page.goto(`/bench/${tag}?at=left-1I`);
  const region = page.getByRole('region', { name: 'Cylinder 1 intake, as left' });
  await expect(region).toBeVisible();
  await row('0.15', 'Won’t').click();
  await row('0.18', 'Free').click();
  await expect(region).toContainText('both cannot be true');
  await expect(region.getByRole('button', { name: /Moved again/ }).first()).toBeVisible();
  await page.keyboard.press('a');
  await expect(region).not.toContainText('both cannot be true');
  await expect(region).toContainText('Moved: 0.15 won’t enter');
  await page.keyboard.press('l');
  await expect(region).toContainText('Locked: not gauged yet');
  await row('0.15', 'Drags').click();
  await expect(page.getByText(/^saved/)).toBeVisible();
  await expect
    .poll(async () => stored(request, tag))
    .toMatchObject({
      earlier: [
        { after: 'turned', tries: [{ feel: 'wont' }] },
        { after: 'turned', tries: [{ feel: 'free' }] },
      ],
      leftAfter: 'locked',
      left: [{ feel: 'drags' }],
    });
  expect(windows.intake.maxMm).toBeGreaterThan(0);
});

test('a page answers HEAD as GET', async ({ request }) => {
  const [head, got] = [await request.head('/yard'), await request.get('/yard')];
  expect([head.status(), head.headers()['content-type']]).toEqual([got.status(), got.headers()['content-type']]);
});
