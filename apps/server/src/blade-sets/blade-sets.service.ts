import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { nameKey, publishedMm } from '@sturdy-shim/core';
import { type EntityManager, Repository } from 'typeorm';
import {
  Clock,
  type Result,
  type Refusal,
  AuditedTransaction,
  DomainEvents,
  dayOf,
  ok,
  idTaken,
  fail,
  sameContent,
  shopZone,
  staleVersion,
} from '../platform/index.ts';
import type { BladeSetDto, BladeSetFieldsDto, ChangeBladeSetDto } from './blade-set.dto.ts';
import { BladeSetEntity } from './blade-set.entity.ts';
import { BladeToleranceChanged } from './blade-tolerance-changed.ts';

type Later = 'checkDueOn' | 'shape' | 'toleranceMm' | 'active' | 'version';
export type NewBladeSet = Omit<BladeSetEntity, Later> & Partial<Pick<BladeSetEntity, Later>>;

@Injectable()
export class BladeSetsService {
  constructor(
    @InjectRepository(BladeSetEntity) private readonly sets: Repository<BladeSetEntity>,
    private readonly transaction: AuditedTransaction,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Creates a set with its blades thinnest first; idempotent by its id. */
  register(set: NewBladeSet): Promise<Result<BladeSetEntity>> {
    return this.transaction.run((manager) => this.registerIn(manager, set));
  }

  /** The same within a transaction. */
  async registerIn(manager: EntityManager, set: NewBladeSet): Promise<Result<BladeSetEntity>> {
    const row: BladeSetEntity = { ...DEFAULTS, ...set, blades: thinnestFirst(set.blades) };
    const wrong = wrongBlades(row.blades) ?? wrongDays(row);
    if (wrong !== null) return fail(wrong);
    const named = { ...row, nameKey: nameKey(row.name) };
    await manager.createQueryBuilder().insert().into(BladeSetEntity).values(named).orIgnore().execute();
    if (row.toleranceMm !== null) await this.events.raise(new BladeToleranceChanged(manager, set.id));
    const kept = await manager.findOneBy(BladeSetEntity, { id: set.id });
    if (kept === null) return fail(nameTaken(set.name));
    const { version: _version, ...sent } = row;
    return sameContent(kept, sent) ? ok(kept) : fail(idTaken('blade set', kept));
  }

  change(id: string, change: ChangeBladeSetDto): Promise<Result<BladeSetEntity>> {
    return this.transaction.run((manager) => this.changeIn(manager, id, change));
  }

  async changeIn(
    manager: EntityManager,
    id: string,
    { version, ...fields }: ChangeBladeSetDto,
  ): Promise<Result<BladeSetEntity>> {
    const next = { ...fields, blades: thinnestFirst(fields.blades as BladeSetEntity['blades']) };
    const wrong = wrongBlades(next.blades) ?? wrongDays(next);
    if (wrong !== null) return fail(wrong);
    const set = await manager.findOne(BladeSetEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (set === null) return fail(noSuchSet);
    if (set.version === version + 1 && sameContent(set, next)) return ok(set);
    if (set.version !== version) return fail(staleVersion(set.name, set.version, version, { bladeSet: set }));
    const key = nameKey(fields.name);
    const taken = await manager.findOneBy(BladeSetEntity, { nameKey: key });
    if (taken !== null && taken.id !== id) return fail(nameTaken(taken.name));
    await manager.update(BladeSetEntity, { id }, { ...next, nameKey: key, version: version + 1 });
    if (next.toleranceMm !== set.toleranceMm) await this.events.raise(new BladeToleranceChanged(manager, id));
    return ok(Object.assign(set, next, { version: version + 1 }));
  }

  all(): Promise<BladeSetEntity[]> {
    return this.sets.find({ order: { name: 'ASC' } });
  }

  async dtos(sets: readonly BladeSetEntity[]): Promise<BladeSetDto[]> {
    const today = dayOf(this.clock.now(), await shopZone(this.sets.manager));
    return sets.map((set) => ({ ...set, checkPastDue: set.checkDueOn !== null && set.checkDueOn < today }));
  }
}

const DEFAULTS = { checkDueOn: null, shape: 'straight' as const, toleranceMm: null, active: true, version: 1 };

export const thinnestFirst = (blades: BladeSetEntity['blades']): BladeSetEntity['blades'] =>
  blades.toSorted((a, b) => (a.measuredMm ?? publishedMm(a.printed)) - (b.measuredMm ?? publishedMm(b.printed)));

/** A measured thickness far from the printed one is a typing mistake or a blade of another set. */
export function wrongBlades(blades: BladeSetFieldsDto['blades']): Refusal | null {
  const wrong = (index: number, detail: string, remedy: string): Refusal => ({
    code: 'no-blade',
    status: 422,
    field: `blades.${index}`,
    detail,
    remedy,
  });
  for (const [index, { printed, alsoPrinted, measuredMm, unreadable, flaw, out }] of blades.entries()) {
    if (unreadable === true && (measuredMm === null || measuredMm === undefined))
      return wrong(
        index,
        'A blade that cannot be read was not measured.',
        'Lay it under a micrometer and give its thickness in mm, or leave it out.',
      );
    if ((flaw === 'bent' || flaw === 'worn') && out !== true)
      return wrong(
        index,
        `The ${flaw} blade of ${printed.value} ${printed.unit} is still in use.`,
        'Take it out of the set, or measure it and mark it as sound.',
      );
    const mm = publishedMm(printed);
    if (!(mm >= 0.005 && mm <= 3))
      return wrong(
        index,
        `A blade of ${printed.value} ${printed.unit} is no feeler blade.`,
        'Look at the figure and its unit again.',
      );
    // The two prints of a blade are each rounded in their own system.
    if (alsoPrinted !== undefined && Math.abs(publishedMm(alsoPrinted) - mm) > Math.max(0.013, mm * 0.06))
      return wrong(
        index,
        `${printed.value} ${printed.unit} and ${alsoPrinted.value} ${alsoPrinted.unit} are not one thickness.`,
        'Read both prints on the blade again.',
      );
    if (measuredMm !== null && measuredMm !== undefined && Math.abs(measuredMm - mm) > Math.max(0.03, mm * 0.25))
      return wrong(
        index,
        `The blade of ${printed.value} ${printed.unit} was measured as ${measuredMm} mm.`,
        'Measure it again; give the measured thickness in mm.',
      );
  }
  return null;
}

const wrongDays = ({ checkedOn, checkDueOn }: Pick<BladeSetEntity, 'checkedOn' | 'checkDueOn'>): Refusal | null =>
  checkDueOn === null || checkDueOn >= checkedOn
    ? null
    : {
        code: 'dates-reversed',
        status: 422,
        field: 'checkDueOn',
        detail: 'The blades are due before the day on which they were checked.',
        remedy: 'Check both days.',
      };

const nameTaken = (name: string): Refusal => ({
  code: 'name-taken',
  status: 409,
  field: 'name',
  detail: `A blade set is called ${name} already.`,
  remedy: 'Give this one a name of its own, such as where it hangs.',
});

const noSuchSet: Refusal = {
  code: 'no-such-blade-set',
  status: 404,
  detail: 'There is no such blade set.',
  remedy: 'Load the list again.',
};
