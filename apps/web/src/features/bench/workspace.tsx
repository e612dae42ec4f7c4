import { type MouseEvent, useEffect, useMemo, useState } from 'react';
import { useDispatch } from 'react-redux';
import { useNavigate } from 'react-router';
import type { BladeSetDto, CheckDraftDto, CheckDto, UnitDto } from '../../shared/api/index.ts';
import { useLaidOut } from '../../shared/at-hand/index.ts';
import { ProblemNote, textInAddress, useAddressState, useKeys } from '../../shared/ui/index.ts';
import { bigSwitched, usePreferences } from '../../shared/preferences/index.ts';
import { BenchHead } from './bench-head.tsx';
import { ConflictPanel } from './conflict-panel.tsx';
import { HeldPanel } from './held-panel.tsx';
import { figuresAtHand } from './draft/figures-at-hand.ts';
import { byFit, setInHand } from './draft/evaluated-valve.ts';
import { withSeenAdjuster } from './draft/seen-adjuster.ts';
import { lastSet } from './draft/last-set.ts';
import { type Station, courseOf, firstOpen, stationsOf } from './draft/stations.ts';
import type { SaveState } from './draft/draft-keeper.ts';
import { useDraft } from './draft/use-draft.ts';
import type { StepProps } from './steps/step-props.ts';
import { GaugeStep } from './steps/gauge-step.tsx';
import { SignStep } from './sign/sign-step.tsx';
import { WorkStep } from './steps/work-step.tsx';
import { useBenchPort } from './port/bench-port.ts';
import { useAwake } from './use-awake.ts';
import { StepsList } from './steps-list.tsx';

interface WorkspaceProps {
  readonly unit: UnitDto;
  readonly check: CheckDto;
  readonly sets: readonly BladeSetDto[];
  /** Called once: the check stays open for this person from then on. */
  readonly opened: (id: string) => void;
}

/** `detail` is 0 for a click by the space bar, which keeps the focus. */
function blurAfterPointer({ detail, target }: MouseEvent<HTMLElement>): void {
  if (detail === 0 || !(target instanceof Element) || target.closest('button, label, [role="radio"]') === null) return;
  const focused = document.activeElement;
  if (focused instanceof HTMLElement && focused.matches('button, input[type="checkbox"], input[type="radio"]'))
    focused.blur();
}

/** A valve that was neither gauged nor set; or one that was set and not gauged again. */
function isUntouched(at: Station, { valves }: CheckDraftDto): boolean {
  const valve = at.kind === 'valve' ? valves[at.valve] : undefined;
  if (valve === undefined || at.kind === 'step') return false;
  return at.phase === 'found' ? valve.found.length === 0 && !valve.adjusted : valve.adjusted && valve.left.length === 0;
}

/** The current step, in the address, so that the back button leads to the one before. */
const PLACE = { at: textInAddress };

