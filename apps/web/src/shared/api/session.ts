import { createSlice } from '@reduxjs/toolkit';

/** Whether the session is still valid. The person is in the `me` query. */
export const session = createSlice({
  name: 'session',
  initialState: { ended: false, switching: false },
  reducers: {
    sessionEnded: (state) => ({ ...state, ended: true }),
    sessionStarted: () => ({ ended: false, switching: false }),
    /** Another person wants to work at this tablet. */
    switchAsked: (state) => ({ ...state, switching: true }),
    switchLeft: (state) => ({ ...state, switching: false }),
  },
  selectors: { session: (state) => state },
});

export const { sessionEnded, sessionStarted, switchAsked, switchLeft } = session.actions;
