import type { CheckDraftDto } from '../../shared/api/index.ts';
import type { CheckStep } from '@sturdy-shim/core';
import { useEffect, useRef } from 'react';
import { STEP_WORDS, valveText } from '../../shared/format/index.ts';
import { VerdictMark } from '../../shared/marks/index.ts';
import { type EvaluationContext, evaluateValve } from './draft/evaluated-valve.ts';
import type { Phase } from './draft/draft-edits.ts';
import { type Station, isDone } from './draft/stations.ts';
import { stepLine } from './draft/step-line.ts';

interface StepsListProps {
  readonly by: EvaluationContext;
  readonly draft: CheckDraftDto;
  readonly stations: readonly Station[];
  readonly at: Station;
  readonly go: (station: Station) => void;
}

interface Group {
  readonly title: string;
  readonly holds: (station: Station) => boolean;
}

const step = (id: CheckStep): Group => ({ title: STEP_WORDS[id], holds: (station) => station.id === id });
const inPhase = (phase: Phase) => (station: Station) => 'phase' in station && station.phase === phase;
/** The steps before the valves, gauging and adjusting, the steps after them, and the signature. */
const GROUPS: readonly Group[] = [
  ...(['safe', 'temperature', 'open', 'name', 'position'] as const).map(step),
  { title: 'Gauge as found', holds: inPhase('found') },
  { title: 'Adjust, lock, gauge again', holds: inPhase('left') },
  ...(['release', 'caps', 'close', 'run'] as const).map(step),
  { title: 'Sign', holds: ({ id }) => id === 'sign' },
];

/** The order of the work; the step at hand in ink, what is done with a filled square. */
export function StepsList({ by, draft, stations, at, go }: StepsListProps) {
  const list = useRef<HTMLOListElement>(null);
  // On a phone the steps stand in one row that is wider than the screen.
  useEffect(() => {
    const current = list.current?.querySelector<HTMLElement>('li.current');
    // Only the row moves: `scrollIntoView` would move the page under a thumb as well.
    if (list.current && current) list.current.scrollLeft = current.offsetLeft - list.current.offsetLeft - 12;
  }, [at.id]);
  return (
    <nav className="steps" aria-label="Steps of the check">
      <ol ref={list}>
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
                <span>
                  {title}
                  <StepLine station={first} by={by} draft={draft} />
                </span>
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
}

/** What a step asks of this engine, in one line. */
function StepLine({
  station,
  by: { family },
  draft,
}: Pick<StepsListProps, 'by' | 'draft'> & { readonly station: Station }) {
  if ('phase' in station || station.id === 'sign') return null;
  const words = stepLine(station.id, family, draft);
  return words === '' ? null : <span className="step-line">{words}</span>;
}

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
