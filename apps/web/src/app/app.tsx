import { App as AntApp, ConfigProvider } from 'antd';
import { useLayoutEffect, useMemo } from 'react';
import { RouterProvider } from 'react-router/dom';
import { aliasesOf, usePreferences } from '../shared/preferences/index.ts';
import { KeysProvider } from '../shared/ui/index.ts';
import { LAMP, PAPER, wear } from './palette.ts';
import { router } from './router.tsx';
import { antTheme } from './theme.ts';

/** The application in its theme. */
export function App() {
  const { theme, keys } = usePreferences();
  const dark = theme === 'lamp';
  const aliases = useMemo(() => aliasesOf(keys), [keys]);
  const palette = dark ? LAMP : PAPER;
  useLayoutEffect(() => {
    wear(palette, document.documentElement);
    document.documentElement.style.colorScheme = dark ? 'dark' : 'light';
  }, [palette, dark]);
  return (
    <ConfigProvider theme={antTheme(palette, dark)} wave={{ disabled: true }}>
      <AntApp component={false}>
        <KeysProvider aliases={aliases}>
          <RouterProvider router={router} />
        </KeysProvider>
      </AntApp>
    </ConfigProvider>
  );
}
