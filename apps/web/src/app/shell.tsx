import { Button, Segmented } from 'antd';
import { BulbFilled, BulbOutlined } from '@ant-design/icons';
import { useMemo, useState } from 'react';
import { useDispatch } from 'react-redux';
import { Link, Outlet, ScrollRestoration } from 'react-router';
import { SessionGate, PersonMenu } from '../features/auth/index.ts';
import { Hatches } from '../shared/hatches/index.ts';
import { themeSwitched, unitSwitched, usePreferences } from '../shared/preferences/index.ts';
import { useResumedOutbox } from '../shared/outbox/index.ts';
import { useLive } from '../shared/live/index.ts';
import { PagePlaceProvider, useKeys, useTitle } from '../shared/ui/index.ts';
import { BarLinks } from './bar-links.tsx';
import { CalculatorDoor } from './calculator-door.tsx';
import { ConnectionLine } from './connection-line.tsx';
import { DemoLoading } from './demo-loading.tsx';
import { FindField } from './find-field.tsx';
import { KeysList } from './keys-list.tsx';
import { OutboxLine } from './outbox-line.tsx';
import { PhoneBar } from './phone-bar.tsx';
import { useLeftDrafts } from './use-left-drafts.ts';
import { usePage, usePlaces } from './places.ts';
import { PlacesSheet } from './places-sheet.tsx';
import './shell.css';

/** The header of every page: places, find field, gap unit, bench lamp. */
export const Shell = () => (
  <>
    <Hatches />
    <SessionGate>
      <Inside />
    </SessionGate>
  </>
);

function Inside() {
  const dispatch = useDispatch();
  const { page, trail, parent } = usePage();
  const place = useMemo(() => ({ title: page?.title, parent }), [page, parent]);
  const inBar = usePlaces().filter(({ bar }) => bar !== undefined);
  const active = inBar.find(({ to }) => trail.includes(to))?.to;
  const [keysOpen, setKeysOpen] = useState(false);
  useLive();
  useResumedOutbox();
  useLeftDrafts();
  useKeys([
    { key: '?', what: 'Show the keys for this screen', run: () => setKeysOpen(true) },
    { key: 'm', what: 'Switch mm and thou', run: () => dispatch(unitSwitched()) },
  ]);
  return (
    <>
      <a className="skip" href="#content">
        Skip to content
      </a>
      <header className="shell">
        <Link to="/yard" className="brand" aria-label="Sturdy Shim, to the yard">
          <svg viewBox="0 0 24 18" width="26" height="20" aria-hidden="true">
            <path className="brand-plate" d="M0,1h24v3.6H0zM0,13.4h24V17H0z" />
            <path className="brand-shim" d="M4,7.2h16v3.6H4z" />
          </svg>
          <span>Sturdy Shim</span>
        </Link>
        <nav aria-label="Places">
          <BarLinks places={inBar} active={active} />
        </nav>
        <PlacesSheet />
        <Tools help={page?.help ?? 'first-day'} showKeys={() => setKeysOpen(true)} />
      </header>
      {page?.title !== undefined && <Titled title={page.title} />}
      <DemoLoading />
      <ConnectionLine />
      <OutboxLine />
      <div id="content" tabIndex={-1}>
        <PagePlaceProvider value={place}>
          <Outlet />
        </PagePlaceProvider>
      </div>
      <PhoneBar />
      <CalculatorDoor />
      <KeysList open={keysOpen} close={() => setKeysOpen(false)} />
      <ScrollRestoration />
    </>
  );
}

/** The name of a page with a fixed title; other pages set their own. */
function Titled({ title }: { readonly title: string }) {
  useTitle(title);
  return null;
}

interface ToolsProps {
  /** The page of the manual. */
  readonly help: string;
  readonly showKeys: () => void;
}

/** The end of the header: find, units, lamp, help, keys, person. */
function Tools({ help, showKeys }: ToolsProps) {
  const dispatch = useDispatch();
  const { unit, theme } = usePreferences();
  return (
    <div className="shell-tools">
      <FindField />
      <Segmented
        aria-label="Unit of gaps"
        options={['mm', 'thou']}
        value={unit}
        onChange={(chosen) => chosen !== unit && dispatch(unitSwitched())}
      />
      <Button
        type="text"
        aria-label={theme === 'paper' ? 'Switch the bench lamp on (dark)' : 'Switch the bench lamp off (light)'}
        title="Bench lamp"
        icon={theme === 'paper' ? <BulbOutlined /> : <BulbFilled />}
        onClick={() => dispatch(themeSwitched())}
      />
      <Link className="shell-help" to={`/help/${help}`}>
        Help
      </Link>
      <Button type="text" aria-label="Keys for this screen" title="Keys" onClick={showKeys}>
        ?
      </Button>
      <PersonMenu />
    </div>
  );
}
