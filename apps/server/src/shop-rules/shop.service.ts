import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { ShopEntity } from '../people/index.ts';
import { type Result, AuditedTransaction, DomainEvents, ok, fail } from '../platform/index.ts';
import { rulesChanging } from './rule-book.ts';
import { ShopRulesChanged } from './shop-rules.events.ts';
import type { ChangeGapUnitDto, ChangeLocaleDto, ChangeTimeZoneDto, ShopDto } from './shop.dto.ts';

/** Settings of the whole shop. */
@Injectable()
export class ShopService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly events: DomainEvents,
  ) {}

  async facts(): Promise<ShopDto> {
    return factsOf(await this.database.manager.findOneByOrFail(ShopEntity, { singleRow: true }));
  }

  /** Idempotent; of two concurrent changes the later one wins. */
  changeGapUnit({ gapUnit }: ChangeGapUnitDto): Promise<Result<ShopDto>> {
    return this.set({ gapUnit });
  }

  /** Idempotent; of two concurrent changes the later one wins. */
  changeLocale({ locale }: ChangeLocaleDto): Promise<Result<ShopDto>> {
    return this.set({ locale });
  }

  private set(next: Partial<Pick<ShopEntity, 'gapUnit' | 'locale'>>): Promise<Result<ShopDto>> {
    return this.transaction.run(async (manager) => {
      const before = await manager.findOneOrFail(ShopEntity, {
        where: { singleRow: true },
        lock: { mode: 'pessimistic_write' },
      });
      const shop = { ...before, ...next };
      if (shop.gapUnit !== before.gapUnit || shop.locale !== before.locale)
        await manager.update(ShopEntity, { singleRow: true }, next);
      return ok(factsOf(shop));
    });
  }

  /** Changes the time zone and marks all statuses; idempotent. */
  changeTimeZone({ timeZone, instead }: ChangeTimeZoneDto): Promise<Result<ShopDto>> {
    return this.transaction.run(async (manager) => {
      // A status that is being computed uses the old zone and is committed before the new zone is in effect.
      await rulesChanging(manager);
      const shop = await manager.findOneOrFail(ShopEntity, {
        where: { singleRow: true },
        lock: { mode: 'pessimistic_write' },
      });
      if (shop.timeZone === timeZone) return ok(factsOf(shop));
      if (shop.timeZone !== instead)
        return fail({
          code: 'stale-time-zone',
          status: 409,
          field: 'instead',
          detail: `Somebody changed the time zone to ${shop.timeZone} in the meantime.`,
          remedy: 'Check it again, then decide.',
          facts: { current: shop.timeZone, yours: instead },
        });
      await manager.update(ShopEntity, { singleRow: true }, { timeZone });
      await this.events.raise(new ShopRulesChanged(manager, null));
      return ok(factsOf({ ...shop, timeZone }));
    });
  }
}

const factsOf = ({ name, timeZone, gapUnit, locale }: ShopEntity): ShopDto => ({ name, timeZone, gapUnit, locale });
