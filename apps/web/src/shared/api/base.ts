import {
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
  createApi,
  fetchBaseQuery,
} from '@reduxjs/toolkit/query/react';
import { forgetKept } from './kept.ts';
import { sessionEnded } from './session.ts';

const ask = fetchBaseQuery({ baseUrl: '/', timeout: 20_000 });

/** A longer timeout for files and bulk changes. */
const UNHURRIED: ReadonlySet<string> = new Set([
  'attachFile',
  'previewUnits',
  'importUnits',
  'readReadings',
  'previewFamilies',
  'importFamilies',
  'previewBladeSets',
  'importBladeSets',
  'previewChecks',
  'importChecks',
  'previewShopRules',
  'changeShopRules',
]);
const MINUTES_5 = 300_000;

/** Every request. If the server answers that the session has ended, the interface shows the sign-in. */
const askKnown: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (request, api, extra) => {
  const answer = await ask(
    UNHURRIED.has(api.endpoint)
      ? { ...(typeof request === 'string' ? { url: request } : request), timeout: MINUTES_5 }
      : request,
    api,
    extra,
  );
  if (answer.error?.status === 401) {
    api.dispatch(sessionEnded());
    void forgetKept();
  }
  return answer;
};

/** The cache tags. A mutation invalidates the ones that it may have changed. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: askKnown,
  tagTypes: [
    'yard',
    'unit',
    'check',
    'me',
    'sign-in-options',
    'people',
    'device',
    'key',
    'audit-log',
    'backup',
    'shop-rules',
    'attachment',
    'family',
    'blade-set',
    'site',
    'feed',
    'digest',
    'storage-list',
    'hour-feed',
  ],
  keepUnusedDataFor: 120,
  // Refetches when a tablet wakes up or is online again.
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
