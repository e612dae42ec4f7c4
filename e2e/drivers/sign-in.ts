import type { APIRequestContext, Page } from '@playwright/test';

interface SignInOptions {
  readonly demo: { readonly passphrase: string; readonly people: readonly { initials: string; role: string }[] };
}

/** Signs the sender in as a demo person with a role, with an Origin header like a browser. */
export async function signInAs(request: APIRequestContext, role: string, origin: string): Promise<void> {
  const { demo } = (await (await request.get(`${origin}/api/sign-in`)).json()) as SignInOptions;
  const person = demo.people.find((each) => each.role === role);
  if (person === undefined) throw new Error(`the demo has no ${role}`);
  const answer = await request.post(`${origin}/api/sign-in`, {
    headers: { Origin: origin },
    data: { initials: person.initials, passphrase: demo.passphrase },
  });
  if (!answer.ok()) throw new Error(`signing in as ${role}: ${answer.status()} ${await answer.text()}`);
}

/** Signs in on the page, where the demo lists its people. */
export async function enterAs(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: `Sign in as ${name}` }).click();
  await page.getByRole('button', { name: `${name}: menu` }).waitFor();
}
