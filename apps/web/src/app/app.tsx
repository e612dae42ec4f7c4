import { App as AntApp, ConfigProvider } from 'antd';
import { useLayoutEffect } from 'react';
import { RouterProvider } from 'react-router/dom';
import { usePreferences } from '../shared/preferences/index.ts';
import { KeysProvider } from '../shared/ui/index.ts';
import { LAMP, PAPER, wear } from './palette.ts';
import { router } from './router.tsx';
import { antTheme } from './theme.ts';

/** The application in its theme. */
export function App() {
  const dark = usePreferences().theme === 'lamp';
  const palette = dark ? LAMP : PAPER;
  useLayoutEffect(() => {
    wear(palette, document.documentElement);
    document.documentElement.style.colorScheme = dark ? 'dark' : 'light';
  }, [palette, dark]);
  return (
    <ConfigProvider theme={antTheme(palette, dark)} wave={{ disabled: true }}>
      <AntApp component={false}>
        <KeysProvider>
          <RouterProvider router={router} />
        </KeysProvider>
      </AntApp>
    </ConfigProvider>
  );
}
