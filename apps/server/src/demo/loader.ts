import { Injectable, Logger } from '@nestjs/common';
import {
  DEFAULT_GAUGING,
  DEFAULT_SHOP_RULES,
  SHOP_RULE,
  SYMPTOMS,
  type Valve,
  evaluate,
  triesFromFacts,
  readTries,
  valvesOf,
} from '@sturdy-shim/core';
import { type BladeSetEntity, BladeSetsService, type NewBladeSet } from '../blade-sets/index.ts';
import { type CheckDraft, ChecksService } from '../checks/index.ts';
import { ProblemReportsService } from '../problem-reports/index.ts';
import { FamiliesService, type FamilyEntity, layoutOf, specificationOf } from '../families/index.ts';
import { Clock, type Result, actAs } from '../platform/index.ts';
import { ReadingsService } from '../readings/index.ts';
import {
  NO_PARTICULARS,
  type SiteEntity,
  type UnitEntity,
  type UnitParticulars,
  SitesService,
  UnitsService,
} from '../units/index.ts';
import { BLADE_SETS } from './blade-sets.ts';
import { DAY, dayText, familyRow, stampedAs } from './family-row.ts';
import { type Fate, dealFates } from './fates.ts';
import { HiddenEngine } from './hidden-engine.ts';
import { type UnitHistory, historyOf } from './history.ts';
import { DemoPeople } from './people.ts';
import { type DemoFamily, FAMILIES, SITES } from './scenario.ts';
import { Seeded } from './seeded.ts';
import { PEOPLE } from './staff.ts';
import { unfinished } from './unfinished.ts';

const HOUR = 3_600_000;

interface DemoUnit {
  readonly unit: UnitEntity;
  readonly family: FamilyEntity;
  readonly demo: DemoFamily;
  readonly fate: Fate;
  readonly history: UnitHistory;
  readonly chance: Seeded;
}

/** Loads the demo fleet through the same services that the interface uses. */
@Injectable()
export class DemoLoader {
  private readonly logger = new Logger('Demo');

  constructor(
    private readonly families: FamiliesService,
    private readonly sitesService: SitesService,
    private readonly units: UnitsService,
    private readonly bladeSets: BladeSetsService,
    private readonly readings: ReadingsService,
    private readonly checks: ChecksService,
    private readonly problemReports: ProblemReportsService,
    private readonly people: DemoPeople,
    private readonly clock: Clock,
  ) {}

  /** Loads the demo into an empty database, to its last unit. */
  async loadIfEmpty(): Promise<void> {
    const fleet = await this.beginIfEmpty();
    await fleet?.();
  }

  /**
   * Makes the demo's people in an empty database, so that they can sign in while the fleet comes.
   * @returns what loads the fleet; null where somebody has set the database up already
   */
  async beginIfEmpty(): Promise<(() => Promise<void>) | null> {
    if (!(await this.units.isEmpty()) || !(await this.people.areWanted())) return null;
    const asDemo = <T>(work: () => T): T => actAs({ kind: 'program', name: 'demo' }, work);
    await asDemo(() => this.people.add());
    return () => asDemo(() => this.load());
  }

  private async load(): Promise<void> {
    const chance = new Seeded(20_418);
    const sets = await this.addBladeSets(chance);
    const sites = await this.addSites(chance);
    const fleet = await this.addFleet(sites, chance);
    // A few at a time: the services lock per unit, so units do not wait for each other.
    const waiting = [...fleet];
    const work = async (): Promise<void> => {
      for (let next = waiting.shift(); next !== undefined; next = waiting.shift()) await this.live(next, sets);
    };
    await Promise.all([work(), work(), work(), work()]);
    await this.people.finish(this.clock.now());
    this.logger.log(`Loaded ${fleet.length} units`);
  }

  private async addBladeSets(chance: Seeded): Promise<BladeSetEntity[]> {
    const checkedOn = dayText(new Date(this.clock.now().getTime() - 60 * DAY));
    const sets: NewBladeSet[] = BLADE_SETS.map(({ name, blades }) => ({
      id: chance.id(),
      name,
      checkedOn,
      blades: [...blades],
    }));
    const entered: BladeSetEntity[] = [];
    for (const set of sets) entered.push(valueOf(await this.bladeSets.register(set)));
    return entered;
  }

  private async addSites(chance: Seeded): Promise<SiteEntity[]> {
    const sites = SITES.map((name) => ({ id: chance.id(), name }));
    for (const site of sites) await this.sitesService.add(site);
    return sites;
  }

  private async addFleet(sites: readonly SiteEntity[], chance: Seeded): Promise<DemoUnit[]> {
    const today = this.clock.now();
    const fates = dealFates(
      FAMILIES.reduce((sum, { units }) => sum + units, 0),
      chance,
    );
    const fleet: DemoUnit[] = [];
    for (const demo of FAMILIES) {
      const base = fleet.find(({ demo: other }) => other.code === demo.as)?.family;
      const family = valueOf(
        await this.families.register({ ...familyRow(demo, today, chance), baseId: base?.id ?? null }),
      );
      for (let number = 1; number <= demo.units; number += 1) {
        const fate = fates.pop() ?? 'ok';
        const kind = demo.kinds[number % demo.kinds.length] ?? demo.kinds[0];
        if (kind === undefined) throw new Error(`${demo.code} has no kind`);
        const own = new Seeded(Math.floor(chance.next() * 2 ** 31));
        const history = historyOf(demo, fate, today, own);
        const unit = valueOf(
          await this.units.register({
            id: own.id(),
            tag: `${kind.prefix}-${String(number).padStart(3, '0')}`,
            kind: kind.kind,
            familyId: family.id,
            siteId: (kind.prefix === 'SG' ? (sites.at(-1) as SiteEntity) : own.pick(sites)).id,
            serial: `${Math.floor(own.between(1000, 9999))}-${Math.floor(own.between(100, 999))}-${own.pick([...'AKQTX'])}`,
            stamping: `${stampedAs(demo.code)} ${Math.floor(own.between(10, 99))}${own.pick([...'BDF'])}`,
            inServiceOn: dayText(history.inService),
            hoursAtStart: 0,
            note: UNIT_NOTES[number % 12] ?? '',
            particulars: { ...NO_PARTICULARS, ...UNIT_PARTICULARS[number % 12] },
            use: useOf(fate, kind.prefix, own),
          }),
        );
        fleet.push({ unit, family, demo, fate, history, chance: own });
      }
    }
    return fleet;
  }

