import { Alert, Button, Checkbox, InputNumber } from 'antd';
import { useDispatch } from 'react-redux';
import type { CheckDraftDto, FamilyDto } from '../../../shared/api/index.ts';
import {
  OBSTACLE_WORDS,
  POSITION_WORDS,
  RELEASE_WORDS,
  TURN_BY_WORDS,
  celsiusOf,
  degreesIn,
} from '../../../shared/format/index.ts';
import { temperatureChosen, usePreferences } from '../../../shared/preferences/index.ts';
import { DegreesSwitch, Key, useKeys } from '../../../shared/ui/index.ts';
import { evaluateValve } from '../draft/evaluated-valve.ts';
import { BigChoice } from './big-choice.tsx';
import type { StepProps } from './step-props.ts';

/** The engine's temperature and position: a gap gauged at the wrong ones is kept, not evaluated. */
export function ConditionsStep({ unit: { family, particulars }, by, draft, change, goOn }: StepProps) {
  const set = (next: Partial<CheckDraftDto>): void => change((before) => ({ ...before, ...next }));
  const { temperature } = usePreferences();
  const dispatch = useDispatch();
  const measureOnly = draft.measureOnly === true;
  const moved = draft.valves.some(({ adjusted }) => adjusted);
  const toggleMeasureOnly = (): void => set({ measureOnly: !measureOnly });
  const engines = [
    { words: 'Cold', chosen: draft.engine === 'cold', choose: () => set({ engine: 'cold' }) },
    { words: 'Warm', chosen: draft.engine === 'warm', choose: () => set({ engine: 'warm' }) },
  ];
  const positions = [...family.positions, 'unconfirmed' as const].map((position) => ({
    words: POSITION_WORDS[position],
    chosen: draft.position === position,
    choose: () => set({ position }),
  }));
  useKeys([
    ...[...engines, ...positions].map(({ words, choose }, index) => ({
      key: String(index + 1),
      what: words,
      run: choose,
    })),
    ...(moved ? [] : [{ key: 'j', what: 'Only measure, or evaluate', run: toggleMeasureOnly }]),
  ]);
  const valve = draft.valves[0];
  const verdict = valve && evaluateValve(by, draft, valve, 'found').verdict;
  return (
    <main className="bench-work">
      <h2>Engine and position</h2>
      <section>
        <h3>Engine temperature</h3>
        <p className="muted">
          {family.code} is gauged {family.temperature}. {family.temperatureRecipe}
        </p>
        <div className="big-choices" role="radiogroup" aria-label="Engine temperature">
          {engines.map((choice, index) => (
            <BigChoice key={choice.words} role="radio" keyName={String(index + 1)} {...choice} />
          ))}
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
      </section>
      <section>
        <h3>How the position was found</h3>
        <p className="muted">{family.positionRecipe}</p>
        <TurnIt family={family} />
        {particulars.markWrong !== '' && <Alert type="warning" title={`On this machine: ${particulars.markWrong}`} />}
        {particulars.paintMark !== '' && <p>Painted on this machine: {particulars.paintMark}.</p>}
        <div className="big-choices" role="radiogroup" aria-label="Position">
          {positions.map((choice, index) => (
            <BigChoice key={choice.words} role="radio" keyName={String(index + 3)} {...choice} />
          ))}
        </div>
      </section>
      {verdict?.state === 'not-comparable' && (
        <p className="words-not-comparable strong" role="status">
          Gaps will be saved but not evaluated: {verdict.obstacles.map((each) => OBSTACLE_WORDS[each]).join(', and ')}.
        </p>
      )}
      <p>
        <Checkbox checked={measureOnly} disabled={moved} onChange={toggleMeasureOnly}>
          Only measure: save the gaps, evaluate nothing, leave the unit’s status as it is <Key name="j" />
        </Checkbox>
      </p>
      <Button type="primary" size="large" onClick={goOn}>
        Next <Key name="Enter" />
      </Button>
    </main>
  );
}

/** How the crank is turned on this engine, where the sheet says so. */
function TurnIt({ family: { sheet } }: { readonly family: FamilyDto }) {
  const words = [
    sheet.releaseFirst.length > 0 && `release ${sheet.releaseFirst.map((each) => RELEASE_WORDS[each]).join(' and ')}`,
    sheet.turnBy !== null && `turn by ${TURN_BY_WORDS[sheet.turnBy]}`,
    sheet.rotation !== '' && sheet.rotation,
  ].filter(Boolean);
  return words.length === 0 ? null : <p className="muted">To turn it: {words.join('; ')}.</p>;
}
