import { Injectable } from '@nestjs/common';
import {
  firstOf,
  DEFAULT_GAUGING,
  DEFAULT_SHOP_RULES,
  SHOP_RULE,
  type Position,
  SimulatedEngine,
  SYMPTOMS,
  type Valve,
  type Windows,
  evaluate,
  triesFromFacts,
  readTries,
  valvesOf,
} from '@sturdy-shim/core';
import type { BladeSetEntity } from '../blade-sets/index.ts';
import { type CheckDraft, ChecksService } from '../checks/index.ts';
import { ProblemReportsService } from '../problem-reports/index.ts';
import { type FamilyEntity, layoutOf, specificationOf } from '../families/index.ts';
import { Clock } from '../platform/index.ts';
import { ReadingsService } from '../readings/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { DAY, dayText } from './family-row.ts';
import type { Fate } from './fates.ts';
import { valueOf } from './granted.ts';
import { DEMO_HAND, climbed } from './climb.ts';
import { UNSTATED_INTERVAL_HOURS, type UnitHistory } from './history.ts';
import { DemoPeople } from './people.ts';
import type { DemoFamily } from './scenario.ts';
import type { Seeded } from './seeded.ts';
import type { OpenState } from './open-states.ts';
import { PEOPLE } from './staff.ts';
import { unfinished } from './unfinished.ts';

const HOUR = 3_600_000;

export interface DemoUnit {
  readonly unit: UnitEntity;
  readonly family: FamilyEntity;
  readonly demo: DemoFamily;
  readonly fate: Fate;
  readonly history: UnitHistory;
  readonly chance: Seeded;
}

/** Creates the history of one demo unit through the services that the interface uses. */
@Injectable()
export class UnitLife {
  constructor(
    private readonly readings: ReadingsService,
    private readonly checks: ChecksService,
    private readonly problemReports: ProblemReportsService,
    private readonly people: DemoPeople,
    private readonly clock: Clock,
  ) {}

  /** Fourteen months of one unit: readings, checks, and its final status. */
  async live(subject: DemoUnit, sets: readonly BladeSetEntity[]): Promise<void> {
    const { unit, history, fate, chance } = subject;
    await this.readMeters(subject);
    const engine = engineOf(subject);
    let runUntil = history.hoursByDay[0] ?? 0;
    for (const [index, day] of history.checkDays.entries()) {
      const at = history.hoursByDay[day] ?? runUntil;
      engine.run(at - runUntil);
      runUntil = at;
      await this.check(subject, engine, chance.pick(sets), day, index === history.checkDays.length - 1);
    }
    if (fate === 'problem') {
      const symptom = chance.pick(SYMPTOMS.filter((each) => each !== 'other'));
      const at = new Date(this.clock.now().getTime() - chance.between(1, 5) * DAY);
      const since = dayText(new Date(at.getTime() - 3 * DAY));
      const tried = chance.pick(['New plug, fresh fuel.', 'Air filter cleaned, plug changed.', '']);
      const report = { id: chance.id(), symptom, note: 'Reported by the walk crew.', since, tried };
      const by = chance.pick(PEOPLE);
      valueOf(await this.people.as(by, () => this.problemReports.report(unit.tag, report, at)));
    }
    if (fate === 'on-bench') await this.leaveOnBench(subject, engine, firstOf(sets));
  }

