import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** What the server knows, as the web sees it. A write says which of these it may have changed. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/', timeout: 20_000 }),
  tagTypes: ['yard', 'unit', 'check'],
  keepUnusedDataFor: 120,
  // A tablet that wakes up, or finds its network again, shows what is true now.
  refetchOnFocus: true,
  refetchOnReconnect: true,
  endpoints: () => ({}),
});