  /** Fourteen months of one unit: meters read, checks done, and how it ends. */
  private async live(subject: DemoUnit, sets: readonly BladeSetEntity[]): Promise<void> {
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
    if (fate === 'on-bench') await this.leaveOnBench(subject, engine, sets[0] as BladeSetEntity);
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
    // One person walks past this machine, all the year round.
    const by = chance.pick(PEOPLE);
    if (rows.length > 0) valueOf(await this.people.as(by, () => this.readings.recordMany(unit.tag, rows)));
  }

  private async check(
    subject: DemoUnit,
    engine: HiddenEngine,
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
      const climbed = engine.climb(valve, set.blades);
      const found = isLast && fate === 'undecided' ? climbed.slice(0, 1) : climbed;
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
      engine: demo.temperature,
      temperatureC: demo.temperature === 'cold' ? Math.round(chance.between(8, 24)) : null,
      position: demo.positions[0] ?? 'compression-tdc',
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
    engine: HiddenEngine,
    valve: Valve,
    set: BladeSetEntity,
    window: Parameters<typeof evaluate>[1],
  ): CheckDraft['valves'][number]['left'] {
    for (let attempt = 0; attempt < 12; attempt += 1) {
      engine.set(valve);
      const left = engine.climb(valve, set.blades);
      if (evaluate(readTries(triesFromFacts(left), DEFAULT_GAUGING), window, SHOP_RULE).state === 'inside') return left;
    }
    return engine.climb(valve, set.blades);
  }

  private async leaveOnBench(
    { unit, demo, family, chance }: DemoUnit,
    engine: HiddenEngine,
    set: BladeSetEntity,
  ): Promise<void> {
    const id = chance.id();
    const valves = valvesOf(layoutOf(family)).map((valve, index) => ({
      ...valve,
      found: index === 0 ? engine.climb(valve, set.blades) : [],
      adjusted: false,
      left: [],
    }));
    const draft: CheckDraft = {
      engine: demo.temperature,
      temperatureC: null,
      position: demo.positions[0] ?? null,
      bladeSetId: set.id,
      madeSafe: ['plug-lead-off', 'fuel-shut'],
      valves,
    };
    await this.people.as(chance.pick(PEOPLE), async () => {
      valueOf(await this.checks.start(unit.tag, id));
      valueOf(await this.checks.saveDraft(id, { version: 1, draft: draft }));
    });
  }
}

/** The hidden engine of a family without a specification in use drifts about its first source. */
function engineOf({ family, demo, chance }: DemoUnit): HiddenEngine {
  const windows =
    specificationOf(family, DEFAULT_SHOP_RULES)?.windows ??
    specificationOf(withFirstSourceInUse(family), DEFAULT_SHOP_RULES)?.windows;
  if (windows === undefined) throw new Error(`${demo.code} has no source`);
  return new HiddenEngine(valvesOf(layoutOf(family)), windows, demo.intervalHours, chance);
}

const withFirstSourceInUse = (family: FamilyEntity): FamilyEntity => ({
  ...family,
  sources: family.sources?.map((source, index) => ({ ...source, inUse: index === 0 })) ?? [],
});

/** What people write beside a unit; one in six has something. */
const UNIT_NOTES: Readonly<Record<number, string>> = {
  11: 'Cowl screw at the back is longer than the others.',
};
/** What is one machine's alone; told by its number, like the notes. */
const UNIT_PARTICULARS: Readonly<Record<number, Partial<UnitParticulars>>> = {
  3: { access: 'Easiest from the left, with the handle folded.' },
  5: {
    paintMark: 'white line on the flywheel: compression top, painted by the shop',
    markWrong: 'the cast mark is a tooth off: go by the rockers',
  },
  8: { obstacle: 'The fuel tank covers the rocker cover: two screws, swing it aside, do not drain it.' },
  11: { parts: ['longer cowl screw, back left'] },
};

function useOf(fate: Fate, prefix: string, chance: Seeded): UnitEntity['use'] {
  if (fate === 'stored' || fate === 'stored-outside') return 'stored';
  if (fate === 'retired') return 'retired';
  return prefix === 'SG' && chance.next() < 0.4 ? 'on-hire' : 'in-service';
}

const momentOf = ({ firstDay }: UnitHistory, day: number, hour: number): string =>
  new Date(Math.floor(firstDay.getTime() / DAY) * DAY + day * DAY + hour * HOUR - DAY).toISOString();
const tenth = (hours: number): number => Math.round(hours * 10) / 10;

/** The demo is ours: a refusal here is our bug. */
function valueOf<T>(outcome: Result<T>): T {
  if (!outcome.ok) throw new Error(`the demo was refused: ${JSON.stringify(outcome.refusal)}`);
  return outcome.value;
}