  /** Leaves a unit with good gaps in an engine state that keeps it in. */
  async leaveIn(subject: DemoUnit, set: BladeSetEntity, { entered, ends, stays }: OpenState): Promise<void> {
    const { unit, family, chance } = subject;
    const windows = windowsOf(subject);
    const engine = engineOf(subject);
    const sound = valvesOf(layoutOf(family)).map((valve) => ({
      ...valve,
      found: this.setInside(engine, valve, set, windows[valve.kind]),
      adjusted: false,
      left: [],
    }));
    const by = chance.pick(PEOPLE);
    const reported = stays === undefined ? null : { id: chance.id(), symptom: stays, note: '', since: null, tried: '' };
    if (reported !== null)
      valueOf(await this.people.as(by, () => this.problemReports.report(unit.tag, reported, this.clock.now())));
    const change = entered(sound, { now: this.clock.now(), windows });
    const draft: CheckDraft = {
      ...begunDraft(
        subject,
        set,
        sound.map((valve) => ({ ...valve, found: [] })),
      ),
      ...change,
      ...(reported !== null && {
        work: { ...change.work, answers: [{ reportId: reported.id, after: 'same' as const }] },
      }),
    };
    const id = chance.id();
    await this.people.as(by, async () => {
      valueOf(await this.checks.start(unit.tag, id));
      const { check } = valueOf(await this.checks.saveDraft(id, { version: 1, draft }));
      if (ends.kind === 'signed') valueOf(await this.checks.sign(id, { version: check.version, note: ends.note }));
      if (ends.kind === 'dropped') valueOf(await this.checks.abandon(id, check.version, false));
    });
  }

  private async readMeters({ unit, history, fate, chance }: DemoUnit): Promise<void> {
    const days = [...new Set([...history.readingDays, ...history.checkDays])].sort((a, b) => a - b);
    const rows = days.map((day) => ({
      id: chance.id(),
      readAt: momentOf(history, day, 6.5),
      hours: tenth(history.hoursByDay[day] ?? 0),
    }));
    const last = rows.at(-1);
    if (fate === 'suspect' && last !== undefined) {
      const slipped =
        chance.next() < 0.5 ? tenth(last.hours / 10) : tenth(Math.max(0, last.hours - chance.between(20, 60)));
      const readAt = new Date(Date.parse(last.readAt) + 30 * HOUR);
      if (readAt < this.clock.now()) rows.push({ id: chance.id(), readAt: readAt.toISOString(), hours: slipped });
    }
    // One person reads this machine's meter all year.
    const by = chance.pick(PEOPLE);
    if (rows.length > 0) valueOf(await this.people.as(by, () => this.readings.recordMany(unit.tag, rows)));
  }

  private async check(
    subject: DemoUnit,
    engine: SimulatedEngine,
    set: BladeSetEntity,
    day: number,
    isLast: boolean,
  ): Promise<void> {
    const { unit, family, demo, fate, history, chance } = subject;
    const specification = specificationOf(family, DEFAULT_SHOP_RULES);
    const id = chance.id();
    const valves = valvesOf(layoutOf(family));
    const endsOutside = isLast && (fate === 'left-outside' || fate === 'stored-outside');
    const spoilt = chance.pick(valves);
    if (endsOutside) engine.spoil(spoilt);
    const draft = valves.map((valve) => {
      const tries = climbed(engine, valve, set.blades);
      const found = isLast && fate === 'undecided' ? tries.slice(0, 1) : tries;
      const window = specification?.windows[valve.kind];
      const verdict = window && evaluate(readTries(triesFromFacts(found), DEFAULT_GAUGING), window, SHOP_RULE);
      const leave =
        window === undefined ||
        verdict?.state === 'inside' ||
        (isLast && fate === 'undecided') ||
        (endsOutside && valve === spoilt);
      if (leave) return { ...valve, found, adjusted: false, left: [] };
      return { ...valve, found, adjusted: true, left: this.setInside(engine, valve, set, window) };
    });
    const left = endsOutside ? unfinished(family.adjusterKind === 'shims', this.inDays(chance.between(3, 12))) : null;
    const content: CheckDraft = {
      engine: temperatureOf(demo),
      temperatureC: temperatureOf(demo) === 'cold' ? Math.round(chance.between(8, 24)) : null,
      position: positionOf(demo),
      bladeSetId: set.id,
      madeSafe: ['plug-lead-off', 'fuel-shut', 'level-and-clear'],
      turnedOver: draft.some(({ adjusted }) => adjusted) ? 'gauged-again' : null,
      ...(left !== null && { work: left.work }),
      valves: draft,
    };
    const note =
      left?.note ?? (draft.some(({ adjusted }) => adjusted) ? 'Set and turned over by hand, gauged again.' : '');
    await this.people.as(chance.pick(PEOPLE), async () => {
      valueOf(await this.checks.start(unit.tag, id));
      const { check } = valueOf(await this.checks.saveDraft(id, { version: 1, draft: content }));
      valueOf(await this.checks.sign(id, { version: check.version, note, performedAt: momentOf(history, day, 9) }));
    });
  }

