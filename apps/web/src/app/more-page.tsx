import { Button, Segmented } from 'antd';
import { useDispatch } from 'react-redux';
import { Link } from 'react-router';
import { themeSwitched, unitSwitched, usePreferences } from '../shared/preferences/index.ts';
import { PageFrame } from '../shared/ui/index.ts';
import { PlaceList } from './place-list.tsx';

/** All places, the calculator, and the controls in the header of a wide screen. */
export function MorePage() {
  const dispatch = useDispatch();
  const { unit, theme } = usePreferences();
  return (
    <PageFrame className="more">
      <PlaceList />
      <Link className="more-calculator" to="/more?calculate=blades">
        Calculator
      </Link>
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
    </PageFrame>
  );
}
