import { Injectable, type OnModuleInit } from '@nestjs/common';
import { Any, DataSource, IsNull } from 'typeorm';
import { Belongings } from '../people/index.ts';
import { Clock, type Result, AuditedTransaction, currentPerson, ok, idTaken, fail } from '../platform/index.ts';
import { DeviceEntity, isTrusted } from './session.entity.ts';
import { SessionsService } from './sessions.service.ts';
import { newToken, tokenHash } from './tokens.ts';

@Injectable()
export class DevicesService implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly sessions: SessionsService,
    private readonly clock: Clock,
    private readonly belongings: Belongings,
  ) {}

  onModuleInit(): void {
    this.belongings.register({
      kind: 'tablet',
      of: async (manager, trustedById) =>
        (await manager.findBy(DeviceEntity, { trustedById, revokedAt: IsNull() })).filter((device) =>
          this.isTrusted(device),
        ),
      end: async (manager, ids) => {
        await manager.update(DeviceEntity, { id: Any([...ids]) }, { revokedAt: this.clock.now() });
        for (const id of ids) await this.sessions.endOn(manager, id);
      },
      handOver: async (manager, ids, heir) => {
        await manager.update(DeviceEntity, { id: Any([...ids]) }, { trustedById: heir.id });
      },
    });
  }

  /** The trusted devices. */
  async all(): Promise<DeviceEntity[]> {
    const devices = await this.database.manager.find(DeviceEntity, {
      where: { revokedAt: IsNull() },
      relations: { trustedBy: true },
      order: { name: 'ASC' },
    });
    return devices.filter((device) => this.isTrusted(device));
  }

  /** Trusts the requesting browser. A repeated request returns a fresh token, because the earlier cookie was lost. */
  async trust(id: string, name: string): Promise<Result<{ device: DeviceEntity; token: string }>> {
    const token = newToken();
    return this.transaction.run(async (manager) => {
      const before = await manager.findOneBy(DeviceEntity, { id });
      if (before !== null && (before.trustedById !== currentPerson().id || before.name !== name)) {
        return fail(idTaken('device', { id, name: before.name }));
      }
      const device: DeviceEntity = {
        id,
        name,
        tokenHash: tokenHash(token),
        trustedById: currentPerson().id,
        trustedAt: this.clock.now(),
        revokedAt: null,
      };
      await manager.upsert(DeviceEntity, device, ['id']);
      return ok({ device, token });
    });
  }

  async revoke(id: string): Promise<Result<DeviceEntity>> {
    return this.transaction.run(async (manager) => {
      const device = await manager.findOne(DeviceEntity, { where: { id }, relations: { trustedBy: true } });
      if (device === null) {
        return fail({
          code: 'no-such-device',
          status: 404,
          detail: 'There is no such device.',
          remedy: 'Load the list again.',
        });
      }
      if (device.revokedAt === null) {
        device.revokedAt = this.clock.now();
        await manager.update(DeviceEntity, { id }, { revokedAt: device.revokedAt });
        await this.sessions.endOn(manager, id);
      }
      return ok(device);
    });
  }

  /** The device of a cookie; null when it is unknown or no longer trusted. */
  async ofToken(token: string | null): Promise<DeviceEntity | null> {
    if (token === null) return null;
    const device = await this.database.manager.findOneBy(DeviceEntity, { tokenHash: tokenHash(token) });
    return device !== null && this.isTrusted(device) ? device : null;
  }

  private isTrusted = (device: DeviceEntity): boolean => isTrusted(device, this.clock.now());
}
