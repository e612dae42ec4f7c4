import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../shared/api/index.ts';
import { preferences, storePreferences, storedPreferences } from '../shared/preferences/index.ts';

export function createStore() {
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer, [preferences.name]: preferences.reducer },
    preloadedState: { [preferences.name]: storedPreferences() },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  store.subscribe(() => storePreferences(store.getState().preferences));
  // A tablet that wakes up or finds its network again shows what is true now.
  setupListeners(store.dispatch);
  return store;
}
