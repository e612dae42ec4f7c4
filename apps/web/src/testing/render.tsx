import { configureStore } from '@reduxjs/toolkit';
import { act, render } from '@testing-library/react';
import { ConfigProvider } from 'antd';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { type MeDto, api, client } from '../shared/api/index.ts';
import { preferences } from '../shared/preferences/index.ts';
import { KeysProvider } from '../shared/ui/index.ts';

let styleOf: typeof window.getComputedStyle | undefined;

/** Browser features that the test environment lacks. */
function prepare(): void {
  globalThis.ResizeObserver ??= class {
    observe(): void {}
    unobserve(): void {}
    disconnect(): void {}
  };
  // The one of Node.js would keep the test from ending.
  globalThis.MessageChannel ??= class {
    readonly port1: { onmessage: ((event: unknown) => void) | null } = { onmessage: null };
    readonly port2 = {
      postMessage: (data: unknown) => void setTimeout(() => act(() => this.port1.onmessage?.({ data }))),
    };
  } as unknown as typeof MessageChannel;
  globalThis.matchMedia ??= ((query: string) => ({
    matches: false,
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
  })) as unknown as typeof matchMedia;
  // The test environment does not support styles of pseudo elements and prints errors.
  styleOf ??= window.getComputedStyle.bind(window);
  const plain = styleOf;
  window.getComputedStyle = (element) => plain(element);
  // eslint-disable-next-line @typescript-eslint/unbound-method -- only looked for, and set where it is missing
  Element.prototype.scrollIntoView ??= () => undefined;
}

/**
 * Renders a component at an address, with default preferences and the keys of the screen. @param me signed-in person
 */
export function draw(component: ReactNode, at = '/', me?: MeDto) {
  prepare();
  const store = configureStore({
    reducer: { preferences: preferences.reducer, [api.reducerPath]: api.reducer },
    middleware: (usual) => usual().concat(api.middleware),
  });
  if (me !== undefined)
    store.dispatch(client.util.upsertQueryEntries([{ endpointName: 'me', arg: undefined, value: me }]));
  const router = createMemoryRouter([{ path: '*', element: component }], { initialEntries: [at] });
  const drawn = render(
    <Provider store={store}>
      <ConfigProvider theme={{ token: { motion: false } }}>
        <KeysProvider>
          <RouterProvider router={router} />
        </KeysProvider>
      </ConfigProvider>
    </Provider>,
  );
  return { ...drawn, router, store };
}
