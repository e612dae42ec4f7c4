import type { APIRequestContext } from '@playwright/test';
import { PAGES, type Page } from '../../apps/web/src/app/pages.ts';
import { queueOf } from './yard.ts';

const pages: readonly Page[] = PAGES;
/** Splits the pages into tests, so that workers share them. */
const PAGES_A_TEST = 4;

/** Every declared page, a few at a time. */
export function walks(): { readonly title: string; readonly addresses: readonly string[] }[] {
  const addresses = pages.flatMap(({ path, walk }) => (walk === null ? [] : [walk ?? path]));
  return Array.from({ length: Math.ceil(addresses.length / PAGES_A_TEST) }, (_, index) => {
    const some = addresses.slice(index * PAGES_A_TEST, (index + 1) * PAGES_A_TEST);
    return { title: some.join(', '), addresses: some };
  });
}

/** An address with its parameters for a unit and a signed check filled in. */
export async function filled(request: APIRequestContext, address: string): Promise<string> {
  if (address.includes('{unit}')) {
    const [unit] = await queueOf(request, 'undecided');
    return address.replace('{unit}', unit?.tag ?? '');
  }
  if (!address.includes('{check}')) return address;
  const [unit] = await queueOf(request, 'ok');
  const { checks } = (await (await request.get(`/api/units/${unit?.tag}/checks`)).json()) as {
    checks: readonly { readonly id: string }[];
  };
  return address.replace('{check}', checks[0]?.id ?? '');
}
