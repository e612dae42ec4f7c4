import { test as base, expect } from '@playwright/test';

/** As Playwright's, and no page may do what the security policy forbids. */
export const test = base.extend<{ policy: void }>({
  policy: [
    async ({ context }, use) => {
      const broken: string[] = [];
      context.on('console', (message) => {
        if (/Content Security Policy/.test(message.text())) broken.push(message.text());
      });
      await use();
      expect(broken).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };
