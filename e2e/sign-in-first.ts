import { request, type FullConfig } from '@playwright/test';
import { signInAs } from './drivers/sign-in.ts';

/** Every journey begins signed in as the demo's lead, unless it says otherwise. */
export default async function signInFirst(config: FullConfig): Promise<void> {
  const { baseURL = '', storageState } = config.projects[0]?.use ?? {};
  const sender = await request.newContext();
  await signInAs(sender, 'lead', baseURL);
  await sender.storageState({ path: storageState as string });
  await sender.dispose();
}
