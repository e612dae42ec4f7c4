import { type APIRequestContext, test as base, expect, request } from '@playwright/test';
import { signInAs } from './sign-in.ts';

/** Its own server for each worker. */
export interface Served {
  readonly url: string;
  /** A server of a shop that is not set up yet. */
  readonly setUpCode?: string;
}
type StorageState = Awaited<ReturnType<APIRequestContext['storageState']>>;

interface Fixtures {
  readonly policy: void;
}
interface WorkerFixtures {
  /** A freshly loaded demo; `BASE_URL` names one that is served already. */
  readonly demo: Served;
  /** A shop that is not set up yet; created for each worker that requests it. */
  readonly emptyShop: Served;
  /** Signed in as the demo's lead: every journey begins so unless it says otherwise. */
  readonly lead: StorageState;
}

async function opened(kind: 'demo' | 'shop', use: (served: Served) => Promise<void>): Promise<void> {
  const opener = process.env.OPENER ?? '';
  const answer = await fetch(`${opener}/${kind}`, { method: 'POST' });
  if (!answer.ok) throw new Error(await answer.text());
  const served = (await answer.json()) as Served;
  await use(served);
  await fetch(`${opener}/${encodeURIComponent(served.url)}`, { method: 'DELETE' });
}

/** Playwright's test with its own demo; a violation of the content security policy fails the test. */
export const test = base.extend<Fixtures, WorkerFixtures>({
  demo: [
    // eslint-disable-next-line no-empty-pattern -- Playwright wants the pattern
    async ({}, use) => {
      const url = process.env.BASE_URL;
      if (url === undefined) await opened('demo', use);
      else await use({ url });
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  emptyShop: [
    // eslint-disable-next-line no-empty-pattern -- Playwright wants the pattern
    async ({}, use) => opened('shop', use),
    { scope: 'worker', timeout: 60_000 },
  ],
  lead: [
    async ({ demo }, use) => {
      const sender = await request.newContext();
      await signInAs(sender, 'lead', demo.url);
      await use(await sender.storageState());
      await sender.dispose();
    },
    { scope: 'worker' },
  ],
  baseURL: ({ demo }, use) => use(demo.url),
  storageState: ({ lead }, use) => use(lead),
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
