import { client } from '../../shared/api/index.ts';
import { askedOf, filterIn } from './yard-filter.ts';

type Dispatch = (action: unknown) => PromiseLike<{ readonly data?: unknown }>;

/** Requests the yard as soon as the session is known, while the page's code is still loading. */
export async function askEarly(dispatch: Dispatch): Promise<void> {
  const me = await dispatch(client.endpoints.me.initiate(undefined, { subscribe: false }));
  if (me.data === undefined) return;
  const filter = filterIn(window.location.search);
  await dispatch(client.endpoints.yard.initiate(askedOf(filter, filter.axis), { subscribe: false }));
}
