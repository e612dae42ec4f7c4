import { Button, Segmented } from 'antd';
import { useDispatch } from 'react-redux';
import { Link } from 'react-router';
import { useMay } from '../shared/me/index.ts';
import { themeSwitched, unitSwitched, usePreferences } from '../shared/preferences/index.ts';
import { useTitle } from '../shared/ui/index.ts';

/** Everything that has no place in the bar of a phone. */
export function MorePage() {
  useTitle('More');
  const dispatch = useDispatch();
  const { unit, theme } = usePreferences();
  const mayPeople = useMay('listDevices');
  const mayAuditLog = useMay('auditLog');
  const mayJobs = useMay('listJobs');
  const mayImport = useMay('importUnits');
  const places = [
    { to: '/families', name: 'Families' },
    { to: '/follow-ups', name: 'Still to be done' },
    { to: '/blades', name: 'Blade sets' },
    { to: '/families/shop-rules', name: 'Shop rules' },
    { to: '/more?calculate=blades', name: 'Calculator' },
    ...(mayImport ? [{ to: '/register/import', name: 'Import units' }] : []),
    ...(mayPeople ? [{ to: '/people', name: 'People and access' }] : []),
    ...(mayJobs ? [{ to: '/jobs', name: 'Background jobs' }] : []),
    ...(mayAuditLog ? [{ to: '/audit-log', name: 'Audit log' }] : []),
    { to: '/this-device', name: 'This device at the bench' },
    { to: '/help', name: 'Help' },
  ];
  return (
    <main className="more">
      <h1>More</h1>
      <ul>
        {places.map(({ to, name }) => (
          <li key={to}>
            <Link to={to}>{name}</Link>
          </li>
        ))}
      </ul>
      <div className="more-choices">
        <span>Read gaps in</span>
        <Segmented
          aria-label="Unit for gaps on this phone"
          options={['mm', 'thou']}
          value={unit}
          onChange={(chosen) => chosen !== unit && dispatch(unitSwitched())}
        />
        <span>Bench lamp</span>
        <Button onClick={() => dispatch(themeSwitched())}>{theme === 'paper' ? 'Turn on' : 'Turn off'}</Button>
      </div>
    </main>
  );
}
