import type { CheckDraftDto } from '../../shared/api/index.ts';
import { useEffect, useRef } from 'react';
import { STEP_WORDS, stopText, valveText } from '../../shared/format/index.ts';
import { VerdictMark } from '../../shared/marks/index.ts';
import { type EvaluationContext, evaluateValve } from './draft/evaluated-valve.ts';
import { type Course, type Station, type ValveGroup, isDone, stopsFor } from './draft/stations.ts';
import { stepLine } from './draft/step-line.ts';

interface StepsListProps {
  readonly by: EvaluationContext;
  readonly draft: CheckDraftDto;
  readonly course: Course;
  readonly at: Station;
  readonly go: (station: Station) => void;
}

interface Group {
  readonly title: string;
  /** Its request for this engine. */
  readonly line: string;
  readonly stations: readonly Station[];
  readonly under: 'phase' | 'valve' | 'stop';
}

/** The steps before the valves, gauging and adjusting as they are worked, the steps after them, and the signature. */
function groupsOf({ before, groups, after }: Course, { family }: EvaluationContext, draft: CheckDraftDto): Group[] {
  const alone = (station: Station): Group =>
    station.kind === 'valve' || station.id === 'sign'
      ? { title: 'Sign', line: '', stations: [station], under: 'phase' }
      : {
          title: STEP_WORDS[station.id],
          line: stepLine(station.id, family, draft),
          stations: [station],
          under: 'phase',
        };
  const inPhase = ({ stations }: ValveGroup, title: string, phase: string): Group => ({
    title,
    line: '',
    stations: stations.filter((station) => station.phase === phase),
    under: 'phase',
  });
  const [only] = groups;
  const stops = stopsFor(family, draft.position);
  const worked = (group: ValveGroup): Group => {
    const [first, ...others] = [...new Set(group.stations.map(({ valve }) => valve))];
    const valve = first === undefined || others.length > 0 ? undefined : draft.valves[first];
    const stop = group.stop === null ? undefined : stops?.[group.stop];
    return {
      title:
        valve !== undefined
          ? valveText(valve, family.cylinders)
          : group.stop === null
            ? `Cylinder ${draft.valves[first ?? 0]?.cylinder ?? 1}`
            : `Stop ${group.stop + 1}`,
      // The travel past top is shown at the position.
      line: stop === undefined ? '' : stopText(stop, family, 0).replace(/: gauge .*/, ''),
      stations: group.stations,
      under: valve === undefined ? 'stop' : 'valve',
    };
  };
  return [
    ...before.map(alone),
    ...(only !== undefined && groups.length === 1
      ? [inPhase(only, 'Gauge as found', 'found'), inPhase(only, 'Adjust, lock, gauge again', 'left')]
      : groups.map(worked)),
    ...after.map(alone),
  ];
}

/** The order of the work; the current step in ink, completed steps with a filled square. */
export function StepsList({ by, draft, course, at, go }: StepsListProps) {
  const list = useRef<HTMLOListElement>(null);
  // On a phone the steps are one row that is wider than the screen.
  useEffect(() => {
    const current = list.current?.querySelector<HTMLElement>('li.current');
    // Only the row moves: `scrollIntoView` would move the page under a thumb as well.
    if (list.current && current) list.current.scrollLeft = current.offsetLeft - list.current.offsetLeft - 12;
  }, [at.id]);
  return (
    <nav className="steps" aria-label="Steps of the check">
      <ol ref={list}>
        {groupsOf(course, by, draft).map(({ title, line, stations: own, under }) => {
          const first = own[0];
          if (first === undefined) return null;
          const current = own.some(({ id }) => id === at.id);
          const done = own.every((station) => isDone(station, draft));
          return (
            <li key={first.id} className={current ? 'current' : undefined}>
              <button
                type="button"
                className="step"
                aria-current={current ? 'step' : undefined}
                onClick={() => go(first)}
              >
                <span className={`step-box${done ? ' done' : ''}`} aria-hidden="true" />
                <span>
                  {title}
                  {line !== '' && <span className="step-line">{line}</span>}
                </span>
                {done && <span className="visually-hidden"> (done)</span>}
              </button>
              {own.some((station) => station.kind === 'valve') && (
                <ul>
                  {own.map((station) => (
                    <ValveStep
                      key={station.id}
                      station={station}
                      by={by}
                      draft={draft}
                      current={station.id === at.id}
                      under={under}
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
}

interface ValveStepProps extends Omit<StepsListProps, 'course' | 'at'> {
  readonly station: Station;
  readonly current: boolean;
  /** Already stated by the title. */
  readonly under: 'phase' | 'valve' | 'stop';
}

function ValveStep({ station, by, draft, current, under, go }: ValveStepProps) {
  if (station.kind === 'step') return null;
  const valve = draft.valves[station.valve];
  if (valve === undefined) return null;
  const tried = valve[station.phase].length > 0;
  const name = valveText(valve, by.family.cylinders);
  const phase = station.phase === 'found' ? 'as found' : 'as left';
  const words = under === 'phase' ? name : under === 'valve' ? phase : `${name}, ${phase}`;
  return (
    <li>
      <button type="button" className={`step-valve${current ? ' current' : ''}`} onClick={() => go(station)}>
        {tried ? (
          <VerdictMark state={evaluateValve(by, draft, valve, station.phase).verdict.state} />
        ) : (
          <span className="step-dot" aria-hidden="true" />
        )}
        {words}
      </button>
    </li>
  );
}