  private inDays(days: number): string {
    return dayText(new Date(this.clock.now().getTime() + Math.round(days) * DAY));
  }

  /** As at a real bench: set, lock, gauge again, until the blades prove it. */
  private setInside(
    engine: SimulatedEngine,
    valve: Valve,
    set: BladeSetEntity,
    window: Parameters<typeof evaluate>[1],
  ): CheckDraft['valves'][number]['left'] {
    for (let attempt = 0; attempt < 12; attempt += 1) {
      engine.set(valve);
      const left = climbed(engine, valve, set.blades);
      if (evaluate(readTries(triesFromFacts(left), DEFAULT_GAUGING), window, SHOP_RULE).state === 'inside') return left;
    }
    return climbed(engine, valve, set.blades);
  }

  private async leaveOnBench(subject: DemoUnit, engine: SimulatedEngine, set: BladeSetEntity): Promise<void> {
    const { unit, family, chance } = subject;
    const id = chance.id();
    const valves = valvesOf(layoutOf(family)).map((valve, index) => ({
      ...valve,
      found: index === 0 ? climbed(engine, valve, set.blades) : [],
      adjusted: false,
      left: [],
    }));
    const draft = begunDraft(subject, set, valves);
    await this.people.as(chance.pick(PEOPLE), async () => {
      valueOf(await this.checks.start(unit.tag, id));
      valueOf(await this.checks.saveDraft(id, { version: 1, draft }));
    });
  }
}

const temperatureOf = ({ temperature }: DemoFamily): 'cold' | 'warm' => (temperature === 'warm' ? 'warm' : 'cold');
const positionOf = ({ positions }: DemoFamily): Position => positions[0] ?? 'compression-tdc';

/** Draft of an open check with the steps before gauging filled in. */
const begunDraft = ({ demo }: DemoUnit, set: BladeSetEntity, valves: CheckDraft['valves']): CheckDraft => ({
  engine: temperatureOf(demo),
  temperatureC: null,
  position: positionOf(demo),
  bladeSetId: set.id,
  madeSafe: ['plug-lead-off', 'fuel-shut'],
  valves,
});

/** The window for gauging a unit; only for families with a source in use. */
export function windowsOf({ family, demo }: DemoUnit): Windows {
  const windows = specificationOf(family, DEFAULT_SHOP_RULES)?.windows;
  if (windows === undefined) throw new Error(`${demo.code} has no source in use`);
  return windows;
}

/** The hidden engine of a family without a specification in use drifts around the window of its first source. */
function engineOf({ family, demo, chance }: DemoUnit): SimulatedEngine {
  const windows =
    specificationOf(family, DEFAULT_SHOP_RULES)?.windows ??
    specificationOf(withFirstSourceInUse(family), DEFAULT_SHOP_RULES)?.windows;
  if (windows === undefined) throw new Error(`${demo.code} has no source`);
  const intervalHours = demo.intervalHours ?? UNSTATED_INTERVAL_HOURS;
  return new SimulatedEngine(valvesOf(layoutOf(family)), windows, intervalHours, DEMO_HAND, chance);
}

const withFirstSourceInUse = (family: FamilyEntity): FamilyEntity => ({
  ...family,
  sources: family.sources?.map((source, index) => ({ ...source, inUse: index === 0 })) ?? [],
});

const momentOf = ({ firstDay }: UnitHistory, day: number, hour: number): string =>
  new Date(Math.floor(firstDay.getTime() / DAY) * DAY + day * DAY + hour * HOUR - DAY).toISOString();
const tenth = (hours: number): number => Math.round(hours * 10) / 10;
