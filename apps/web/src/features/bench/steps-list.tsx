import type { CheckDraftDto } from '../../shared/api/index.ts';
import { valveText } from '../../shared/format/index.ts';
import { VerdictMark } from '../../shared/marks/index.ts';
import { type EvaluationContext, evaluateValve } from './draft/evaluated-valve.ts';
import { type Station, isDone } from './draft/stations.ts';

interface StepsListProps {
  readonly by: EvaluationContext;
  readonly draft: CheckDraftDto;
  readonly stations: readonly Station[];
  readonly at: Station;
  readonly go: (station: Station) => void;
}

const GROUPS = [
  { title: 'Make safe', holds: ({ id }: Station) => id === 'safe' },
  { title: 'Engine and position', holds: ({ id }: Station) => id === 'conditions' },
  { title: 'Gauge as found', holds: (station: Station) => 'phase' in station && station.phase === 'found' },
  { title: 'Adjust, lock, gauge again', holds: (station: Station) => 'phase' in station && station.phase === 'left' },
  { title: 'Sign', holds: ({ id }: Station) => id === 'sign' },
] as const;

/** The order of the work; the step at hand in ink, what is done with a filled square. */
export const StepsList = ({ by, draft, stations, at, go }: StepsListProps) => (
  <nav className="steps" aria-label="Steps of the check">
    <ol>
      {GROUPS.map(({ title, holds }) => {
        const own = stations.filter(holds);
        const first = own[0];
        if (first === undefined) return null;
        const current = own.some(({ id }) => id === at.id);
        const done = own.every((station) => isDone(station, draft));
        return (
          <li key={title} className={current ? 'current' : undefined}>
            <button
              type="button"
              className="step"
              aria-current={current ? 'step' : undefined}
              onClick={() => go(first)}
            >
              <span className={`step-box${done ? ' done' : ''}`} aria-hidden="true" />
              {title}
              {done && <span className="visually-hidden"> (done)</span>}
            </button>
            {own.some((station) => 'phase' in station) && (
              <ul>
                {own.map((station) => (
                  <ValveStep
                    key={station.id}
                    station={station}
                    by={by}
                    draft={draft}
                    current={station.id === at.id}
                    go={go}
                  />
                ))}
              </ul>
            )}
          </li>
        );
      })}
    </ol>
  </nav>
);

interface ValveStepProps extends Omit<StepsListProps, 'stations' | 'at'> {
  readonly station: Station;
  readonly current: boolean;
}

function ValveStep({ station, by, draft, current, go }: ValveStepProps) {
  if (!('phase' in station)) return null;
  const valve = draft.valves[station.valve];
  if (valve === undefined) return null;
  const tried = valve[station.phase].length > 0;
  return (
    <li>
      <button type="button" className={`step-valve${current ? ' current' : ''}`} onClick={() => go(station)}>
        {tried ? (
          <VerdictMark state={evaluateValve(by, draft, valve, station.phase).verdict.state} />
        ) : (
          <span className="step-dot" aria-hidden="true" />
        )}
        {valveText(valve, by.family.cylinders)}
      </button>
    </li>
  );
}