/** The check itself, inside the port of its bench, in the order of the work: steps at the left, the work in the middle, the rack at the right. */
export function Workspace({ unit: stored, check, sets: known, opened }: WorkspaceProps) {
  useAwake();
  useEffect(() => opened(check.id), [opened, check.id]);
  const { big } = usePreferences();
  const dispatch = useDispatch();
  // Computed once, so that choosing a set does not reorder the list.
  const sets = useMemo(() => byFit(known, stored.family, lastSet()), [known, stored.family]);
  const port = useBenchPort();
  const [{ draft, save, held }, keeper] = useDraft(check, port);
  const unit = withSeenAdjuster(stored, draft);
  const [{ at: atId }, moveTo] = useAddressState(PLACE, { history: 'push' });
  const navigate = useNavigate();
  const inHand = setInHand(draft, sets);
  const by = { family: unit.family, bladeToleranceMm: inHand?.toleranceMm ?? null, blades: inHand?.blades ?? [] };
  const course = courseOf(by, draft);
  const stations = stationsOf(course);
  // The first station of a reopened check; computed once, so that finishing a step does not change the station.
  const [resumeAt] = useState(() => firstOpen(stations, draft).id);
  const at =
    stations.find(({ id }) => id === atId) ?? stations.find(({ id }) => id === resumeAt) ?? firstOpen(stations, draft);
  const go = (station: Station | undefined): void => {
    if (station !== undefined) moveTo({ at: station.id });
  };
  useLaidOut(figuresAtHand(by, draft, at, unit.tag));
  const place = stations.findIndex(({ id }) => id === at.id);
  const goOn = (): void => go(stations[place + 1]);
  /** The station at which Enter asked whether its untouched valve is meant to be skipped. */
  const [askedAt, setAskedAt] = useState<string | null>(null);
  const enter = (): void => (isUntouched(at, draft) && askedAt !== at.id ? setAskedAt(at.id) : goOn());
  useKeys([
    ...(at.id === 'sign' ? [] : [{ key: 'Enter', what: 'Next step', run: enter, onButtons: true }]),
    { key: 'g', what: 'Big numbers, or not', run: () => dispatch(bigSwitched()) },
    { key: 'ArrowLeft', what: 'Previous step', run: () => go(stations[place - 1]) },
    { key: 'ArrowRight', what: 'Next step', run: goOn },
  ]);
  const step = { unit, by, draft, change: keeper.change.bind(keeper), goOn };
  return (
    // Clears the focus of buttons after a pointer press, so that the keys of the bench work.
    <div className={big ? 'bench big-numbers' : 'bench'} onClickCapture={blurAfterPointer}>
      <BenchHead
        unit={unit}
        by={by}
        draft={draft}
        flush={() => keeper.flush()}
        save={save}
        left={() => {
          keeper.forget();
          void navigate(port.leadsTo);
        }}
      />
      <Versions draft={draft} save={save} held={held} keeper={keeper} cylinders={unit.family.cylinders} />
      <StepsList by={by} draft={draft} course={course} at={at} go={go} />
      <StepAt
        {...step}
        {...{ at, stations, course, sets, keeper, go }}
        skipAsked={askedAt === at.id && isUntouched(at, draft)}
      />
    </div>
  );
}

interface StepAtProps extends StepProps {
  readonly at: Station;
  readonly stations: readonly Station[];
  readonly course: ReturnType<typeof courseOf>;
  readonly sets: readonly BladeSetDto[];
  readonly keeper: ReturnType<typeof useDraft>[1];
  readonly go: (station: Station | undefined) => void;
  readonly skipAsked: boolean;
}

/** The current step. */
function StepAt({ at, stations, course, sets, keeper, go, skipAsked, ...step }: StepAtProps) {
  return at.kind === 'valve' ? (
    <GaugeStep
      {...step}
      key={at.id}
      station={at}
      stations={stations}
      group={course.groups.find((group) => group.stations.includes(at))?.stations ?? [at]}
      sets={sets}
      go={go}
      skipAsked={skipAsked}
    />
  ) : at.id !== 'sign' ? (
    <WorkStep key={at.id} id={at.id} {...step} />
  ) : (
    <SignStep
      {...step}
      flush={() => keeper.flush()}
      signed={() => keeper.forget()}
      goTo={(id) => go(stations.find((station) => station.id === id))}
    />
  );
}

interface VersionsProps {
  readonly draft: CheckDraftDto;
  readonly save: SaveState;
  readonly held: ReturnType<typeof useDraft>[0]['held'];
  readonly keeper: ReturnType<typeof useDraft>[1];
  readonly cylinders: number;
}

/** Two versions of one check, one that this device holds for another person, or a save that was refused. */
const Versions = ({ draft, save, held, keeper, cylinders }: VersionsProps) => (
  <>
    {save.kind === 'conflict' && (
      <ConflictPanel
        mine={draft}
        theirs={save.theirs}
        savedAt={save.savedAt}
        savedBy={save.savedBy}
        cylinders={cylinders}
        keepMine={() => keeper.keepMine()}
        takeTheirs={() => keeper.takeTheirs()}
      />
    )}
    {held !== null && <HeldPanel name={held.of.name} take={() => keeper.takeHeld()} leave={() => keeper.leaveHeld()} />}
    {save.kind === 'refused' && <ProblemNote problem={save.problem} />}
  </>
);
