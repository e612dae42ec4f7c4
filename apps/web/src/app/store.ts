import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api, session } from '../shared/api/index.ts';
import { atHand } from '../shared/at-hand/index.ts';
import { preferences, storePreferences, storedPreferences } from '../shared/preferences/index.ts';

function createStore() {
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      [preferences.name]: preferences.reducer,
      [session.name]: session.reducer,
      [atHand.name]: atHand.reducer,
    },
    preloadedState: { [preferences.name]: storedPreferences() },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  let stored = store.getState().preferences;
  store.subscribe(() => {
    const { preferences: chosen } = store.getState();
    if (chosen === stored) return;
    stored = chosen;
    storePreferences(chosen);
  });
  setupListeners(store.dispatch);
  return store;
}

/** One for the page. */
export const store = createStore();
