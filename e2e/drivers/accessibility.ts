import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect } from '@playwright/test';

interface Extent {
  /** A selector of the tested part; the whole page without it. */
  readonly within?: string;
  /** `colors`: only what another theme can change. */
  readonly rules?: 'all' | 'colors';
}

/** Rows of a long list are one component: the first dozen stand for all, which halves the time that the rules take. */
const LIKE_THE_ROWS_BEFORE = ':is(li, tr):nth-child(n+13)';

/** Holds what is shown, or a part of it, against the accessibility rules (WCAG 2.1 A and AA, as axe-core checks them). */
export async function expectAccessible(
  page: Page,
  what: string,
  { within, rules: extent = 'all' }: Extent = {},
): Promise<void> {
  // Our pages hold no frames of other origins: axe need not look for them. What passes is not described either.
  const rules = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  if (extent === 'colors') rules.withRules(['color-contrast']);
  else rules.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  rules.exclude(LIKE_THE_ROWS_BEFORE);
  if (within !== undefined) rules.include(within);
  const { violations } = await rules.analyze();
  // Soft: what else is wrong is said too.
  expect
    .soft(
      violations.map(({ id, nodes }) => {
        const targets = nodes.map(({ target }) => target.join(' '));
        return `${what} ${id}: ${targets.slice(0, 3).join(', ')}`;
      }),
    )
    .toEqual([]);
}

/** The whole page by all rules on paper, then by lamp what its colors can break; it is on paper again at the end. */
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
