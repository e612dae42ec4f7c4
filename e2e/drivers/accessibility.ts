import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect } from '@playwright/test';

interface Extent {
  /** Selector of the tested part; the whole page if omitted. */
  readonly within?: string;
  /** `colors`: only what another theme can change. */
  readonly rules?: 'all' | 'colors';
}

/**
 * The first dozen rows represent a long list, because all are the same component; this halves the time of the rules.
 */
const LIKE_THE_ROWS_BEFORE = ':is(li, tr):nth-child(n+13)';

/** Tests the shown page, or a part of it, by the accessibility rules (WCAG 2.1 A and AA, as axe-core checks them). */
export async function expectAccessible(
  page: Page,
  what: string,
  { within, rules: extent = 'all' }: Extent = {},
): Promise<void> {
  // Our pages have no frames of other origins, so axe does not search for them. Passed rules are not reported.
  const rules = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  if (extent === 'colors') rules.withRules(['color-contrast']);
  else rules.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  rules.exclude(LIKE_THE_ROWS_BEFORE);
  if (within !== undefined) rules.include(within);
  const { violations } = await rules.analyze();
  // A soft assertion, so that later faults are reported too.
  expect
    .soft(
      violations.map(({ id, nodes }) => {
        const targets = nodes.map(({ target }) => target.join(' '));
        return `${what} ${id}: ${targets.slice(0, 3).join(', ')}`;
      }),
    )
    .toEqual([]);
}

/**
 * Tests the whole page by all rules in the light theme, then by the color rules in the dark theme; the light theme is
 * restored at the end.
 */
export async function expectAccessibleInBothThemes(page: Page, what: string): Promise<void> {
  await expectAccessible(page, `${what} on paper`);
  await page.getByRole('button', { name: 'Switch the bench lamp on (dark)' }).click();
  await colorsSettled(page);
  await expectAccessible(page, `${what} by lamp`, { rules: 'colors' });
  await page.getByRole('button', { name: 'Switch the bench lamp off (light)' }).click();
}

/** Waits for color transitions, because intermediate colors could break the contrast rules. */
const colorsSettled = (page: Page): Promise<unknown> =>
  page.evaluate(() =>
    Promise.allSettled(
      document
        .getAnimations()
        .filter(({ effect }) => effect?.getComputedTiming().iterations !== Infinity)
        .map(({ finished }) => finished),
    ),
  );
