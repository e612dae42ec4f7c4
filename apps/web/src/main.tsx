import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/sometype-mono';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App } from './app/app.tsx';
import { client } from './shared/api/index.ts';
import { store } from './app/store.ts';
import { keepOffline } from './app/keep-offline.ts';
import { openDeviceStore } from './shared/outbox/index.ts';
import { giveOwnStylesTheNonce } from './app/own-styles.ts';
import './app/base.css';
import './shared/ui/shared.css';

const opened = openDeviceStore();
giveOwnStylesTheNonce();
keepOffline();
const root = document.getElementById('root');
if (root === null) throw new Error('index.html has no #root');
// Requested while the code is still loading, because every page waits for it.
void store.dispatch(client.endpoints.me.initiate());
await opened;
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <App />
    </Provider>
  </StrictMode>,
);
