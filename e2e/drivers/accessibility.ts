import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect } from '@playwright/test';

/** Holds what is shown, or a part of it, against the accessibility rules (WCAG 2.1 A and AA, as axe-core checks them). */
export async function expectAccessible(page: Page, what: string, within?: string): Promise<void> {
  const rules = new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  if (within !== undefined) rules.include(within);
  const { violations } = await rules.analyze();
  expect(
    violations.map(({ id, nodes }) => {
      const targets = nodes.map(({ target }) => target.join(' '));
      return `${what} ${id}: ${targets.slice(0, 3).join(', ')}`;
    }),
  ).toEqual([]);
}
