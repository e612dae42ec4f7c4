import { Button, Segmented } from 'antd';
import type { ReactNode } from 'react';
import { useDispatch } from 'react-redux';
import { Link } from 'react-router';
import { type FirstDayDto, useChangeGapUnitMutation, useFirstDayQuery } from '../../shared/api/index.ts';
import { useMay, useMe } from '../../shared/me/index.ts';
import { firstDaySkipped, unitChosen, usePreferences } from '../../shared/preferences/index.ts';
import './first-day.css';

interface Step {
  readonly done: boolean;
  readonly title: string;
  readonly why: string;
  readonly action: ReactNode;
}

/** Leads a new shop from empty to its first check. Shows nothing once that is done, or for people who may not do it. */
export function FirstDay() {
  const may = useMay('firstDay');
  const { firstDayOver } = usePreferences();
  // The demo needs no set-up.
  const { demoLoading } = useMe();
  return may && !firstDayOver && !demoLoading ? <Steps /> : null;
}

function Steps() {
  const { timeZone } = useMe();
  const { unitStated } = usePreferences();
  const dispatch = useDispatch();
  const { data } = useFirstDayQuery(undefined, { refetchOnMountOrArgChange: true });
  if (data === undefined) return null;
  const { bladeSet, family, unit: hasUnit, check } = data;
  if (bladeSet && family && hasUnit && check) return null;
  const steps = stepsOf(data, { timeZone, unitStated });
  return (
    <section className="first-day" aria-labelledby="first-day">
      <header>
        <h2 id="first-day">Set up the shop</h2>
        <span className="muted">
          {steps.filter(({ done }) => done).length} of {steps.length} done
        </span>
        <Button size="small" onClick={() => dispatch(firstDaySkipped())}>
          Skip this
        </Button>
      </header>
      <ol>
        {steps.map(({ done, title, why, action }) => (
          <li key={title} className={done ? 'done' : ''}>
            <span className="first-day-tick" aria-hidden="true">
              {done ? '✓' : ''}
            </span>
            <div>
              <b>{title}</b>
              <span className="visually-hidden">{done ? ', done' : ', to do'}</span>
              <p className="muted">{why}</p>
            </div>
            <div className="first-day-action">{action}</div>
          </li>
        ))}
      </ol>
    </section>
  );
}

const Go = ({ to, words, main }: { readonly to: string; readonly words: string; readonly main: boolean }) => (
  <Link to={to} className={main ? 'go-button main' : 'go-button'}>
    {words}
  </Link>
);

interface Known {
  readonly timeZone: string;
  readonly unitStated: boolean;
}

function stepsOf(
  { bladeSet, family, unit: hasUnit, check }: FirstDayDto,
  { timeZone, unitStated }: Known,
): readonly Step[] {
  return [
    {
      done: true,
      title: `Days are counted in ${timeZone.replaceAll('_', ' ')}`,
      why: 'A check is due on a day of your shop, wherever the tablet is.',
      action: <Link to="/families/shop-rules">Change it in the shop rules</Link>,
    },
    {
      done: unitStated,
      title: 'Read gaps in mm or thou',
      why: 'thou are thousandths of an inch. Every new device starts with it; anyone can switch with M at any time.',
      action: <GapUnit />,
    },
    {
      done: bladeSet,
      title: 'Add a set of feeler gauges',
      why: 'The bench tells you which blade to try next, so it must know which blades you have.',
      action: <Go to="/blades?new=1" words="Add a blade set" main={!bladeSet} />,
    },
    {
      done: family,
      title: 'Add the first engine family',
      why: 'Engines with the same spec share one sheet. Have the manual or the engine label at hand.',
      action: <Go to="/families/new" words="Add a family" main={bladeSet && !family} />,
    },
    {
      done: hasUnit,
      title: 'Add units',
      why: 'One by one, or all at once from a spreadsheet.',
      action: (
        <>
          <Go to="/register?new=1" words="Add a unit" main={family && !hasUnit} />{' '}
          <Link to="/register/import">Import a spreadsheet</Link>
        </>
      ),
    },
    {
      done: check,
      title: 'Do the first check',
      why: 'Put a cold engine on the bench and follow the steps.',
      action: <Go to="/bench" words="Go to the bench" main={hasUnit && !check} />,
    },
  ];
}

/** The unit for gaps of the whole shop. */
function GapUnit() {
  const { unit } = usePreferences();
  const dispatch = useDispatch();
  const [changeGapUnit] = useChangeGapUnitMutation();
  return (
    <Segmented
      aria-label="Unit for gaps"
      options={['mm', 'thou']}
      value={unit}
      onChange={(chosen) => {
        const gapUnit = chosen === 'thou' ? 'thou' : 'mm';
        dispatch(unitChosen(gapUnit));
        void changeGapUnit({ changeGapUnitDto: { gapUnit } });
      }}
    />
  );
}
