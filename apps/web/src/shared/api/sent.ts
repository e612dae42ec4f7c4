import type { useStore } from 'react-redux';
import type { problemOf } from './problem.ts';

export type Dispatch = ReturnType<typeof useStore>['dispatch'];
type Sent<Data> = PromiseLike<{ readonly data?: Data; readonly error?: Parameters<typeof problemOf>[0] }>;

/** Dispatches a mutation. The type of the store does not include its middleware, which returns the result. */
export const sent = <Data>(dispatch: Dispatch, action: unknown): Sent<Data> =>
  (dispatch as (action: unknown) => unknown)(action) as Sent<Data>;
