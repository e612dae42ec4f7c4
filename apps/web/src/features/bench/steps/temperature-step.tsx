import { USUAL_REST_HOURS, restMissing, toCelsius } from '@sturdy-shim/core';
import { Checkbox, InputNumber } from 'antd';
import { useDispatch } from 'react-redux';
import type { CheckDraftDto, FamilyDto } from '../../../shared/api/index.ts';
import { OBSTACLE_WORDS, celsiusOf, clockText, dayText, degreesIn } from '../../../shared/format/index.ts';
import { temperatureChosen, usePreferences } from '../../../shared/preferences/index.ts';
import { DegreesSwitch, Key, useKeys } from '../../../shared/ui/index.ts';
import { evaluateValve } from '../draft/evaluated-valve.ts';
import { ChoiceRow } from './choice-row.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';
import { WarmUp } from './warm-up.tsx';
import { BenchSelect } from '../bench-select.tsx';

const celsiusIn = (value: number | null) => (value === null ? null : toCelsius(value, '°C'));

const ENGINES = [
  ['cold', 'Cold'],
  ['warm', 'Warm'],
] as const;

const OF_TEMPERATURE: ReadonlySet<string> = new Set(['engine-not-cold', 'engine-not-warm', 'temperature-not-stated']);

const RESTED = [1, 2, 4, 6, 8, 12, 24].map((hours) => ({
  value: hours,
  label: hours === 1 ? 'an hour ago' : hours === 24 ? 'yesterday, this time' : `${hours} hours ago`,
}));

/** The engine's temperature: a gap gauged at the wrong one is kept, not evaluated. */
export function TemperatureStep({ unit, by, draft, change, goOn }: StepProps) {
  const { family } = unit;
  const set = (next: Partial<CheckDraftDto>): void => change((before) => ({ ...before, ...next }));
  const measureOnly = draft.measureOnly === true;
  const moved = draft.valves.some(({ adjusted }) => adjusted);
  const toggleMeasureOnly = (): void => set({ measureOnly: !measureOnly });
  useKeys(moved ? [] : [{ key: 'j', what: 'Only measure, or evaluate', run: toggleMeasureOnly }]);
  const valve = draft.valves[0];
  const verdict = valve && evaluateValve(by, draft, valve, 'found').verdict;
  const wrong = verdict?.state === 'not-comparable' ? verdict.obstacles.filter((each) => OF_TEMPERATURE.has(each)) : [];
  return (
    <StepFrame step="temperature" unit={unit} draft={draft} change={change} goOn={goOn}>
      <p className="muted">
        {gaugedAtText(family)} {family.temperatureRecipe}
      </p>
      <ChoiceRow
        label="Engine temperature"
        options={ENGINES}
        value={draft.engine}
        choose={(engine) => set({ engine })}
      />
      <Measured draft={draft} set={set} />
      {(draft.engine ?? family.temperature) !== 'warm' && <Rested draft={draft} change={change} />}
      <RestMissing family={family} draft={draft} />
      {family.temperature === 'warm' && <WarmUp draft={draft} change={change} />}
      {wrong.length > 0 && (
        <p className="words-not-comparable strong" role="status">
          Gaps will be saved but not evaluated: {wrong.map((each) => OBSTACLE_WORDS[each]).join(', and ')}.
        </p>
      )}
      <p>
        <Checkbox checked={measureOnly} disabled={moved} onChange={toggleMeasureOnly}>
          Only measure: set nothing. A gap out of spec keeps the unit in; gaps in spec restart no interval.{' '}
          <Key name="j" />
        </Checkbox>
      </p>
    </StepFrame>
  );
}

/** At which temperature the family is gauged. */
function gaugedAtText({ code, temperature, fromC }: FamilyDto): string {
  if (temperature === 'not-stated')
    return `No source says at which temperature ${code} is gauged: say how it is now. Gaps of a cold engine are evaluated.`;
  return `${code} is gauged ${temperature}${temperature === 'warm' && fromC === null ? ', no figure stated' : ''}.`;
}

interface RestMissingProps {
  readonly family: FamilyDto;
  readonly draft: CheckDraftDto;
}

/** How long the engine still has to rest before it counts as cold. */
function RestMissing({ family, draft }: RestMissingProps) {
  const { temperature, belowC, restHours } = family;
  const restedHours = draft.work?.restedHours ?? null;
  if (temperature === 'warm') return null;
  const missing = restMissing(
    { kind: 'cold', belowC: celsiusIn(belowC), restHours },
    { temperatureC: celsiusIn(draft.temperatureC), restedHours },
  );
  if (missing <= 0) return null;
  return (
    <p className="words-undecided strong" role="status">
      Rested {restedHours} h of {restHours ?? USUAL_REST_HOURS} h{restHours === null && ' (a night, as usual)'}:{' '}
      {missing} h are missing. Let it cool, or measure the head.
    </p>
  );
}

/** The start of the engine's rest, because a cold gap needs a cold engine. */
const Rested = ({ draft, change }: Pick<StepProps, 'draft' | 'change'>) => (
  <p className="flow-choice">
    <label htmlFor="rested">Rested since</label>
    <BenchSelect<number>
      id="rested"
      placeholder="not said"
      value={null}
      onChange={(hours) =>
        change(
          withWork({
            restedSince: new Date(Date.now() - hours * 3_600_000).toISOString(),
            restedHours: hours,
          }),
        )
      }
      options={RESTED}
    />
    {typeof draft.work?.restedSince === 'string' && (
      <>
        {dayText(draft.work.restedSince)}, {clockText(draft.work.restedSince)}
      </>
    )}
  </p>
);

interface MeasuredProps {
  readonly draft: CheckDraftDto;
  readonly set: (next: Partial<CheckDraftDto>) => void;
}

/** The temperature of the head, where it was measured. */
function Measured({ draft, set }: MeasuredProps) {
  const { temperature } = usePreferences();
  const dispatch = useDispatch();
  return (
    <div className="big-choices">
      <label className="temperature" htmlFor="engine-temperature">
        Measured, if it was
        <InputNumber
          id="engine-temperature"
          value={draft.temperatureC === null ? null : degreesIn(draft.temperatureC, temperature)}
          min={degreesIn(-50, temperature)}
          max={degreesIn(250, temperature)}
          precision={0}
          size="large"
          onChange={(value) => set({ temperatureC: value === null ? null : celsiusOf(value, temperature) })}
        />
      </label>
      <DegreesSwitch value={temperature} onChange={(unit) => dispatch(temperatureChosen(unit))} />
    </div>
  );
}
