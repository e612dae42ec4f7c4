import { client } from '../../shared/api/index.ts';
import { askedOf, filterIn } from './yard-filter.ts';

type Dispatch = (action: unknown) => PromiseLike<{ readonly data?: unknown }>;

/** Asks for the picture as soon as it is known that somebody is signed in, while the page is still being put together. */
export async function askEarly(dispatch: Dispatch): Promise<void> {
  const me = await dispatch(client.endpoints.me.initiate(undefined, { subscribe: false }));
  if (me.data === undefined) return;
  const filter = filterIn(window.location.search);
  await dispatch(client.endpoints.yard.initiate(askedOf(filter, filter.axis), { subscribe: false }));
}
