import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect } from '@playwright/test';

interface Extent {
  /** A selector of the part that is looked at; the whole page without it. */
  readonly within?: string;
  /** `colors`: only what another theme can change. */
  readonly rules?: 'all' | 'colors';
}

/** Holds what is shown, or a part of it, against the accessibility rules (WCAG 2.1 A and AA, as axe-core checks them). */
export async function expectAccessible(
  page: Page,
  what: string,
  { within, rules: extent = 'all' }: Extent = {},
): Promise<void> {
  // Our pages hold no frames of other origins; without looking for them axe takes half the time.
  const rules = new AxeBuilder({ page }).setLegacyMode();
  if (extent === 'colors') rules.withRules(['color-contrast']);
  else rules.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  if (within !== undefined) rules.include(within);
  const { violations } = await rules.analyze();
  expect(
    violations.map(({ id, nodes }) => {
      const targets = nodes.map(({ target }) => target.join(' '));
      return `${what} ${id}: ${targets.slice(0, 3).join(', ')}`;
    }),
  ).toEqual([]);
}
