import { itemAt, firstOf } from '@sturdy-shim/core';
import type { UnitParticulars } from '@sturdy-shim/words';
import { Injectable, Logger } from '@nestjs/common';
import { type BladeSetEntity, BladeSetsService, type NewBladeSet } from '../blade-sets/index.ts';
import { FamiliesService } from '../families/index.ts';
import { Clock, actAs } from '../platform/index.ts';
import { type SiteEntity, type UnitEntity, SitesService, UnitsService } from '../units/index.ts';
import { BLADE_SETS } from './blade-sets.ts';
import { DAY, dayText, familyRow, stampedAs } from './family-row.ts';
import { type Fate, dealFates } from './fates.ts';
import { valueOf } from './granted.ts';
import { historyOf } from './history.ts';
import { OPEN_STATES } from './open-states.ts';
import { DemoPeople } from './people.ts';
import { FAMILIES, SITES } from './scenario.ts';
import { Seeded } from './seeded.ts';
import { type DemoUnit, UnitLife, windowsOf } from './unit-life.ts';

/** Loads the demo fleet through the same services that the interface uses. */
@Injectable()
export class DemoLoader {
  private readonly logger = new Logger('Demo');

  constructor(
    private readonly families: FamiliesService,
    private readonly sitesService: SitesService,
    private readonly units: UnitsService,
    private readonly bladeSets: BladeSetsService,
    private readonly life: UnitLife,
    private readonly people: DemoPeople,
    private readonly clock: Clock,
  ) {}

  /** Loads the demo into an empty database, to its last unit. */
  async loadIfEmpty(): Promise<void> {
    const fleet = await this.beginIfEmpty();
    await fleet?.();
  }

  /**
   * Creates the demo's people in an empty database, so that they can sign in while the fleet is loaded.
   * @returns the function that loads the fleet; null where the database is already set up
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
      for (let next = waiting.shift(); next !== undefined; next = waiting.shift()) await this.life.live(next, sets);
    };
    await Promise.all([work(), work(), work(), work()]);
    await this.leaveOpenStates(fleet, firstOf(sets));
    await this.people.finish(this.clock.now());
    this.logger.log(`Loaded ${fleet.length} units`);
  }

  /** One unit that would otherwise be OK for each engine state that keeps a unit in. */
  private async leaveOpenStates(fleet: readonly DemoUnit[], set: BladeSetEntity): Promise<void> {
    const ready = fleet.filter(
      ({ fate, unit, demo }) =>
        fate === 'ok' && unit.use === 'in-service' && demo.cylinders === 1 && demo.sources.some(({ inUse }) => inUse),
    );
    const taken = new Set<DemoUnit>();
    for (const [index, state] of OPEN_STATES.entries()) {
      const fitting = ready.filter((each) => !taken.has(each) && (state.fits?.(windowsOf(each)) ?? true));
      // Spread over the fleet, so that no family has them all.
      const subject = fitting[Math.floor(((index + 0.5) * fitting.length) / OPEN_STATES.length)];
      if (subject === undefined) continue;
      taken.add(subject);
      await this.life.leaveIn(subject, set, state);
    }
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
            siteId: (kind.prefix === 'SG' ? itemAt(sites, sites.length - 1) : own.pick(sites)).id,
            serial: `${Math.floor(own.between(1000, 9999))}-${Math.floor(own.between(100, 999))}-${own.pick([...'AKQTX'])}`,
            stamping: `${stampedAs(demo.code)} ${Math.floor(own.between(10, 99))}${own.pick([...'BDF'])}`,
            inServiceOn: dayText(history.inService),
            hoursAtStart: 0,
            note: UNIT_NOTES[number % 12] ?? '',
            particulars: OWN_OF_UNITS[number % 12] ?? {},
            use: useOf(fate, kind.prefix, own),
          }),
        );
        fleet.push({ unit, family, demo, fate, history, chance: own });
      }
    }
    return fleet;
  }
}

/** Notes of units; one unit in six has one. */
const UNIT_NOTES: Readonly<Record<number, string>> = {
  11: 'Cowl screw at the back is longer than the others.',
};
/** Particulars of single machines, derived from their number like the notes. */
const OWN_OF_UNITS: Readonly<Record<number, Partial<UnitParticulars>>> = {
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
